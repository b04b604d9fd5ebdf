import type { Grip, HandModel, Link } from "./model.ts";
import type { Moment } from "./moments.ts";

/** A rest this long in seconds frees the hand for any finger. Common practice, no source. */
const FREE_AFTER = 0.35;
/** A note this long in seconds leaves time for a silent change of finger. */
const CHANGE_AFTER = 1;
/**
 * A lock may ask for what is not possible: dearer than anything else, but the rest is still solved.
 */
export const IMPOSSIBLE = 1e5;
/** Of a grip that is not to be taken. */
export const FORBIDDEN = 1e6;

export const freesHand = (link: Link | undefined): boolean =>
  link !== undefined && link.rest > FREE_AFTER;

/** What each grip costs by itself, by moment. */
export type Prices = readonly Float64Array[];

/**
 * A line of moments made ready: every way to take each of them, and what they cost one after the
 * other.
 */
export interface Line {
  readonly moments: readonly Moment[];
  readonly grips: readonly (readonly Grip[])[];
  readonly hold: Prices;
  /** From the grips of the moment before; the last index fastest. */
  readonly step: readonly Float64Array[];
  readonly turn: readonly (Float64Array | undefined)[];
  readonly apart: HandModel["apart"];
}

/** More prices: what a school asks for, at some moments. */
export interface Convention {
  readonly at: readonly boolean[];
  readonly hold?: (grip: Grip) => number;
  /** Of coming to such a moment. */
  readonly step?: (a: Grip, b: Grip) => number;
  /** Of three single notes in a row that end with such a moment. */
  readonly turn?: (a: Grip, b: Grip, c: Grip) => number;
}

/** Progress is told once for so many moments. */
const SAID = 512;

const NO_TURN = new Float64Array(0);

const SEMITONES = 12;

export function lineOf(
  moments: readonly Moment[],
  model: HandModel,
  conventions: readonly Convention[],
  changes: boolean,
  onProgress: (share: number) => void = () => undefined,
): Line {
  const known = new Map<string, readonly Grip[]>();
  const tables = new Map<string, Float64Array>();
  /**
   * Prices of single notes depend on how their keys lie alone: worked out once for each figure,
   * whatever its octave.
   */
  const once = (key: string | undefined, make: () => Float64Array): Float64Array => {
    if (key === undefined) return make();
    let found = tables.get(key);
    if (!found) tables.set(key, (found = make()));
    return found;
  };
  const gripsOf = (moment: Moment): readonly Grip[] => {
    const more = changes && moment.seconds >= CHANGE_AFTER;
    const key = `${moment.keys.join()} ${moment.struck.join()} ${more}`;
    let found = known.get(key);
    if (!found)
      known.set(
        key,
        (found = model
          .choices(moment.keys.length, more)
          .map((way): Grip => ({ ...way, keys: moment.keys, struck: moment.struck }))),
      );
    return found;
  };
  const grips = moments.map(gripsOf);
  const plain = moments.map(
    (moment, at) =>
      moment.keys.length === 1 && moment.struck[0] === true && grips[at]!.length === 5,
  );
  const keyAt = (at: number) => moments[at]!.keys[0]!;
  const shift = (at: number) => keyAt(at) - Math.floor(keyAt(at) / SEMITONES) * SEMITONES;
  const clamp = (cost: number) => Math.min(cost, IMPOSSIBLE);
  const hold = moments.map((_, at) => {
    const base = once(plain[at] ? `${shift(at)}` : undefined, () =>
      Float64Array.from(grips[at]!, (grip) => clamp(model.hold(grip))),
    );
    const asked = conventions.filter((one) => one.hold && one.at[at]);
    return asked.length
      ? Float64Array.from(base, (cost, i) =>
          asked.reduce((sum, one) => sum + one.hold!(grips[at]![i]!), cost),
        )
      : base;
  });
  const step = moments.map((moment, at) => {
    if (at % SAID === 0) onProgress(at / moments.length);
    if (at === 0 || freesHand(moment.link)) return NO_TURN;
    const [before, link] = [grips[at - 1]!, moment.link!];
    const asked = conventions.filter((one) => one.step && one.at[at]);
    const make = () =>
      tableOf(before, grips[at]!, (a, b) =>
        asked.reduce((sum, one) => sum + one.step!(a, b), clamp(model.step(a, b, link))),
      );
    const where =
      plain[at] && plain[at - 1]
        ? `${shift(at - 1)} ${keyAt(at) - keyAt(at - 1)} ${link.detached ? "d" : ""}${link.pedalled ? "p" : ""}${link.lifted ? "l" : ""}${model.hurried(link)}${conventions.map((one) => (asked.includes(one) ? 1 : 0)).join("")}`
        : undefined;
    return once(where, make);
  });
  const turn = moments.map((moment, at) => {
    if (at < 2 || freesHand(moment.link) || freesHand(moments[at - 1]!.link)) return undefined;
    // a model prices three in a row of single notes only
    if (
      moment.keys.length !== 1 ||
      moments[at - 1]!.keys.length !== 1 ||
      moments[at - 2]!.keys.length !== 1
    )
      return undefined;
    const [a, b, c] = [grips[at - 2]!, grips[at - 1]!, grips[at]!];
    const asked = conventions.filter((one) => one.turn && one.at[at]);
    const where =
      plain[at] && plain[at - 1] && plain[at - 2]
        ? `${shift(at - 2)} ${keyAt(at - 1) - keyAt(at - 2)} ${keyAt(at) - keyAt(at - 1)} turn${asked.length ? conventions.map((one) => (asked.includes(one) ? 1 : 0)).join("") : ""}`
        : undefined;
    return once(where, () => {
      const table = new Float64Array(a.length * b.length * c.length);
      let i = 0;
      for (const one of a)
        for (const two of b)
          for (const last of c)
            table[i++] = asked.reduce(
              (sum, other) => sum + other.turn!(one, two, last),
              clamp(model.turn(one, two, last)),
            );
      return table;
    });
  });
  return { moments, grips, hold, step, turn, apart: model.apart };
}

/** A price for every pair of grips, the last fastest. */
export function tableOf(
  a: readonly Grip[],
  b: readonly Grip[],
  price: (one: Grip, other: Grip) => number,
): Float64Array {
  const table = new Float64Array(a.length * b.length);
  let i = 0;
  for (const one of a) for (const other of b) table[i++] = price(one, other);
  return table;
}

/** What one moment of a path costs, with the way to it, without anything added. */
export function costAt(line: Line, path: readonly number[], at: number): number {
  const [grip, size] = [path[at]!, line.grips[at]!.length];
  let cost = line.hold[at]![grip]!;
  if (line.step[at]!.length) cost += line.step[at]![path[at - 1]! * size + grip]!;
  const turn = line.turn[at];
  if (turn)
    cost += turn[(path[at - 2]! * line.grips[at - 1]!.length + path[at - 1]!) * size + grip]!;
  return cost;
}

/** What a path costs in a line or in a stretch of it, without anything added. */
export function costOf(
  line: Line,
  path: readonly number[],
  { first, last } = { first: 0, last: path.length - 1 },
): number {
  let sum = 0;
  for (let at = first; at <= last; at++) sum += costAt(line, path, at);
  return sum;
}

/** Some moments of a line, from one to another, as if there were no others. */
export function stretchOf(line: Line, from: number, to: number): Line {
  const cut = <T>(list: readonly T[]): T[] => list.slice(from, to + 1);
  const [step, turn] = [cut(line.step), cut(line.turn)];
  step[0] = NO_TURN;
  turn[0] = turn[1] = undefined;
  return {
    ...line,
    moments: cut(line.moments),
    grips: cut(line.grips),
    hold: cut(line.hold),
    step,
    turn,
  };
}
