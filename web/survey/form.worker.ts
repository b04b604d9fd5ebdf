import { expose } from "comlink";
import { similarity, type Similarity } from "@yarrow-ridge/core/form";
import type { Score } from "@yarrow-ridge/core/score";

const scores = new Map<string, Promise<Score>>();

const former = {
  /**
   * The score is fetched here: to be handed over it would have to be copied on the page's own
   * thread.
   */
  similarity: async (address: string, hand: string): Promise<Similarity> => {
    let score = scores.get(address);
    if (!score) {
      score = fetch(address).then((response) => response.json() as Promise<Score>);
      score.catch(() => scores.delete(address));
      scores.set(address, score);
    }
    return similarity(await score, hand);
  },
};

export type Former = typeof former;

expose(former);
