import type { AnnotationsAnswer } from "@yarrow-ridge/contract";
import { instrument } from "@yarrow-ridge/core/instruments";
import {
  inOrder,
  markRecord,
  parseFraction,
  toNumber,
  type Mark,
  type MarkRecord,
  type Place,
} from "@yarrow-ridge/core/score";

type Answered = AnnotationsAnswer["marks"][number];

/** What has to be written, and what removed, to have the marks after in place of those before. */
export interface MarkChange {
  readonly put: readonly Omit<MarkRecord, "layer">[];
  readonly remove: readonly string[];
}

const placeOf = ({ bar, exact }: Answered["from"]): Place => ({
  bar,
  offset: parseFraction(exact)!,
});

const answeredPlace = ({ bar, offset }: MarkRecord["from"]): Answered["from"] => ({
  bar,
  offset: toNumber(parseFraction(offset)!),
  exact: offset,
});

/** Marks of one kind, of a layer or of all. */
export const marksOf = (
  { marks }: Pick<AnnotationsAnswer, "marks">,
  stratum: string,
  layer?: string,
): Mark[] =>
  marks
    .filter((one) => one.stratum === stratum && (layer === undefined || one.layer === layer))
    .map(({ id, layer: own, line, from, to, data }) => ({
      id,
      layer: own,
      ...(line === undefined ? {} : { line }),
      from: placeOf(from),
      ...(to ? { to: placeOf(to) } : {}),
      data,
    }));

/** All that is answered, with other marks of one kind in a layer. */
export const withMarks = (
  all: readonly Answered[],
  stratum: string,
  layer: string,
  marks: readonly Mark[],
): Answered[] => [
  ...all.filter((one) => one.stratum !== stratum || one.layer !== layer),
  ...inOrder(marks)
    .map(markRecord)
    .map(({ from, to, ...mark }) => ({
      ...mark,
      stratum,
      layer,
      data: { ...mark.data },
      from: answeredPlace(from),
      ...(to ? { to: answeredPlace(to) } : {}),
    })),
];

export function changeOf(before: readonly Mark[], after: readonly Mark[]): MarkChange {
  const text = (mark: Mark) => JSON.stringify(markRecord(mark));
  const stood = new Map(before.map((one) => [one.id, text(one)]));
  const stays = new Set(after.map((one) => one.id));
  return {
    put: after
      .filter((one) => stood.get(one.id) !== text(one))
      .map(markRecord)
      .map(({ layer: _, ...mark }) => mark),
    remove: before.map((one) => one.id).filter((id) => !stays.has(id)),
  };
}

/** What is seen where some layers are read; marks that have no layers of their own always are. */
export const inLayers = (
  marks: ReadonlyMap<string, readonly Mark[]>,
  kind: string,
  layers: readonly string[],
): Map<string, readonly Mark[]> =>
  new Map(
    instrument(kind).strata.map(({ id, layered }) => [
      id,
      (marks.get(id) ?? []).filter((one) => !layered || layers.includes(one.layer)),
    ]),
  );
