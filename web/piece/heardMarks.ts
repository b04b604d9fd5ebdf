import { stratumOf, type Instrument } from "@yarrow-ridge/core/instruments";
import { isAdorned, type Line, type Mark } from "@yarrow-ridge/core/score";

type Marks = ReadonlyMap<string, readonly Mark[]>;

const layerOf = ({ data }: Mark) => Number(data.layer ?? 1);

/** All marks, of ornaments only those that are wanted. */
const withOrnaments = (of: Instrument, marks: Marks, isWanted: (mark: Mark) => boolean): Marks =>
  new Map(
    [...marks].map(([stratum, own]) => [
      stratum,
      stratumOf(of, stratum)?.adorns ? own.filter(isWanted) : own,
    ]),
  );

/** Marks of what is played in a line: a bare tune has no ornaments, one of some layers those. */
export const marksIn = (line: Pick<Line, "layers">, of: Instrument, marks: Marks): Marks =>
  line.layers === undefined
    ? marks
    : withOrnaments(of, marks, (mark) => isAdorned(line, layerOf(mark)));

/** Marks that are heard: ornaments of layers that were left out are not. */
export const heardMarks = (of: Instrument, marks: Marks, quiet: readonly number[]): Marks =>
  quiet.length === 0 ? marks : withOrnaments(of, marks, (mark) => !quiet.includes(layerOf(mark)));
