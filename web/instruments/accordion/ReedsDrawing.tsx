import { comparePlaces, toNumber, type Mark } from "@yarrow-ridge/core/score";
import { REEDS } from "@yarrow-ridge/core/instruments/accordion";
import { xAt } from "../../score/geometry.ts";
import type { DrawingProps } from "../view.ts";
import { above } from "./above.ts";
import "./accordion.css";

/** In engraver units: the sign's radius, a dot's, and how far aside another kind pushes it. */
const [ROUND, DOT, ASIDE] = [230, 45, 480];

/** Registration signs over the top staff: a round in three, a dot for each reed that sounds. */
export function ReedsDrawing({ boxes, score, marks, pencil, beside }: DrawingProps) {
  return (
    <g className="reeds-marks">
      {[...marks, ...pencil].map((mark) => {
        const bar = boxes.bars.find((one) => one.bar === mark.from.bar);
        if (!bar) return null;
        const at = xAt(boxes, score, bar.bar, toNumber(mark.from.offset)) ?? bar.left;
        const isTaken = beside.some((one) => comparePlaces(one.from, mark.from) === 0);
        const x = isTaken ? at + ASIDE : at;
        const y = above(boxes, bar, x, ROUND) - ROUND;
        return (
          <g
            key={mark.id}
            data-mark={mark.id}
            className={pencil.includes(mark) ? "pencil" : undefined}
            transform={`translate(${x} ${y})`}
          >
            <title>{REEDS.words(mark)}</title>
            <Sign data={mark.data} />
          </g>
        );
      })}
    </g>
  );
}

/** Where the dots of eight foot lie: one in the middle, two apart, three. */
const MIDDLE = [[], [0], [-85, 85], [-120, 0, 120]] as const;

function Sign({ data }: Pick<Mark, "data">) {
  const third = ROUND / 3;
  // the chords that part the round in three
  const half = Math.sqrt(ROUND ** 2 - third ** 2);
  const dots = [
    ...(data.high ? [[0, -2 * third]] : []),
    ...MIDDLE[(data.middle as 0 | 1 | 2 | 3 | undefined) ?? 0].map((x) => [x, 0]),
    ...(data.low ? [[0, 2 * third]] : []),
  ];
  return (
    <>
      <circle r={ROUND} className="reeds-round" />
      <path d={`M ${-half} ${-third} H ${half} M ${-half} ${third} H ${half}`} />
      {dots.map(([x, y]) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r={DOT} className="reeds-dot" />
      ))}
    </>
  );
}
