import { comparePlaces, timeText, toNumber, type Mark } from "@yarrow-ridge/core/score";
import { BELLOWS } from "@yarrow-ridge/core/instruments/accordion";
import { xAt } from "../../score/geometry.ts";
import { above } from "./above.ts";
import type { DrawingProps } from "../view.ts";
import "./accordion.css";

/** In engraver units: a sign. */
const [WIDE, TALL] = [240, 220];
/** Between signs over each other. */
const ROOM = 140;

/** Turns over the top staff: two sides of a box for opening, a wedge for closing. */
export function BellowsDrawing({ boxes, score, marks, pencil }: DrawingProps) {
  const all = [...marks, ...pencil];
  return (
    <g className="bellows-marks">
      {all.map((mark, i) => {
        const bar = boxes.bars.find((one) => one.bar === mark.from.bar);
        if (!bar) return null;
        const offset = toNumber(mark.from.offset);
        const x = xAt(boxes, score, mark.from.bar, offset) ?? bar.left;
        // what is for one time stands over what is for another
        const under = all.slice(0, i).filter((one) => comparePlaces(one.from, mark.from) === 0);
        const y = above(boxes, bar, x, WIDE / 2) - under.length * (TALL + ROOM);
        return (
          <g
            key={mark.id}
            data-mark={mark.id}
            className={pencil.includes(mark) ? "pencil" : undefined}
            transform={`translate(${x} ${y})`}
          >
            <title>{BELLOWS.words(mark)}</title>
            <Sign data={mark.data} />
            {mark.data["time"] !== undefined && (
              <text x={WIDE / 2 + 60} y={-20}>
                {timeText(mark.data["time"] as number)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

function Sign({ data }: Pick<Mark, "data">) {
  const half = WIDE / 2;
  return (
    <>
      {data.direction === "open" && (
        <path d={`M ${-half} 0 V ${-TALL} H ${half} V 0`} className="bellows-sign open" />
      )}
      {data.direction === "close" && (
        <path d={`M ${-half} ${-TALL} L 0 0 L ${half} ${-TALL}`} className="bellows-sign" />
      )}
      {data.button !== undefined && <circle cx={0} cy={-TALL - 130} r={70} />}
      {data.pressure === "build" && (
        <path d={`M ${-half} ${-TALL - 130} L ${half} ${-TALL - 130} m -90 -70 l 90 70 l -90 70`} />
      )}
      {data.pressure === "ease" && (
        <path d={`M ${half} ${-TALL - 130} L ${-half} ${-TALL - 130} m 90 -70 l -90 70 l 90 70`} />
      )}
    </>
  );
}
