import { say } from "@yarrow-ridge/core/words";
import { airAlong, BELLOWS, REEDS, USUAL_STROKE } from "@yarrow-ridge/core/instruments/accordion";
import { barAxis, comparePlaces, type Mark } from "@yarrow-ridge/core/score";
import { useMemo } from "react";
import { useDesk } from "../../piece/useDesk.ts";
import { MarkOnAxis } from "../MarkOnAxis.tsx";
import { useHandAsked } from "../../students/usePlayer.ts";
import type { StripProps } from "../view.ts";
import "./accordion.css";

const [TALL, TOP] = [64, 8];
const NONE: readonly Mark[] = [];

/** Of two at one place, each for a time of its own, the first one. */
const isFirstHere = (mark: Mark, i: number, all: readonly Mark[]): boolean =>
  all.findIndex((one) => comparePlaces(one.from, mark.from) === 0) === i;

/** The bellows over the whole piece: a line that rises as they fill; a turn chooses its bar. */
export function BellowsStrip({
  score,
  marks,
  chosen,
  onChoose,
  moving,
  shape,
  tempo,
  assignmentId,
  all: others,
}: StripProps) {
  const pencil = useDesk(({ markPencil }) =>
    markPencil?.stratum === BELLOWS.id ? markPencil : undefined,
  );
  const player: Readonly<Record<string, unknown>> = {
    ...useHandAsked("accordion", assignmentId),
  };
  const stroke = typeof player.stroke === "number" ? player.stroke : USUAL_STROKE;
  const all = useMemo(
    () =>
      pencil
        ? [
            ...marks.filter(({ from }) => from.bar < pencil.from || from.bar > pencil.to),
            ...pencil.marks,
          ]
        : marks,
    [marks, pencil],
  );
  const reeds = others.get(REEDS.id) ?? NONE;
  const air = useMemo(
    () => (all.length ? airAlong(score, all, { tempo, shape, stroke, reeds }) : []),
    [score, all, tempo, shape, stroke, reeds],
  );
  const count = score.bars.length;
  const y = (open: number) => TALL - 4 - open * (TALL - TOP - 4);
  const points = air.map((one) => `${barAxis(score.bars, { ...one })},${y(one.open)}`);
  // where it runs out; from there on all is out of air until the next turn
  const out = air.filter(({ isOut }, i) => isOut && !air[i - 1]?.isOut);
  const outBars = [...new Set(out.map(({ bar }) => score.bars[bar]!.number))];
  const inPencil = new Set(pencil?.marks.map(({ id }) => id));
  return (
    <>
      <div className="bellows-strip" role="group" aria-label={say`How far the bellows are open`}>
        <svg viewBox={`0 0 ${count} ${TALL}`} preserveAspectRatio="none" aria-hidden>
          {chosen && (
            <rect
              x={chosen.from}
              width={chosen.to - chosen.from + 1}
              y={0}
              height={TALL}
              className="mark-bars"
            />
          )}
          {points.length > 0 && (
            <>
              <polygon points={`0,${y(0)} ${points.join(" ")} ${count},${y(0)}`} />
              <polyline points={points.join(" ")} className={pencil ? "pencil" : undefined} />
            </>
          )}
          {out.map((one) => (
            <rect
              key={`${one.bar} ${one.offset.num}/${one.offset.den}`}
              x={barAxis(score.bars, one) - 0.1}
              width={0.4}
              y={0}
              height={TALL}
              className="bellows-out"
            />
          ))}
        </svg>
        {all.filter(isFirstHere).map((mark) => (
          <MarkOnAxis
            key={mark.id}
            isPencil={inPencil.has(mark.id)}
            title={BELLOWS.words(mark)}
            {...{ score, mark, moving, onChoose }}
          >
            {mark.data["time"] as number | undefined}
            {mark.data.direction === "close" ? "∨" : mark.data.direction === "open" ? "⊓" : "·"}
          </MarkOnAxis>
        ))}
      </div>
      <span className="small soft">
        {all.length === 0
          ? say`no turns of the bellows yet`
          : out.length > 0
            ? say`the air runs out in bar ${outBars.slice(0, 6).join(", ")} at ♩ = ${Math.round(tempo)}, a
                stroke of ${stroke} s`
            : say`how far open, at ♩ = ${Math.round(tempo)} and a stroke of ${stroke} s`}
      </span>
    </>
  );
}
