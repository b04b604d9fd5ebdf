import { say } from "@yarrow-ridge/core/words";
import { barAxis, type Mark, type Score, type Stratum } from "@yarrow-ridge/core/score";
import { useDesk } from "../piece/useDesk.ts";

/** Marks that no instrument shows in its own way, on the bar axis; a click chooses the bar. */
export function MarksStrip({
  score,
  stratum,
  marks,
  onChoose,
}: {
  readonly score: Score;
  readonly stratum: Stratum;
  readonly marks: readonly Mark[];
  readonly onChoose: (from: number, to: number) => void;
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
            <button
              key={mark.id}
              type="button"
              className={inked.includes(mark) ? undefined : "pencil"}
              style={{ left: at(barAxis(score.bars, mark.from)) }}
              title={stratum.words(mark)}
              onClick={() => onChoose(mark.from.bar, mark.from.bar)}
            >
              {stratum.words(mark)}
            </button>
          ))}
        </div>
      </div>
      <span className="small soft">{all.length ? stratum.name : say`no ${stratum.name} yet`}</span>
    </>
  );
}
