import { say } from "@yarrow-ridge/core/words";
import type { Body } from "@yarrow-ridge/contract";
import type { LineOptions } from "@yarrow-ridge/core/fingering";
import type { ForWhom } from "@yarrow-ridge/core/instruments/propose";
import { idOf, playedOf } from "./bareNotes.ts";
import { pitchOf } from "./pitchOf.ts";
import {
  aspectsOf,
  instrument,
  instruments,
  USUAL_INSTRUMENT,
  lineOf,
  mainAspect,
  stratumOf,
  thumbs,
  type Instrument,
} from "@yarrow-ridge/core/instruments";
import {
  beatName,
  midiOf,
  pitchName,
  spokenName,
  type Aspect,
  type Score,
  TEACHER,
} from "@yarrow-ridge/core/score";
import { graceId, onKeys, toFinger } from "@yarrow-ridge/core/instruments/ornaments";
import { eq } from "drizzle-orm";
import { assignments, attempts } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import { checkedRecord } from "../http/records.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { underName } from "../work.ts";
import { pedalNow, positionsNow } from "./keyboard.ts";
import { againIn } from "./form.ts";
import { ofNotes, ornamentsNow } from "./underOrnaments.ts";
import { fingersAnswer, lineAnswer } from "./fingersAnswer.ts";
import { apartIn } from "./apart.ts";
import { spelled } from "./spelled.ts";
import { knownPiece, limbsOf, pieceRow } from "./store.ts";
import { fingerRows, noteRows, type NoteRow } from "./written.ts";

type Made = Pick<
  Handlers,
  "propose" | "proposeLine" | "proposeNotes" | "checkFingerings" | "proposeHandovers"
>;
type Asked = Pick<Body<"propose">, "hand" | "player" | "school" | "ties">;

export const fingerHandlers = (studio: Studio): Made => ({
  propose: async ({ param, body, c }) => {
    const { instrument: kind } = await pieceRow(studio.db, param("id"));
    const { hand, aspect } = handAsked(kind, body.hand);
    const asked = { ...body, hand };
    const { proposal, names, bars } = await proposeIn(studio, param("id"), asked, c.req.raw.signal);
    return fingersAnswer(proposal, (id) => names.get(id)!, aspect, bars);
  },

  proposeLine: async ({ param, body, c }) => {
    const { locks = [], ...rest } = body;
    const hand = param("line");
    const { instrument: kind } = await pieceRow(studio.db, param("id"));
    checkHand(kind, hand);
    const aspects = aspectsOf(instrument(kind), hand);
    for (const { aspect } of locks)
      if (!aspects.some((one) => one.id === aspect))
        throw new ProblemError(
          400,
          say`"aspect" must be one of ${aspects.map((one) => one.id).join(", ")}.`,
          "locks",
        );
    const asked = {
      ...rest,
      hand,
      locks: locks.map(({ note, value }) => ({ id: note, finger: value })),
    };
    const { proposal } = await proposeIn(studio, param("id"), asked, c.req.raw.signal);
    return lineAnswer(proposal, aspects[0]!.id);
  },

  proposeNotes: async ({ body: asked, c }) => {
    const kind = asked.instrument ?? USUAL_INSTRUMENT;
    if (!instruments.some((one) => one.id === kind))
      throw new ProblemError(400, say`There is no instrument called ${kind}.`, "instrument");
    const { hand, aspect } = handAsked(kind, asked.hand);
    const body = { ...asked, hand };
    checkHand(kind, hand);
    const { compass, compassIn } = instrument(kind).limbs.find((limb) => limb.id === body.hand)!;
    const { tuning, capo, scale, open } = body;
    const setup = {
      ...(body.setup ? checkedRecord(kind, "setup", body.setup) : {}),
      ...(tuning ? { tuning: tuning.map((name) => midiOf(pitchOf(name))) } : {}),
      ...(capo === undefined ? {} : { capo }),
      ...(scale === undefined ? {} : { scale }),
      ...toldBySchool(body.school),
      ...(open === undefined ? {} : { open }),
    };
    const names = new Map<string, string>();
    const played = playedOf(body.notes, kind, compassIn?.(setup) ?? compass, names);
    const locks = new Map(
      (body.locks ?? []).map(({ id, finger }) => [known(names, id), String(finger)]),
    );
    const positions = new Map(
      (body.positions ?? []).map(({ id, thumb }) => [known(names, id), midiOf(pitchOf(thumb))]),
    );
    const strings = body.notes.flatMap((note, at): [string, string][] =>
      note.string === undefined ? [] : [[idOf(note, at), String(note.string)]],
    );
    const { position } = body;
    const also = new Map<string, ReadonlyMap<string, string>>();
    if (strings.length) also.set("string", new Map(strings));
    if (position !== undefined)
      also.set("position", new Map(played.map(({ id }) => [id, position])));
    const proposal = await underName(body.work, c.req.raw.signal, (watch) =>
      studio.heavy.watched(watch, "proposeNotes", played, {
        ...lineOptions(body, kind),
        ...(body.tempo ? { tempo: body.tempo } : {}),
        locks,
        positions,
        ...(Object.keys(setup).length ? { setup } : {}),
        ...(also.size ? { also } : {}),
        ...(body.alternatives === undefined ? {} : { alternatives: body.alternatives }),
      }),
    );
    return fingersAnswer(proposal, (id) => names.get(id)!, aspect);
  },

  checkFingerings: async ({ param, body }) => {
    const { score: written, form } = await knownPiece(studio, param("id"));
    const row = await pieceRow(studio.db, param("id"));
    const { instrument: kind, setup } = row;
    const score = await spelled(studio, row, written);
    const layer = body.layer ?? TEACHER;
    const beside = new Map<string, ReadonlyMap<string, string>>();
    for (const aspect of instrument(kind).aspects)
      beside.set(aspect.id, await inForce(studio, param("id"), layer, aspect, score));
    const fingers = beside.get("finger") ?? new Map<string, string>();
    const rows = await fingerRows(studio.db, param("id"), layer);
    const positions = await positionsNow(studio, param("id"), layer);
    const apart = await apartIn(studio, param("id"), kind);
    const doubts = await studio.heavy.run("checkFingers", score, fingers, {
      instrument: kind,
      positions,
      ...(apart.length ? { apart } : {}),
      beside,
      form: againIn(form),
      ...(setup ? { setup } : {}),
      ...(body.player ? { player: body.player } : {}),
    });
    const late = await changedLate(studio, param("id"), instrument(kind), score, rows);
    return {
      doubts: [...doubts.map((one) => ({ ...one, notes: [...one.notes] })), ...late].sort(
        (a, b) => a.bar - b.bar,
      ),
      fingers: fingers.size,
    };
  },

  proposeHandovers: async ({ param, body: { from, to, player } }) => {
    const { score } = await knownPiece(studio, param("id"));
    checkBars(score, { from, to });
    const { instrument: kind, setup } = await pieceRow(studio.db, param("id"));
    // on keys of their own neither takes from the other
    const isApart = (await apartIn(studio, param("id"), kind)).some(
      (one) => one.from.bar <= to && (!one.to || one.to.bar > from),
    );
    if (isApart) return { handovers: [] };
    const tempo = score.bars.find((bar) => bar.tempo !== undefined)?.tempo;
    const found = await studio.heavy.run("redistribute", score, {
      from,
      to,
      instrument: kind,
      ...(player ? { player } : {}),
      ...(tempo ? { tempo } : {}),
      ...(setup ? { setup } : {}),
    });
    return { handovers: found.map((one) => ({ ...one, notes: [...one.notes] })) };
  },
});

/** @throws ProblemError 400 for bars that are not there */
export function checkBars(score: Score, { from, to }: { from: number; to: number }) {
  if (to < from || to >= score.bars.length)
    throw new ProblemError(
      400,
      say`The bars must lie from 0 to ${score.bars.length - 1}, the first not after the last.`,
      "to",
    );
}

/** What a proposal is asked for with, in one of the two requests. */
type Wanted = Omit<Body<"propose">, "locks"> & {
  readonly locks?: readonly { readonly id: string; readonly finger: number | string }[] | undefined;
};

async function proposeIn(studio: Studio, id: string, body: Wanted, signal: AbortSignal) {
  const { score: written, form } = await knownPiece(studio, id);
  const row = await pieceRow(studio.db, id);
  const { instrument: kind, reading, setup } = row;
  const bare = await spelled(studio, row, written, body.tempo);
  checkHand(kind, body.hand);
  const ornaments = await ornamentsNow(studio, id, kind, bare, body.hand);
  const { score, school } = toFinger(bare, ornaments, instrument(kind).slides ?? onKeys);
  checkBars(score, body);
  const inked = await noteRows(studio.db, id, {
    layer: body.layer ?? TEACHER,
    aspect: mainAspect(instrument(kind), body.hand),
  });
  const names = new Map(written.notes.map((note) => [note.id, pitchName(note.pitch)]));
  const locks = new Map(
    inked.filter(({ value }) => value !== "").map(({ noteId, value }) => [noteId, value]),
  );
  for (const { id, finger } of body.locks ?? []) locks.set(known(names, id), String(finger));
  for (const [note, { finger }] of ornaments) if (finger) locks.set(graceId(note), finger);
  const positions = thumbs(score, await positionsNow(studio, id, body.layer ?? TEACHER), body.hand);
  for (const { id, thumb } of body.positions ?? [])
    positions.set(known(names, id), midiOf(pitchOf(thumb)));
  const tempo = body.tempo ?? score.bars.find((bar) => bar.tempo !== undefined)?.tempo;
  const pedal = stratumOf(instrument(kind), "pedal")
    ? { pedal: (await pedalNow(studio, id)).marks }
    : {};
  const told = { ...setup, ...toldBySchool(body.school) };
  const asked = lineOptions(body, kind);
  const options = {
    ...asked,
    ...(ornaments.size ? { school: { ...asked.school, ...school } } : {}),
    ...(tempo ? { tempo } : {}),
    ...(Object.keys(told).length ? { setup: told } : {}),
  };
  const other = [
    ...bare.notes.filter((note, i) => note !== written.notes[i]),
    ...score.notes.filter(({ id }) => !names.has(id)),
  ];
  const also = await toldBeside(studio, id, kind, body, score);
  const decided = instrument(kind).aspects.flatMap((one) =>
    one.decides ? [...(also.get(one.id) ?? [])] : [],
  );
  const proposal = await underName(body.work, signal, (watch) =>
    studio.heavy.watched(
      watch,
      "propose",
      score,
      {
        ...options,
        ...pedal,
        form: againIn(form, body.hand),
        locks,
        positions,
        ...(also.size ? { also } : {}),
        from: body.from,
        to: body.to,
        ...(body.alternatives === undefined ? {} : { alternatives: body.alternatives }),
      },
      `${id} ${reading} ${JSON.stringify([options, pedal, decided, other.map(({ id, pitch }) => [id, pitch])])}`,
    ),
  );
  return { proposal: ofNotes(proposal, names), names, bars: score.bars };
}

/** What is asked of strings, frets and feet. */
const toldBySchool = ({
  open,
  barre,
  highest,
  level,
  feet,
  away,
  bass,
  line,
  thumb,
  chords,
  pattern,
}: NonNullable<Asked["school"]> = {}) => ({
  ...(feet ? { feet } : {}),
  ...(away ? { away } : {}),
  ...(bass ? { pair: bass } : {}),
  ...(open ? { open } : {}),
  ...(barre ? { barre } : {}),
  ...(highest === undefined ? {} : { highest }),
  ...(level ? { level } : {}),
  ...(line ? { line } : {}),
  ...(thumb ? { thumb } : {}),
  ...(chords ? { chords } : {}),
  ...(pattern ? { pattern } : {}),
});

/** What is told of notes beside fingers: the strings that are written, the position asked for. */
async function toldBeside(
  { db }: Studio,
  id: string,
  kind: string,
  { hand, layer = TEACHER, from, to, position }: Wanted,
  score: Score,
): Promise<ReadonlyMap<string, ReadonlyMap<string, string>>> {
  const found = new Map<string, ReadonlyMap<string, string>>();
  for (const { id: aspect, decides } of aspectsOf(instrument(kind), hand).slice(1)) {
    const rows = await noteRows(db, id, { layer, aspect });
    // an empty one takes away what is printed
    const written = rows.filter(({ value }) => value !== "" || decides);
    if (written.length) found.set(aspect, new Map(written.map((row) => [row.noteId, row.value])));
  }
  if (position === undefined) return found;
  const asked = score.notes.filter((note) => note.bar >= from && note.bar <= to);
  return found.set("position", new Map(asked.map((note) => [note.id, position])));
}

/** What stands on notes in an aspect: as printed, the teacher's over it, the layer's own on top. */
async function inForce(
  { db }: Studio,
  id: string,
  layer: string,
  { id: aspect, decides }: Pick<Aspect, "id" | "decides">,
  score: Score,
): Promise<Map<string, string>> {
  const found = new Map(
    score.notes.flatMap((note): [string, string][] => {
      const printed = note.printed?.[aspect];
      return printed === undefined ? [] : [[note.id, printed]];
    }),
  );
  for (const one of layer === TEACHER ? [TEACHER] : [TEACHER, layer])
    for (const { noteId, value } of await noteRows(db, id, { layer: one, aspect }))
      found.set(noteId, value);
  // an empty one says that what is printed is not so
  for (const [note, value] of found) if (value === "" && !decides) found.delete(note);
  return found;
}

/** Fingers that were changed after their bar had been practised, with how many tries it had. */
async function changedLate(
  { db }: Studio,
  pieceId: string,
  kind: Instrument,
  score: Score,
  rows: readonly NoteRow[],
) {
  const changed = rows.filter((row) => row.changedAt && row.was);
  if (changed.length === 0) return [];
  const tries = await db
    .select({ from: attempts.fromBar, to: attempts.toBar, hands: attempts.hands, at: attempts.at })
    .from(attempts)
    .innerJoin(assignments, eq(attempts.assignmentId, assignments.id))
    .where(eq(assignments.pieceId, pieceId));
  const notes = new Map(score.notes.map((note) => [note.id, note]));
  return changed.flatMap(({ noteId, value, was, changedAt }) => {
    const note = notes.get(noteId);
    const had = note
      ? tries.filter(
          (one) =>
            one.at < changedAt! &&
            one.from <= note.bar &&
            one.to >= note.bar &&
            lineOf(kind, one.hands).limbs.includes(note.hand),
        ).length
      : 0;
    if (!note || had === 0) return [];
    const bar = score.bars[note.bar]!;
    return [
      {
        kind: "changed" as const,
        bar: note.bar,
        notes: [noteId],
        text: say`Bar ${bar.number}, beat ${beatName(bar, note.offset)}: ${was ?? ""} on
          ${spokenName(note.pitch)} became ${value || say`none`} after ${had}
            ${had === 1 ? say`try` : say`tries`}. A finger that is habit takes days to change.`,
      },
    ];
  });
}

/** The limb that is meant, and what of its notes is wanted, where hands share them. */
function handAsked(kind: string, hand: string): { hand: string; aspect?: string } {
  const shared = instrument(kind).shared?.[hand];
  return shared
    ? { hand: shared.limb, ...(shared.aspect ? { aspect: shared.aspect } : {}) }
    : { hand };
}

function checkHand(kind: string, hand: string) {
  if (!limbsOf(kind).includes(hand))
    throw new ProblemError(400, say`"hand" must be one of ${limbsOf(kind).join(", ")}.`, "hand");
}

function known(names: ReadonlyMap<string, string>, id: string): string {
  if (!names.has(id))
    throw new ProblemError(400, say`There is no note ${id} to keep a finger on.`, "locks");
  return id;
}

const lineOptions = (
  { hand, player, school, ties }: Asked,
  kind: string,
): LineOptions & ForWhom => ({
  hand,
  instrument: kind,
  ...(player ? { player } : {}),
  ...(school ? { school } : {}),
  ...(ties === undefined ? {} : { ties }),
});
