import type { Score } from "./model.ts";

/** Quarters a minute where a score says none. Common practice, no source. */
export const USUAL_TEMPO = 90;

/** Quarters a minute: the first that a score has, or the usual. */
export const tempoOf = ({ bars }: Pick<Score, "bars">): number =>
  bars.find(({ tempo }) => tempo !== undefined)?.tempo ?? USUAL_TEMPO;
