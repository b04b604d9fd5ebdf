import { wrap, type Remote } from 'comlink';
import type { Engraver } from './engraver.worker.ts';

/** A worker of its own for one view of a score; call `stop` when the view goes away. */
export function startEngraver(): { engraver: Remote<Engraver>; stop: () => void } {
  const worker = new Worker(new URL('./engraver.worker.ts', import.meta.url), { type: 'module' });
  return { engraver: wrap<Engraver>(worker), stop: () => worker.terminate() };
}
