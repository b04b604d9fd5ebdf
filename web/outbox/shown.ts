import type { Answer, AnnotationsAnswer, Body, OperationName } from "@yarrow-ridge/contract";
import {
  afterTry,
  USUAL_LONGEST,
  USUAL_MINUTES,
  USUAL_SHARES,
  withTries,
} from "@yarrow-ridge/core/practice";
import { USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import { parseFraction, toNumber, toText, fromNumber } from "@yarrow-ridge/core/score";
import dayjs from "dayjs";
import { marksOf, withMarks } from "../api/marks.ts";
import type { Entry, Request } from "./request.ts";

type Marks = AnnotationsAnswer;
interface PlaceIn {
  readonly bar: number;
  readonly offset?: number | string;
}

/** A place as it is answered, from one as it is sent. */
function placed({ bar, offset = 0 }: PlaceIn): Marks["sections"][number]["from"] {
  const exact = typeof offset === "number" ? toText(fromNumber(offset)) : offset;
  return { bar, offset: toNumber(parseFraction(exact)!), exact };
}

const byPlace = <T extends { bar: number; offset: number }>(a: T, b: T) =>
  a.bar - b.bar || a.offset - b.offset;

/** What is put in the place of the same, or beside the others; what is removed is gone. */
function merged<T extends { id: string }>(
  before: readonly T[],
  put: readonly T[],
  remove: readonly string[],
): T[] {
  const gone = new Set([...put.map(({ id }) => id), ...remove]);
  return [...before.filter(({ id }) => !gone.has(id)), ...put];
}

type Shown<K extends OperationName> = (marks: Marks, body: Body<K>, params: Params) => Marks;
type Params = Readonly<Record<string, string>>;

const putNotes: Shown<"putNotes"> = (marks, { values, layer = "teacher" }, { aspect }) => {
  const gone = new Set(values.map(({ note }) => note));
  return {
    ...marks,
    notes: [
      ...marks.notes.filter(
        (one) => one.layer !== layer || one.aspect !== aspect || !gone.has(one.note),
      ),
      ...values.flatMap(({ note, value }) =>
        value === null ? [] : [{ note, aspect: aspect!, value, layer }],
      ),
    ],
  };
};

const putMarks: Shown<"putMarks"> = (marks, body, { stratum }) => {
  if (body.printed) return marks;
  const layer = body.layer ?? "teacher";
  const gone = new Set([...body.put.map(({ id }) => id), ...body.remove]);
  const put = body.put.map(({ line, from, to, ...one }) => ({
    ...one,
    layer,
    ...(line === undefined ? {} : { line }),
    from: placeOf(from),
    ...(to ? { to: placeOf(to) } : {}),
  }));
  const own = marksOf(marks, stratum!, layer).filter(({ id }) => !gone.has(id));
  return {
    ...marks,
    marks: withMarks(marks.marks, stratum!, layer, [...own, ...put]),
    taken: [...new Set([...marks.taken, stratum!])],
  };
};
const placeOf = (place: PlaceIn) => ({
  bar: place.bar,
  offset: parseFraction(placed(place).exact)!,
});

const putSections: Shown<"putSections"> = (marks, { put, remove }) => ({
  ...marks,
  sections: merged(
    marks.sections,
    put.map(({ words = "", about = {}, from, to, ...one }) => ({
      ...one,
      words,
      about,
      from: placed(from),
      to: placed(to),
    })),
    remove,
  ).sort((a, b) => byPlace(a.from, b.from)),
});

const putRemarks: Shown<"putRemarks"> = (marks, { put, remove }) => ({
  ...marks,
  remarks: merged(
    marks.remarks,
    put.map(({ id, noteId = null, text, ...place }) => ({ id, noteId, text, ...placed(place) })),
    remove,
  ).sort(byPlace),
});

const putHands: Shown<"putHands"> = (marks, { notes }) => {
  const gone = new Set(notes.map(({ id }) => id));
  const given = notes.flatMap(({ id, hand }) => (hand === null ? [] : [{ id, hand }]));
  return {
    ...marks,
    movedHands: [...marks.movedHands.filter(({ id }) => !gone.has(id)), ...given],
  };
};

const EDITS: { readonly [K in OperationName]?: Shown<K> } = {
  putNotes,
  putMarks,
  putSections,
  putRemarks,
  putHands,
  putShape: (marks, { shape }) => ({ ...marks, shape }),
  putClimax: (marks, { place }) => ({ ...marks, climax: place && placed(place) }),
};

/** What is written into a piece once a request is stored. */
export function written(marks: Marks, { operation, params, body }: Request): Marks {
  const edit = EDITS[operation] as Shown<OperationName> | undefined;
  return edit ? edit(marks, body, params) : marks;
}

type Card = Answer<"card">;
const today = () => dayjs().format("YYYY-MM-DD");
const withoutTry = (state: Card, gone: string): Card => {
  const tries = state.tries.filter((one) => one.id !== gone);
  return withTries(state, tries, today());
};
const card = (state: Card, { operation, body, params }: Request, id: string): Card => {
  if (operation === "removeAttempt") return withoutTry(state, params.id!);
  const one = body as unknown as Body<"addAttempt">;
  const own = one.id ?? id;
  if (operation !== "addAttempt" || one.cardId !== state.id || own === state.newest) return state;
  if (one.tempo !== undefined) return { ...state, newest: own };
  const { result, slips = null, bar = null } = one;
  const day = one.at ? dayjs(one.at).format("YYYY-MM-DD") : today();
  const after = afterTry(state, { id: own, result, slips, bar, day });
  return { ...after, newest: own };
};

/** Single fields that were edited, over the answer as it came. */
const fields =
  (edits: OperationName) =>
  <T extends { id: string }>(one: T, { operation, params, body }: Request): T => {
    if (operation !== edits || params.id !== one.id) return one;
    const known = Object.entries(body as unknown as object).filter(
      ([key]) => key in one && key !== "was",
    );
    return { ...one, ...Object.fromEntries(known) };
  };

const piece = fields("editPiece");
const student = fields("editStudent");
/** A list with its items edited; what is put away or brought back leaves the list it was in. */
const listed =
  <T extends { id: string; archived?: boolean }>(edit: (one: T, request: Request) => T) =>
  <L extends { items: T[] }>(list: L, request: Request): L => ({
    ...list,
    items: list.items.flatMap((one) => {
      const after = edit(one, request);
      return after.archived === one.archived ? [after] : [];
    }),
  });

type Students = Answer<"listStudents">;
/** One who was added and is not stored yet stands in the list already. */
const withNew = (list: Students, { operation, body }: Request): Students => {
  const added = body as unknown as Body<"addStudent">;
  const { id } = added ?? {};
  if (operation !== "addStudent" || !id || list.items.some((one) => one.id === id)) return list;
  const one = {
    instrument: USUAL_INSTRUMENT,
    notes: "",
    lessonWeekday: null,
    lessonTime: null,
    minutesByWeekday: [...USUAL_MINUTES],
    daysOff: [],
    warmUp: 0,
    longest: USUAL_LONGEST,
    shares: USUAL_SHARES,
    player: {},
    reach: null,
    hand: null,
    nextLesson: null,
    archived: false,
    createdAt: "",
    ...added,
    id,
  };
  return {
    ...list,
    items: [...list.items, one],
    total: list.total + 1,
  };
};

type Overlay = (data: never, request: Request, id: string, asked: Params) => unknown;
const OVERLAYS: { readonly [K in OperationName]?: Overlay } = {
  annotations: (marks: Marks & { id?: string }, request) => written(marks, request),
  card,
  piece: piece,
  student: student,
  listPieces: listed(piece as never),
  listStudents: (list: Students, request, _, { archived }) => {
    const edited = listed<Students["items"][number]>(student)(list, request);
    return archived === "true" ? edited : withNew(edited, request);
  },
};

export const isShown = (name: OperationName): boolean => name in OVERLAYS;

/** An answer with what still waits to be stored in it. */
export function shown<K extends OperationName>(
  name: K,
  params: Params,
  data: Answer<K>,
  entries: readonly Entry[],
): Answer<K> {
  const overlay = OVERLAYS[name];
  if (!overlay) return data;
  return entries
    .filter(
      ({ request, state }) =>
        state !== "refused" && (name !== "annotations" || request.params.id === params.id),
    )
    .reduce(
      (now, { request, id }) => overlay(now as never, request, id, params),
      data as unknown,
    ) as Answer<K>;
}
