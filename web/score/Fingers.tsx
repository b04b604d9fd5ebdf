import type { NoteBox, PageBoxes } from './geometry.ts';

export type FingerLook = 'ink' | 'printed' | 'pencil';
export interface WrittenFinger {
  readonly finger: string;
  readonly look: FingerLook;
}

/** Height of a digit and the air around it, in engraver units. */
export const DIGIT = 300;
export const GAP = 90;

interface Placed {
  box: NoteBox;
  written: WrittenFinger;
  y: number;
}

/** Fingers clear of notes, stems and beams: above the staff for the upper hand, below it for the lower. Chords stack. */
function place(boxes: PageBoxes, fingers: ReadonlyMap<string, WrittenFinger>, below: (hand: string) => boolean): Placed[] {
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
    const inOrder = [...column].sort((a, b) => (low ? b.note.midi - a.note.midi : a.note.midi - b.note.midi));
    const edge = low
      ? Math.max(staff?.bottom ?? -Infinity, ...column.map((box) => box.bottom))
      : Math.min(staff?.top ?? Infinity, ...column.map((box) => box.top));
    return inOrder.map((box, i) => ({
      box, written: fingers.get(box.note.id)!,
      y: low ? edge + GAP + DIGIT * 0.75 + i * DIGIT : edge - GAP - i * DIGIT,
    }));
  });
}

export function Fingers({ boxes, fingers, below, onPick }: {
  boxes: PageBoxes; fingers: ReadonlyMap<string, WrittenFinger>; below: (hand: string) => boolean; onPick?: (noteId: string) => void;
}) {
  return (
    <g className="fingers">
      {place(boxes, fingers, below).map(({ box, written, y }) => (
        <text key={box.note.id} x={box.x} y={y} className={`finger ${written.look}`} data-note={box.note.id}
          onClick={onPick && ((event) => { event.stopPropagation(); onPick(box.note.id); })}>{written.finger}</text>
      ))}
    </g>
  );
}
