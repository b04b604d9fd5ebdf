import type { Moment } from "../../fingering/moment.ts";
import { isBlack } from "../../score/model/pitch.ts";
import { keyAt } from "./geometry.ts";
import { CHANGE_AFTER } from "./choices.ts";
import { hurried } from "./melodic.ts";

export const OCTAVE = 12;

/** White keys from a far left one; a black key lies half-way between its neighbours. */
export const inWhiteKeys = (key: number): number =>
  isBlack(key) ? Math.floor(keyAt(key - 1)) + 0.5 : Math.floor(keyAt(key));

/** What a moment is, up to where it lies: the shape under the hand with the colours of its keys. */
export function patternOf({ keys, struck }: Moment): string {
  const lowest = inWhiteKeys(keys[0]!);
  return keys
    .map(
      (key, i) => `${inWhiteKeys(key) - lowest}${isBlack(key) ? "b" : "w"}${struck[i] ? "" : "h"}`,
    )
    .join("+");
}

/** A single note struck, with nothing held and no time to change the finger. */
const isPlain = ({ keys, struck, seconds }: Moment): boolean =>
  keys.length === 1 && struck[0] === true && seconds < CHANGE_AFTER;

/** Prices of single notes depend on how their keys lie alone, whatever their octave. */
export function tableKey(moments: readonly Moment[]): string | undefined {
  if (!moments.every(isPlain)) return undefined;
  const keys = moments.map((moment) => moment.keys[0]!);
  const shift = keys[0]! - Math.floor(keys[0]! / OCTAVE) * OCTAVE;
  const moves = keys.slice(1).map((key, i) => key - keys[i]!);
  const figure = [shift, ...moves].join(" ");
  if (moments.length !== 2) return figure;
  const { link } = moments[1]!;
  return (
    `${figure} ${link!.detached ? "d" : ""}${link!.pedalled ? "p" : ""}` +
    `${link!.lifted ? "l" : ""}${hurried(link!)}`
  );
}
