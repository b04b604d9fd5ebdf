import { Type, type Static, type TSchema } from "@sinclair/typebox";
import { Listed, Page, IsoDate } from "./common.ts";
import * as marks from "./marks.ts";
import * as pieces from "./pieces.ts";
import * as surveys from "./survey.ts";
import * as studio from "./studio.ts";

/**
 * One request the server answers: the single description that validates it, types it and documents
 * it.
 */
export interface Operation {
  readonly method: "get" | "post" | "put" | "patch" | "delete";
  /** With `:name` parameters. */
  readonly path: string;
  readonly summary: string;
  readonly status: number;
  readonly query?: TSchema;
  readonly body?: TSchema;
  readonly response?: TSchema;
  /** Media type of an answer that is no JSON. */
  readonly produces?: string;
  /** Media type of a request that is no JSON. */
  readonly consumes?: string;
}

const op = <T extends Operation>(operation: T): T => operation;
const Tempo = Type.String({
  pattern: "^\\d{2,3}(\\.\\d+)?$",
  description: "quarters a minute, 10 to 400",
});
const bars = {
  from: Type.Optional(Type.String({ pattern: "^\\d{1,4}$" })),
  to: Type.Optional(Type.String({ pattern: "^\\d{1,4}$" })),
};

export const operations = {
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

  listPieces: op({
    method: "get",
    path: "/api/pieces",
    summary: "Pieces, searched and paged",
    status: 200,
    query: Type.Object(Page),
    response: Listed(pieces.PieceSummary),
  }),
  addPiece: op({
    method: "post",
    path: "/api/pieces",
    status: 201,
    consumes: "multipart/form-data",
    response: pieces.Piece,
    summary:
      "Brings a score: multipart `file` (.musicxml, .xml, .mxl, .abc, .mid), optionally `instrument`, and `tune` (index) for a file of several",
  }),
  addPaperPiece: op({
    method: "post",
    path: "/api/pieces/paper",
    summary: "Brings a piece that has no file: its bars, metres, keys, repeats",
    status: 201,
    body: pieces.PaperPiece,
    response: pieces.Piece,
  }),
  paper: op({
    method: "get",
    path: "/api/pieces/:id/paper",
    summary: "What was told of a piece on paper",
    status: 200,
    response: pieces.Paper,
  }),
  editPaper: op({
    method: "put",
    path: "/api/pieces/:id/paper",
    summary: "Tells a piece on paper anew",
    status: 200,
    body: pieces.Paper,
    response: pieces.Piece,
  }),
  pages: op({
    method: "get",
    path: "/api/pieces/:id/pages",
    summary: "Pictures of the printed pages, and the bars marked on them",
    status: 200,
    response: Type.Object({ items: Type.Array(pieces.Page) }),
  }),
  addPage: op({
    method: "post",
    path: "/api/pieces/:id/pages",
    summary: "Adds a page: multipart `file`, a PNG or JPEG picture",
    status: 201,
    consumes: "multipart/form-data",
    response: pieces.Page,
  }),
  pagePicture: op({
    method: "get",
    path: "/api/pieces/:id/pages/:page/picture",
    summary: "A page as it was brought",
    status: 200,
    produces: "image/png",
  }),
  editPage: op({
    method: "patch",
    path: "/api/pieces/:id/pages/:page",
    summary: "Marks bars on a page, moves it, or brings a removed one back",
    status: 200,
    body: pieces.PageEdit,
    response: pieces.Page,
  }),
  removePage: op({
    method: "delete",
    path: "/api/pieces/:id/pages/:page",
    summary: "Takes a page away; it can be brought back",
    status: 200,
    response: Type.Object({ id: Type.String() }),
  }),
  piece: op({
    method: "get",
    path: "/api/pieces/:id",
    summary: "One piece",
    status: 200,
    response: pieces.Piece,
  }),
  editPiece: op({
    method: "patch",
    path: "/api/pieces/:id",
    summary: "Edits title, composer, instrument, parts or the road; archives or brings back",
    status: 200,
    body: pieces.PieceEdit,
    response: pieces.Piece,
  }),
  correctPiece: op({
    method: "post",
    path: "/api/pieces/:id/correction",
    status: 200,
    consumes: "multipart/form-data",
    response: pieces.Correction,
    summary:
      "Puts a corrected file in the place of the score: annotations whose music did not change stay; the answer says what moved and what lost its place",
  }),
  undoCorrection: op({
    method: "delete",
    path: "/api/pieces/:id/correction",
    summary: "Takes the last correction back",
    status: 200,
    response: pieces.Piece,
  }),
  score: op({
    method: "get",
    path: "/api/pieces/:id/score",
    summary: "Bars, notes and marks, derived from the original",
    status: 200,
    response: Type.Unknown(),
  }),
  engraving: op({
    method: "get",
    path: "/api/pieces/:id/engraving.musicxml",
    summary: "The original made ready for engraving",
    status: 200,
    produces: "application/vnd.recordare.musicxml+xml",
  }),
  form: op({
    method: "get",
    path: "/api/pieces/:id/form",
    summary:
      "Returns with what differs, sequences, imitations, grounds, new bars, and suggested sections at a grain",
    status: 200,
    query: Type.Object({
      grain: Type.Optional(
        Type.Union([Type.Literal("coarse"), Type.Literal("medium"), Type.Literal("fine")], {
          description: "coarse, medium or fine",
        }),
      ),
    }),
    response: pieces.Form,
  }),
  survey: op({
    method: "get",
    path: "/api/pieces/:id/survey",
    summary: "What is found out before a note is played, each fact with its bars",
    status: 200,
    response: surveys.Survey,
    query: Type.Object({
      tempo: Type.Optional(Tempo),
      reach: Type.Optional(
        Type.String({
          pattern: "^\\d{2,3}$",
          description: "millimetres between the outer keys a hand takes, such as 165 for an octave",
        }),
      ),
    }),
  }),
  order: op({
    method: "get",
    path: "/api/pieces/:id/order",
    summary: "Bars as played",
    status: 200,
    response: surveys.Order,
    query: Type.Object({
      repeats: Type.Optional(
        Type.String({
          pattern: "^(all|none|\\d{1,4}(,\\d{1,4})*)$",
          maxLength: 2000,
          description: "all, none, or the last bars of the repeats to take, such as 7,15",
        }),
      ),
      cut: Type.Optional(
        Type.String({
          pattern: "^\\d{1,4}-\\d{1,4}(,\\d{1,4}-\\d{1,4})*$",
          maxLength: 2000,
          description: "stretches to play in their order, such as 0-23,60-78",
        }),
      ),
      tempo: Type.Optional(Tempo),
    }),
  }),
  compareEditions: op({
    method: "get",
    path: "/api/pieces/:id/compare/:other",
    summary: "Two editions bar by bar: what the second has otherwise",
    status: 200,
    response: surveys.Editions,
  }),
  annotations: op({
    method: "get",
    path: "/api/pieces/:id/annotations",
    summary: "Fingerings by layer, pedal marks, sections and what else is written",
    status: 200,
    query: Type.Object({ layer: Type.Optional(Type.String({ maxLength: 60 })) }),
    response: pieces.Annotations,
  }),
  putNotes: op({
    method: "put",
    path: "/api/pieces/:id/notes/:aspect",
    summary: "Writes what is said of the given notes of a layer; null takes it away",
    status: 200,
    body: marks.NotesPut,
    response: pieces.Saved,
  }),
  putMarks: op({
    method: "put",
    path: "/api/pieces/:id/marks/:stratum",
    summary: "Writes and removes marks of one kind in a layer, or goes back to the printed ones",
    status: 200,
    body: marks.MarksPut,
    response: pieces.Saved,
  }),
  putFingerings: op({
    method: "put",
    path: "/api/pieces/:id/fingerings",
    summary: "Writes fingers on the given notes of a layer; null takes one away",
    status: 200,
    body: pieces.FingeringsPut,
    response: pieces.Saved,
  }),
  propose: op({
    method: "post",
    path: "/api/pieces/:id/fingerings/propose",
    summary: "Proposes fingers for a hand in some bars (inclusive) around what is written",
    status: 200,
    body: pieces.ProposeIn,
    response: pieces.ProposeOut,
  }),
  proposeNotes: op({
    method: "post",
    path: "/api/fingerings/propose",
    summary: "Proposes fingers for notes of no stored piece",
    status: 200,
    body: pieces.ProposeNotesIn,
    response: pieces.ProposeOut,
  }),
  work: op({
    method: "get",
    path: "/api/work/:id",
    summary: "How far the work of a name is",
    status: 200,
    response: Type.Object({ share: Type.Number({ description: "0 to 1" }) }),
  }),
  stopWork: op({
    method: "delete",
    path: "/api/work/:id",
    summary: "Stops the work of a name",
    status: 200,
    response: Type.Object({ id: Type.String() }),
  }),
  checkFingerings: op({
    method: "post",
    path: "/api/pieces/:id/fingerings/check",
    summary:
      "Looks through the fingers that are written: what cannot be reached, what differs from its return, what was changed late",
    status: 200,
    body: pieces.CheckIn,
    response: pieces.CheckOut,
  }),
  proposeHandovers: op({
    method: "post",
    path: "/api/pieces/:id/hands/propose",
    summary:
      "Notes the other hand could take in some bars (inclusive), with what is gained and what it does to the sound",
    status: 200,
    body: pieces.HandoversIn,
    response: pieces.HandoversOut,
  }),
  putPedal: op({
    method: "put",
    path: "/api/pieces/:id/pedal",
    summary: "Sets the pedal marks of the piece",
    status: 200,
    body: pieces.PedalPut,
    response: pieces.Saved,
  }),
  proposePedal: op({
    method: "post",
    path: "/api/pieces/:id/pedal/propose",
    summary: "Proposes pedal marks for some bars (inclusive), and says how clear they sound",
    status: 200,
    body: pieces.PedalProposeIn,
    response: pieces.PedalProposeOut,
  }),
  checkPedal: op({
    method: "post",
    path: "/api/pieces/:id/pedal/check",
    summary:
      "Looks through the pedal as it is written: what blurs, swallows a rest, loses a bass or cannot be done",
    status: 200,
    body: pieces.PedalCheckIn,
    response: pieces.PedalCheckOut,
  }),
  addSection: op({
    method: "post",
    path: "/api/pieces/:id/sections",
    summary: "Names a section",
    status: 201,
    body: pieces.SectionNew,
    response: Type.Intersect([pieces.Section, pieces.Saved]),
  }),
  editSection: op({
    method: "patch",
    path: "/api/pieces/:id/sections/:section",
    summary: "Changes a section",
    status: 200,
    body: pieces.SectionEdit,
    response: Type.Intersect([pieces.Section, pieces.Saved]),
  }),
  removeSection: op({
    method: "delete",
    path: "/api/pieces/:id/sections/:section",
    summary: "Removes a section",
    status: 200,
    response: pieces.Saved,
  }),
  putSections: op({
    method: "put",
    path: "/api/pieces/:id/sections",
    summary: "Writes and removes several sections at once",
    status: 200,
    body: pieces.SectionsPut,
    response: pieces.Saved,
  }),
  putRemarks: op({
    method: "put",
    path: "/api/pieces/:id/remarks",
    summary: "Writes and removes notes to oneself",
    status: 200,
    body: pieces.RemarksPut,
    response: pieces.Saved,
  }),
  putClimax: op({
    method: "put",
    path: "/api/pieces/:id/climax",
    summary: "Sets the one climax of the piece",
    status: 200,
    body: pieces.ClimaxPut,
    response: pieces.Saved,
  }),
  putPositions: op({
    method: "put",
    path: "/api/pieces/:id/positions",
    summary: "Sets where hands keep their position; fingers are proposed within it",
    status: 200,
    body: pieces.PositionsPut,
    response: pieces.Saved,
  }),
  putShape: op({
    method: "put",
    path: "/api/pieces/:id/shape",
    summary: "Sets how the piece is shaped: loudness, timing, voices, touch; null for as printed",
    status: 200,
    body: pieces.ShapePut,
    response: pieces.Saved,
  }),
  shape: op({
    method: "get",
    path: "/api/pieces/:id/shape",
    summary:
      "How the piece is shaped: its loudness curve, rows of accents, free runs, words for each section, and what contradicts itself",
    status: 200,
    response: pieces.ShapeOut,
  }),
  putHands: op({
    method: "put",
    path: "/api/pieces/:id/hands",
    summary: "Gives notes to another hand than their staff says",
    status: 200,
    body: pieces.HandsPut,
    response: pieces.Saved,
  }),
  addReading: op({
    method: "post",
    path: "/api/pieces/:id/readings",
    summary: "Takes over bars of another edition for now; the original stays as it is",
    status: 201,
    body: pieces.ReadingNew,
    response: pieces.Reading,
  }),
  editReading: op({
    method: "patch",
    path: "/api/pieces/:id/readings/:reading",
    summary: "Plays a reading or the original again",
    status: 200,
    body: pieces.ReadingEdit,
    response: pieces.Reading,
  }),
  removeReading: op({
    method: "delete",
    path: "/api/pieces/:id/readings/:reading",
    summary: "Forgets a reading",
    status: 200,
    response: Type.Object({ id: Type.String() }),
  }),
  exportScore: op({
    method: "get",
    path: "/api/pieces/:id/export.musicxml",
    summary: "The marked score",
    status: 200,
    produces: "application/vnd.recordare.musicxml+xml",
  }),
  midi: op({
    method: "get",
    path: "/api/pieces/:id/section.mid",
    summary: "Some bars (inclusive) as a Standard MIDI File",
    status: 200,
    query: Type.Object({
      ...bars,
      tempo: Type.Optional(Tempo),
      time: Type.Optional(
        Type.Union([Type.Literal("strict"), Type.Literal("shaped")], {
          description: "strict or shaped",
        }),
      ),
    }),
    produces: "audio/midi",
  }),

  listStudents: op({
    method: "get",
    path: "/api/students",
    summary: "Students, searched and paged",
    status: 200,
    query: Type.Object(Page),
    response: Listed(studio.Student),
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
    response: studio.Plan,
  }),

  addPlan: op({
    method: "post",
    path: "/api/plans",
    summary: "Makes a plan; it takes the place of an earlier one",
    status: 201,
    body: studio.PlanNew,
    response: studio.Plan,
  }),
  plan: op({
    method: "get",
    path: "/api/plans/:id",
    summary: "One plan; a day that was missed has rolled forward",
    status: 200,
    response: studio.Plan,
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

export type Operations = typeof operations;
export type OperationName = keyof Operations;

type Part<K extends OperationName, P extends string> =
  Operations[K] extends Record<P, infer S>
    ? S extends TSchema
      ? Static<S>
      : undefined
    : undefined;
export type Body<K extends OperationName> = Part<K, "body">;
export type Query<K extends OperationName> = Part<K, "query">;
export type Answer<K extends OperationName> = Part<K, "response">;
