import { comparePlaces, quartersAt } from "../../../score/index.ts";
import type { Mark, Place, Score } from "../../../score/index.ts";
import { inOrder } from "../../../score/marks/strata.ts";
import type { Healed } from "../../../score/marks/work.ts";
import { FULL, inner, type Moment } from "./places.ts";
import { cheapest } from "./plan.ts";
import { groupsOf } from "./stretches.ts";
import { BUTTON_REST, type Direction, type Ends } from "./strokes.ts";
import { filledBy, type Filled } from "./written.ts";

/** Bars before and after a turn to which it may be moved in one go. */
const AROUND = 4;

/** A piece and all that is written of its bellows. */
export interface Played {
  readonly score: Score;
  /** Of the whole piece. */
  readonly moments: readonly Moment[];
  readonly marks: readonly Mark[];
}

/** The moment at which a mark comes to work: its own, or the next at which something is struck. */
function indexOf({ score, moments }: Played, place: Place): number {
  const at = quartersAt(score, place);
  return moments.findIndex((one) => one.at >= at - 1e-9);
}

const fill = ({ score, moments, marks }: Played) => filledBy(score, moments, marks);

const missingIn = (filled: readonly Filled[]): number =>
  filled.reduce((sum, { missing }) => sum + missing, 0);

/** Whether the bellows go another way from a mark on. */
function isTurn(played: Played, mark: Mark): boolean {
  const at = indexOf(played, mark.from);
  return at > 0 && !!mark.data.direction && fill(played)[at]!.turns;
}

/**
 * Where a turn may be moved to: wherever the bellows can turn and the plan around it heals, so that
 * no more air is missing than now.
 *
 * @returns in order, its own place among them; nothing for a mark that is no turn
 */
export function placesForTurn(played: Played, mark: Mark): Place[] | undefined {
  if (!isTurn(played, mark)) return undefined;
  const { moments, marks } = played;
  const before = missingIn(fill(played));
  const isTaken = (place: Place) =>
    marks.some((one) => one.id !== mark.id && comparePlaces(one.from, place) === 0);
  return moments.slice(1).flatMap(({ bar, offset, canTurn }) => {
    const place = { bar, offset };
    if (comparePlaces(place, mark.from) === 0) return [place];
    if (!canTurn || Math.abs(bar - mark.from.bar) > AROUND || isTaken(place)) return [];
    const healed = { ...played, marks: moved(played, mark, place) };
    return missingIn(fill(healed)) <= before ? [place] : [];
  });
}

/**
 * Moves a turn and lets the plan heal around it: of the other turns as few go along as can, the
 * nearest first, until no more air is missing than before. Where the music comes again and the
 * bellows turned alike, they do so afterwards too.
 */
export function healTurn(played: Played, mark: Mark, to: Place): Healed {
  if (comparePlaces(mark.from, to) === 0) return { put: [], add: [], remove: [] };
  if (!isTurn(played, mark)) return { put: [{ ...mark, from: to }], add: [], remove: [] };
  const missing = missingIn(fill(played));
  let marks = moved(played, mark, to);
  for (const [{ id }, place] of likeIt(played, mark, to)) {
    // one that went along with another may be gone by now
    const still = marks.find((one) => one.id === id);
    const healed = still && moved({ ...played, marks }, still, place);
    if (healed && missingIn(fill({ ...played, marks: healed })) <= missing) marks = healed;
  }
  const before = new Map(played.marks.map((one) => [one.id, one]));
  const after = new Set(marks.map(({ id }) => id));
  return {
    put: marks.filter((one) => before.has(one.id) && before.get(one.id) !== one),
    add: marks.filter(({ id }) => !before.has(id)).map(({ from, data }) => ({ from, data })),
    remove: played.marks.filter(({ id }) => !after.has(id)).map(({ id }) => id),
  };
}

/** The turns that are this one where its music comes again, with where each goes. */
function likeIt(played: Played, mark: Mark, to: Place): (readonly [Mark, Place])[] {
  const { moments, marks } = played;
  const groups = groupsOf(moments, inner(moments));
  const groupOf = (at: number) => groups.find((group) => group.includes(at));
  const [from, at] = [indexOf(played, mark.from), indexOf(played, to)];
  const [here, there] = [groupOf(from), groupOf(at)];
  if (!here || !there || here.indexOf(from) !== there.indexOf(at)) return [];
  return here.flatMap((index, time) => {
    const turn = marks.find(
      (one) =>
        one.id !== mark.id &&
        one.data.direction === mark.data.direction &&
        indexOf(played, one.from) === index,
    );
    const goal = there[time];
    // as far as this one goes
    if (!turn || goal === undefined || goal - index !== at - from) return [];
    const { bar, offset } = moments[goal]!;
    return [[turn, { bar, offset }] as const];
  });
}

/** All marks once one is moved; new ones have ids of their own that nobody knows. */
function moved(played: Played, mark: Mark, to: Place): readonly Mark[] {
  const { moments, marks } = played;
  const others = marks.filter(({ id }) => id !== mark.id);
  const filled = fill(played);
  const before = missingIn(filled);
  const [from, at] = [indexOf(played, mark.from), indexOf(played, to)];
  const after = [...others, { ...mark, from: to, data: dataAt(moments, at, mark) }];
  const turns = others
    .filter(({ data }) => data.direction !== undefined || data.button !== undefined)
    .map((one) => indexOf(played, one.from))
    .sort((a, b) => a - b);
  if (turns.every((one) => one < Math.min(from, at) || one > Math.max(from, at)))
    if (missingIn(fill({ ...played, marks: inOrder(after) })) <= before) return inOrder(after);
  const left = turns.filter((one) => one < Math.min(from, at) && one >= 0).reverse();
  const right = turns.filter((one) => one > Math.max(from, at));
  let found: readonly Mark[] = inOrder(after);
  for (let wide = 0; ; wide++) {
    const first = left[wide];
    const last = right[wide];
    const healed = between({ ...played, marks: after }, filled, { mark, from, at, first, last });
    if (healed) found = healed;
    if (healed && missingIn(fill({ ...played, marks: healed })) <= before) return healed;
    if (first === undefined && last === undefined) return found;
  }
}

const kept = (open: number): number => Math.max(0, Math.min(FULL, open));

/** The air button is for a rest: elsewhere the bellows just turn. */
function dataAt(moments: readonly Moment[], at: number, { data }: Mark): Mark["data"] {
  const { button: _, ...rest } = data;
  return (moments[at]?.silence ?? 0) < BUTTON_REST ? rest : data;
}

interface Around {
  readonly mark: Mark;
  /** Moments it comes from and goes to. */
  readonly from: number;
  readonly at: number;
  /** Turns between which all may change; none where that is the beginning or the end. */
  readonly first: number | undefined;
  readonly last: number | undefined;
}

/** The cheapest way on from one turn to another, as near what is now as can be, if there is one. */
function between(
  played: Played,
  filled: readonly Filled[],
  { mark, from, at, first, last }: Around,
): Mark[] | undefined {
  const { moments } = played;
  const [begin, end] = [first ?? 0, last ?? moments.length];
  const stretch = moments
    .slice(begin, end)
    // the turn it begins with stays
    .map((one, i) => (i === 0 ? { ...one, canTurn: false, silence: 0 } : one));
  const now = new Map<number, Direction>();
  for (let i = begin; i < end; i++)
    if (i < Math.min(from, at) || i >= Math.max(from, at)) now.set(i - begin, filled[i]!.way);
  const { way, open } = filled[end - 1]!;
  const air = moments[end - 1]!.air;
  const ends: Ends = {
    closes: last === undefined,
    ...(first === undefined ? {} : { start: filled[first]! }),
    ...(last === undefined
      ? {}
      : { end: { way, open: kept(way === "open" ? open + air : open - air) } }),
  };
  const turns = new Map([[at - begin, mark.data.direction as Direction]]);
  const { steps } = cheapest(stretch, ends, { turns, now });
  // what follows would turn the way they go already
  if (steps.length === 0 || (ends.end && steps.at(-1)!.way !== ends.end.way)) return undefined;
  const wanted = new Map<number, Mark["data"]>();
  steps.forEach((step, i) => {
    if (i === 0 || (step.way === steps[i - 1]!.way && !step.byButton)) return;
    const button = step.byButton ? { button: step.open } : {};
    wanted.set(begin + i, { direction: step.way, ...button });
  });
  return written(played, wanted, [begin, end]);
}

/** Marks with other turns between two moments: those that are there stay, go along or are gone. */
function written(
  played: Played,
  wanted: Map<number, Mark["data"]>,
  [begin, end]: readonly [number, number],
): Mark[] {
  const { moments, marks } = played;
  const stay: Mark[] = [];
  const over: Mark[] = [];
  for (const one of marks) {
    const at = indexOf(played, one.from);
    const { direction, button, ...rest } = one.data;
    if (at <= begin || at >= end) {
      stay.push(one);
      continue;
    }
    const turn = wanted.get(at);
    wanted.delete(at);
    if (turn)
      stay.push(
        turn.direction === direction && turn.button === button
          ? one
          : { ...one, data: { ...rest, ...turn } },
      );
    else if (Object.keys(rest).length) stay.push({ ...one, data: rest });
    else over.push(one);
  }
  for (const [at, data] of wanted) {
    const { bar, offset } = moments[at]!;
    const one = over.shift() ?? { ...marks[0]!, id: `new ${bar} ${offset.num}/${offset.den}` };
    stay.push({ ...one, from: { bar, offset }, data });
  }
  return inOrder(stay);
}
