import { fraction, fromNumber, keyOfName, type Fraction } from "../../../score/index.ts";
import type { Played } from "../../../fingering/index.ts";

/**
 * A note or chord in shorthand: `C4`, `F#4:1/2` (quarters, one when not said), `C4+E4:2`, `r:1` for
 * a rest.
 */
export function playedOf(text: string): Played[] {
  let at = fraction(0);
  const found: Played[] = [];
  for (const word of text.trim().split(/\s+/)) {
    const [what, quarters = "1"] = word.split(":");
    const [num, den = "1"] = quarters.split("/");
    const length = fraction(Number(num), Number(den));
    if (what !== "r")
      for (const name of what!.split("+")) found.push(note(keyOf(name), at, length, found.length));
    at = fraction(at.num * length.den + length.num * at.den, at.den * length.den);
  }
  return found;
}

/** Keys in a row, a quarter each. */
export const lineOfKeys = (keys: readonly number[]): Played[] =>
  keys.map((key, i) => note(key, fromNumber(i), fraction(1), i));

/** Chords in a row, a quarter each. */
export const chordsOfKeys = (chords: readonly (readonly number[])[]): Played[] => {
  let id = 0;
  return chords.flatMap((keys, i) =>
    keys.map((key) => note(key, fromNumber(i), fraction(1), id++)),
  );
};

const note = (midi: number, at: Fraction, length: Fraction, id: number): Played => ({
  id: String(id),
  bar: 0,
  midi,
  at,
  length,
  grace: false,
  staccato: false,
});

export function keyOf(name: string): number {
  const key = keyOfName(name);
  if (key === undefined) throw new RangeError(`no key called ${name}`);
  return key;
}

/**
 * The twelve keys; those with an even number are seen while prices are set, the odd ones are not.
 * Mirrored about D each half stays itself.
 */
export const TONICS = ["C", "Db", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"] as const;
export const seenInTuning = (tonic: number): boolean => tonic % 2 === 0;

export type Side = "right" | "left";

/**
 * Something taught: notes, and the fingers any of which is right; the first is the one most teach.
 */
export interface Taught {
  readonly name: string;
  readonly hand: Side;
  readonly notes: readonly Played[];
  readonly accepted: readonly string[];
  /** Whether it was looked at while prices were set. */
  readonly seen: boolean;
}
