import { quartersAt, type Mark, type Printed, type Score } from "../../../score/index.ts";
import { drawnIn } from "../reeds/reeds.ts";
import { USUAL_COUPLERS } from "./air.ts";
import { FULL, momentsIn, type Moment } from "./places.ts";
import { cheapest, type Wanted } from "./plan.ts";
import type { Direction, Step } from "./strokes.ts";
import type { AirOptions } from "./written.ts";

/** How the bellows go where some bars are practised by themselves, and slowly. */
export interface Slowly {
  /** Turns beside those that are written, which all stand. */
  readonly more: readonly Printed[];
  /** Indexes of bars in which a turn that is written has to be left out. */
  readonly less: readonly number[];
  /** Hundredths open to begin with. */
  readonly begin: number;
  /** Indexes of bars in which there is no air even so. */
  readonly out: readonly number[];
}

type Stretch = AirOptions & { readonly from: number; readonly to: number };

/** How far open one may begin in the middle of a piece, the nearest to half first. */
const BEGINNINGS = [0.5, 0.25, 0.75, 0, 1].map((share) => share * FULL);

/**
 * What is written is planned for playing in tempo; slower, there is not air enough for it. The
 * turns that are written stay, so that what is learnt slowly holds, and others come between; only
 * where that leaves no air some of them go.
 *
 * @param marks that are written, over the whole piece
 * @returns nothing where nothing is written or struck
 */
export function slowly(
  score: Score,
  marks: readonly Mark[],
  { from, to, tempo, shape, stroke, reeds = [] }: Stretch,
): Slowly | undefined {
  const bellows = { stroke, couplers: USUAL_COUPLERS, drawn: drawnIn(score, reeds) };
  const moments = momentsIn(score, [from, to], { tempo, shape, bellows });
  if (moments.length === 0 || marks.length === 0) return undefined;
  const written = moments.map(({ at }) => atMoment(score, marks, at));
  const ways = waysOf(score, marks, moments);
  const steps: Step[] = [];
  for (let first = 0; first < moments.length;) {
    // the air button sets them anew
    const next = written.findIndex((one, i) => i > first && one?.button !== undefined);
    const end = next < 0 ? moments.length : next;
    const button = written[first]?.button;
    const opens =
      typeof button === "number" ? [button] : first === 0 && from > 0 ? BEGINNINGS : [0];
    const stretch = moments
      .slice(first, end)
      .map((one, i) => (i === 0 ? { ...one, canTurn: false, silence: 0 } : one));
    const turns = new Map<number, Direction>();
    for (let i = first + 1; i < end; i++)
      if (ways[i] !== ways[i - 1]) turns.set(i - first, ways[i]!);
    const now = new Map(ways.slice(first, end).map((way, i) => [i, way] as const));
    const planned = (wanted: Wanted) =>
      opens
        .map((open) =>
          cheapest(stretch, { start: { open, way: ways[first]! }, closes: false }, wanted),
        )
        .reduce((a, b) => (b.cost < a.cost ? b : a));
    const kept = planned({ turns, now }).steps;
    const short = missingIn(kept);
    const free = short > 0 ? planned({ now }).steps : kept;
    // what is written gives way only where that is of use
    steps.push(...(missingIn(free) < short ? free : kept));
    first = end;
  }
  const more = steps.flatMap((step, i): Printed[] => {
    const isWritten = i === 0 || written[i]?.direction !== undefined;
    if (isWritten || (step.way === steps[i - 1]!.way && !step.byButton)) return [];
    const { bar, offset } = moments[i]!;
    const button = step.byButton ? { button: step.open } : {};
    return [{ from: { bar, offset }, data: { direction: step.way, ...button } }];
  });
  const less = steps.flatMap((step, i) => {
    const { direction, button } = written[i] ?? {};
    const isGone = i > 0 && direction && step.way === steps[i - 1]!.way && button === undefined;
    return isGone && !step.byButton ? [moments[i]!.bar] : [];
  });
  const out = steps.flatMap(({ missing }, i) => (missing > 0 ? [moments[i]!.bar] : []));
  return { more, less, begin: steps[0]!.open, out: [...new Set(out)] };
}

/** Hundredths that are missing in all; nothing can be worse than no way at all. */
const missingIn = (steps: readonly Step[]): number =>
  steps.length ? steps.reduce((sum, { missing }) => sum + missing, 0) : Infinity;

const atMoment = (score: Score, marks: readonly Mark[], at: number) =>
  marks.find(({ from }) => Math.abs(quartersAt(score, from) - at) < 1e-9)?.data;

/** The way they go at each moment, as it is written. */
function waysOf(score: Score, marks: readonly Mark[], moments: readonly Moment[]): Direction[] {
  const told = marks
    .filter(({ data }) => data.direction !== undefined)
    .map(({ from, data }) => ({ at: quartersAt(score, from), way: data.direction as Direction }))
    .sort((a, b) => a.at - b.at);
  return moments.map(({ at }) => told.findLast((one) => one.at <= at + 1e-9)?.way ?? "open");
}
