import { TEACHER } from "@yarrow-ridge/core/score";
import { request } from "../outbox/request.ts";
import type { Editing, Part } from "./editing.ts";
import type { NoteValue } from "./puts.ts";

/** What is said of notes: values of an aspect, and whose hand takes them. */
export function noteEdits({ params, now, edit }: Editing) {
  const notesRequest = (aspect: string, wanted: readonly NoteValue[], layer: string) =>
    request(
      "putNotes",
      { ...params, aspect },
      {
        layer,
        values: wanted.map(({ id, value }) => ({ note: id, value })),
      },
    );
  /** What is there now, to come back to. */
  const backOf = (aspect: string, wanted: readonly NoteValue[], layer: string) => {
    const before = new Map(
      (now()?.notes ?? [])
        .filter((one) => one.layer === layer && one.aspect === aspect)
        .map((one) => [one.note, one.value]),
    );
    return wanted.map(({ id }) => ({ id, value: before.get(id) ?? null }));
  };
  /** Values of several aspects in one step, such as fingers with their strings. */
  const aspects = (
    values: ReadonlyMap<string, readonly NoteValue[]>,
    label: string,
    layer = TEACHER,
  ) => {
    const all = [...values].filter(([, wanted]) => wanted.length > 0);
    return edit(
      label,
      all.map(([aspect, wanted]) => notesRequest(aspect, wanted, layer)),
      all.map(([aspect, wanted]) => notesRequest(aspect, backOf(aspect, wanted, layer), layer)),
    );
  };
  return {
    aspects,
    notes: (aspect: string, wanted: readonly NoteValue[], label: string, layer = TEACHER) =>
      aspects(new Map([[aspect, wanted]]), label, layer),
    /** Gives notes to other hands than their staff says, null back; with what goes along. */
    hands: (
      notes: readonly { id: string; hand: string | null }[],
      label: string,
      ...also: readonly Part[]
    ) => {
      const before = new Map(now()?.movedHands.map((one) => [one.id, one.hand]));
      const back = notes.map(({ id }) => ({ id, hand: before.get(id) ?? null }));
      return edit(
        label,
        [request("putHands", params, { notes: [...notes] }), ...also.map(({ redo }) => redo)],
        [request("putHands", params, { notes: back }), ...also.map(({ undo }) => undo)],
      );
    },
  };
}
