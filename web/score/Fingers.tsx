import { firstFinger, ornamentWith } from "@yarrow-ridge/core/fingering";
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

/** Height of a digit and the air around it, in engraver units. */
export const DIGIT = 300;
export const GAP = 90;

interface Placed {
  box: NoteBox;
  written: WrittenFinger;
  y: number;
  /** The fingers of its ornament. */
  ornament: string | undefined;
}

/**
 * Fingers clear of notes, stems and beams: above the staff for the upper hand, below it for the
 * lower. Chords stack.
 */
function place(
  boxes: PageBoxes,
  fingers: ReadonlyMap<string, WrittenFinger>,
  below: (hand: string) => boolean,
): Placed[] {
  const columns = new Map<string, NoteBox[]>();
  for (const box of boxes.notes) {
    if (!fingers.has(box.note.id)) continue;
    const key = `${box.note.bar} ${box.note.hand} ${Math.round(box.x / 150)}`;
    const column = columns.get(key);
    if (column) column.push(box);
    else columns.set(key, [box]);
  }
  return [...columns.values()].flatMap((column) => {
    const low = below(column[0]!.note.hand);
    const bar = boxes.bars.find((candidate) => candidate.bar === column[0]!.note.bar);
    const staff = bar?.staves[column[0]!.staff - 1];
    const inOrder = [...column].sort((a, b) =>
      low ? b.note.midi - a.note.midi : a.note.midi - b.note.midi,
    );
    const edge = low
      ? Math.max(staff?.bottom ?? -Infinity, ...column.map((box) => box.bottom))
      : Math.min(staff?.top ?? Infinity, ...column.map((box) => box.top));
    return inOrder.map((box, i) => ({
      box,
      written: fingers.get(box.note.id)!,
      y: low ? edge + GAP + DIGIT * 0.75 + i * DIGIT : edge - GAP - i * DIGIT,
      ornament: ornamentOf(box, column, fingers),
    }));
  });
}

/** What plays the ornament on a note, its main note's finger first. */
function ornamentOf(
  { note }: NoteBox,
  column: readonly NoteBox[],
  fingers: ReadonlyMap<string, WrittenFinger>,
): string | undefined {
  if (!note.ornaments) return undefined;
  const of = (id: string) => Number(firstFinger(fingers.get(id)!.finger));
  return ornamentWith(
    note.ornaments,
    of(note.id),
    column.filter((one) => one.note !== note).map((one) => of(one.note.id)),
    note.hand,
  )?.join(" ");
}

/** How far to the right, and how much lower, the finger of the layer below stands. */
const [ASIDE, LOWER] = [210, 60];

/** `both`: the finger of the layer below is shown too, smaller and to the right. */
export function Fingers({
  boxes,
  fingers,
  below,
  both = false,
  onPick,
}: {
  boxes: PageBoxes;
  fingers: ReadonlyMap<string, WrittenFinger>;
  below: (hand: string) => boolean;
  both?: boolean;
  onPick?: (noteId: string) => void;
}) {
  return (
    <g className="fingers">
      {place(boxes, fingers, below).map(({ box, written, y, ornament }) => (
        <g key={box.note.id}>
          <text
            x={box.x}
            y={y}
            className={`finger ${written.look}`}
            data-note={box.note.id}
            onClick={
              onPick &&
              ((event) => {
                event.stopPropagation();
                onPick(box.note.id);
              })
            }
          >
            {written.finger}
          </text>
          {ornament && (
            <text
              x={box.x + ASIDE * Math.max(1, written.finger.length * 0.7)}
              y={y - LOWER - 120}
              className="finger ornament"
              aria-hidden
            >
              {ornament}
            </text>
          )}
          {both && written.beside && (
            <text
              x={box.x + ASIDE * Math.max(1, written.finger.length * 0.7)}
              y={y + LOWER}
              className={`finger beside ${written.beside.look}`}
              aria-hidden
            >
              {written.beside.finger}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
