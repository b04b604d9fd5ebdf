export { linesIn, type PracticeLines } from "./lines.ts";
export {
  firstReading,
  halfBeats,
  ladderOf,
  ladders,
  stepAt,
  stepBelow,
  steps,
  type Ladder,
} from "./ladder.ts";
export { SCALE } from "./metronome.ts";
export { workInOrder, type Work } from "./newness.ts";
export { levelsOf, type Level } from "./levels.ts";
export { orders, type Order } from "./orders.ts";
export { raises, type Raise } from "./raises.ts";
export {
  lastStep,
  SCHOOLS,
  schools,
  schoolsOf,
  USUAL_SCHOOLS,
  type Schools,
  type Top,
} from "./schools.ts";
export { expectedForRun, type Result } from "./expectedTries.ts";
export { promotionRule, promotionRules, type PromotionRule } from "./rules.ts";
export { unitKey, type Unit } from "./unit.ts";
export { cover, unitsOf } from "./units.ts";
export { rangeOf, type HardSpot, type How } from "./sectionUnits.ts";
export { cleanShares, USUAL_CLEAN } from "./cleanShares.ts";
export { barCount, stepMinutes, triesWithin, trySeconds } from "./workload.ts";
export { earned, earnedOn, ridge, ridges, type Promotion, type RidgeBar } from "./progress.ts";
export { arrange, tires } from "./arrange.ts";
export {
  evidenceOf,
  stageFrom,
  stageName,
  stages,
  USUAL_THRESHOLDS,
  type Evidence,
  type Stage,
  type Thresholds,
} from "./stages.ts";
export { doingOf, type DayToFill, type Pin, type PlannedCard, type PlannedDay } from "./card.ts";
export { type PieceToLay } from "./laying.ts";
export { layOut, schedule, type Schedule, type ScheduleInput } from "./schedule.ts";
export { USUAL_MINUTES } from "./share.ts";
export { USUAL_LONGEST } from "./fillDay.ts";
export { USUAL_SHARES, type Shares } from "./card.ts";
export { writtenGoals } from "./writtenGoals.ts";
export { type Visit } from "./forgetting.ts";
export { daysToEarn, isRunThrough, slipsAllowed, stepEarned, type CountedTry } from "./earning.ts";
export {
  afterTry,
  earns,
  standing,
  withTries,
  type Raised,
  type Standing,
  type Try,
} from "./standing.ts";
export {
  awkwardFingers,
  bothOf,
  difficultiesAt,
  hardBars,
  hardest,
  hardness,
  type BarHardness,
  type Difficulties,
  type Hardness,
} from "./hardness.ts";
export { forecast, type Forecast, type ToForecast } from "./forecast/index.ts";
export { slipShares, stuckSpots, type PlacedTry } from "./slips.ts";
export {
  LEFT_AT,
  remedies,
  type Cut,
  type Leaving,
  type Remedies,
  type Simpler,
} from "./remedies.ts";
