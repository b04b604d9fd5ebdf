/**
 * Six bounds of the span from a lower to a higher finger: least practical, comfortable, relaxed,
 * most relaxed, comfortable, practical.
 */
export type Span = readonly [number, number, number, number, number, number];

/**
 * Spans in half white keys (an octave is 14) of a small, a medium and a large hand, after Balliauw
 * et al. 2017; from memory, not rechecked. (own) Where fingers other than the thumb are relaxed a
 * half key more: a whole tone between a white and a black key is three half keys wide; a half step
 * down to 0.7.
 */
export const TABLES: Readonly<Record<string, readonly [Span, Span, Span]>> = {
  12: [
    [-7, -5, 1, 4, 7, 9],
    [-8, -6, 1, 5, 8, 10],
    [-10, -8, 1, 6, 9, 11],
  ],
  13: [
    [-6, -4, 3, 8, 10, 12],
    [-7, -5, 3, 9, 12, 14],
    [-8, -6, 3, 9, 13, 15],
  ],
  14: [
    [-4, -2, 5, 10, 11, 13],
    [-5, -3, 5, 11, 13, 15],
    [-6, -4, 5, 11, 14, 16],
  ],
  15: [
    [-2, 0, 7, 11, 12, 14],
    [-2, 0, 7, 12, 14, 16],
    [-2, 0, 7, 12, 16, 18],
  ],
  23: [
    [0.7, 0.7, 0.7, 3, 4, 6],
    [0.7, 0.7, 0.7, 3, 5, 7],
    [0.7, 0.7, 0.7, 3, 5, 7],
  ],
  24: [
    [1, 1, 3, 5, 5, 7],
    [1, 1, 3, 5, 6, 8],
    [1, 1, 3, 5, 6, 8],
  ],
  25: [
    [2, 2, 5, 7, 8, 10],
    [2, 2, 5, 7, 10, 12],
    [2, 2, 5, 7, 10, 12],
  ],
  34: [
    [0.7, 0.7, 0.7, 3, 3, 4],
    [0.7, 0.7, 0.7, 3, 3, 4],
    [0.7, 0.7, 0.7, 3, 3, 4],
  ],
  35: [
    [1, 1, 3, 5, 5, 7],
    [1, 1, 3, 5, 6, 8],
    [1, 1, 3, 5, 6, 8],
  ],
  45: [
    [0.7, 0.7, 0.7, 3, 3, 5],
    [0.7, 0.7, 0.7, 3, 3, 5],
    [0.7, 0.7, 0.7, 3, 3, 5],
  ],
};
