/**
 * The standard metronome scale (Maelzel): 40–60 by 2, 60–72 by 3, 72–120 by 4, 120–144 by 6,
 * 144–208 by 8. Beats a minute.
 */
export const SCALE: readonly number[] = [
  ...range(40, 60, 2),
  ...range(60, 72, 3),
  ...range(72, 120, 4),
  ...range(120, 144, 6),
  ...range(144, 209, 8),
];

function range(from: number, before: number, by: number): number[] {
  return Array.from({ length: Math.ceil((before - from) / by) }, (_, i) => from + i * by);
}

/** Slowest and fastest tempo a step can have, beats a minute. */
const [SLOWEST, FASTEST] = [5, 400];

/** The scale continued beyond its ends by the ratio of its last two marks there. */
export const MARKS: readonly number[] = [
  ...continued(SCALE[0]!, SCALE[0]! / SCALE[1]!).reverse(),
  ...SCALE,
  ...continued(SCALE.at(-1)!, SCALE.at(-1)! / SCALE.at(-2)!),
];

function continued(from: number, ratio: number): number[] {
  const found: number[] = [];
  for (let exact = from * ratio; ; exact *= ratio) {
    const mark = Math.round(exact);
    if (mark < SLOWEST || mark > FASTEST) return found;
    if (mark !== (found.at(-1) ?? from)) found.push(mark);
  }
}

/** Of more steps than this nobody keeps count. Common practice, no source. */
export const MOST = 8;

/** At most eight of the tempos, evenly, with the first and the last. */
export const thinned = (all: readonly number[]): number[] =>
  all.length <= MOST
    ? [...all]
    : Array.from({ length: MOST }, (_, i) => all[Math.round((i * (all.length - 1)) / (MOST - 1))]!);
