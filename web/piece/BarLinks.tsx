import { say } from "@yarrow-ridge/core/words";
import { barSpan, type Score } from "@yarrow-ridge/core/score";

const SHOWN = 10;

/** Bars as links, runs of them together: `3, 8–11`. */
export function BarLinks({
  bars,
  score,
  onOpen,
  word,
}: {
  bars: readonly number[];
  score: Score;
  onOpen: (from: number, to: number) => void;
  word?: "bar";
}) {
  const runs: [number, number][] = [];
  for (const bar of [...new Set(bars)].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && bar === last[1] + 1) last[1] = bar;
    else runs.push([bar, bar]);
  }
  return (
    <span>
      {word && `${runs.length > 1 || (runs[0] && runs[0][1] > runs[0][0]) ? say`bars` : say`bar`} `}
      {runs.slice(0, SHOWN).map(([from, to], i) => (
        <span key={from}>
          {i > 0 && ", "}
          <button type="button" className="bar-link" onClick={() => onOpen(from, to)}>
            {barSpan(score.bars, from, to)}
          </button>
        </span>
      ))}
      {runs.length > SHOWN && say` and ${runs.length - SHOWN} more`}
    </span>
  );
}
