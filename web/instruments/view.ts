import type { Mark, Note, Score } from "@yarrow-ridge/core/score";
import type { ComponentType } from "react";
import type { PageBoxes } from "../score/geometry.ts";
import type { WrittenFinger } from "../score/Fingers.tsx";

/** Marks of one kind, drawn over a page of the score. */
export interface DrawingProps {
  readonly boxes: PageBoxes;
  readonly score: Score;
  readonly marks: readonly Mark[];
  /** Whether the marks of a hand stand under its staff. */
  readonly below: (line: string) => boolean;
}

/** The instrument under the score: where the hand is now, and where next. */
export interface BoardProps {
  readonly now: readonly Note[];
  readonly next: readonly Note[];
  readonly fingers: ReadonlyMap<string, WrittenFinger>;
  readonly label: string;
  readonly fifths: number;
  /** Marks of the instrument's kinds at this place. */
  readonly marks: ReadonlyMap<string, readonly Mark[]>;
  readonly score: Score;
}

/** What is drawn otherwise than by the generic views; all of it optional. */
export interface InstrumentView {
  readonly Board?: ComponentType<BoardProps>;
  /** By stratum; without one its marks are drawn as words. */
  readonly drawings?: Readonly<Record<string, ComponentType<DrawingProps>>>;
}
