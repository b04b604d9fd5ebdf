import type { Mark } from "@yarrow-ridge/core/score";
import type { School } from "@yarrow-ridge/core/fingering";
import type { Player } from "@yarrow-ridge/core/instruments";
import { create } from "zustand";
import { persist } from "zustand/middleware";

/** Marks of one kind in pencil, in the place of those of some bars. */
export interface MarkPencil {
  readonly stratum: string;
  readonly from: number;
  readonly to: number;
  readonly marks: readonly (Mark & { readonly why: string })[];
  /** What they make of the music, by bar: the least of each; empty where this kind has no curve. */
  readonly curve: ReadonlyMap<number, number>;
  /** What to know of them besides. */
  readonly notes: readonly string[];
}

/** One way to finger a stretch. */
export interface FingerWay {
  readonly hand: string;
  readonly fingers: ReadonlyMap<string, string>;
  /** What goes with them in other aspects, by aspect and note id. */
  readonly beside: ReadonlyMap<string, ReadonlyMap<string, string>>;
  /** The same music elsewhere, to be taken along when that is wished. */
  readonly elsewhere: ReadonlyMap<string, string>;
  /** What it costs more than the first choice; 0 for that itself. */
  readonly more: number;
  readonly reason: string;
}

export interface HandProblem {
  readonly bar: number;
  readonly note: string | undefined;
  readonly text: string;
  readonly ways: readonly string[];
}

/** What was found out with the pencilled fingers. */
export interface FingerAdvice {
  readonly ways: readonly FingerWay[];
  readonly problems: readonly HandProblem[];
  readonly handovers: readonly {
    readonly notes: readonly string[];
    readonly to: string;
    readonly text: string;
    readonly sound: string;
    readonly gain: number;
  }[];
  /** Bars elsewhere that take the same fingers. */
  readonly counterparts: readonly number[];
}
export const NO_ADVICE: FingerAdvice = { ways: [], problems: [], handovers: [], counterparts: [] };

export type HandsView = "keys" | "blocks" | "verticals";

/** `form`, `hands`, `shape`, or a kind of marks of the instrument. */
export type Stratum = string;

interface Desk {
  readonly stratum: Stratum;
  readonly zoom: number;
  /** Whether what is heard keeps even time, or gives where its shape says so. */
  readonly time: "strict" | "shaped";
  /**
   * How the score is looked at; a piece on paper is seen on its pages unless this says otherwise.
   */
  readonly face: "page" | "engraved" | undefined;
  /** Chosen bars, 0-based inclusive. */
  readonly chosen: { from: number; to: number } | undefined;
  /** The note that typing goes to. */
  readonly note: string | undefined;
  /** The place the pedal cursor is at: bar and quarters as exact text. */
  readonly place: { bar: number; offset: string } | undefined;
  /** Pencilled fingers by note id, not stored until inked. */
  readonly pencil: ReadonlyMap<string, string>;
  /** What goes with them in other aspects, such as strings: by aspect and note id. */
  readonly beside: ReadonlyMap<string, ReadonlyMap<string, string>>;
  /**
   * The bars fingers were last suggested for, while they stand in pencil; and how often a finger
   * was written since.
   */
  readonly suggested: { from: number; to: number } | undefined;
  readonly written: number;
  readonly reasons: readonly string[];
  readonly advice: FingerAdvice;
  /** What is shown of the hands under the score. */
  readonly handsView: HandsView;
  /** What is said of the hand for now, over what is known of the student's. */
  readonly player: Player;
  readonly school: Partial<School>;
  /** What of it was asked for one piece alone, by piece; that of the open one is in `school`. */
  readonly asked: Readonly<Record<string, Partial<School>>>;
  /** The piece on the desk. */
  readonly piece: string | undefined;
  /** Whose fingers are written: the teacher's, those for a small hand, or the student's own. */
  readonly layer: "teacher" | "small-hand" | "own";
  /** Whether the fingers of the layer below are shown too. */
  readonly both: boolean;
  /** Whether the line an instrument has under each system is shown. */
  readonly ownLine: boolean;
  /** Layers of ornaments that are not heard. */
  readonly quietLayers: readonly number[];
  /** Not stored until inked. */
  readonly markPencil: MarkPencil | undefined;
  readonly set: (change: Partial<Omit<Desk, "set">>) => void;
}

/** These are asked of a piece, not the habit of a teacher. */
const OF_PIECE = ["open", "barre", "highest", "level", "away"];
/** These are asked of a passage: no piece keeps them. */
const OF_PASSAGE = ["position", "pattern"];

const without = (school: Partial<School>, keys: readonly string[]): Partial<School> =>
  Object.fromEntries(Object.entries(school).filter(([key]) => !keys.includes(key)));

/** What is asked of each piece, with the one on the desk. */
const askedOf = ({ asked, piece, school }: Pick<Desk, "asked" | "piece" | "school">) =>
  piece === undefined
    ? asked
    : {
        ...asked,
        [piece]: Object.fromEntries(
          Object.entries(school).filter(([key]) => OF_PIECE.includes(key)),
        ),
      };

/** What lives only on screen at the desk. The stratum and the zoom are kept from visit to visit. */
export const useDesk = create<Desk>()(
  persist(
    (set) => ({
      stratum: "form",
      zoom: 1,
      time: "shaped",
      face: undefined,
      chosen: undefined,
      note: undefined,
      place: undefined,
      pencil: new Map(),
      beside: new Map(),
      suggested: undefined,
      written: 0,
      reasons: [],
      advice: NO_ADVICE,
      handsView: "keys",
      player: {},
      school: {},
      asked: {},
      piece: undefined,
      layer: "teacher",
      both: true,
      ownLine: true,
      quietLayers: [],
      markPencil: undefined,
      set: (change) => set(change),
    }),
    {
      name: "yarrow-ridge-desk",
      partialize: ({ stratum, zoom, face, handsView, both, ownLine, ...desk }) => ({
        ...{ stratum, zoom, face, handsView, both, ownLine },
        school: without(desk.school, [...OF_PIECE, ...OF_PASSAGE]),
        asked: askedOf(desk),
      }),
    },
  ),
);

export const nothingChosen = {
  chosen: undefined,
  note: undefined,
  place: undefined,
  pencil: new Map<string, string>(),
  beside: new Map<string, ReadonlyMap<string, string>>(),
  suggested: undefined,
  reasons: [],
  advice: NO_ADVICE,
  markPencil: undefined,
};

/** What stands beside the pencil, with what goes with a way. */
export function withBeside(before: Desk["beside"], { beside }: Pick<FingerWay, "beside">) {
  const found = new Map(before);
  for (const [aspect, values] of beside)
    found.set(aspect, new Map([...(found.get(aspect) ?? []), ...values]));
  return found;
}

type Pencilled = Pick<
  Desk,
  "pencil" | "beside" | "suggested" | "reasons" | "advice" | "markPencil"
>;
/** Pencil of pieces that lie aside for now. */
const aside = new Map<string, Pencilled>();

/** A piece comes to the desk with the pencil it was left with, and what was asked of it. */
export function comeTo(piece: string): void {
  const { school, asked, set } = useDesk.getState();
  set({
    ...{ ...nothingChosen, ...aside.get(piece), piece },
    school: { ...without(school, [...OF_PIECE, ...OF_PASSAGE]), ...asked[piece] },
  });
}

/** A piece is left for now: its pencil is kept, for the day it comes back. */
export function leave(piece: string): void {
  const desk = useDesk.getState();
  const { pencil, beside, suggested, reasons, advice, markPencil } = desk;
  if (pencil.size || markPencil)
    aside.set(piece, { pencil, beside, suggested, reasons, advice, markPencil });
  else aside.delete(piece);
  desk.set({ ...nothingChosen, piece: undefined, asked: askedOf(desk) });
}
