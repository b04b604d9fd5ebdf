import { STANDARD_OCTAVE } from "./geometry.ts";

/** What the proposals have to know of a player. */
export interface Player {
  /**
   * Millimetres between the centres of the outermost keys that thumb and little finger reach
   * together.
   */
  readonly reach?: number;
  /** The same for other pairs of fingers, such as `24`, where they were measured. */
  readonly pairs?: Readonly<Record<string, number>>;
  /** Millimetres of an octave on this keyboard, seven white keys. */
  readonly octave?: number;
  /** Beginners do without passing the thumb where they can. */
  readonly level?: "beginner" | "usual";
}

/**
 * Reach in millimetres of hands that just take an octave, a ninth and a tenth on a standard
 * keyboard.
 */
export const HAND_SIZES = {
  small: STANDARD_OCTAVE,
  medium: (STANDARD_OCTAVE * 8) / 7,
  large: (STANDARD_OCTAVE * 9) / 7,
} as const;
export const USUAL_REACH = HAND_SIZES.medium;

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
const TABLES: Readonly<Record<string, readonly [Span, Span, Span]>> = {
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

/**
 * Spans in white keys of this player's keyboard; what a hand reaches is measured in millimetres, so
 * narrower keys widen it.
 */
export function spansOf(player: Player = {}): Readonly<Record<string, Span>> {
  const reach = player.reach ?? USUAL_REACH;
  const key = (player.octave ?? STANDARD_OCTAVE) / 7;
  // a half white key of the tables is that of a standard keyboard
  const half = STANDARD_OCTAVE / 14;
  const found: Record<string, Span> = {};
  for (const [fingers, [small, medium, large]] of Object.entries(TABLES)) {
    const [a, b, share] =
      reach >= HAND_SIZES.medium
        ? [medium, large, (reach - HAND_SIZES.medium) / (HAND_SIZES.large - HAND_SIZES.medium)]
        : [
            small,
            medium,
            Math.max(0, (reach - HAND_SIZES.small) / (HAND_SIZES.medium - HAND_SIZES.small)),
          ];
    const shrink = Math.min(1, reach / HAND_SIZES.small);
    const span = a.map((bound, i) => (bound + (b[i]! - bound) * share) * shrink * half) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    if (fingers === "15") span[5] = reach;
    span[5] = Math.min(player.pairs?.[fingers] ?? span[5], Math.max(span[5], reach));
    span[4] = Math.min(span[4], span[5]);
    span[3] = Math.min(span[3], span[4]);
    found[fingers] = span.map((bound) => bound / key) as unknown as Span;
  }
  return found;
}
