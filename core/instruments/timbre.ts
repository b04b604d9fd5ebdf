/**
 * How the tones of an instrument sound, made of partials: enough to tell it from another and to
 * hear what is played. Times in seconds.
 */
export interface Timbre {
  /** Strength of each partial, the fundamental first. */
  readonly partials: readonly number[];
  /** Until it is at its loudest. */
  readonly attack: number;
  /** Until a tone that is not sustained has died away. */
  readonly decay: number;
  /** Share of the loudness it keeps while it is held: none for a string that is plucked. */
  readonly sustain: number;
  /** Until it is silent when it is let go. */
  readonly release: number;
  /** Cents between the reeds that sound together. */
  readonly spread?: number;
}

/**
 * Partials of a string plucked at a share of its length: the nth has sin(nπ·share) / n². Helmholtz,
 * On the Sensations of Tone, chapter V, from memory.
 *
 *
 * @example pluckedAt(1 / 2, 3)[1] // => 0
 */
export const pluckedAt = (share: number, count = 12): number[] => {
  const strengths = Array.from(
    { length: count },
    (_, i) => Math.abs(Math.sin((i + 1) * Math.PI * share)) / (i + 1) ** 2,
  );
  return strengths.map((one) => (one < 1e-9 ? 0 : one / strengths[0]!));
};
