import { instrument } from "@yarrow-ridge/core/instruments";
import { tempoOf, type Score } from "@yarrow-ridge/core/score";
import type { Studio } from "../studio.ts";
import { pieceRow } from "./store.ts";
import { inForce } from "./written.ts";

/** The score as its notes are played by the marks between them: on which strings of a harp. */
export async function spelled(
  studio: Studio,
  id: string,
  score: Score,
  tempo = tempoOf(score),
): Promise<Score> {
  const { instrument: kind, setup } = await pieceRow(studio.db, id);
  let found = score;
  for (const { id: stratum, spells } of instrument(kind).strata) {
    const marks = spells && (await inForce(studio, id, stratum))?.marks;
    if (marks?.length) found = spells!(found, marks, tempo, setup ?? {});
  }
  return found;
}
