export { linesIn, type PracticeLines } from "./lines.ts";
export { SCALE, firstReading, nextStep, stepAt, steps } from "./ladder.ts";
export {
  expectedForRun,
  promotionRule,
  promotionRules,
  type PromotionRule,
  type Result,
} from "./rules.ts";
export { cover, unitKey, unitsOf, type Unit } from "./units.ts";
export { cleanShare, stepMinutes, trySeconds, USUAL_CLEAN } from "./workload.ts";
export { earned, ridge, stageOf, type Promotion, type RidgeBar, type Stage } from "./progress.ts";
export {
  schedule,
  type PlannedCard,
  type PlannedDay,
  type Schedule,
  type ScheduleInput,
} from "./schedule.ts";
export { afterTry, standing, type Standing, type Try } from "./standing.ts";
