import type { Mark } from "@yarrow-ridge/core/score";

/** Marks that are heard: those of layers that were left out are not. */
export const heardMarks = (
  marks: ReadonlyMap<string, readonly Mark[]>,
  quiet: readonly number[],
): ReadonlyMap<string, readonly Mark[]> =>
  quiet.length === 0
    ? marks
    : new Map(
        [...marks].map(([stratum, own]) => [
          stratum,
          stratum === "ornaments"
            ? own.filter(({ data }) => !quiet.includes(Number(data.layer ?? 1)))
            : own,
        ]),
      );
