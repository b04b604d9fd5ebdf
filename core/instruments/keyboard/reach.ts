import { STANDARD_OCTAVE } from "./geometry.ts";
import type { Span } from "./reachTables.ts";
import { TABLES } from "./reachTables.ts";

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
