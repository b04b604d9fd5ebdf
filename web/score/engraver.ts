import { wrap, type Remote } from "comlink";
import type { Engraved, Engraver, Layout } from "./engraver.worker.ts";

/** The engraver of one view of a score; call `stop` when the view goes away. */
export interface StartedEngraver {
  readonly load: (xml: string, barIds: readonly string[], layout: Layout) => Promise<Engraved>;
  readonly page: (number: number) => Promise<string>;
  readonly stop: () => void;
}

/**
 * One worker that is ready and has no view: starting one takes a second or two, which the next view
 * is spared.
 */
let resting: { worker: Worker; remote: Remote<Engraver> } | undefined;

export function startEngraver(): StartedEngraver {
  const { worker, remote } = resting ?? begin();
  resting = undefined;
  let busy = 0;
  const counted = async <T>(work: Promise<T>): Promise<T> => {
    busy++;
    try {
      return await work;
    } finally {
      busy--;
    }
  };
  return {
    load: (xml, barIds, layout) => counted(remote.load(xml, barIds, layout)),
    page: (number) => counted(remote.page(number)),
    stop: () => {
      // one that is still at work may be at it for long
      if (busy === 0 && !resting) resting = { worker, remote };
      else worker.terminate();
    },
  };
}

/** Starts one ahead of the first score: it is fetched, and kept, before it is needed. */
export function startAhead(): void {
  resting ??= begin();
}

function begin() {
  const worker = new Worker(new URL("./engraver.worker.ts", import.meta.url), { type: "module" });
  return { worker, remote: wrap<Engraver>(worker) };
}
