import { capital, say } from "@yarrow-ridge/core/words";
import { Button, ToggleButton, ToggleButtonGroup } from "@mui/material";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import type { Return } from "@yarrow-ridge/core/form";
import {
  barSpan,
  lastBarOf,
  spokenName,
  startOf,
  type Place,
  type Score,
  type Section,
  type Shape,
} from "@yarrow-ridge/core/score";
import { freeRuns, shapeDoubts, timingIdeas, voiceIdeas } from "@yarrow-ridge/core/shaping";
import { useMemo } from "react";
import { useCommand } from "../../shell/useCommand.ts";
import { useAnnotationEdits } from "../../edits/annotations.ts";
import { useDesk } from "../../piece/useDesk.ts";
import { AccentRows } from "./AccentRows.tsx";
import { FreeRuns } from "./FreeRuns.tsx";
import type { Change, Here } from "./here.ts";
import { LoudnessCard } from "./LoudnessCard.tsx";
import { TimeCard } from "./TimeCard.tsx";
import { VoicesCard } from "./VoicesCard.tsx";

/** More doubts than these are read by nobody at once. */
const MOST_DOUBTS = 12;

/** The shape stratum's side: loudness, time, voices and touch of the chosen bars, heard at once. */
export function ShapePanel({
  piece,
  score,
  form,
  shape,
  sections,
  climax,
  onShow,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  shape: Shape;
  sections: readonly Section[];
  climax: Place | undefined;
  onShow: (from: number, to: number) => void;
}) {
  const { chosen, note, time, set } = useDesk();
  const edits = useAnnotationEdits(piece.id);
  const range = chosen ?? { from: 0, to: score.bars.length - 1 };
  const here: Here = {
    from: startOf(range.from),
    to: startOf(range.to + 1),
    name: `${range.from === range.to ? say`bar` : say`bars`} ${barSpan(score.bars, range.from, range.to)}`,
  };
  const change: Change = (next, label) => void edits.shape(score, next, label);
  const doubts = useMemo(
    () => shapeDoubts(score, sections, climax, shape),
    [score, sections, climax, shape],
  );
  const ideas = useMemo(
    () =>
      timingIdeas(score, sections, climax, shape).filter(
        ({ mark }) => mark.from.bar >= range.from && mark.from.bar <= range.to,
      ),
    [score, sections, climax, shape, range.from, range.to],
  );
  const allVoices = useMemo(
    () => voiceIdeas(score, form.returns as readonly Return[], shape),
    [score, form, shape],
  );
  const voices = allVoices.filter(
    ({ lead }) => lead.from.bar <= range.to && lastBarOf(lead.to) >= range.from,
  );
  const runs = useMemo(() => freeRuns(score, shape), [score, shape]);
  const current = score.notes.find((one) => one.id === note);
  const bringOut = () => {
    if (!current) return;
    const isOut = shape.out.includes(current.id);
    change(
      (before) => ({
        ...before,
        out: isOut ? before.out.filter((id) => id !== current.id) : [...before.out, current.id],
      }),
      say`${spokenName(current.pitch)} ${isOut ? say`no longer ` : ""}brought out, bar
        ${score.bars[current.bar]!.number}`,
    );
  };
  useCommand("shape.out", bringOut, {}, [bringOut]);
  return (
    <div className="stack">
      <div className="card stack">
        <div className="row spread">
          <h2>{chosen ? capital(here.name) : say`The whole piece`}</h2>
        </div>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={time}
          aria-label={say`Time`}
          onChange={(_, value: "strict" | "shaped" | null) => {
            if (value) set({ time: value });
          }}
        >
          <ToggleButton
            value="strict"
            title={say`In even time: first`}
          >{say`Strict time`}</ToggleButton>
          <ToggleButton
            value="shaped"
            title={say`With what is broadened, waited for and gathered: later`}
          >{say`Shaped time`}</ToggleButton>
        </ToggleButtonGroup>
      </div>
      {doubts.length > 0 && (
        <details className="card shape-doubts">
          <summary>
            {doubts.length === 1 ? say`One doubt` : say`${doubts.length} doubts`}{" "}
            <span className="soft">{doubts[0]!.text}</span>
          </summary>
          <ul className="reasons hand-problems">
            {doubts.slice(0, MOST_DOUBTS).map((doubt, i) => (
              <li key={i}>
                <button
                  type="button"
                  className="bar-link"
                  onClick={() => onShow(doubt.bar, doubt.bar)}
                >
                  {doubt.text}
                </button>
              </li>
            ))}
            {doubts.length > MOST_DOUBTS && <li>{say`and ${doubts.length - MOST_DOUBTS} more`}</li>}
          </ul>
        </details>
      )}
      <LoudnessCard score={score} shape={shape} here={here} whole={!chosen} change={change} />
      <TimeCard
        score={score}
        shape={shape}
        ideas={ideas}
        here={here}
        whole={!chosen}
        change={change}
      />
      <VoicesCard
        piece={piece}
        score={score}
        shape={shape}
        ideas={voices}
        here={here}
        change={change}
      />
      {current && (
        <div className="card row spread">
          <span>{say`${spokenName(current.pitch)}, bar ${score.bars[current.bar]!.number}`}</span>
          <Button variant="outlined" onClick={bringOut}>
            {shape.out.includes(current.id) ? say`Back into the line` : say`Bring out`}&nbsp;
            <span className="key">O</span>
          </Button>
        </div>
      )}
      <AccentRows
        piece={piece}
        score={score}
        shape={shape}
        range={range}
        change={change}
        onShow={onShow}
      />
      <FreeRuns
        piece={piece}
        score={score}
        runs={runs.filter((run) => run.bar >= range.from && run.bar <= range.to)}
        change={change}
        onShow={onShow}
      />
      {(shape.loudness ??
        shape.timing.length +
          shape.leads.length +
          shape.touch.length +
          shape.out.length +
          shape.meetings.length +
          shape.accents.length >
          0) && (
        <Button
          onClick={() => void edits.shape(score, null, say`the shape back to as printed`)}
        >{say`Back to as printed`}</Button>
      )}
    </div>
  );
}
