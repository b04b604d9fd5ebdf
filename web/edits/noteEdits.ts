import { TEACHER } from "@yarrow-ridge/core/score";
import { request } from "../outbox/request.ts";
import type { Editing } from "./editing.ts";
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
  };
}
