import { lookAhead, type Ahead } from "./ahead.ts";
import { AGAIN, MISSED, moveCost, UNSET } from "./prices.ts";
import type { Chance, Move, Movable, Plucked, SettingTask } from "./task.ts";
import { inTime } from "./timing.ts";

/** Trails that are kept from note to note, the cheapest; and of those with a note less. */
const [KEPT, KEPT_LESS] = [200, 80];

/** So many find a first plan; what cannot become cheaper than that is not looked at again. */
const AT_FIRST = 12;

/** So much dearer than the cheapest, a trail is given up: some moves more than it can save. */
const DEARER = 5;

/** Rounding of costs and seconds. */
const EQUAL = 1e-9;

/** Moves older than so many moves leave the others alone. */
const OLD = 8;

/** More than the strings of any harp. */
const STRINGS = 128;

type Standing = (values: Int8Array) => number;

/** A way to have come as far as a note. */
interface Trail {
  /** How each movable stands; UNSET before a note asked for it. */
  readonly values: Int8Array;
  /** Equal for those that stand alike. */
  readonly stands: number;
  /** Until when a string of each rings. */
  readonly rings: number[];
  /** By limb, those that are not old; and until when the old ones took its time. */
  readonly moves: Readonly<Record<string, readonly Move[]>>;
  readonly free: Readonly<Record<string, number>>;
  readonly cost: number;
  readonly before: Trail | undefined;
  /** What the last note took; none where it is missed. */
  readonly chance: Chance | undefined;
  /** Moves that have become old here, with their beginnings. */
  readonly done: readonly Begun[] | undefined;
}

/** A move and when it begins at the soonest, among the others of its limb. */
export interface Begun extends Move {
  readonly start: number;
}

export interface SettingFound {
  /** By movable, at the beginning. */
  readonly start: readonly number[];
  /** In the order in which each limb makes them. */
  readonly moves: readonly Begun[];
  /** By note; those that are missed have none. */
  readonly taken: ReadonlyMap<string, Chance>;
  readonly cost: number;
}

/**
 * The cheapest way to have every note on some string in time: no limb makes two moves at once, no
 * string is altered while it rings, all is ready when it is played. What cannot be had is left out.
 */
export function settle(task: SettingTask): SettingFound {
  const ahead = lookAhead(task);
  if (!ahead)
    return told(
      cheapest(task, () => 0, KEPT, Infinity)!,
      task,
    );
  const first = cheapest(task, ahead, AT_FIRST, Infinity)!;
  const start = beginning(task.movables, () => 0);
  const isBest = first.cost < ahead(0, start.values) + EQUAL;
  return told((!isBest && cheapest(task, ahead, KEPT, first.cost)) || first, task);
}

/** Quickly some way to have most notes: what it takes can be had, what it misses perhaps too. */
export const settleRoughly = (task: SettingTask): SettingFound =>
  told(cheapest(task, lookAhead(task) ?? (() => 0), AT_FIRST, Infinity)!, task);

/** The cheapest trail to the end that costs less than `below`, when so many are kept. */
function cheapest(task: SettingTask, ahead: Ahead, kept: number, below: number): Trail | undefined {
  const { movables, notes, move } = task;
  const standing = numbering();
  let trails: Trail[] = [beginning(movables, standing)];
  notes.forEach((note, i) => {
    const take = ({ trail, chance, cost }: Step): Trail | undefined => {
      const gone = chance
        ? taking(trail, note, chance, cost, task, standing)
        : missing(trail, cost);
      return gone && aged(gone, note.at, move, task);
    };
    const least: Ahead = (_, values, movable, value) => ahead(i + 1, values, movable, value);
    const steps = goingOn(trails, note, task, least, below);
    trails = best(steps, take, kept, notes[i + 1]?.again);
  });
  return trails[0];
}

/** A trail that goes on with a note; without a chance it is missed. */
interface Step {
  readonly trail: Trail;
  readonly chance: Chance | undefined;
  readonly cost: number;
  /** With the least that is still to come. */
  readonly whole: number;
}

/** All that can come of a note, as if there were always time, the cheapest first. */
function goingOn(
  trails: readonly Trail[],
  { at, chances, again }: Plucked,
  { move }: SettingTask,
  ahead: Ahead,
  below: number,
): Step[] {
  const found: Step[] = [];
  for (const trail of trails) {
    for (const chance of chances) {
      const { movable = -1, value } = chance;
      const before = trail.values[movable];
      const isMoved = before !== undefined && before !== value && before !== UNSET;
      const window = isMoved ? at - trail.rings[movable]! : move;
      if (window < move - EQUAL) continue;
      const more = isMoved ? moveCost(value - before, window / move) : 0;
      const twice = again && trail.chance?.string === chance.string ? AGAIN : 0;
      const cost = trail.cost + chance.cost + more + twice;
      found.push({ trail, chance, cost, whole: cost + ahead(0, trail.values, movable, value) });
    }
    const cost = trail.cost + MISSED;
    found.push({ trail, chance: undefined, cost, whole: cost + ahead(0, trail.values) });
  }
  const least = found.reduce((one, { whole }) => Math.min(one, whole), Infinity);
  const [most, less] = [least + DEARER, least + MISSED / 2];
  return found
    .filter(({ whole }) => whole < below - EQUAL && (whole <= most || whole > less))
    .sort((a, b) => a.whole - b.whole);
}

/** A trail that goes on; all have the same fields in the same order, as there are very many. */
const after = (
  before: Trail,
  cost: number,
  chance: Chance | undefined,
  rings: number[],
): Trail => ({
  values: before.values,
  stands: before.stands,
  rings,
  moves: before.moves,
  free: before.free,
  cost,
  before,
  chance,
  done: undefined,
});

const missing = (trail: Trail, cost: number): Trail =>
  after(trail, cost, undefined, trail.rings.slice());

/** A number for each way to stand, so that they are quickly told apart. */
function numbering(): (values: Int8Array) => number {
  const known = new Map<string, number>();
  return (values) => {
    const name = String.fromCharCode(...values);
    const number = known.get(name) ?? known.size;
    known.set(name, number);
    return number;
  };
}

function beginning(movables: readonly Movable[], standing: Standing): Trail {
  const values = Int8Array.from(movables.map(({ told: value }) => value ?? UNSET));
  return {
    ...{ values, stands: standing(values), rings: movables.map(() => 0) },
    ...{ moves: {}, free: {}, cost: 0, before: undefined },
    ...{ chance: undefined, done: undefined },
  };
}

/** The trail with a note on one of its strings; none where its limb has no time to alter it. */
function taking(
  trail: Trail,
  { id, at, until }: Plucked,
  chance: Chance,
  cost: number,
  { movables, move: length, busy }: SettingTask,
  standing: Standing,
): Trail | undefined {
  const { movable, value } = chance;
  const rings = trail.rings.slice();
  const gone = after(trail, cost, chance, rings);
  if (movable === undefined) return gone;
  const before = trail.values[movable]!;
  rings[movable] = Math.max(rings[movable]!, until);
  if (before === value) return gone;
  const values = trail.values.slice();
  values[movable] = value;
  const stands = standing(values);
  if (before === UNSET) return { ...gone, values, stands };
  const release = trail.rings[movable]!;
  const move: Move = { movable, from: before, to: value, release, deadline: at, note: id };
  const { limb } = movables[movable]!;
  const all = [...(trail.moves[limb] ?? []), move];
  if (!inTime(all, length, busy[limb], trail.free[limb])) return undefined;
  return { ...gone, values, stands, moves: { ...trail.moves, [limb]: all } };
}

/** The trail without moves that are so old that no other can need their time. */
function aged(trail: Trail, at: number, length: number, { busy }: SettingTask): Trail {
  const since = at - OLD * length;
  for (let i = 0; i < trail.rings.length; i++) if (trail.rings[i]! < since) trail.rings[i] = since;
  let some = false;
  for (const limb in trail.moves) some ||= trail.moves[limb]![0]!.deadline < since;
  if (!some) return trail;
  const old = Object.entries(trail.moves).filter(([, all]) => all[0]!.deadline < since);
  const [moves, free] = [{ ...trail.moves }, { ...trail.free }];
  const done: Begun[] = [];
  for (const [limb, all] of old) {
    const starts = inTime(all, length, busy[limb], free[limb])!;
    const gone = all.flatMap((one, i) =>
      one.deadline < since ? [{ ...one, start: starts[i]! }] : [],
    );
    const rest = all.filter((one) => one.deadline >= since);
    const ends = Math.max(free[limb] ?? -Infinity, ...gone.map(({ start }) => start + length));
    // one that is not old was to come before them: they stay together
    if (!inTime(rest, length, busy[limb], ends)) continue;
    done.push(...gone);
    free[limb] = ends;
    if (rest.length > 0) moves[limb] = rest;
    else delete moves[limb];
  }
  return { ...trail, moves, free, done };
}

/** A trail is of no use where another stands alike, is as cheap and has as much time for all. */
function outdone(a: Trail, b: Trail): boolean {
  if (a.cost < b.cost - 1e-9) return false;
  for (let i = 0; i < a.rings.length; i++) if (b.rings[i]! > a.rings[i]!) return false;
  for (const limb in b.moves) {
    if ((b.free[limb] ?? -Infinity) > (a.free[limb] ?? -Infinity)) return false;
    if (!hasRoomFor(b.moves[limb]!, a.moves[limb] ?? [])) return false;
  }
  return true;
}

/** Whether each move has another one's time at least, so that all are made when those can be. */
function hasRoomFor(moves: readonly Move[], others: readonly Move[]): boolean {
  let next = 0;
  for (const { release, deadline } of moves) {
    while (next < others.length && !isWithin(others[next]!, release, deadline)) next++;
    if (next === others.length) return false;
    next++;
  }
  return true;
}

const isWithin = (move: Move, release: number, deadline: number): boolean =>
  move.release >= release && move.deadline <= deadline;

/**
 * The cheapest trails, at most so many; of those that stand alike only what no other outdoes.
 *
 * @param withString whether the string that was plucked last matters
 */
function best(
  steps: readonly Step[],
  take: (step: Step) => Trail | undefined,
  most: number,
  withString = false,
): Trail[] {
  const alike = new Map<number, Trail[]>();
  const kept: Trail[] = [];
  let [dear, less] = [Infinity, 0];
  for (const step of steps) {
    if (less === KEPT_LESS || kept.length === most) break;
    const trail = take(step);
    if (!trail) continue;
    const key = withString ? STRINGS * trail.stands + (trail.chance?.string ?? 0) : trail.stands;
    const others = alike.get(key);
    if (others?.some((other) => outdone(trail, other))) continue;
    if (others) others.push(trail);
    else alike.set(key, [trail]);
    dear = Math.min(dear, step.whole + MISSED / 2);
    kept.push(trail);
    if (step.whole > dear) less++;
  }
  return kept;
}

function told(last: Trail, { movables, notes, move: length, busy }: SettingTask): SettingFound {
  const start = movables.map(({ told: value, usual }) => value ?? usual);
  const isSet = movables.map(({ told: value }) => value !== undefined);
  const taken = new Map<string, Chance>();
  const trails: Trail[] = [];
  for (let at: Trail | undefined = last; at?.before; at = at.before) trails.push(at);
  trails.reverse();
  const moves = trails.flatMap(({ done }) => done ?? []);
  for (const [limb, all] of Object.entries(last.moves)) {
    const starts = inTime(all, length, busy[limb], last.free[limb])!;
    moves.push(...all.map((one, i) => ({ ...one, start: starts[i]! })));
  }
  const rings = movables.map(() => 0);
  const releases = new Map<string, number>();
  trails.forEach(({ chance }, i) => {
    if (!chance) return;
    const { id, until } = notes[i]!;
    taken.set(id, chance);
    const { movable, value } = chance;
    if (movable === undefined) return;
    releases.set(id, rings[movable]!);
    rings[movable] = Math.max(rings[movable]!, until);
    if (isSet[movable]) return;
    isSet[movable] = true;
    start[movable] = value;
  });
  return {
    ...{ start, taken, cost: last.cost },
    moves: moves
      .map((one) => ({ ...one, release: releases.get(one.note)! }))
      .sort((a, b) => a.start - b.start),
  };
}
