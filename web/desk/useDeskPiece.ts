import {
  NO_SHAPE,
  parseFraction,
  shapeKept,
  type HandPosition,
  type OtherPedal,
  type ShapeRecord,
  type Shape,
  type PedalDepth,
  type PedalMark,
  type Place,
  type Remark,
  type Section,
} from "@yarrow-ridge/core/score";
import { useMemo } from "react";
import { useAnswer, useEngraving, useScore } from "../api/queries.ts";
import { allFingers, TEACHER } from "../edits/annotations.ts";
import type { WrittenFinger } from "../score/Fingers.tsx";

const placeOf = (place: { bar: number; exact: string }): Place => ({
  bar: place.bar,
  offset: parseFraction(place.exact)!,
});

const exact = ({ bar, offset }: { bar: number; offset: string }): Place => ({
  bar,
  offset: parseFraction(offset)!,
});

/** A position with the layer of fingers it was said in. */
export type LayeredPosition = HandPosition & { readonly layer: string };

/** What is written into a score, by whoever reads it. */
export interface Written {
  readonly fingers: ReadonlyMap<string, WrittenFinger>;
  readonly positions: readonly LayeredPosition[];
  readonly pedal: readonly PedalMark[];
  readonly shape: Shape;
  readonly remarks: readonly Remark[];
}

/**
 * All that a screen with a score needs: the piece, its score, engraving, form and annotations.
 * Fingers are the printed ones, over them the teacher's, over them those of the given layers in
 * their order.
 */
export function useDeskPiece(pieceId: string | undefined, layers = "") {
  const params = { id: pieceId ?? "" };
  const known = pieceId !== undefined;
  const piece = useAnswer("piece", params, undefined, known);
  const score = useScore(pieceId);
  const xml = useEngraving(pieceId);
  const form = useAnswer("form", params, undefined, known);
  const annotations = useAnswer("annotations", params, undefined, known);
  const error = [piece, score, xml, form, annotations].find((query) => query.isError)?.error;
  const ready =
    piece.data && score.data && xml.data && form.data && annotations.data
      ? {
          piece: piece.data,
          score: score.data,
          xml: xml.data,
          form: form.data,
          annotations: annotations.data,
        }
      : undefined;
  const again = () =>
    void Promise.all([
      piece.refetch(),
      score.refetch(),
      xml.refetch(),
      form.refetch(),
      annotations.refetch(),
    ]);

  const sections = useMemo(
    (): Section[] =>
      (annotations.data?.sections ?? []).map(({ id, name, words, about, from, to }) => ({
        id,
        name,
        words,
        about: about,
        from: placeOf(from),
        to: placeOf(to),
      })),
    [annotations.data],
  );
  const remarks = useMemo(
    (): Remark[] =>
      (annotations.data?.remarks ?? []).map(({ id, noteId, text, ...place }) => ({
        id,
        text,
        ...(noteId === null ? {} : { noteId }),
        ...placeOf(place),
      })),
    [annotations.data],
  );
  const climax = useMemo(
    (): Place | undefined =>
      annotations.data?.climax ? placeOf(annotations.data.climax) : undefined,
    [annotations.data],
  );
  const pedal = useMemo(
    (): PedalMark[] =>
      (annotations.data?.pedal.marks ?? []).map((mark) => ({
        ...placeOf(mark),
        kind: mark.kind as PedalMark["kind"],
        ...(mark.depth ? { depth: mark.depth as PedalDepth } : {}),
        ...(mark.pedal ? { pedal: mark.pedal as OtherPedal } : {}),
      })),
    [annotations.data],
  );
  const shape = useMemo(
    (): Shape =>
      annotations.data?.shape && score.data
        ? shapeKept(annotations.data.shape as ShapeRecord, score.data)
        : NO_SHAPE,
    [annotations.data, score.data],
  );
  const positions = useMemo(
    (): LayeredPosition[] =>
      (annotations.data?.positions ?? []).map(({ layer, hand, from, to, thumb }) => ({
        layer,
        hand,
        thumb,
        from: exact(from),
        to: exact(to),
      })),
    [annotations.data],
  );
  const fingers = useMemo(() => {
    const found = new Map<string, WrittenFinger>();
    for (const note of score.data?.notes ?? [])
      if (note.finger !== undefined) found.set(note.id, { finger: note.finger, look: "printed" });
    for (const layer of [
      TEACHER,
      ...layers.split(" ").filter((one) => one !== "" && one !== TEACHER),
    ]) {
      for (const one of annotations.data ? allFingers(annotations.data) : []) {
        if (one.layer !== layer) continue;
        const under = found.get(one.id);
        const beside =
          under && under.finger !== one.finger
            ? { finger: under.finger, look: under.look }
            : under?.beside;
        if (one.finger === "") found.delete(one.id);
        else
          found.set(one.id, {
            finger: one.finger,
            look: layer === TEACHER ? "ink" : "own",
            layer,
            ...(beside ? { beside } : {}),
          });
      }
    }
    return found;
  }, [score.data, annotations.data, layers]);
  const written = useMemo(
    (): Written => ({ fingers, positions, pedal, shape, remarks }),
    [fingers, positions, pedal, shape, remarks],
  );
  return { ready, error, again, sections, climax, written, ...written };
}

export type DeskPiece = NonNullable<ReturnType<typeof useDeskPiece>["ready"]>;
