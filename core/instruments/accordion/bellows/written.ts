import {
  alongRoad,
  playedBars,
  quartersAt,
  unrolled,
  type Mark,
  type Place,
  type Score,
  type Shape,
} from "../../../score/index.ts";
import { shapeAlong } from "../../road.ts";
import { drawnIn } from "../reeds/reeds.ts";
import { USUAL_COUPLERS } from "./air.ts";
import { FULL, momentsIn, type Moment } from "./places.ts";
import { comeSoFar, goneOn, openAt, type Direction, type Ends } from "./strokes.ts";

/** The air at a moment under marks that are written. */
export interface Filled {
  readonly way: Direction;
  /** Hundredths open when the moment begins, and those that are missing until the next. */
  readonly open: number;
  readonly missing: number;
  /** The mark that stands at it. */
  readonly turns: boolean;
}

/**
 * How far open the bellows are at each moment, as marks have it. Before the first they open, from
 * closed.
 */
export function filledBy(
  score: Score,
  moments: readonly Moment[],
  marks: readonly Pick<Mark, "from" | "data">[],
): Filled[] {
  const told = marks
    .map(({ from, data }) => ({ at: quartersAt(score, from), data }))
    .sort((a, b) => a.at - b.at);
  let [come, next] = [0, 0];
  let way: Direction = "open";
  return moments.map((moment): Filled => {
    let turns = false;
    for (; next < told.length && told[next]!.at <= moment.at + 1e-9; next++) {
      const { direction, button } = told[next]!.data;
      const stood = typeof button === "number" ? button : openAt(way, come);
      if (direction && direction !== way) {
        way = direction as Direction;
        turns = true;
      }
      if (turns || typeof button === "number") come = comeSoFar(way, stood);
    }
    const open = openAt(way, come);
    const { to, missing } = goneOn(come, moment.air);
    come = to;
    return { way, open, missing, turns };
  });
}

export interface AirOptions {
  readonly tempo: number;
  readonly shape: Shape;
  readonly stroke: number;
  /** Marks that say which reeds are drawn. */
  readonly reeds?: readonly Pick<Mark, "from" | "data">[];
}

/**
 * How far open the bellows are wherever something is struck, under marks that are written.
 *
 * @param tempo quarters a minute
 * @param stroke seconds of a full stroke
 * @returns `open` from 0 to 1; `isOut` where there is no air until the next
 * @example airAlong(score, [], { tempo: 90, shape: NO_SHAPE, stroke: 6 })[0].open // => 0
 */
export function airAlong(
  score: Score,
  marks: readonly Pick<Mark, "from" | "data">[],
  { tempo, shape, stroke, reeds = [] }: AirOptions,
): (Place & { readonly open: number; readonly isOut: boolean })[] {
  const played = playedBars(score.bars, 0, score.bars.length - 1);
  const along = unrolled(score, played);
  const drawn = drawnIn(along, alongRoad(reeds, played));
  const bellows = { stroke, couplers: USUAL_COUPLERS, drawn };
  const moments = momentsIn(along, [0, played.length - 1], {
    ...{ tempo, shape: shapeAlong(shape, played), bellows },
  });
  // as it is the first time one comes there
  return filledBy(along, moments, alongRoad(marks, played)).flatMap(({ open, missing }, i) => {
    const { bar, time } = played[moments[i]!.bar]!;
    const one = { bar, offset: moments[i]!.offset, open: open / FULL, isOut: missing > 0 };
    return time === 1 ? [one] : [];
  });
}

/** Where the bellows stand when a bar begins, by what is written before it. */
export function startAt(
  score: Score,
  moments: readonly Moment[],
  marks: readonly Mark[],
  bar: number,
): Ends["start"] {
  const earlier = marks.filter(({ from }) => from.bar < bar);
  if (!earlier.length) return undefined;
  const before = moments.filter((one) => one.bar < bar);
  const last = filledBy(score, before, earlier).at(-1);
  const air = before.at(-1)?.air ?? 0;
  if (!last) return undefined;
  const to = last.way === "open" ? last.open + air : last.open - air;
  return { way: last.way, open: Math.round(Math.max(0, Math.min(FULL, to))) };
}
