import type { Piece } from "@yarrow-ridge/contract";
import type { Mark, Note, Place, Score, Shape } from "@yarrow-ridge/core/score";
import type { ComponentType } from "react";
import type { Said, WrittenFinger } from "../score/placeFingers.ts";
import type { PageBoxes } from "../score/geometry.ts";

/** Marks of one kind, drawn over a page of the score. */
export interface DrawingProps {
  readonly boxes: PageBoxes;
  readonly score: Score;
  readonly marks: readonly Mark[];
  /** Whether the marks of a hand stand under its staff. */
  readonly below: (line: string) => boolean;
  /** Marks of other kinds that are drawn over the same staff. */
  readonly beside: readonly Mark[];
  /** All that is said of notes. */
  readonly said: readonly Said[];
  /** Those in pencil; the marks they would take the place of are not among the others. */
  readonly pencil: readonly Mark[];
}

/** The side of the desk on which marks of a kind are worked at. */
export interface PanelProps {
  readonly piece: Piece;
  readonly score: Score;
  readonly marks: readonly Mark[];
  /** Whether they are the teacher's; else they are as printed. */
  readonly taken: boolean;
}

/** How written marks are moved along the music. */
export interface Moving {
  /** Where a mark may stand, its own place among them, in order. */
  readonly places: (mark: Mark) => Promise<readonly Place[]>;
  readonly put: (mark: Mark, to: Place) => void;
}

/** What is shown of them under the score, on the bar axis. */
export interface StripProps {
  readonly score: Score;
  readonly marks: readonly Mark[];
  readonly chosen: { readonly from: number; readonly to: number } | undefined;
  readonly onChoose: (from: number, to: number) => void;
  readonly moving: Moving | undefined;
  readonly shape: Shape;
  /** Quarters a minute: of the plan, or as printed. */
  readonly tempo: number;
  readonly assignmentId: string | undefined;
  /** Marks of every kind, by stratum. */
  readonly all: ReadonlyMap<string, readonly Mark[]>;
}

/** The instrument under the score: where the hand is now, and where next. */
export interface BoardProps {
  readonly now: readonly Note[];
  readonly next: readonly Note[];
  readonly fingers: ReadonlyMap<string, WrittenFinger>;
  readonly label: string;
  readonly fifths: number;
  /** By stratum. */
  readonly marks: ReadonlyMap<string, readonly Mark[]>;
  readonly score: Score;
  /** All that is said of notes. */
  readonly said: readonly Said[];
  /** How the instrument of the piece is set up. */
  readonly setup: Piece["setup"];
}

/** Where a mark is made at a place, in place of a button for each sign. */
export interface EntryProps {
  readonly marks: readonly Mark[];
  /** None while no place is chosen. */
  readonly here: Place | undefined;
  readonly write: (data: Mark["data"] | undefined) => void;
  readonly piece: Piece;
  readonly score: Score;
  /** Quarters a minute: of the plan, or as printed. */
  readonly tempo: number;
  readonly said: readonly Said[];
}

/** How a kind of marks is shown otherwise than by the generic views; all of it optional. */
export interface StratumView {
  readonly Drawing?: ComponentType<DrawingProps>;
  readonly Panel?: ComponentType<PanelProps>;
  readonly Entry?: ComponentType<EntryProps>;
  readonly Strip?: ComponentType<StripProps>;
}

/** What is told before fingers are thought of. */
export interface AskProps {
  readonly assignmentId: string | undefined;
  /** Whether the edition prints fingers. */
  readonly hasPrinted: boolean;
  /** How the instrument of the piece is set up. */
  readonly setup: Piece["setup"];
}

/** What is drawn as a line of its own under each system. */
export interface LineProps {
  readonly boxes: PageBoxes;
  readonly said: readonly Said[];
  readonly setup: Piece["setup"];
  /** Whether the marks of a hand stand under its staff. */
  readonly below: (line: string) => boolean;
}

/** A line of an instrument under each system of the score. */
export interface OwnLine {
  readonly Drawing: ComponentType<LineProps>;
  /** What it is called, in the middle of a sentence. */
  readonly name: string;
  /** Room it takes between systems, in half staff spaces. */
  readonly room: number;
  /** The aspect without which there is nothing to show. */
  readonly of: string;
  /** Notes on it: what it shows of them is not drawn over them once more. */
  readonly shows: (
    notes: readonly Note[],
    said: readonly Said[],
    setup: Piece["setup"],
  ) => ReadonlyMap<string, unknown>;
}

export interface InstrumentView {
  readonly line?: OwnLine;
  readonly Board?: ComponentType<BoardProps>;
  /** Of the hand and by which school; and the same in a few words. */
  readonly Ask?: ComponentType<AskProps>;
  readonly Asked?: ComponentType<AskProps>;
  /** What matters more than any price, and stands open. */
  readonly Told?: ComponentType;
  readonly strata?: Readonly<Record<string, StratumView>>;
}
