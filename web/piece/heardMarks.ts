import { stratumOf, type Instrument } from "@yarrow-ridge/core/instruments";
import type { Mark } from "@yarrow-ridge/core/score";

/** Marks that are heard: ornaments of layers that were left out are not. */
export const heardMarks = (
  of: Instrument,
  marks: ReadonlyMap<string, readonly Mark[]>,
  quiet: readonly number[],
): ReadonlyMap<string, readonly Mark[]> =>
  quiet.length === 0
    ? marks
    : new Map(
        [...marks].map(([stratum, own]) => [
          stratum,
          stratumOf(of, stratum)?.adorns
            ? own.filter(({ data }) => !quiet.includes(Number(data.layer ?? 1)))
            : own,
        ]),
      );
