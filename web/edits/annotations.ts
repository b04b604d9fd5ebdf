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
import { useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { v4 as newId } from "uuid";
import { useOutbox } from "../outbox/outbox.ts";
import { request, type Request } from "../outbox/request.ts";
import { shown } from "../outbox/shown.ts";
import { changeOf, marksOf } from "../api/marks.ts";
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

/** A student's own fingers. */
export const ownLayer = (studentId: string): string => `student:${studentId}`;

/** A value on a note; null takes away what is written. */
export interface NoteValue {
  readonly id: string;
  readonly value: string | null;
}

/** The edits of a piece's annotations, each of which can be undone. */
export function useAnnotationEdits(pieceId: string) {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  return useMemo(() => {
    const params = { id: pieceId };
    /** What is written now, with what waits to be stored. */
    const now = (): Marks | undefined => {
      const stored = client.getQueryData<Marks>(["annotations", params, null]);
      return stored && shown("annotations", params, stored, useOutbox.getState().entries);
    };
    const edit = (label: string, redo: Request, undo: Request) =>
      perform({ label, redo: [redo], undo: [undo] });

    const notesRequest = (aspect: string, wanted: readonly NoteValue[], layer: string) =>
      request(
        "putNotes",
        { ...params, aspect },
        {
          layer,
          values: wanted.map(({ id, value }) => ({ note: id, value })),
        },
      );
    const marksRequest = (
      stratum: string,
      layer: string,
      before: readonly Mark[],
      after: readonly Mark[] | null,
    ) => {
      const { put, remove } = changeOf(before, after ?? []);
      return request(
        "putMarks",
        { ...params, stratum },
        after
          ? {
              layer,
              put: put.map((one) => ({ ...one, data: { ...one.data } })),
              remove: [...remove],
            }
          : { layer, put: [], remove: [], printed: true },
      );
    };
    const sectionsRequest = (put: readonly SectionPut[], remove: readonly string[]) =>
      request("putSections", params, {
        put: put.map((one) => ({ ...one, about: { ...one.about } })),
        remove: [...remove],
      });
    const remarksRequest = (put: readonly RemarkPut[], remove: readonly string[]) =>
      request("putRemarks", params, { put: [...put], remove: [...remove] });

    return {
      notes: (aspect: string, wanted: readonly NoteValue[], label: string, layer = TEACHER) => {
        const before = new Map(
          (now()?.notes ?? [])
            .filter((one) => one.layer === layer && one.aspect === aspect)
            .map((one) => [one.note, one.value]),
        );
        const back = wanted.map(({ id }) => ({ id, value: before.get(id) ?? null }));
        return edit(label, notesRequest(aspect, wanted, layer), notesRequest(aspect, back, layer));
      },
      /** Changes the marks of one kind in a layer; null goes back to the printed ones. */
      marks: (
        stratum: string,
        change: ((marks: readonly Mark[]) => readonly Mark[]) | null,
        label: string,
        layer = TEACHER,
      ) => {
        const written = now();
        const before = written ? marksOf(written, stratum, layer) : [];
        const after = change && change(before);
        const back = written?.taken.includes(stratum) ? before : null;
        return edit(
          label,
          marksRequest(stratum, layer, before, after),
          marksRequest(stratum, layer, after ?? [], back),
        );
      },
      /** Writes and removes sections in one edit. */
      sections: (put: readonly SectionPut[], remove: readonly string[], label: string) => {
        const before = new Map(now()?.sections.map((one) => [one.id, one]));
        const back = [...put.map(({ id }) => id), ...remove]
          .flatMap((id) => before.get(id) ?? [])
          .map(putOf);
        const made = put.map(({ id }) => id).filter((id) => !before.has(id));
        const gone = remove.filter((id) => before.has(id));
        return edit(label, sectionsRequest(put, gone), sectionsRequest(back, made));
      },
      addSections(drafts: readonly SectionDraft[], label: string) {
        return this.sections(
          drafts.map((draft) => ({ id: newId(), ...draft })),
          [],
          label,
        );
      },
      remarks: (put: readonly RemarkPut[], remove: readonly string[], label: string) => {
        const before = new Map(now()?.remarks.map((one) => [one.id, one]));
        const back = [...put.map(({ id }) => id), ...remove]
          .flatMap((id) => before.get(id) ?? [])
          .map(({ id, bar, exact, noteId, text }) => ({ id, bar, offset: exact, noteId, text }));
        const made = put.map(({ id }) => id).filter((id) => !before.has(id));
        return edit(label, remarksRequest(put, remove), remarksRequest(back, made));
      },
      /** Changes how the piece is shaped; null goes back to as printed. */
      shape: (score: Score, change: ((shape: Shape) => Shape) | null, label: string) => {
        const back = now()?.shape ?? null;
        const after = change && shapeRecord(change(back ? shapeFrom(back, score) : NO_SHAPE));
        return edit(
          label,
          request("putShape", params, { shape: after }),
          request("putShape", params, { shape: back }),
        );
      },
      climax: (place: { bar: number; offset: string } | null, label: string) => {
        const before = now()?.climax;
        const back = before ? { bar: before.bar, offset: before.exact } : null;
        return edit(
          label,
          request("putClimax", params, { place }),
          request("putClimax", params, { place: back }),
        );
      },
      /** Gives notes to another hand than their staff says; null gives them back. */
      hands: (notes: readonly { id: string; hand: string | null }[], label: string) => {
        const before = new Map(now()?.movedHands.map((one) => [one.id, one.hand]));
        const back = notes.map(({ id }) => ({ id, hand: before.get(id) ?? null }));
        return edit(
          label,
          request("putHands", params, { notes: [...notes] }),
          request("putHands", params, { notes: back }),
        );
      },
      /** Plays bars of another edition, or the original again. */
      useReading: (id: string, inUse: boolean, label: string) =>
        edit(
          label,
          request("editReading", { ...params, reading: id }, { inUse }),
          request("editReading", { ...params, reading: id }, { inUse: !inUse }),
        ),
      adopt: (other: string, from: number, to: number, label: string) => {
        const id = newId();
        return edit(
          label,
          request("addReading", params, { id, other, from, to }),
          request("removeReading", { ...params, reading: id }),
        );
      },
    };
  }, [client, perform, pieceId]);
}
