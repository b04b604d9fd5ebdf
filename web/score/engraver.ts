import { wrap, type Remote } from "comlink";
import { create } from "zustand";
import engraverUrl from "./engraver.worker.ts?worker&url";
import type { Engraved, Engraver, Layout } from "./engraver.worker.ts";

/** The engraver of one view of a score; call `stop` when the view goes away. */
export interface StartedEngraver {
  readonly load: (xml: string, barIds: readonly string[], layout: Layout) => Promise<Engraved>;
  readonly page: (number: number) => Promise<string>;
  readonly stop: () => void;
}

interface Begun {
  readonly worker: Worker;
  readonly remote: Remote<Engraver>;
}

/**
 * One worker that is ready and has no view: starting one takes a second or two, which the next view
 * is spared.
 */
let resting: Promise<Begun> | undefined;

export function startEngraver(): StartedEngraver {
  const begun = resting ?? begin();
  resting = undefined;
  let busy = 0;
  const counted = async <T>(work: (remote: Remote<Engraver>) => Promise<T>): Promise<T> => {
    busy++;
    try {
      return await work((await begun).remote);
    } finally {
      busy--;
    }
  };
  return {
    load: (xml, barIds, layout) => counted((remote) => remote.load(xml, barIds, layout)),
    page: (number) => counted((remote) => remote.page(number)),
    stop: () => {
      // one that is still at work may be at it for long
      if (busy === 0 && !resting) resting = begun;
      else void begun.then(({ worker }) => worker.terminate());
    },
  };
}

/** Starts one ahead of the first score: it is fetched, and kept, before it is needed. */
export function startAhead(): void {
  resting ??= begin();
}

/** The share of the engraver that has been fetched, 0 to 1: some megabytes, the first time. */
export const useFetched = create<{ readonly share: number }>()(() => ({ share: 0 }));

let fetched: Promise<void> | undefined;

/** Has the browser fetch and keep the engraver, telling how far it is. */
async function fetchIt(): Promise<void> {
  const answer = await fetch(engraverUrl);
  const whole = Number(answer.headers.get("x-whole-length"));
  const reader = answer.body!.getReader();
  for (let length = 0, { done, value } = await reader.read(); !done;) {
    length += value!.length;
    if (whole > 0) useFetched.setState({ share: Math.min(1, length / whole) });
    ({ done, value } = await reader.read());
  }
}

async function begin(): Promise<Begun> {
  // where it cannot be fetched so, the worker itself says why
  fetched ??= fetchIt().catch(() => undefined);
  await fetched;
  useFetched.setState({ share: 1 });
  const worker = new Worker(engraverUrl, { type: "module" });
  return { worker, remote: wrap<Engraver>(worker) };
}
