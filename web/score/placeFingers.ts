import { ornamentWith } from "@yarrow-ridge/core/instruments/keyboard";
import { type Aspect, drawnAs, firstFinger } from "@yarrow-ridge/core/score";
import type { NoteBox, PageBoxes } from "./geometry.ts";

/** `own`: of a layer that comes over the teacher's. */
export type FingerLook = "ink" | "printed" | "pencil" | "own";

export interface WrittenFinger {
  readonly finger: string;
  readonly look: FingerLook;
  /** The layer it is written in; none for printed and pencilled ones. */
  readonly layer?: string;
  /** What stands there in the layer under it, when it is another finger. */
  readonly beside?: { readonly finger: string; readonly look: FingerLook };
}

/** One thing that is said of notes, with what stands on which. */
export interface Said {
  readonly aspect: Aspect;
  readonly values: ReadonlyMap<string, WrittenFinger>;
}

/** The bare values, by aspect and note. */
export const valuesOn = (said: readonly Said[]) =>
  new Map(
    said.map(({ aspect, values }) => [
      aspect.id,
      new Map([...values].map(([id, { finger }]) => [id, finger])),
    ]),
  );

/** Height of a digit and the air around it, in engraver units. */
export const DIGIT = 300;

export const GAP = 90;

/** Between things said of the same chord, each in a column of its own. */
const COLUMN = 260;

interface Placed {
  box: NoteBox;
  aspect: Aspect;
  written: WrittenFinger;
  /** As it is drawn. */
  text: string;
  side: "above" | "below";
  x: number;
  y: number;
  /** The fingers of its ornament. */
  ornament: string | undefined;
}

/**
 * What is said of notes, clear of notes, stems and beams: above the staff for the upper hand, below
 * it for the lower; where one staff has two voices, below it for the lower voice. Chords stack, and
 * so do the things said of one note; of a chord each has its column, the first over the notes.
 */
export function place(
  boxes: PageBoxes,
  said: readonly Said[],
  below: (hand: string) => boolean,
): Placed[] {
  const of = (id: string) =>
    said.flatMap(({ aspect, values }) => {
      const written = values.get(id);
      return written ? [{ aspect, written }] : [];
    });
  const columns = new Map<string, NoteBox[]>();
  for (const box of boxes.notes) {
    if (of(box.note.id).length === 0) continue;
    // heads of a second stand beside each other; graces stand before what they adorn
    const { bar, hand, offset, grace } = box.note;
    const at = grace ? `x${Math.round(box.x / 150)}` : `${offset.num}/${offset.den}`;
    const key = `${bar} ${hand} ${at}`;
    const column = columns.get(key);
    if (column) column.push(box);
    else columns.set(key, [box]);
  }
  return [...columns.values()].flatMap((column) => {
    const usual = below(column[0]!.note.hand) ? "below" : "above";
    const bar = boxes.bars.find((candidate) => candidate.bar === column[0]!.note.bar);
    const staff = bar?.staves[column[0]!.staff - 1];
    const all = column
      .flatMap((box) =>
        of(box.note.id).map((one) => {
          const own = box.isLower ? "below" : usual;
          const { text, side = own } = drawnAs(one.aspect, one.written.finger);
          return { box, ...one, text, side };
        }),
      )
      .filter(
        (one, i, list) =>
          !one.aspect.once ||
          list.findIndex(({ aspect, text }) => aspect === one.aspect && text === one.text) === i,
      );
    return (["above", "below"] as const).flatMap((side) => {
      const low = side === "below";
      const edge = low
        ? Math.max(staff?.bottom ?? -Infinity, ...column.map((box) => box.bottom))
        : Math.min(staff?.top ?? Infinity, ...column.map((box) => box.top));
      const here = all
        .filter((one) => one.side === side)
        .sort((a, b) => (low ? -1 : 1) * (a.box.note.midi - b.box.note.midi));
      const aspects = said.map(({ aspect }) => aspect).filter((one) => here.some(isOf(one)));
      const isChord = new Set(here.map(({ box }) => box)).size > 1;
      return (isChord ? aspects.map((one) => here.filter(isOf(one))) : [here]).flatMap((stack, k) =>
        stack.map((one, i) => ({
          ...one,
          x: (k ? column[0]! : one.box).x + k * COLUMN,
          y: low ? edge + GAP + DIGIT * 0.75 + i * DIGIT : edge - GAP - i * DIGIT,
          ornament: one.aspect.onKeys ? ornamentOf(one.box, column, said) : undefined,
        })),
      );
    });
  });
}

const isOf =
  (aspect: Aspect) =>
  (one: { readonly aspect: Aspect }): boolean =>
    one.aspect === aspect;

/** What plays the ornament on a note, its main note's finger first. */
function ornamentOf(
  { note }: NoteBox,
  column: readonly NoteBox[],
  said: readonly Said[],
): string | undefined {
  if (!note.ornaments) return undefined;
  const fingers = said.find(({ aspect }) => aspect.onKeys)!.values;
  const of = (id: string) => Number(firstFinger(fingers.get(id)?.finger ?? ""));
  return ornamentWith(
    note.ornaments,
    of(note.id),
    column.filter((one) => one.note !== note).map((one) => of(one.note.id)),
    note.hand,
  )?.join(" ");
}
