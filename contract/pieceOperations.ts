import { Score } from "./score.ts";
import { Type } from "@sinclair/typebox";
import { Erased, Instrument, Listed, Page } from "./common.ts";
import * as pieces from "./pieces.ts";
import * as surveys from "./survey.ts";
import { op } from "./operation.ts";

const Tempo = Type.String({
  pattern: "^\\d{2,3}(\\.\\d+)?$",
  description: "quarters a minute, 10 to 400",
});
const bars = {
  from: Type.Optional(Type.String({ pattern: "^\\d{1,4}$" })),
  to: Type.Optional(Type.String({ pattern: "^\\d{1,4}$" })),
};

/** Requests of pieces: their files, pages, form and survey. */
export const pieceOperations = {
  listPieces: op({
    method: "get",
    path: "/api/pieces",
    summary: "Pieces, searched and paged",
    status: 200,
    query: Type.Object({ ...Page, instrument: Type.Optional(Instrument) }),
    response: Listed(pieces.PieceSummary),
  }),
  addPiece: op({
    method: "post",
    path: "/api/pieces",
    status: 201,
    consumes: "multipart/form-data",
    response: pieces.Piece,
    summary:
      "Brings a score: multipart `file` (.musicxml, .xml, .mxl, .abc, .mid), " +
      "optionally `instrument`, and `tune` (index) for a file of several",
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
  removePiece: op({
    method: "delete",
    path: "/api/pieces/:id",
    summary: "Erases an archived piece for good, with everything written into it",
    status: 200,
    response: Erased,
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
      "Puts a corrected file in the place of the score: annotations whose " +
      "music did not change stay; the answer says what moved and what lost its " +
      "place",
  }),
  accompany: op({
    method: "post",
    path: "/api/pieces/:id/accompaniment",
    summary:
      "Writes a left hand below a tune from its chord symbols, for all bars or some: a correction " +
      "of the score that can be taken back. Bars with notes of the file stay",
    status: 200,
    body: pieces.AccompanimentIn,
    response: pieces.AccompanimentOut,
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
    response: Score,
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
    summary: "The marked score, of the teacher's layer or another; `printed` is as it came",
    status: 200,
    query: Type.Object({
      layer: Type.Optional(Type.String({ maxLength: 120 })),
      from: Type.Optional(Type.String({ pattern: "^\\d{1,4}$", description: "a bar index" })),
      to: Type.Optional(Type.String({ pattern: "^\\d{1,4}$", description: "a bar index" })),
    }),
    produces: "application/vnd.recordare.musicxml+xml",
  }),
  copyPiece: op({
    method: "get",
    path: "/api/pieces/:id/copy",
    summary: "The piece with everything in it, for a colleague",
    status: 200,
    produces: "application/zip",
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
} as const;
