import { say } from "@yarrow-ridge/core/words";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import type { Score } from "@yarrow-ridge/core/score";
import { Tooltip } from "@mui/material";
import { BarStop } from "../piece/BarStop.tsx";
import { returnText } from "../piece/relations.ts";

const PAINTED = ["rhythm", "varied", "exchanged", "transposed", "octave", "exact"];

/** Returns of two bars and more, the nearest to the first time last, so that they lie on top. */
const returnsOf = (form: FormAnswer, hand: string): FormAnswer["returns"] =>
  form.returns
    .filter((found) => found.hand === hand && found.to > found.from)
    .sort((a, b) => PAINTED.indexOf(a.relation) - PAINTED.indexOf(b.relation));

/**
 * Per hand on the bar axis: what is new stands solid, what returns is hatched; a click shows the
 * return.
 */
export function ReturnsStrip({
  piece,
  score,
  form,
  chosen,
  onChoose,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  chosen: { from: number; to: number } | undefined;
  onChoose: (from: number, to: number) => void;
}) {
  const kind = instrument(piece.instrument);
  const hands = Object.keys(form.isNew);
  const at = (bar: number) =>
    hands.flatMap((hand) =>
      returnsOf(form, hand).filter((found) => found.from <= bar && found.to >= bar),
    );
  const text = (bar: number) =>
    say`bar ${score.bars[bar]!.number}: ${hands
      .map((hand) => {
        const found = at(bar).find((one) => one.hand === hand);
        const what = found ? returnText(score.bars, found) : "known";
        return `${handName(kind, hand)} ${form.isNew[hand]![bar] ? say`new` : what}`;
      })
      .join("; ")}`;
  const open = (bar: number) => {
    const [widest] = at(bar).sort((a, b) => b.to - b.from - (a.to - a.from));
    onChoose(widest?.from ?? bar, widest?.to ?? bar);
  };
  return (
    <BarStop
      label={say`New bars and returns in each hand`}
      count={form.bars}
      text={text}
      onOpen={open}
    >
      {(held) => (
        <div className="returns">
          {Object.entries(form.isNew).map(([hand, isNew]) => (
            <div key={hand} className="returns-row">
              <span className="returns-name">
                {handName(kind, hand)}{" "}
                <span className="soft">
                  {form.newBarsByHand[hand]}
                  {say` new`}
                </span>
              </span>
              <div
                className="returns-axis"
                style={{ gridTemplateColumns: `repeat(${form.bars}, 1fr)` }}
              >
                {isNew.map((fresh, bar) => (
                  <span
                    key={bar}
                    className={
                      (!fresh ? "is-known" : form.work[hand]![bar]! < 1 ? "is-nearly" : "is-new") +
                      (bar === held ? " held" : "")
                    }
                    style={{ gridColumn: bar + 1 }}
                  />
                ))}
                {returnsOf(form, hand).map((found) => {
                  const text = returnText(score.bars, found);
                  const active =
                    chosen !== undefined && found.from <= chosen.to && found.to >= chosen.from;
                  return (
                    <Tooltip key={`${found.from} ${found.of} ${found.relation}`} title={text}>
                      <span
                        className={`returns-span ${found.relation}${active ? " active" : ""}`}
                        style={{ gridColumn: `${found.from + 1} / ${found.to + 2}` }}
                        onClick={() => onChoose(found.from, found.to)}
                      />
                    </Tooltip>
                  );
                })}
              </div>
            </div>
          ))}
        </div>
      )}
    </BarStop>
  );
}
