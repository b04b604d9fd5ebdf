export { linesIn, type PracticeLines } from "./lines.ts";
export {
  SCALE,
  firstReading,
  halfBeats,
  ladderOf,
  ladders,
  stepAt,
  stepBelow,
  steps,
  type Ladder,
} from "./ladder.ts";
export { workInOrder, type Work } from "./newness.ts";
export { levelsOf, type Level } from "./levels.ts";
export {
  handsFirst,
  orders,
  raises,
  USUAL_SCHOOLS,
  type HandsFirst,
  type Order,
  type Raise,
  type Schools,
} from "./schools.ts";
export {
  expectedForRun,
  promotionRule,
  promotionRules,
  type PromotionRule,
  type Result,
} from "./rules.ts";
export { unitKey, type Unit } from "./unit.ts";
export { cover, unitsOf } from "./units.ts";
export { type How } from "./sectionUnits.ts";
export { barCount, cleanShares, stepMinutes, trySeconds, USUAL_CLEAN } from "./workload.ts";
export {
  earned,
  earnedOn,
  ridge,
  stageOf,
  type Promotion,
  type RidgeBar,
  type Stage,
} from "./progress.ts";
export { type DayToFill, type PlannedCard, type PlannedDay } from "./card.ts";
export { type PieceToLay } from "./laying.ts";
export { layOut, schedule, type Schedule, type ScheduleInput } from "./schedule.ts";
export { USUAL_MINUTES } from "./share.ts";
export { type Visit } from "./forgetting.ts";
export { afterTry, standing, type Standing, type Try } from "./standing.ts";
export { remedies, type Remedies } from "./remedies.ts";
