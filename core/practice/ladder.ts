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

/**
 * Where a first reading starts: the scale step at or below half the goal; the lowest step for slow
 * goals. Common practice, no source.
 *
 * @example firstReading(92) // => 46
 */
export const firstReading = (goal: number): number =>
  SCALE.findLast((step) => step <= goal / 2) ?? Math.min(SCALE[0]!, goal);

/**
 * Steps from a first tempo to the goal: all but the last are on the scale, the last is the goal
 * itself.
 *
 * @example steps(48, 60) // => [48, 50, 52, 54, 56, 58, 60]
 */
export function steps(first: number, goal: number): number[] {
  return [...SCALE.filter((step) => step >= first && step < goal), goal];
}

/** The step after a tempo on the way to the goal; the goal itself when there is none. */
export const nextStep = (tempo: number, goal: number): number =>
  SCALE.find((step) => step > tempo && step < goal) ?? goal;

/**
 * The highest step at or below a share of the goal, but no lower than where a first reading starts.
 */
export const stepAt = (share: number, goal: number): number =>
  steps(firstReading(goal), goal).findLast((step) => step <= goal * share) ?? firstReading(goal);
