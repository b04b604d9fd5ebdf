import { say } from "@yarrow-ridge/core/words";
import type { Mark, Score, Stratum } from "@yarrow-ridge/core/score";
import { MarkOnAxis } from "../instruments/MarkOnAxis.tsx";
import type { Moving } from "../instruments/view.ts";
import { useDesk } from "../piece/useDesk.ts";

/** Marks that no instrument shows in its own way, on the bar axis; a click chooses the bar. */
export function MarksStrip({
  score,
  stratum,
  marks,
  onChoose,
  moving,
}: {
  readonly score: Score;
  readonly stratum: Stratum;
  readonly marks: readonly Mark[];
  readonly onChoose: (from: number, to: number) => void;
  readonly moving: Moving | undefined;
}) {
  const { chosen, markPencil } = useDesk();
  const pencil = markPencil?.stratum === stratum.id ? markPencil : undefined;
  const inked = marks.filter(
    ({ from }) => !pencil || from.bar < pencil.from || from.bar > pencil.to,
  );
  const all = [...inked, ...(pencil?.marks ?? [])];
  const count = score.bars.length;
  const at = (bars: number) => `${(100 * bars) / count}%`;
  return (
    <>
      <div className="marks-strip" role="group" aria-label={stratum.name}>
        {chosen && (
          <span
            className="marks-chosen"
            style={{ left: at(chosen.from), width: at(chosen.to - chosen.from + 1) }}
          />
        )}
        <div className="marks-lane">
          {all.map((mark) => (
            <MarkOnAxis
              key={mark.id}
              isPencil={!inked.includes(mark)}
              title={stratum.words(mark)}
              {...{ score, mark, moving, onChoose }}
            >
              {stratum.words(mark)}
            </MarkOnAxis>
          ))}
        </div>
      </div>
      <span className="small soft">{all.length ? stratum.name : say`no ${stratum.name} yet`}</span>
    </>
  );
}
