import type { FollowingSign } from "@yarrow-ridge/core/instruments";
import { DIGIT, GAP, place, type Said } from "./placeFingers.ts";
import { overWords, type NoteBox, type PageBoxes } from "./geometry.ts";

/** In engraver units: a tick of a bracket, air beside notes, a row of signs. */
const [TICK, ASIDE, ROW] = [80, 110, 330];
/** No sign is narrower. */
const LEAST = 350;

interface Part {
  readonly sign: FollowingSign;
  readonly isPencil: boolean;
  readonly isFirst: boolean;
  readonly x1: number;
  readonly x2: number;
  readonly y: number;
  readonly under: boolean;
}

/** What follows from what is written on notes, beyond the fingers, system by system. */
export function FollowingSigns({
  boxes,
  said,
  signs,
  below,
}: {
  boxes: PageBoxes;
  said: readonly Said[];
  signs: readonly FollowingSign[];
  below: (hand: string) => boolean;
}) {
  if (signs.length === 0) return null;
  return (
    <g className="following">
      {partsOf(boxes, said, signs, below).map(({ sign, isPencil, isFirst, x1, x2, y, under }) => {
        const tick = under ? -TICK : TICK;
        const text = isFirst ? sign.text : undefined;
        const start = text ? x1 + text.length * 150 : x1;
        return (
          <g
            key={`${sign.kind} ${sign.from} ${x1}`}
            className={`following-${sign.kind}${isPencil ? " pencil" : ""}`}
          >
            <title>{sign.name}</title>
            {text && (
              <text x={x1} y={under ? y + DIGIT * 0.7 : y}>
                {text}
              </text>
            )}
            {sign.look === "bracket" && (
              <path d={`M ${x1} ${y + tick} L ${x1} ${y} L ${x2} ${y} L ${x2} ${y + tick}`} />
            )}
            {sign.look === "line" && x2 > start && (
              <path d={`M ${start} ${y - 100} L ${x2} ${y - 100} L ${x2} ${y - 100 + tick}`} />
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Where signs stand: clear of the fingers of their notes, and of one another. */
function partsOf(
  boxes: PageBoxes,
  said: readonly Said[],
  signs: readonly FollowingSign[],
  below: (hand: string) => boolean,
): Part[] {
  const by = new Map(boxes.notes.map((box) => [box.note.id, box]));
  const fingers = place(boxes, said, below);
  const inPencil = (id: string) => said.some(({ values }) => values.get(id)?.look === "pencil");
  const tops = new Map(boxes.bars.map(({ bar, top }) => [bar, top]));
  const systemOf = (box: NoteBox) => tops.get(box.note.bar);
  const inOrder = [...boxes.notes].sort((a, b) => a.note.bar - b.note.bar || a.x - b.x);
  const index = new Map(inOrder.map((box, i) => [box.note.id, i]));
  const taken: Part[] = [];
  for (const sign of signs) {
    const [first, last] = [by.get(sign.from), by.get(sign.to)];
    // a page may begin or end inside
    const start = first ? index.get(sign.from)! : 0;
    const end = last ? index.get(sign.to)! : inOrder.length - 1;
    if (!first && !last) continue;
    const hand = (first ?? last)!.note.hand;
    const under = below(hand);
    const notes = inOrder.slice(start, end + 1).filter(({ note }) => note.hand === hand);
    const systems = new Set(notes.map(systemOf));
    for (const system of systems) {
      const some = notes.filter((box) => systemOf(box) === system);
      if (some.length === 0) continue;
      const [x1, x2] = [
        Math.min(...some.map(({ x }) => x)) - ASIDE,
        Math.max(...some.map(({ x }) => x)) + ASIDE,
      ];
      const over = [
        ...fingers
          .filter(
            ({ box, side }) =>
              (side === "below") === under &&
              box.note.hand === hand &&
              systemOf(box) === system &&
              box.x > x1 - ASIDE &&
              box.x < x2 + ASIDE,
          )
          .map(({ y }) => (under ? y + DIGIT * 0.2 : y - DIGIT * 0.75)),
        ...some.map(({ top, bottom }) => (under ? bottom : top)),
      ];
      const staff = boxes.bars.find(({ bar }) => bar === some[0]!.note.bar)?.staves[
        some[0]!.staff - 1
      ];
      if (staff) over.push(under ? staff.bottom : staff.top);
      const edge = under ? Math.max(...over) + GAP : Math.min(...over) - GAP;
      const wide = { left: x1, right: Math.max(x2, x1 + LEAST) };
      let y = under ? edge : overWords(boxes, wide, edge, DIGIT);
      const overlaps = (other: Part) =>
        other.under === under &&
        other.x1 < wide.right + ASIDE &&
        Math.max(other.x2, other.x1 + LEAST) > x1 - ASIDE &&
        Math.abs(other.y - y) < ROW;
      for (let tries = 0; tries < 4 && taken.some(overlaps); tries++) y += under ? ROW : -ROW;
      const isFirst = system === (first && systemOf(first));
      const isPencil = some.some(({ note }) => inPencil(note.id));
      taken.push({ sign, isPencil, isFirst, x1, x2, y, under });
    }
  }
  return taken;
}
