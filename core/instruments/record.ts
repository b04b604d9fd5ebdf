import type { TSchema } from "@sinclair/typebox";

/** How one value of a record is asked for on screen. */
export interface RecordField {
  /** Its place in the record; with a dot in a record inside it: `pairs.12`. */
  readonly key: string;
  readonly label: string;
  readonly unit?: string;
  /** What may be chosen; without them a number is typed, or a list. */
  readonly options?: readonly (readonly [value: string | number | boolean, name: string])[];
  /** Several things with spaces between, such as pitches; `none` for an empty list. */
  readonly list?: ListField;
  /** Shown while nothing is typed. */
  readonly usual?: string;
  readonly help?: string;
  /** Asked for under "more". */
  readonly more?: boolean;
}

/** How one thing of a list is typed. */
export interface ListField {
  /** What a word stands for in the record; nothing where it stands for nothing. */
  readonly read: (word: string) => unknown;
  readonly written: (value: unknown) => string;
  /** What such words are like, said where one is not. */
  readonly hint: string;
}

/** A record of an instrument: of a piece, how it is set up; of a student, what the hands can do. */
export interface RecordForm {
  readonly schema: TSchema;
  readonly fields: readonly RecordField[];
}

export type InstrumentRecord = Readonly<Record<string, unknown>>;

/** How a file asks for an instrument to be set up, and the same in words. */
export interface SetupAsked {
  readonly setup: InstrumentRecord;
  readonly text: string;
}
