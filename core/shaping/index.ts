export { accentRows, type AccentRow } from './accents.ts';
export { shapeDoubts, shapeWords, TIMING_WORDS, touchWord, type ShapeDoubt } from './doubts.ts';
export { levelAt, levelName, LEVELS, loudnessOf, peakOf, positionOf, printedLoudness, velocityOf, withLevel, withLine } from './loudness.ts';
export { shaped } from './perform.ts';
export { freeRuns, type FreeRun } from './runs.ts';
export { timingIdeas, type TimingIdea } from './suggest.ts';
export { clockOf, overlapping, withTiming, type Clock } from './time.ts';
