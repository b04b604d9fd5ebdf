import type { Static } from "@sinclair/typebox";
import type * as pieces from "./pieces.ts";
import type * as plans from "./plans.ts";
import type * as studio from "./studio.ts";
import type * as surveys from "./survey.ts";

export {
  operations,
  type Answer,
  type Body,
  type Operation,
  type OperationName,
  type Operations,
  type Query,
} from "./operations.ts";
export { Problem } from "./common.ts";

export type PieceSummary = Static<typeof pieces.PieceSummary>;
export type Piece = Static<typeof pieces.Piece>;
export type PageAnswer = Static<typeof pieces.Page>;
export type FormAnswer = Static<typeof pieces.Form>;
export type AnnotationsAnswer = Static<typeof pieces.Annotations>;
export type StudentAnswer = Static<typeof studio.Student>;
export type AssignmentAnswer = Static<typeof studio.Assignment>;
export type PlanAnswer = Static<typeof plans.Plan>;
export type PortfolioAnswer = Static<typeof plans.Portfolio>;
export type CardAnswer = Static<typeof plans.PlannedCard>;
export type CardStateAnswer = Static<typeof studio.CardState>;
export type RidgeAnswer = Static<typeof studio.Ridge>;
export type DueCardAnswer = Static<typeof studio.DueCard>;
export type StudioAnswer = Static<typeof studio.Studio>;
export type SurveyAnswer = Static<typeof surveys.Survey>;
export type EditionsAnswer = Static<typeof surveys.Editions>;
