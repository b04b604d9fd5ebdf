import { say, small } from "@yarrow-ridge/core/words";
import LaterIcon from "@mui/icons-material/ChevronRight";
import SoonerIcon from "@mui/icons-material/ChevronLeft";
import { IconButton } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { spokenName, type Score } from "@yarrow-ridge/core/score";
import type { FreeRun } from "@yarrow-ridge/core/shaping";
import { useMemo } from "react";
import type { Change } from "./here.ts";

/** More runs than these are read by nobody at once. */
const SHOWN = 4;

/** Of a run against the other hand: which of its notes the other hand's notes meet, to be moved. */
export function FreeRuns({
  piece,
  score,
  runs,
  change,
  onShow,
}: {
  piece: Piece;
  score: Score;
  runs: readonly FreeRun[];
  change: Change;
  onShow: (from: number, to: number) => void;
}) {
  const byId = useMemo(() => new Map(score.notes.map((note) => [note.id, note])), [score]);
  if (runs.length === 0) return null;
  return (
    <div className="card stack">
      <h2>{say`Free runs`}</h2>
      {runs.slice(0, SHOWN).map((run) => (
        <div key={run.notes[0]}>
          <p>
            <button
              type="button"
              className="bar-link"
              onClick={() => onShow(run.bar, run.bar)}
            >{say`Bar ${score.bars[run.bar]!.number}`}</button>
            {say`: ${run.notes.length} notes in the
              ${small(handName(instrument(piece.instrument), run.hand))} against
              ${run.meetings.length + 1}`}
          </p>
          <div className="shape-meets">
            {run.meetings.map((one) => {
              const name = spokenName(byId.get(one.id)!.pitch);
              const move = (by: 1 | -1) =>
                change(
                  (before) => ({
                    ...before,
                    meetings: [
                      ...before.meetings.filter(({ id }) => id !== one.id),
                      { id: one.id, meets: run.notes[one.meets - 1 + by]! },
                    ],
                  }),
                  say`${name} meets note ${one.meets + by} of the run`,
                );
              return (
                <div key={one.id} style={{ display: "contents" }}>
                  <span>
                    {name} <span className="soft">{say`written at ${one.written.toFixed(2)}`}</span>
                  </span>
                  <IconButton
                    size="small"
                    aria-label={say`${name} meets an earlier note`}
                    disabled={one.meets <= 1}
                    onClick={() => move(-1)}
                  >
                    <SoonerIcon fontSize="small" />
                  </IconButton>
                  <b>
                    {one.meets}
                    {one.chosen ? "" : "?"}
                  </b>
                  <IconButton
                    size="small"
                    aria-label={say`${name} meets a later note`}
                    disabled={one.meets >= run.notes.length}
                    onClick={() => move(1)}
                  >
                    <LaterIcon fontSize="small" />
                  </IconButton>
                </div>
              );
            })}
          </div>
        </div>
      ))}
      {runs.length > SHOWN && (
        <p className="small soft">{say`and ${runs.length - SHOWN} more; choose fewer bars to see
          them`}</p>
      )}
      <p className="small soft">{say`Numbers count the run’s notes; a question mark is the
        arithmetic, without one it is your word.`}</p>
    </div>
  );
}
