import { Type } from "@sinclair/typebox";
import { Erased, Listed, Page, IsoDate } from "./common.ts";
import * as plans from "./plans.ts";
import * as studio from "./studio.ts";
import { op } from "./operation.ts";

/** Requests of the studio: students, assignments, plans, cards and tries. */
export const studioOperations = {
  health: op({
    method: "get",
    path: "/api/health",
    summary: "Whether the server is up",
    status: 200,
    response: Type.Object({ status: Type.Literal("ok") }),
  }),
  studio: op({
    method: "get",
    path: "/api/studio",
    summary: "Today at a glance: lessons ahead and cards due",
    status: 200,
    response: studio.Studio,
  }),

  listStudents: op({
    method: "get",
    path: "/api/students",
    summary: "Students, searched and paged",
    status: 200,
    query: Type.Object(Page),
    response: Listed(studio.Student),
  }),
  copyStudio: op({
    method: "get",
    path: "/api/studio/copy",
    summary: "The whole studio as a zip of open formats",
    status: 200,
    produces: "application/zip",
  }),
  bringCopy: op({
    method: "post",
    path: "/api/studio/copy",
    summary:
      "Brings a copy of a studio or a piece back; `choice` says what becomes " +
      "of what is otherwise here: ask, keep or take",
    status: 200,
    consumes: "multipart/form-data",
    response: studio.CopyBrought,
  }),
  copies: op({
    method: "get",
    path: "/api/studio/copies",
    summary: "The daily copies, the newest first",
    status: 200,
    response: studio.Copies,
  }),
  addStudent: op({
    method: "post",
    path: "/api/students",
    summary: "Adds a student",
    status: 201,
    body: studio.StudentNew,
    response: studio.Student,
  }),
  student: op({
    method: "get",
    path: "/api/students/:id",
    summary: "One student",
    status: 200,
    response: studio.Student,
  }),
  editStudent: op({
    method: "patch",
    path: "/api/students/:id",
    summary: "Edits, archives or brings back a student",
    status: 200,
    body: studio.StudentEdit,
    response: studio.Student,
  }),
  portfolio: op({
    method: "get",
    path: "/api/students/:id/portfolio",
    summary: "All a student works on, and each day with its cards",
    status: 200,
    response: plans.Portfolio,
  }),

  removeStudent: op({
    method: "delete",
    path: "/api/students/:id",
    summary: "Erases an archived student for good, with plans, cards and tries",
    status: 200,
    response: Erased,
  }),

  listAssignments: op({
    method: "get",
    path: "/api/assignments",
    summary: "Who works on what",
    status: 200,
    query: Type.Object({
      studentId: Type.Optional(Type.String()),
      pieceId: Type.Optional(Type.String()),
      archived: Page.archived,
    }),
    response: Type.Object({ items: Type.Array(studio.Assignment) }),
  }),
  addAssignment: op({
    method: "post",
    path: "/api/assignments",
    summary: "Gives a piece to a student; the same pair again answers with the one there is",
    status: 201,
    body: studio.AssignmentNew,
    response: studio.Assignment,
  }),
  assignment: op({
    method: "get",
    path: "/api/assignments/:id",
    summary: "One assignment",
    status: 200,
    response: studio.Assignment,
  }),
  editAssignment: op({
    method: "patch",
    path: "/api/assignments/:id",
    summary: "Archives or brings back an assignment",
    status: 200,
    body: studio.AssignmentEdit,
    response: studio.Assignment,
  }),
  removeAssignment: op({
    method: "delete",
    path: "/api/assignments/:id",
    summary: "Erases what was put away for good, with its plans, cards and tries",
    status: 200,
    response: Erased,
  }),
  ridge: op({
    method: "get",
    path: "/api/assignments/:id/ridge",
    summary: "Secure tempo per bar, and how it rose",
    status: 200,
    response: studio.Ridge,
  }),
  log: op({
    method: "get",
    path: "/api/assignments/:id/log",
    summary: "Tries, the newest first",
    status: 200,
    query: Type.Object({ page: Page.page }),
    response: Listed(studio.LogEntry),
  }),
  currentPlan: op({
    method: "get",
    path: "/api/assignments/:id/plan",
    summary: "The plan in force",
    status: 200,
    response: plans.Plan,
  }),

  addPlan: op({
    method: "post",
    path: "/api/plans",
    summary: "Makes a plan, or those of several pieces; each takes the place of an earlier one",
    status: 201,
    body: Type.Union([plans.PlanNew, plans.PlansNew]),
    response: Type.Union([plans.Plan, plans.Portfolio]),
  }),
  plan: op({
    method: "get",
    path: "/api/plans/:id",
    summary: "One plan; a day that was missed has rolled forward",
    status: 200,
    response: plans.Plan,
  }),
  removePlan: op({
    method: "delete",
    path: "/api/plans/:id",
    summary: "Takes a plan out of force; the log stays",
    status: 200,
    response: Type.Object({ id: Type.String() }),
  }),
  calendar: op({
    method: "get",
    path: "/api/plans/:id/calendar.ics",
    summary: "The plan as a calendar",
    status: 200,
    produces: "text/calendar",
  }),
  dueCards: op({
    method: "get",
    path: "/api/cards",
    summary: "Cards of a day",
    status: 200,
    query: Type.Object({ date: Type.Optional(IsoDate), studentId: Type.Optional(Type.String()) }),
    response: Type.Object({ date: Type.String(), items: Type.Array(studio.DueCard) }),
  }),
  card: op({
    method: "get",
    path: "/api/cards/:id",
    summary: "A card and where it stands",
    status: 200,
    response: studio.CardState,
  }),
  addAttempt: op({
    method: "post",
    path: "/api/attempts",
    summary: "Logs a try",
    status: 201,
    body: studio.AttemptNew,
    response: studio.Attempt,
  }),
  removeAttempt: op({
    method: "delete",
    path: "/api/attempts/:id",
    summary: "Takes back the newest try on a card",
    status: 200,
    response: studio.CardState,
  }),
} as const;
