import { analyse, handsOf } from "../../../form/index.ts";
import { keyboardHand } from "../hand.ts";
import type { Score } from "../../../score/index.ts";
import { playedIn, USUAL_TEMPO, type Proposal } from "../../../fingering/index.ts";
import { momentsOf } from "../../../fingering/moments.ts";
import { propose } from "../../propose.ts";
import { fingersOf, fiveNoteRuns, sillyIn, type RunUnderHand, type SillyPlace } from "./silly.ts";

/**
 * What is proposed for one hand of an ordinary piece, against the same without regard to what
 * returns.
 */
export interface Ordinary {
  readonly name: string;
  readonly hand: string;
  readonly cost: number;
  readonly alone: number;
  readonly silly: readonly SillyPlace[];
  readonly runs: readonly RunUnderHand[];
}

/** Every hand of some pieces. */
export const ordinary = (
  scores: readonly (readonly [name: string, score: Score, ...unknown[]])[],
): Ordinary[] =>
  scores.flatMap(([name, score]) => {
    const form = analyse(score);
    const bars = { from: 0, to: score.bars.length - 1 };
    return handsOf(score)
      .filter((hand) => hand === "right" || hand === "left")
      .flatMap((hand): Ordinary[] => {
        const model = keyboardHand(hand);
        const moments = momentsOf(playedIn(score, hand, bars.from, bars.to), model, USUAL_TEMPO);
        const read = (proposal: Proposal) =>
          fingersOf(moments, new Map(proposal.notes.map((note) => [note.id, note.finger])));
        const agreed = propose(score, { hand, ...bars, form });
        const alone = propose(score, { hand, ...bars, form, ties: false });
        return moments.length
          ? [
              {
                name,
                hand,
                cost: agreed.cost,
                alone: alone.cost,
                silly: sillyIn(moments, read(agreed), model),
                runs: fiveNoteRuns(moments, read(agreed)),
              },
            ]
          : [];
      });
  });

const sum = (list: readonly number[]) => list.reduce((all, one) => all + one, 0);

/**
 * By how much agreement makes some hands dearer, as a share: all together and the worst one; and
 * what a teacher would not sign.
 */
export function summary(hands: readonly Ordinary[]) {
  const worst = hands
    .filter((one) => one.alone > 1)
    .map((one) => ({ hand: `${one.name}, ${one.hand} hand`, excess: one.cost / one.alone - 1 }))
    .sort((a, b) => b.excess - a.excess)[0]!;
  const runs = hands.flatMap((one) => one.runs);
  return {
    hands: hands.length,
    excess: sum(hands.map((one) => one.cost)) / sum(hands.map((one) => one.alone)) - 1,
    worst,
    runs: runs.length,
    broken: runs.filter((run) => run.broken).length,
    silly: hands.flatMap((one) => one.silly).length,
  };
}
