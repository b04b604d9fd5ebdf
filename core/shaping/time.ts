import {
  add,
  beatLength,
  compare,
  comparePlaces,
  toNumber,
  type Performance,
  type Place,
  type Score,
  type BarPass,
  type TimingMark,
} from "../score/index.ts";

/**
 * When what is written at a place of the performance sounds. Both in quarters of the strict tempo.
 */
export type Clock = (at: number, side?: "before" | "after") => number;

/** Tempo goes straight from one share of itself to another. */
interface Ramp {
  readonly from: number;
  readonly to: number;
  readonly first: number;
  readonly last: number;
}
interface Pause {
  readonly at: number;
  readonly quarters: number;
  readonly held: boolean;
}
/** Places of the performance and where they are moved to. */
interface Bend {
  readonly from: readonly number[];
  readonly to: readonly number[];
}

/**
 * Quarters that pass on a way of `length` on which the tempo goes straight from `first` to `last`:
 * the integral of 1 over the tempo.
 */
const spent = (length: number, first: number, last: number): number => {
  const change = last - first;
  return Math.abs(change) < 1e-9 ? length / first : (length / change) * Math.log(last / first);
};

/**
 * Stretches of the performance that belong to a mark, each run of bars that follow each other in
 * the score by itself.
 */
function partsOf(
  score: Score,
  passes: readonly BarPass[],
  from: Place,
  to: Place,
): { from: number; to: number; share: [number, number] }[] {
  const written = ({ bar, offset }: Place) =>
    score.bars[bar]
      ? toNumber(add(score.bars[bar].start, offset))
      : toNumber(add(score.bars.at(-1)!.start, score.bars.at(-1)!.length));
  const [first, last] = [written(from), written(to)];
  const found: { from: number; to: number; start: number; end: number; bar: number }[] = [];
  for (const one of passes) {
    const start = Math.max(first, toNumber(add(score.bars[one.bar]!.start, one.begin)));
    const end = Math.min(last, toNumber(add(score.bars[one.bar]!.start, one.end)));
    if (end <= start) continue;
    const at = (place: number) =>
      one.at + place - toNumber(add(score.bars[one.bar]!.start, one.begin));
    const before = found.at(-1);
    if (before && before.bar === one.bar - 1 && Math.abs(before.to - at(start)) < 1e-9)
      [before.to, before.end, before.bar] = [at(end), end, one.bar];
    else found.push({ from: at(start), to: at(end), start, end, bar: one.bar });
  }
  return found.map((part) => ({
    from: part.from,
    to: part.to,
    share: [(part.start - first) / (last - first), (part.end - first) / (last - first)],
  }));
}

/** Where a place is reached in the performance, each time it is. */
const timesOf = (passes: readonly BarPass[], place: Place): number[] =>
  passes
    .filter(
      (one) =>
        one.bar === place.bar &&
        compare(one.begin, place.offset) <= 0 &&
        compare(place.offset, one.end) < 0,
    )
    .map((one) => one.at + toNumber(place.offset) - toNumber(one.begin));

/** Onsets of all hands in a part of the performance, with both its ends. */
function knotsIn({ notes }: Performance, from: number, to: number): number[] {
  const inside = [
    ...new Set(notes.map((note) => note.onset).filter((at) => at > from + 1e-9 && at < to - 1e-9)),
  ];
  return [from, ...inside.sort((a, b) => a - b), to];
}

/** New lengths between knots, so that the whole takes as long as before. */
function bent(
  knots: readonly number[],
  weight: (length: number, index: number, count: number) => number,
): Bend {
  const lengths = knots.slice(1).map((knot, i) => knot - knots[i]!);
  const weighted = lengths.map((length, i) => length * weight(length, i, lengths.length));
  const scale = lengths.reduce((a, b) => a + b, 0) / weighted.reduce((a, b) => a + b, 0);
  const to = [knots[0]!];
  for (const length of weighted) to.push(to.at(-1)! + length * scale);
  return { from: knots, to };
}

/** Long notes longer, short ones shorter. */
const lean = (knots: readonly number[], amount: number): Bend =>
  bent(knots, (length) => length ** amount);
/**
 * Slow at both ends, fast in the middle: the first and last notes of a run are longer by the
 * amount, the middle ones shorter.
 */
const arch = (knots: readonly number[], amount: number): Bend =>
  bent(knots, (_, i, count) => 1 + 0.6 * amount * Math.cos((2 * Math.PI * (i + 0.5)) / count));

const bend = ({ from, to }: Bend, at: number): number => {
  if (at <= from[0]! || at >= from.at(-1)!) return at;
  const i = from.findLastIndex((knot) => knot <= at + 1e-12);
  return to[i]! + ((at - from[i]!) / (from[i + 1]! - from[i]!)) * (to[i + 1]! - to[i]!);
};

/** The clock of a performance under the timing marks. */
export function clockOf(
  score: Score,
  performance: Performance,
  timing: readonly TimingMark[],
): Clock {
  const { passes } = performance;
  const ramps: Ramp[] = [];
  const pauses: Pause[] = [];
  const bends: Bend[] = [];
  for (const mark of timing) {
    if (mark.kind === "wait" || mark.kind === "breathe") {
      const beat = toNumber(beatLength(score.bars[mark.from.bar]!));
      for (const at of timesOf(passes, mark.from))
        if (at > 1e-9)
          pauses.push({ at, quarters: mark.amount * beat, held: mark.kind === "wait" });
      continue;
    }
    for (const part of partsOf(score, passes, mark.from, mark.to)) {
      const tempo = (share: number) => 1 + (mark.amount - 1) * share;
      if (mark.kind === "lean" || mark.kind === "run") {
        // leaning keeps the bars where they are
        const bars =
          mark.kind === "run"
            ? []
            : passes
                .map((one) => one.at)
                .filter((at) => at > part.from + 1e-9 && at < part.to - 1e-9);
        const ends = [part.from, ...bars, part.to];
        for (let i = 1; i < ends.length; i++) {
          const knots = knotsIn(performance, ends[i - 1]!, ends[i]!);
          if (knots.length > 2)
            bends.push(mark.kind === "lean" ? lean(knots, mark.amount) : arch(knots, mark.amount));
        }
      } else
        ramps.push({
          from: part.from,
          to: part.to,
          first: tempo(part.share[0]),
          last: tempo(part.share[1]),
        });
    }
  }
  const late = ramps.map((ramp) => ({
    ...ramp,
    all: spent(ramp.to - ramp.from, ramp.first, ramp.last) - (ramp.to - ramp.from),
  }));
  return (strict, side = "after") => {
    const at = bends.reduce((now, one) => bend(one, now), strict);
    let shift = 0;
    for (const { from, to, first, last, all } of late) {
      if (at >= to) shift += all;
      else if (at > from) {
        const share = (at - from) / (to - from);
        shift += spent(at - from, first, first + (last - first) * share) - (at - from);
      }
    }
    for (const pause of pauses) {
      // a note that ends where one waits is held until then; where one breathes it is let go
      if (
        strict > pause.at + 1e-9 ||
        (strict > pause.at - 1e-9 && (side === "after" || pause.held))
      )
        shift += pause.quarters;
    }
    return at + shift;
  };
}

/** Two marks that pull the same bars at once; undefined when there are none. */
export function overlapping(
  timing: readonly TimingMark[],
): readonly [TimingMark, TimingMark] | undefined {
  const groups = [
    ["broaden", "push"],
    ["lean", "run"],
  ];
  for (const kinds of groups) {
    const ordered = timing
      .filter((mark) => kinds.includes(mark.kind))
      .sort((a, b) => comparePlaces(a.from, b.from));
    for (let i = 1; i < ordered.length; i++)
      if (comparePlaces(ordered[i]!.from, ordered[i - 1]!.to) < 0)
        return [ordered[i - 1]!, ordered[i]!];
  }
  return undefined;
}

/** The timing marks with one more: those it would pull against give way. */
export const withTiming = (timing: readonly TimingMark[], mark: TimingMark): TimingMark[] =>
  [
    ...timing.filter(
      (one) =>
        one.id !== mark.id &&
        !overlapping([one, mark]) &&
        !(one.kind === mark.kind && comparePlaces(one.from, mark.from) === 0),
    ),
    mark,
  ].sort((a, b) => comparePlaces(a.from, b.from));
