import type { Steps } from "./steps.ts";
import type { Moment } from "./moment.ts";

/**
 * A lock may ask for what is not possible: dearer than anything else, but the rest is still solved.
 */
export const IMPOSSIBLE = 1e5;

/** Of a way that is not to be taken. */
export const FORBIDDEN = 1e6;

/** What each way costs by itself, by moment. */
export type Prices = readonly Float64Array[];

/**
 * A line of moments made ready: every way to take each of them, and what they cost one after the
 * other.
 */
export interface Line<C = unknown> {
  readonly moments: readonly Moment[];
  readonly ways: readonly (readonly C[])[];
  readonly hold: Prices;
  /** From the ways of the moment before; none where the hand is free between them. */
  readonly step: readonly (Steps | undefined)[];
  /** From the ways of the two moments before; the last index fastest. */
  readonly triple: readonly (Float64Array | undefined)[];
}

/** More prices: what a school asks for, at some moments. */
export interface Term<C = unknown> {
  readonly at: readonly boolean[];
  hold?(way: C): number;
  /** Of coming to such a moment. */
  step?(a: C, b: C): number;
  /** Of three in a row that end with such a moment. */
  triple?(a: C, b: C, c: C): number;
}

/** Some moments of a line, from one to another, as if there were no others. */
export function sublineOf<C>(line: Line<C>, from: number, to: number): Line<C> {
  const cut = <T>(list: readonly T[]): T[] => list.slice(from, to + 1);
  const [step, triple] = [cut(line.step), cut(line.triple)];
  step[0] = triple[0] = triple[1] = undefined;
  return {
    ...line,
    moments: cut(line.moments),
    ways: cut(line.ways),
    hold: cut(line.hold),
    step,
    triple,
  };
}
