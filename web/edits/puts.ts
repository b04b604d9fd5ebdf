import type { AnnotationsAnswer } from "@yarrow-ridge/contract";
import { toText, type About, type Section } from "@yarrow-ridge/core/score";

// What an edit writes, as it is sent.

export type Marks = AnnotationsAnswer;

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

/** A section of the answer as it is written. */
export const putOf = ({
  id,
  name,
  words,
  about,
  from,
  to,
}: Marks["sections"][number]): SectionPut => ({
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

/** A value on a note; null takes away what is written. */
export interface NoteValue {
  readonly id: string;
  readonly value: string | null;
}
