import {
  NO_SHAPE,
  TEACHER,
  shapeFrom,
  shapeRecord,
  type Mark,
  type Score,
  type Shape,
} from "@yarrow-ridge/core/score";
import { changeOf, marksOf } from "../api/marks.ts";
import { request } from "../outbox/request.ts";
import type { Editing, Part } from "./editing.ts";

/** Marks between notes, and how the piece is shaped. */
export function markEdits({ params, now, edit }: Editing) {
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
  /** What changes the marks of one kind, as a part of a step; null goes back to the printed. */
  const marksPart = (
    stratum: string,
    change: ((marks: readonly Mark[]) => readonly Mark[]) | null,
    layer = TEACHER,
  ): Part => {
    const written = now();
    const before = written ? marksOf(written, stratum, layer) : [];
    const after = change && change(before);
    const back = written?.taken.includes(stratum) ? before : null;
    return {
      redo: marksRequest(stratum, layer, before, after),
      undo: marksRequest(stratum, layer, after ?? [], back),
    };
  };
  return {
    marksPart,
    /** Changes the marks of one kind in a layer; null goes back to the printed ones. */
    marks: (
      stratum: string,
      change: ((marks: readonly Mark[]) => readonly Mark[]) | null,
      label: string,
      layer = TEACHER,
    ) => {
      const { redo, undo } = marksPart(stratum, change, layer);
      return edit(label, redo, undo);
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
  };
}
