import { say } from "@yarrow-ridge/core/words";
import { pedalOf } from "@yarrow-ridge/core/instruments";
import { barAxis } from "@yarrow-ridge/core/score";
import type { MouseEvent } from "react";
import { useDesk } from "../../piece/useDesk.ts";
import type { StripProps } from "../view.ts";

const TALL = 64;

/** Where the pedal is down, over the whole piece on the bar axis; a click chooses the bar. */
export function PedalStrip({ score, marks: written, chosen, onChoose }: StripProps) {
  const clarity = useDesk(({ markPencil }) =>
    markPencil?.stratum === "pedal" ? markPencil.curve : undefined,
  );
  const marks = written.map(pedalOf);
  const count = score.bars.length;
  const spans: { from: number; to: number; changes: number[] }[] = [];
  const flutters: { from: number; to: number }[] = [];
  const damper = marks.filter((mark) => !mark.pedal);
  damper.forEach((mark, i) => {
    if (mark.kind === "flutter")
      flutters.push({
        from: barAxis(score.bars, mark),
        to: damper[i + 1] ? barAxis(score.bars, damper[i + 1]!) : count,
      });
  });
  const others = (["soft", "sostenuto"] as const).flatMap((pedal, row) => {
    const own = marks.filter((mark) => mark.pedal === pedal);
    return own.flatMap((mark, i) =>
      mark.kind === "down"
        ? [
            {
              row,
              from: barAxis(score.bars, mark),
              to: own[i + 1] ? barAxis(score.bars, own[i + 1]!) : count,
            },
          ]
        : [],
    );
  });
  for (const mark of damper) {
    const at = barAxis(score.bars, mark);
    const open = spans.at(-1);
    const isOpen = open !== undefined && open.to === count;
    if (isOpen && mark.kind === "up") open.to = at;
    else if (isOpen) open.changes.push(at);
    else if (mark.kind !== "up") spans.push({ from: at, to: count, changes: [] });
  }
  const pick = (event: MouseEvent<SVGSVGElement>) => {
    const { left, width } = event.currentTarget.getBoundingClientRect();
    const bar = Math.max(
      0,
      Math.min(count - 1, Math.floor(((event.clientX - left) / width) * count)),
    );
    onChoose(bar, bar);
  };
  return (
    <>
      <svg
        className="pedal-strip"
        viewBox={`0 0 ${count} ${TALL}`}
        preserveAspectRatio="none"
        role="img"
        aria-label={say`Pedal: ${marks.length} marks in ${count} bars`}
        onClick={pick}
      >
        {score.bars.map((bar) => (
          <line
            key={bar.index}
            x1={bar.index}
            x2={bar.index}
            y1={4}
            y2={TALL}
            className="pedal-bar"
          />
        ))}
        {chosen && (
          <rect
            x={chosen.from}
            width={chosen.to - chosen.from + 1}
            y={0}
            height={TALL}
            className="mark-bars"
          />
        )}
        {spans.map((span) => (
          <rect
            key={span.from}
            x={span.from}
            width={Math.max(0.1, span.to - span.from)}
            y={26}
            height={28}
            className="pedal-span"
          />
        ))}
        {flutters.map((one) => (
          <rect
            key={`f${one.from}`}
            className="pedal-flutter"
            x={one.from}
            width={Math.max(0.1, one.to - one.from)}
            y={36}
            height={8}
          />
        ))}
        {others.map((one) => (
          <line
            key={`${one.row} ${one.from}`}
            className={`pedal-held row-${one.row}`}
            x1={one.from}
            x2={one.to}
            y1={57 + 4 * one.row}
            y2={57 + 4 * one.row}
          />
        ))}
        {clarity &&
          [...clarity].map(([bar, value]) => (
            <rect
              key={`c${bar}`}
              className="pedal-clarity"
              x={bar + 0.08}
              width={0.84}
              y={2}
              height={(1 - value) * 22}
            />
          ))}
        {spans.flatMap((span) =>
          span.changes.map((at) => (
            <line key={at} x1={at} x2={at} y1={18} y2={54} className="pedal-change" />
          )),
        )}
      </svg>
      <span className="small soft">
        {marks.length
          ? say`solid: pedal down; upright lines:
            changes${clarity ? say`; hanging from the top: how muddy the suggestion would be` : ""}`
          : say`no pedal marks yet`}
      </span>
    </>
  );
}
