/**
 * Numbers from 0 to below 1 that are the same each time: mulberry32 (T. Ettinger, public domain),
 * from memory.
 */
export function drawn(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** Draws from the normal curve, mean 0 and deviation 1. Box and Muller 1958. */
export const normal = (random: () => number) => (): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
