import { between, type Neck } from "./neck.ts";

/** Millimetres between the first and the fourth finger: easy, and the most of an adult hand. */
export const [EASY, MOST] = [98, 127];

/**
 * Of what lies between 1 and 4 the share between two fingers. Own figures; neighbours as far as
 * published chord diagrams ask of them (frets 1 and 3 under 2 and 3 or 3 and 4: 67 of 127 mm).
 */
const SHARES: Readonly<Record<number, Readonly<Record<number, number>>>> = {
  1: { 4: 1, 3: 0.82, 2: 0.62 },
  2: { 4: 0.72, 3: 0.53 },
  3: { 4: 0.53 },
};

/** Millimetres two fingers reach along a string at most. */
export const reachOf = (most: number, low: number, high: number): number =>
  most * (SHARES[low]?.[high] ?? 1);

/** Whether two fingers reach two frets. */
export function reaches(
  neck: Neck,
  most: number,
  low: { readonly finger: number; readonly fret: number },
  high: { readonly finger: number; readonly fret: number },
): boolean {
  return between(neck, low.fret, high.fret) <= reachOf(most, low.finger, high.finger);
}
