import { isBlack } from "../../score/model/pitch.ts";

/** Millimetres of seven white keys on a standard piano; from memory, Boyle, Boyle & Booker 2015. */
export const STANDARD_OCTAVE = 164.5;

/** The same in round figures, for what is told of leaps and stretches. */
export const ROUND_OCTAVE = 165;

/**
 * Centres of the twelve keys of an octave in white keys from the left edge of C. Whites lie half a
 * key in; the black ones are spread so that the five keys of C–E and the seven of F–B are equally
 * wide at the back.
 */
const CENTRES = [0.5, 0.9, 1.5, 2.1, 2.5, 3.5, 27 / 7, 4.5, 5, 5.5, 43 / 7, 6.5];

/** Centre of a key in white keys from the left edge of C−1. */
export const keyAt = (midi: number): number =>
  Math.floor(midi / 12) * 7 + CENTRES[((midi % 12) + 12) % 12]!;

/** D, about which the pattern of black and white keys is its own mirror image; twice key 62. */
const MIRROR = 124;

/** A key as the hand sees it: the left hand is the right one in a mirror standing on a D. */
export const seenBy = (side: "right" | "left", midi: number): number =>
  side === "right" ? midi : MIRROR - midi;

/** Whether a finger slides from one key to another: on to the white one beside it. */
export const slidesTo = (from: number, to: number): boolean =>
  from !== to && !isBlack(to) && Math.abs(from - to) <= (isBlack(from) ? 1 : 2);
