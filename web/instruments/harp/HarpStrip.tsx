import { say } from "@yarrow-ridge/core/words";
import { FOOT, PEDALS, pedalsText } from "@yarrow-ridge/core/instruments/harp";
import type { Mark } from "@yarrow-ridge/core/score";
import { useDesk } from "../../piece/useDesk.ts";
import { MarkOnAxis } from "../MarkOnAxis.tsx";
import type { StripProps } from "../view.ts";
import "./harp.css";

/** What each foot does over the whole piece, on the bar axis; a click chooses the bar. */
export function HarpStrip({ score, marks, chosen, onChoose, moving }: StripProps) {
  const pencil = useDesk(({ markPencil }) =>
    markPencil?.stratum === "harp-pedals" ? markPencil : undefined,
  );
  const all = pencil
    ? [
        ...marks.filter(({ from }) => from.bar < pencil.from || from.bar > pencil.to),
        ...pencil.marks,
      ]
    : marks;
  const inPencil = new Set(pencil?.marks.map(({ id }) => id));
  const count = score.bars.length;
  const at = (bars: number) => `${(100 * bars) / count}%`;
  const lane = (foot: string) => all.map((mark) => [mark, movedBy(mark, foot)] as const);
  return (
    <>
      <div className="marks-strip" role="group" aria-label={say`What each foot does`}>
        {chosen && (
          <span
            className="marks-chosen"
            style={{ left: at(chosen.from), width: at(chosen.to - chosen.from + 1) }}
          />
        )}
        {(
          [
            [FOOT.A, say`right foot`],
            [FOOT.D, say`left foot`],
          ] as const
        ).map(([foot, name]) => (
          <div key={foot} className="marks-lane">
            <span className="small soft">{name}</span>
            {lane(foot).map(
              ([mark, text]) =>
                text && (
                  <MarkOnAxis
                    key={mark.id}
                    isPencil={inPencil.has(mark.id)}
                    title={text}
                    {...{ score, mark, moving, onChoose }}
                  >
                    {text}
                  </MarkOnAxis>
                ),
            )}
          </div>
        ))}
      </div>
      <span className="small soft">
        {all.length
          ? say`where each foot moves its pedals; a diagram sets all seven; drag one within its time`
          : say`no pedal settings yet`}
      </span>
    </>
  );
}

/** What a foot does at a mark; of a diagram what is not natural. */
function movedBy({ data }: Mark, foot: string): string {
  const isDiagram = PEDALS.every((letter) => letter in data);
  const own = PEDALS.filter(
    (letter) => letter in data && FOOT[letter] === foot && (!isDiagram || data[letter] !== 0),
  );
  if (own.length === 0) return "";
  const { time } = data;
  return pedalsText({ time, ...Object.fromEntries(own.map((letter) => [letter, data[letter]])) });
}
