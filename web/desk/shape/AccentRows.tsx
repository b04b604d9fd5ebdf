import { say } from "@yarrow-ridge/core/words";
import type { Piece } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { beatName, type Score, type Shape } from "@yarrow-ridge/core/score";
import { accentRows } from "@yarrow-ridge/core/shaping";
import { useMemo } from "react";
import type { Change } from "./here.ts";

/**
 * Accents that follow each other, each as large as it is to be; a click makes another the largest.
 */
export function AccentRows({
  piece,
  score,
  shape,
  range,
  change,
  onShow,
}: {
  piece: Piece;
  score: Score;
  shape: Shape;
  range: { from: number; to: number };
  change: Change;
  onShow: (from: number, to: number) => void;
}) {
  const rows = useMemo(() => accentRows(score, shape), [score, shape]).filter((row) =>
    row.accents.some((one) => one.bar >= range.from && one.bar <= range.to),
  );
  if (rows.length === 0) return null;
  return (
    <div className="card stack">
      <h2>{say`Accents in a row`}</h2>
      {rows.slice(0, 6).map((row) => {
        const ids = row.accents.flatMap((one) => one.notes);
        const largest = row.accents[row.most]!;
        return (
          <div key={ids[0]}>
            <div
              className="shape-accents"
              role="group"
              aria-label={say`Accents, ${handName(instrument(piece.instrument), row.hand)}`}
            >
              {row.accents.map((one, i) => {
                const place = `${score.bars[one.bar]!.number}, ${beatName(score.bars[one.bar]!, one.offset)}`;
                return (
                  <button
                    key={one.notes[0]}
                    type="button"
                    className={`shape-accent${i === row.most ? " most" : ""}`}
                    aria-pressed={i === row.most}
                    aria-label={say`The largest in bar ${place}`}
                    onClick={() => {
                      onShow(one.bar, one.bar);
                      change(
                        (before) => ({
                          ...before,
                          accents: [
                            ...before.accents.filter((id) => !ids.includes(id)),
                            one.notes[0]!,
                          ],
                        }),
                        say`the largest accent in bar ${place}`,
                      );
                    }}
                  >
                    <i style={{ height: 8 + 26 * one.size }} />
                    {place}
                  </button>
                );
              })}
            </div>
            <p className="small soft">{say`${handName(instrument(piece.instrument), row.hand)}: the
              one in bar ${score.bars[largest.bar]!.number} counts most (${row.why}); the others
              lead to it or away.`}</p>
          </div>
        );
      })}
    </div>
  );
}
