import { FOOT, PEDALS, pedalsText } from "@yarrow-ridge/core/instruments/harp";
import { comparePlaces, timeText, toNumber, type Mark } from "@yarrow-ridge/core/score";
import { DIGIT, GAP } from "../../score/placeFingers.ts";
import { xAt } from "../../score/geometry.ts";
import type { DrawingProps } from "../view.ts";
import "./harp.css";

/** In engraver units: away from the lowest staff, from pedal to pedal, a notch, a row of words. */
const [AWAY, APART, NOTCH, ROW] = [680, 150, 190, 340];
/** The gap between the feet. */
const FEET = 120;
/** What lies so far to either side is under or over it. */
const NEAR = 500;

/** Pedals under the lowest staff: a diagram where all seven are told, else a row for each foot. */
export function HarpDrawing({ boxes, score, marks, pencil }: DrawingProps) {
  const all = [...marks, ...pencil];
  return (
    <g className="harp-pedals">
      {all.map((mark, i) => {
        const bar = boxes.bars.find((one) => one.bar === mark.from.bar);
        if (!bar) return null;
        const offset = toNumber(mark.from.offset);
        const x = offset > 0 ? (xAt(boxes, score, mark.from.bar, offset) ?? bar.left) : bar.left;
        // clear of low notes, their fingers and the bracket under them
        const near = boxes.notes.filter(
          (one) => one.note.bar === mark.from.bar && Math.abs(one.x - x) < NEAR,
        );
        const lowest = Math.max(...near.map((one) => one.bottom)) + DIGIT + 2 * GAP;
        // what is for one time stands under what is for each
        const over = all.slice(0, i).filter((one) => comparePlaces(one.from, mark.from) === 0);
        const y = Math.max(bar.bottom + AWAY, lowest + ROW) + 3 * ROW * over.length;
        return (
          <g
            key={mark.id}
            data-mark={mark.id}
            className={pencil.includes(mark) ? "pencil" : undefined}
            transform={`translate(${x} ${y})`}
          >
            {PEDALS.every((letter) => letter in mark.data) ? (
              <Diagram data={mark.data} />
            ) : (
              <Moves data={mark.data} />
            )}
          </g>
        );
      })}
    </g>
  );
}

/** A stroke for each pedal over, on or under a line: flat, natural, sharp. */
function Diagram({ data }: { data: Mark["data"] }) {
  const xs = PEDALS.map((letter, i) => i * APART + (FOOT[letter] === FOOT.A ? FEET : 0));
  const end = xs.at(-1)! + APART / 2;
  const divide = (xs[2]! + xs[3]!) / 2;
  return (
    <>
      <title>{pedalsText(data)}</title>
      <line x1={-APART / 2} x2={end} y1={0} y2={0} />
      <line x1={divide} x2={divide} y1={-NOTCH * 1.5} y2={NOTCH * 1.5} className="thin" />
      {PEDALS.map((letter, i) => {
        const y = (data[letter] as number) * NOTCH;
        return (
          <line
            key={letter}
            x1={xs[i]}
            x2={xs[i]}
            y1={y - NOTCH * 0.8}
            y2={y + NOTCH * 0.8}
            className="thick"
          />
        );
      })}
    </>
  );
}

/** The right foot's pedals over those of the left one; the time they are for over both. */
function Moves({ data: { time, ...data } }: { data: Mark["data"] }) {
  const of = (foot: string) =>
    pedalsText(
      Object.fromEntries(
        Object.entries(data).filter(([letter]) => FOOT[letter as keyof typeof FOOT] === foot),
      ),
    );
  return (
    <>
      {time !== undefined && <text y={-20 - ROW}>{timeText(time as number)}</text>}
      <text y={-20}>{of(FOOT.A)}</text>
      <text y={ROW - 20}>{of(FOOT.D)}</text>
    </>
  );
}
