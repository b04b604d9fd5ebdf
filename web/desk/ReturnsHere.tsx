import { say } from "@yarrow-ridge/core/words";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { relationText } from "../piece/relations.ts";

type Return = FormAnswer["returns"][number];
const SHOWN = 8;

/** What the chosen bars bring back, and what differs in it; and where they come back themselves. */
export function ReturnsHere({
  score,
  form,
  piece,
  chosen,
  onShow,
}: {
  score: Score;
  form: FormAnswer;
  piece: Piece;
  chosen: { from: number; to: number };
  onShow: (from: number, to: number) => void;
}) {
  const kind = instrument(piece.instrument);
  const lines = piece.hands.length > 1 ? ["both", ...piece.hands] : piece.hands;
  const here = form.returns.filter((one) => one.from <= chosen.to && one.to >= chosen.from);
  const back = form.returns.filter(
    (one) =>
      one.of <= chosen.to &&
      one.ofTo >= chosen.from &&
      (one.hand === "both" || piece.hands.length === 1),
  );
  // what both hands bring back need not be said again of each
  const told = here.filter(
    (one) =>
      one.hand === "both" ||
      !here.some(
        (other) =>
          other.hand === "both" &&
          other.of - other.from === one.of - one.from &&
          other.from <= one.from &&
          other.to >= one.to &&
          other.relation === one.relation,
      ),
  );
  const inside = (one: Return, other: Return) =>
    other !== one &&
    other.hand === one.hand &&
    other.of - other.from === one.of - one.from &&
    other.interval === one.interval &&
    other.from <= one.from &&
    other.to >= one.to;
  const sorted = told
    .filter((one) => !told.some((other) => inside(one, other)))
    .sort(
      (a, b) => lines.indexOf(a.hand) - lines.indexOf(b.hand) || b.to - b.from - (a.to - a.from),
    )
    .slice(0, SHOWN);
  if (sorted.length === 0 && back.length === 0)
    return (
      <p className="soft small">{say`These bars are heard here for the first time, and do not
        return.`}</p>
    );
  return (
    <div className="card stack returns-here">
      {sorted.map((one) => (
        <div key={`${one.hand} ${one.from} ${one.of} ${one.relation}`}>
          {say`${handName(kind, one.hand)} ${barSpan(score.bars, one.from, one.to)}: as `}
          <button type="button" className="bar-link" onClick={() => onShow(one.of, one.ofTo)}>
            {barSpan(score.bars, one.of, one.ofTo)}
          </button>{" "}
          {relationText(one)}
          {one.differences.length > 0 && (
            <details open={one.differences.length < 6 && sorted.length < 4}>
              <summary className="small">{say`what differs`}</summary>
              <ul className="reasons small">
                {one.differences.map((difference, i) => (
                  <li key={i}>
                    <button
                      type="button"
                      className="bar-link"
                      onClick={() => onShow(difference.bar, difference.bar)}
                    >
                      {difference.text}
                    </button>
                  </li>
                ))}
              </ul>
            </details>
          )}
        </div>
      ))}
      {back.length > 0 && (
        <p className="small">
          {say`Comes back in `}
          {back.slice(0, 6).map((one, i) => (
            <span key={`${one.from} ${one.relation}`}>
              {i > 0 && ", "}
              <button
                type="button"
                className="bar-link"
                onClick={() => onShow(one.from, one.to)}
                title={relationText(one)}
              >
                {barSpan(score.bars, one.from, one.to)}
              </button>
            </span>
          ))}
          {back.length > 6 ? say` and more` : ""}.
        </p>
      )}
    </div>
  );
}
