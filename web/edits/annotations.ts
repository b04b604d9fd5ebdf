import type { AnnotationsAnswer } from "@yarrow-ridge/contract";
import {
  NO_SHAPE,
  TEACHER,
  shapeFrom,
  shapeRecord,
  toText,
  type About,
  type Mark,
  type Score,
  type Section,
  type Shape,
} from "@yarrow-ridge/core/score";
import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { call, Refusal } from "../api/client.ts";
import { changeOf, marksOf, withMarks } from "./marks.ts";
import { useHistory } from "./history.ts";

export type Marks = AnnotationsAnswer;
export type Remarks = Marks["remarks"];
export interface SectionDraft {
  readonly name: string;
  readonly words: string;
  readonly about?: About;
  readonly from: { bar: number; offset: number | string };
  readonly to: { bar: number; offset: number | string };
}

export interface SectionPut extends SectionDraft {
  readonly id: string;
}

export interface RemarkPut {
  readonly id: string;
  readonly bar: number;
  readonly offset: string;
  readonly noteId?: string | null;
  readonly text: string;
}

const putOf = ({ id, name, words, about, from, to }: Marks["sections"][number]): SectionPut => ({
  id,
  name,
  words,
  about,
  from: { bar: from.bar, offset: from.exact },
  to: { bar: to.bar, offset: to.exact },
});

/** A section as it is written. */
export const sectionPut = ({ id, name, words, about = {}, from, to }: Section): SectionPut => ({
  id,
  name,
  words,
  about,
  from: { bar: from.bar, offset: toText(from.offset) },
  to: { bar: to.bar, offset: toText(to.offset) },
});

const keyOf = (pieceId: string) => ["annotations", { id: pieceId }, null];

/** Writes to the piece's annotations: shown at once, sent in turn, taken back when refused. */
class Writer {
  private readonly client: QueryClient;
  private readonly pieceId: string;
  constructor(client: QueryClient, pieceId: string) {
    [this.client, this.pieceId] = [client, pieceId];
  }

  get now(): Marks | undefined {
    return this.client.getQueryData<Marks>(keyOf(this.pieceId));
  }

  async write(
    change: (marks: Marks) => Marks,
    request: (revision: number) => Promise<{ revision: number }>,
  ): Promise<void> {
    const key = keyOf(this.pieceId);
    await this.client.cancelQueries({ queryKey: key });
    const before = this.now;
    if (before) this.client.setQueryData<Marks>(key, change(before));
    try {
      const { revision } = await request(before?.revision ?? 0);
      this.client.setQueryData<Marks>(key, (marks) => marks && { ...marks, revision });
    } catch (error) {
      if (before) this.client.setQueryData(key, before);
      if (error instanceof Refusal && error.status === 409)
        await this.client.invalidateQueries({ queryKey: key });
      throw error;
    }
  }
}

/** A student's own fingers. */
export const ownLayer = (studentId: string): string => `student:${studentId}`;

/** A value on a note; null takes away what is written. */
export interface NoteValue {
  readonly id: string;
  readonly value: string | null;
}

const notesAfter = (
  marks: Marks,
  aspect: string,
  wanted: readonly NoteValue[],
  layer: string,
): Marks => {
  const gone = new Set(wanted.map(({ id }) => id));
  const others = marks.notes.filter(
    (one) => one.layer !== layer || one.aspect !== aspect || !gone.has(one.note),
  );
  const own = wanted.flatMap(({ id, value }) =>
    value === null ? [] : [{ note: id, aspect, value, layer }],
  );
  return { ...marks, notes: [...others, ...own] };
};

/** The edits of a piece's annotations, each of which can be undone. */
export function useAnnotationEdits(pieceId: string) {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  return useMemo(() => {
    const writer = new Writer(client, pieceId);
    const params = { id: pieceId };

    const sendNotes = (aspect: string, wanted: readonly NoteValue[], layer: string) =>
      writer.write(
        (marks) => notesAfter(marks, aspect, wanted, layer),
        (revision) =>
          call("putNotes", {
            params: { ...params, aspect },
            body: {
              layer,
              values: wanted.map(({ id, value }) => ({ note: id, value })),
              revision,
            },
          }),
      );
    const sendMarks = async (stratum: string, layer: string, after: readonly Mark[] | null) => {
      const before = writer.now ? marksOf(writer.now, stratum, layer) : [];
      const { put, remove } = changeOf(before, after ?? []);
      const taken = (all: Marks) => [...new Set([...all.taken, stratum])];
      await writer.write(
        (all) =>
          after
            ? { ...all, marks: withMarks(all.marks, stratum, layer, after), taken: taken(all) }
            : all,
        (revision) =>
          call("putMarks", {
            params: { ...params, stratum },
            body: after
              ? {
                  layer,
                  put: put.map((one) => ({ ...one, data: { ...one.data } })),
                  remove: [...remove],
                  revision,
                }
              : { layer, put: [], remove: [], printed: true, revision },
          }),
      );
      if (!after) await refresh();
    };
    const refresh = () => client.invalidateQueries({ queryKey: keyOf(pieceId) });
    /** Sends an edit, and shows what stands after it. */
    const send = async (request: (revision: { revision?: number }) => Promise<unknown>) => {
      const { now } = writer;
      try {
        await request(now ? { revision: now.revision } : {});
      } finally {
        await refresh();
      }
    };
    const sendSections = async (put: readonly SectionPut[], remove: readonly string[]) => {
      await send((on) =>
        call("putSections", {
          params,
          body: {
            put: put.map((one) => ({ ...one, about: { ...one.about } })),
            remove: [...remove],
            ...on,
          },
        }),
      );
      // of a piece on paper the names of its sections tell what returns
      await Promise.all(
        ["form", "ridge"].map((key) => client.invalidateQueries({ queryKey: [key] })),
      );
    };
    const sendRemarks = (put: readonly RemarkPut[], remove: readonly string[]) =>
      send((on) =>
        call("putRemarks", { params, body: { put: [...put], remove: [...remove], ...on } }),
      );
    /** After an edit by which the score itself is read otherwise. */
    const reread = () => client.invalidateQueries();

    return {
      // what was there before is read when the edit's turn comes: quick typing queues several
      notes: (aspect: string, wanted: readonly NoteValue[], label: string, layer = TEACHER) => {
        let back: NoteValue[] = [];
        return perform({
          label,
          redo: () => {
            const before = new Map(
              (writer.now?.notes ?? [])
                .filter((one) => one.layer === layer && one.aspect === aspect)
                .map((one) => [one.note, one.value]),
            );
            back = wanted.map(({ id }) => ({ id, value: before.get(id) ?? null }));
            return sendNotes(aspect, wanted, layer);
          },
          undo: () => sendNotes(aspect, back, layer),
        });
      },
      /** Changes the marks of one kind in a layer; null goes back to the printed ones. */
      marks: (
        stratum: string,
        change: ((marks: readonly Mark[]) => readonly Mark[]) | null,
        label: string,
        layer = TEACHER,
      ) => {
        let back: readonly Mark[] | null = null;
        return perform({
          label,
          redo: () => {
            const before = writer.now ? marksOf(writer.now, stratum, layer) : [];
            back = writer.now?.taken.includes(stratum) ? before : null;
            return sendMarks(stratum, layer, change && change(before));
          },
          undo: () => sendMarks(stratum, layer, back),
        });
      },
      /** Writes and removes sections in one edit. */
      sections: (put: readonly SectionPut[], remove: readonly string[], label: string) => {
        let back: SectionPut[] = [];
        let made: string[] = [];
        return perform({
          label,
          redo: () => {
            const before = new Map(writer.now?.sections.map((one) => [one.id, one]));
            back = [...put.map(({ id }) => id), ...remove]
              .flatMap((id) => before.get(id) ?? [])
              .map(putOf);
            made = put.map(({ id }) => id).filter((id) => !before.has(id));
            return sendSections(
              put,
              remove.filter((id) => before.has(id)),
            );
          },
          undo: () => sendSections(back, made),
        });
      },
      addSections(drafts: readonly SectionDraft[], label: string) {
        return this.sections(
          drafts.map((draft) => ({ id: crypto.randomUUID(), ...draft })),
          [],
          label,
        );
      },
      remarks: (put: readonly RemarkPut[], remove: readonly string[], label: string) => {
        let back: RemarkPut[] = [];
        let made: string[] = [];
        return perform({
          label,
          redo: () => {
            const before = new Map(writer.now?.remarks.map((one) => [one.id, one]));
            back = [...put.map(({ id }) => id), ...remove]
              .flatMap((id) => before.get(id) ?? [])
              .map(({ id, bar, exact, noteId, text }) => ({
                id,
                bar,
                offset: exact,
                noteId,
                text,
              }));
            made = put.map(({ id }) => id).filter((id) => !before.has(id));
            return sendRemarks(put, remove);
          },
          undo: () => sendRemarks(back, made),
        });
      },
      /** Changes how the piece is shaped; null goes back to as printed. */
      shape: (score: Score, change: ((shape: Shape) => Shape) | null, label: string) => {
        let back: Marks["shape"] = null;
        const sendShape = (shape: Marks["shape"]) =>
          writer.write(
            (all) => ({ ...all, shape }),
            (revision) => call("putShape", { params, body: { shape, revision } }),
          );
        return perform({
          label,
          redo: () => {
            back = writer.now?.shape ?? null;
            return sendShape(
              change && shapeRecord(change(back ? shapeFrom(back, score) : NO_SHAPE)),
            );
          },
          undo: () => sendShape(back),
        });
      },
      climax: (place: { bar: number; offset: string } | null, label: string) => {
        let back: { bar: number; offset: string } | null = null;
        const sendClimax = (at: typeof place) =>
          send((on) => call("putClimax", { params, body: { place: at, ...on } }));
        return perform({
          label,
          redo: () => {
            const before = writer.now?.climax;
            back = before ? { bar: before.bar, offset: before.exact } : null;
            return sendClimax(place);
          },
          undo: () => sendClimax(back),
        });
      },
      /** Gives notes to another hand than their staff says; null gives them back. */
      hands: (notes: readonly { id: string; hand: string | null }[], label: string) => {
        let back: { id: string; hand: string | null }[] = [];
        const sendHands = (wanted: typeof notes) =>
          send((on) => call("putHands", { params, body: { notes: [...wanted], ...on } })).then(
            reread,
          );
        return perform({
          label,
          redo: () => {
            const before = new Map(writer.now?.movedHands.map((one) => [one.id, one.hand]));
            back = notes.map(({ id }) => ({ id, hand: before.get(id) ?? null }));
            return sendHands(notes);
          },
          undo: () => sendHands(back),
        });
      },
      /** Plays bars of another edition, or the original again. */
      useReading: (id: string, inUse: boolean, label: string) => {
        const sendReading = (now: boolean) =>
          call("editReading", { params: { ...params, reading: id }, body: { inUse: now } }).then(
            reread,
          );
        return perform({ label, redo: () => sendReading(inUse), undo: () => sendReading(!inUse) });
      },
      adopt: (other: string, from: number, to: number, label: string) => {
        let made = "";
        return perform({
          label,
          redo: async () => {
            made = (await call("addReading", { params, body: { other, from, to } })).id;
            await reread();
          },
          undo: () => call("removeReading", { params: { ...params, reading: made } }).then(reread),
        });
      },
    };
  }, [client, perform, pieceId]);
}
