import type { Chance, Move, Movable, Plucked, SettingTask } from "./task.ts";
import { inTime } from "./timing.ts";

/**
 * Prices, only to be compared with each other: a move; more for each notch beyond one, and where
 * there is hardly time for it; a note that cannot be had; one quickly repeated on its string. Own
 * figures: two strings are worth a move where a note comes four times.
 */
const [MOVE, NOTCH, HURRY, MISSED, AGAIN] = [1, 0.15, 0.3, 50, 0.7];

/** Trails that are kept from note to note, the cheapest; and of those with a note less. */
const [KEPT, KEPT_LESS] = [200, 80];

/** So much dearer than the cheapest, a trail is given up: some moves more than it can save. */
const DEARER = 5;

/** Moves older than so many moves leave the others alone. */
const OLD = 8;

const UNSET = 9;

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
    trails = best(goingOn(trails, note, task), take, notes[i + 1]?.again);
  });
  return told(trails[0]!, task);
}

/** A trail that goes on with a note; without a chance it is missed. */
interface Step {
  readonly trail: Trail;
  readonly chance: Chance | undefined;
  readonly cost: number;
}

/** All that can come of a note, as if there were always time, the cheapest first. */
function goingOn(
  trails: readonly Trail[],
  { at, chances, again }: Plucked,
  { move }: SettingTask,
): Step[] {
  const found: Step[] = [];
  const [most, less] = [trails[0]!.cost + DEARER, trails[0]!.cost + MISSED / 2];
  for (const trail of trails) {
    for (const chance of chances) {
      const { movable = -1, value } = chance;
      const before = trail.values[movable];
      const isMoved = before !== undefined && before !== value && before !== UNSET;
      const window = isMoved ? at - trail.rings[movable]! : move;
      if (window < move - 1e-9) continue;
      const more = isMoved ? costOf(value - before, window / move) : 0;
      const twice = again && trail.chance?.string === chance.string ? AGAIN : 0;
      const cost = trail.cost + chance.cost + more + twice;
      if (cost <= most || cost > less) found.push({ trail, chance, cost });
    }
    found.push({ trail, chance: undefined, cost: trail.cost + MISSED });
  }
  return found.sort((a, b) => a.cost - b.cost);
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

/** What it costs to move so far when there is time for so many moves. */
const costOf = (notches: number, room: number): number =>
  MOVE + NOTCH * (Math.abs(notches) - 1) + HURRY * Math.max(0, Math.min(1, 2 - room));

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
  const isOld = (all: readonly Move[]) => all[0]!.deadline < since;
  let some = false;
  for (const limb in trail.moves) some ||= isOld(trail.moves[limb]!);
  if (!some) return trail;
  const old = Object.entries(trail.moves).filter(([, all]) => isOld(all));
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
    const others = a.moves[limb] ?? [];
    const isAmong = (one: Move) =>
      others.some(({ release, deadline }) => release === one.release && deadline === one.deadline);
    if (!b.moves[limb]!.every(isAmong)) return false;
  }
  return true;
}

/**
 * The cheapest trails; of those that stand alike only what no other outdoes.
 *
 * @param withString whether the string that was plucked last matters
 */
function best(
  steps: readonly Step[],
  take: (step: Step) => Trail | undefined,
  withString = false,
): Trail[] {
  const alike = new Map<number, Trail[]>();
  const kept: Trail[] = [];
  let [dear, less] = [Infinity, 0];
  for (const step of steps) {
    if (less === KEPT_LESS || kept.length === KEPT) break;
    const trail = take(step);
    if (!trail) continue;
    const key = withString ? STRINGS * trail.stands + (trail.chance?.string ?? 0) : trail.stands;
    const others = alike.get(key);
    if (others?.some((other) => outdone(trail, other))) continue;
    if (others) others.push(trail);
    else alike.set(key, [trail]);
    dear = Math.min(dear, trail.cost + MISSED / 2);
    kept.push(trail);
    if (trail.cost > dear) less++;
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
