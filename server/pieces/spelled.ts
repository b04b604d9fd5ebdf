import { instrument } from "@yarrow-ridge/core/instruments";
import { tempoOf, type Score } from "@yarrow-ridge/core/score";
import type { Studio } from "../studio.ts";
import type { PieceRow } from "./store.ts";
import { inForce } from "./written.ts";

/** The score as its notes are played by the marks between them: on which strings of a harp. */
export async function spelled(
  studio: Studio,
  { id, instrument: kind, setup }: PieceRow,
  score: Score,
  tempo = tempoOf(score),
): Promise<Score> {
  let found = score;
  for (const { id: stratum, spells, within } of instrument(kind).strata) {
    // what was written for another instrument says nothing of this one
    const isThere = within?.(setup ?? {}) ?? true;
    const marks = spells && isThere && (await inForce(studio, id, stratum))?.marks;
    if (marks && marks.length > 0) found = spells(found, marks, tempo, setup ?? {});
  }
  return found;
}
