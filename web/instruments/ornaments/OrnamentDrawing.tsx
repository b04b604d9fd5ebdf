import { ornamentText, type Ornament } from "@yarrow-ridge/core/instruments/ornaments";
import { comparePlaces, firstFinger, type Mark } from "@yarrow-ridge/core/score";
import { ornamentWith } from "@yarrow-ridge/core/instruments/keyboard";
import { DIGIT, GAP } from "../../score/placeFingers.ts";
import { overWords, type NoteBox, type PageBoxes } from "../../score/geometry.ts";
import type { DrawingProps } from "../view.ts";
import "./ornaments.css";

/** The sign, the same in every language. */
const TRILL = "tr";

/** In engraver units: a sign stands so far over the staff, a grace so far before its note. */
const [AWAY, BEFORE] = [300, 260];
/** Fingers over a sign. */
const HIGH = 230;
/** To either side of its note a sign takes at most so much. */
const WIDE = 280;
/** What stands over the same note takes so much. */
const SIGN = 420;

/** Graces before their notes, small and struck through; signs over the fingers. */
export function OrnamentDrawing({ boxes, marks, beside, pencil, said }: DrawingProps) {
  const fingers = said.find(({ aspect }) => aspect.onKeys)?.values;
  /** The finger of the note and of its neighbours. */
  const alternating = ({ note }: NoteBox, sign: Ornament["kind"]) =>
    ornamentWith([sign], Number(firstFinger(fingers?.get(note.id)?.finger ?? "")), [], note.hand);
  const isBeside = ({ from }: Mark) => beside.some((one) => comparePlaces(one.from, from) === 0);
  return (
    <g className="ornament-marks">
      {[...marks, ...pencil].map((mark) => {
        const note = noteAt(boxes, mark);
        if (!note) return null;
        const data = mark.data as unknown as Ornament;
        return (
          <g
            key={mark.id}
            data-mark={mark.id}
            className={pencil.includes(mark) ? "pencil" : undefined}
          >
            <title>{ornamentText(data)}</title>
            {data.kind === "grace" ? (
              <Grace
                {...{ note, data }}
                step={stepOf(boxes, note)}
                top={staffOf(boxes, note).top}
              />
            ) : (
              <Sign
                kind={data.kind}
                x={note.x}
                y={over(boxes, note) - (isBeside(mark) ? SIGN : 0)}
                fingers={alternating(note, data.kind)}
              />
            )}
          </g>
        );
      })}
    </g>
  );
}

/** The highest note of the upper staff at a mark; where none begins, the one before. */
const noteAt = ({ notes }: PageBoxes, { from }: Mark): NoteBox | undefined =>
  notes
    .filter(
      ({ staff, note }) =>
        staff === 1 && !note.grace && note.bar === from.bar && comparePlaces(note, from) <= 0,
    )
    .sort((a, b) => comparePlaces(b.note, a.note) || a.y - b.y)[0];

const staffOf = ({ bars }: PageBoxes, { note }: NoteBox) =>
  bars.find(({ bar }) => bar === note.bar)?.staves[0] ?? { top: 0, bottom: 720 };

/** From a line to the next space. */
function stepOf(boxes: PageBoxes, note: NoteBox): number {
  const { top, bottom } = staffOf(boxes, note);
  return (bottom - top) / 8;
}

/** Clear of the note, its fingers, and the words that are engraved there. */
const over = (boxes: PageBoxes, note: NoteBox): number =>
  overWords(
    boxes,
    { left: note.x - WIDE, right: note.x + WIDE },
    Math.min(staffOf(boxes, note).top - AWAY, note.top - DIGIT - 4 * GAP),
    SIGN,
  );

function Grace({
  note,
  data,
  step,
  top,
}: {
  note: NoteBox;
  data: Ornament;
  step: number;
  /** Of the staff: fingers stand over it. */
  top: number;
}) {
  const steps = (data.by > 2 ? 2 : 1) * (data.side === "below" ? 1 : -1);
  const [x, y] = [note.x - BEFORE, note.y + steps * step];
  const stem = 3.2 * step;
  return (
    <>
      <ellipse
        cx={x}
        cy={y}
        rx={0.75 * step}
        ry={0.55 * step}
        transform={`rotate(-20 ${x} ${y})`}
      />
      <path d={`M ${x + 0.65 * step} ${y} v ${-stem} q 10 ${step} ${step} ${1.6 * step}`} />
      <path d={`M ${x - 0.4 * step} ${y - 0.5 * stem} l ${2.2 * step} ${-0.45 * stem}`} />
      {data.how === "slid" && (
        <path
          className="ornament-slide"
          d={`M ${x + step} ${y} L ${note.x - 0.2 * step} ${note.y}`}
        />
      )}
      {data.finger && (
        <text x={x} y={Math.min(top - GAP, y - stem - GAP)} className="ornament-finger">
          {data.finger}
        </text>
      )}
    </>
  );
}

interface SignProps {
  readonly kind: Ornament["kind"];
  readonly x: number;
  readonly y: number;
  /** Of the note and its neighbours. */
  readonly fingers: readonly number[] | undefined;
}

/** The sign with the fingers that alternate over it. */
function Sign({ fingers, ...sign }: SignProps) {
  return (
    <>
      <Shape {...sign} />
      {fingers && (
        <text x={sign.x} y={sign.y - HIGH} className="ornament-finger">
          {fingers.join(" ")}
        </text>
      )}
    </>
  );
}

function Shape({ kind, x, y }: Pick<SignProps, "kind" | "x" | "y">) {
  if (kind === "trill")
    return (
      <text x={x} y={y}>
        {TRILL}
      </text>
    );
  if (kind === "turn" || kind === "inverted turn") {
    const up = kind === "turn" ? 1 : -1;
    return (
      <path
        d={`M ${x - 170} ${y - 60} c -20 ${110 * up} 130 ${130 * up} 170 0 s 190 ${-110 * up} 170 0`}
        className="ornament-turn"
      />
    );
  }
  if (kind === "trill from below")
    return (
      <path
        d={`M ${x - 280} ${y + 110} q 10 -110 80 -110 l 70 -110 l 100 110 l 80 -110 l 100 110 l 70 -110`}
        className="ornament-wave"
      />
    );
  return (
    <>
      <path
        d={`M ${x - 200} ${y} l 70 -110 l 100 110 l 80 -110 l 100 110 l 70 -110`}
        className="ornament-wave"
      />
      {kind === "mordent" && <path d={`M ${x} ${y - 160} v 220`} />}
    </>
  );
}
