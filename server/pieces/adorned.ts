import { instrument } from "@yarrow-ridge/core/instruments";
import type { Score } from "@yarrow-ridge/core/score";
import type { Studio } from "../studio.ts";
import { inForce } from "./written.ts";

/** Those that were made last, by what they were made of. */
const known = new WeakMap<Score, { readonly key: string; readonly adorned: Score }>();

/** The score with the ornaments that are written over it: what is learned in layers. */
export async function adornedOf(
  studio: Studio,
  { pieceId, kind }: { readonly pieceId: string; readonly kind: string },
  score: Score,
): Promise<Score> {
  let found = score;
  for (const { id, adorns } of instrument(kind).strata) {
    const marks = adorns && (await inForce(studio, pieceId, id))?.marks;
    if (!marks?.length) continue;
    const key = JSON.stringify(marks);
    const before = known.get(found);
    const adorned = before?.key === key ? before.adorned : adorns!(found, marks);
    known.set(found, { key, adorned });
    found = adorned;
  }
  return found;
}
