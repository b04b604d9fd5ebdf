import type { AnnotationsAnswer } from "@yarrow-ridge/contract";
import {
  NO_SHAPE,
  shapeFrom,
  shapeRecord,
  toText,
  type About,
  type Score,
  type Section,
  type Shape,
} from "@yarrow-ridge/core/score";
import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { call, Refusal } from "../api/client.ts";
import { useHistory } from "./history.ts";

export type Marks = AnnotationsAnswer;
export type PedalMarks = Marks["pedal"]["marks"];
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

/** The layer of fingers that holds unless another comes over it. */
export const TEACHER = "teacher";
export const SMALL_HAND = "small-hand";
/** A student's own fingers. */
export const ownLayer = (studentId: string): string => `student:${studentId}`;

/** Fingers of every layer. */
export const allFingers = (marks: Pick<Marks, "fingerings" | "others">): Marks["fingerings"] => [
  ...marks.fingerings,
  ...marks.others,
];

const fingersAfter = (
  marks: Marks,
  wanted: readonly { id: string; finger: string | null }[],
  layer: string,
): Marks => {
  const map = new Map(
    allFingers(marks)
      .filter((one) => one.layer === layer)
      .map((one) => [one.id, one]),
  );
  for (const { id, finger } of wanted) {
    if (finger === null) map.delete(id);
    else map.set(id, { id, finger, layer });
  }
  const own = [...map.values()];
  return layer === TEACHER
    ? { ...marks, fingerings: own }
    : { ...marks, others: [...marks.others.filter((one) => one.layer !== layer), ...own] };
};

/** The edits of a piece's annotations, each of which can be undone. */
export function useAnnotationEdits(pieceId: string) {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  return useMemo(() => {
    const writer = new Writer(client, pieceId);
    const params = { id: pieceId };

    const sendFingers = (wanted: readonly { id: string; finger: string | null }[], layer: string) =>
      writer.write(
        (marks) => fingersAfter(marks, wanted, layer),
        (revision) =>
          call("putFingerings", { params, body: { layer, fingerings: [...wanted], revision } }),
      );
    const sendPedal = (marks: PedalMarks | null) =>
      writer
        .write(
          (all) => ({ ...all, pedal: marks ? { source: "teacher", marks } : all.pedal }),
          (revision) =>
            call("putPedal", {
              params,
              body: {
                marks:
                  marks?.map(({ bar, exact, kind, depth, pedal }) => ({
                    bar,
                    offset: exact,
                    kind: kind as "down",
                    ...(depth ? { depth: depth as 0.5 } : {}),
                    ...(pedal ? { pedal: pedal as "soft" } : {}),
                  })) ?? null,
                revision,
              },
            }),
        )
        .then(() =>
          marks === null ? client.invalidateQueries({ queryKey: keyOf(pieceId) }) : undefined,
        );
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
      fingers: (
        wanted: readonly { id: string; finger: string | null }[],
        label: string,
        layer = TEACHER,
      ) => {
        let back: { id: string; finger: string | null }[] = [];
        return perform({
          label,
          redo: () => {
            const before = new Map(
              (writer.now ? allFingers(writer.now) : [])
                .filter((one) => one.layer === layer)
                .map((one) => [one.id, one.finger]),
            );
            back = wanted.map(({ id }) => ({ id, finger: before.get(id) ?? null }));
            return sendFingers(wanted, layer);
          },
          undo: () => sendFingers(back, layer),
        });
      },
      /** Changes the pedal marks; null goes back to the printed ones. */
      pedal: (change: ((marks: PedalMarks) => PedalMarks) | null, label: string) => {
        let back: PedalMarks | null = null;
        return perform({
          label,
          redo: () => {
            const before = writer.now?.pedal;
            back = before?.source === "teacher" ? before.marks : null;
            return sendPedal(change && change(before?.marks ?? []));
          },
          undo: () => sendPedal(back),
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
      /** Changes where hands keep their position. */
      positions: (change: (all: Marks["positions"]) => Marks["positions"], label: string) => {
        let back: Marks["positions"] = [];
        const sendPositions = (positions: Marks["positions"]) =>
          writer.write(
            (all) => ({ ...all, positions }),
            (revision) =>
              call("putPositions", { params, body: { positions: [...positions], revision } }),
          );
        return perform({
          label,
          redo: () => {
            back = writer.now?.positions ?? [];
            return sendPositions(change(back));
          },
          undo: () => sendPositions(back),
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
