import type { AnnotationsAnswer } from "@yarrow-ridge/contract";
import { instrument, pedalOf, type Instrument } from "@yarrow-ridge/core/instruments";
import {
  NO_SHAPE,
  parseFraction,
  shapeKept,
  type Aspect,
  type Mark,
  type Note,
  type PedalMark,
  type Place,
  type Remark,
  type Section,
  type Shape,
  type ShapeRecord,
  TEACHER,
} from "@yarrow-ridge/core/score";
import { useMemo } from "react";
import { useAnswer, useEngraving, useScore } from "../answers/queries.ts";
import { marksOf } from "../api/marks.ts";
import type { Said, WrittenFinger } from "../score/placeFingers.ts";

const placeOf = (place: { bar: number; exact: string }): Place => ({
  bar: place.bar,
  offset: parseFraction(place.exact)!,
});

/** The layer of nothing but what came with the file. */
export const PRINTED = "printed";

/** What is written into a score, by whoever reads it. */
export interface Written {
  /** What is said of notes, in the order it is drawn. */
  readonly said: readonly Said[];
  /** The first of it, by note. */
  readonly fingers: ReadonlyMap<string, WrittenFinger>;
  /** What is written between notes, by stratum. */
  readonly marks: ReadonlyMap<string, readonly Mark[]>;
  readonly pedal: readonly PedalMark[];
  readonly positions: readonly Mark[];
  readonly shape: Shape;
  readonly remarks: readonly Remark[];
}

/** Aspects of an instrument, each once: an accordion's hands have fingers of their own. */
const aspectsIn = (of: Instrument): Aspect[] =>
  of.aspects.filter((one, i) => of.aspects.findIndex((other) => other.id === one.id) === i);

/** The values of an aspect by note: as printed, over that the teacher's, over that other layers. */
function valuesOf(
  aspect: string,
  notes: readonly Note[],
  written: AnnotationsAnswer["notes"],
  layers: string,
): Map<string, WrittenFinger> {
  const found = new Map<string, WrittenFinger>();
  for (const { id, printed } of notes) {
    const value = printed?.[aspect];
    if (value !== undefined) found.set(id, { finger: value, look: "printed" });
  }
  if (layers === PRINTED) return found;
  const order = [TEACHER, ...layers.split(" ").filter((one) => one !== "" && one !== TEACHER)];
  for (const layer of order) {
    for (const one of written) {
      if (one.layer !== layer || one.aspect !== aspect) continue;
      const under = found.get(one.note);
      const beside =
        under && under.finger !== one.value
          ? { finger: under.finger, look: under.look }
          : under?.beside;
      if (one.value === "") found.delete(one.note);
      else
        found.set(one.note, {
          finger: one.value,
          look: layer === TEACHER ? "ink" : "own",
          layer,
          ...(beside ? { beside } : {}),
        });
    }
  }
  return found;
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
  const shape = useMemo(
    (): Shape =>
      annotations.data?.shape && score.data
        ? shapeKept(annotations.data.shape as ShapeRecord, score.data)
        : NO_SHAPE,
    [annotations.data, score.data],
  );
  const kind = piece.data?.instrument;
  const said = useMemo(
    (): Said[] =>
      (kind ? aspectsIn(instrument(kind)) : []).map((aspect) => ({
        aspect,
        values: valuesOf(aspect.id, score.data?.notes ?? [], annotations.data?.notes ?? [], layers),
      })),
    [kind, score.data, annotations.data, layers],
  );
  // the first thing said of a note stands for the others where there is room for one
  const fingers = useMemo(() => {
    const found = new Map<string, WrittenFinger>();
    for (const { values } of [...said].reverse())
      for (const [id, one] of values) found.set(id, one);
    return found;
  }, [said]);
  const marks = useMemo(
    (): ReadonlyMap<string, readonly Mark[]> =>
      new Map(
        (kind ? instrument(kind).strata : []).map(({ id }) => [
          id,
          annotations.data ? marksOf(annotations.data, id) : [],
        ]),
      ),
    [kind, annotations.data],
  );
  const pedal = useMemo(() => (marks.get("pedal") ?? []).map(pedalOf), [marks]);
  const positions = useMemo(() => marks.get("position") ?? [], [marks]);
  const written = useMemo(
    (): Written => ({ said, fingers, marks, pedal, positions, shape, remarks }),
    [said, fingers, marks, pedal, positions, shape, remarks],
  );
  return { ready, error, again, sections, climax, written, ...written };
}

export type DeskPiece = NonNullable<ReturnType<typeof useDeskPiece>["ready"]>;
