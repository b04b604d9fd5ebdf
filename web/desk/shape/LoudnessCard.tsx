import { say } from "@yarrow-ridge/core/words";
import { Button, ToggleButton, ToggleButtonGroup } from "@mui/material";
import { levelName, type Score, type Shape } from "@yarrow-ridge/core/score";
import { levelAt, loudnessOf, withLine } from "@yarrow-ridge/core/shaping";
import type { Change, Here } from "./here.ts";

/** The levels a bar usually has; the curve takes any. */
const LEVELS = [2, 3, 4, 5, 6, 7];
const levelsWith = (now: number): number[] =>
  LEVELS.some((level) => levelName(level) === levelName(now))
    ? LEVELS
    : [...LEVELS, Math.max(1, Math.min(8, Math.round(now)))].sort((a, b) => a - b);
/**
 * A section that grows or fades by itself does so by so many levels. Common practice, no source.
 */
const STEP = 2;

/** Where the chosen bars begin and end in loudness; between the two the curve goes straight. */
export function LoudnessCard({
  score,
  shape,
  here,
  whole,
  change,
}: {
  score: Score;
  shape: Shape;
  here: Here;
  whole: boolean;
  change: Change;
}) {
  const points = loudnessOf(score, shape);
  const [first, last] = [levelAt(score, points, here.from), levelAt(score, points, here.to, true)];
  const draw = (from: number, to: number, label: string) =>
    change(
      (before) => ({
        ...before,
        loudness: withLine(
          score,
          loudnessOf(score, before),
          here.from,
          here.to,
          Math.max(1, Math.min(8, from)),
          Math.max(1, Math.min(8, to)),
        ),
      }),
      `${label}, ${here.name}`,
    );
  const rows = [
    [say`begins`, first, (level: number) => draw(level, last, say`begins ${levelName(level)}`)],
    [say`ends`, last, (level: number) => draw(first, level, say`ends ${levelName(level)}`)],
  ] as const;
  return (
    <div className="card stack">
      <h2>{say`Loudness`}</h2>
      <div className="shape-levels">
        {rows.map(([name, now, set]) => (
          <div key={name} style={{ display: "contents" }}>
            <span className="soft">{name}</span>
            <ToggleButtonGroup
              exclusive
              size="small"
              value={levelName(now)}
              aria-label={say`It ${name}`}
              disabled={whole}
            >
              {levelsWith(now).map((level) => (
                <ToggleButton key={level} value={levelName(level)} onClick={() => set(level)}>
                  {levelName(level)}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          </div>
        ))}
      </div>
      {whole ? (
        <p className="small soft">{say`Choose bars to shape them, or drag the curve below the
          score.`}</p>
      ) : (
        <div className="row">
          <Button
            size="small"
            variant="outlined"
            onClick={() => draw(first, first + STEP, "grows")}
          >{say`Grow`}</Button>
          <Button
            size="small"
            variant="outlined"
            onClick={() => draw(first, first - STEP, "fades")}
          >{say`Fade`}</Button>
          <Button
            size="small"
            variant="outlined"
            onClick={() => draw(first, first, "holds")}
          >{say`Hold`}</Button>
        </div>
      )}
    </div>
  );
}
