export { accentRows } from "./accents.ts";
export { shapeDoubts, shapeWords, touchWord } from "./doubts.ts";
export { carryShape, type CarriedShape } from "./carry.ts";
export { levelAt, loudnessOf, peakOf, printedLoudness, withLevel, withLine } from "./loudness.ts";
export { shaped } from "./perform.ts";
export { freeRuns, type FreeRun } from "./runs.ts";
export { timingIdeas, type TimingIdea } from "./suggest.ts";
export { overlapping, withTiming } from "./time.ts";
export { voiceIdeas, type VoiceIdea } from "./voices.ts";
