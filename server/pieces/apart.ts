import { instrument } from "@yarrow-ridge/core/instruments";
import type { Apart } from "@yarrow-ridge/core/score";
import type { Studio } from "../studio.ts";
import { inForce } from "./written.ts";

/** Where the hands of a piece play on keys of their own, by the marks between its notes. */
export async function apartIn(studio: Studio, id: string, kind: string): Promise<Apart[]> {
  const found: Apart[] = [];
  for (const { id: stratum, apart } of instrument(kind).strata)
    if (apart) found.push(...apart((await inForce(studio, id, stratum))?.marks ?? []));
  return found;
}
