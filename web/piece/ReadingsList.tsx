import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { AnnotationsAnswer } from "@yarrow-ridge/contract";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { useAnnotationEdits } from "../edits/annotations.ts";

/** Bars that are played as another edition has them, for now. */
export function ReadingsList({
  pieceId,
  score,
  readings,
  onShow,
}: {
  pieceId: string;
  score: Score;
  readings: AnnotationsAnswer["readings"];
  onShow?: (from: number, to: number) => void;
}) {
  const edits = useAnnotationEdits(pieceId);
  if (readings.length === 0) return null;
  return (
    <div className="card stack pencil-card">
      <h2>{say`For now`}</h2>
      <ul className="plain-list">
        {readings.map((one) => {
          const span = barSpan(score.bars, one.from, one.to);
          return (
            <li key={one.id} className="row spread">
              <span>
                {onShow ? (
                  <button
                    type="button"
                    className="bar-link"
                    onClick={() => onShow(one.from, one.to)}
                  >
                    {span}
                  </button>
                ) : (
                  span
                )}{" "}
                <span className="soft">
                  {one.inUse
                    ? say`as in “${one.source}”`
                    : say`as written; “${one.source}” put aside`}
                </span>
              </span>
              <Button
                size="small"
                onClick={() =>
                  void edits.useReading(
                    one.id,
                    !one.inUse,
                    one.inUse ? say`the original of ${span}` : say`“${one.source}” in ${span}`,
                  )
                }
              >
                {one.inUse ? say`Back to the original` : say`Play it`}
              </Button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
