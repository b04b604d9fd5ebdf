import { say } from "@yarrow-ridge/core/words";
import { Button, TextField } from "@mui/material";
import { useState } from "react";
import type { Piece } from "@yarrow-ridge/contract";
import { barSpan, parseFraction, type Score, type Stratum } from "@yarrow-ridge/core/score";
import { call } from "../api/client.ts";
import { inquire } from "../outbox/inquire.ts";
import { CheckCard } from "../piece/CheckCard.tsx";
import { PencilledMarks } from "../piece/PencilledMarks.tsx";
import { WorkShare } from "../piece/WorkShare.tsx";
import { useDesk } from "../piece/useDesk.ts";
import { MarkChoices, type Picked } from "./MarkChoices.tsx";
import { useMarkOptions } from "./useMarkOptions.ts";
import { useMarkPencil, type AskMarks } from "../piece/useMarkPencil.ts";
import { useCommand } from "../shell/useCommand.ts";

/** More sentences than these are read by nobody. */
const PROBLEMS = 6;

const PART = ["marks"] as const;

/** What is worked out for marks of any kind: a suggestion in pencil, and a look at what stands. */
export function SuggestMarks({
  piece,
  score,
  stratum,
  layer,
  tempo: usual,
  assignmentId,
}: {
  piece: Piece;
  score: Score;
  stratum: Stratum;
  layer: string;
  /** Quarters a minute, while nobody says another. */
  tempo: number;
  assignmentId: string | undefined;
}) {
  const [own, setTyped] = useState<string>();
  // the goal of a plan may come after the score
  const typed = own ?? String(Math.round(usual));
  const tempo = Number(typed) >= 10 && Number(typed) <= 400 ? Number(typed) : usual;
  const [picked, setPicked] = useState<Picked>({});
  const player = useMarkOptions(stratum, piece.instrument, assignmentId);
  const options = { ...player, ...picked };
  const set = useDesk((desk) => desk.set);
  const { pencil, span, busy, share, cancel, suggest, ink, rubOut } = useMarkPencil(
    piece,
    score,
    stratum,
    layer,
    PART,
  );
  const params = { id: piece.id, stratum: stratum.id };
  const ask =
    (chosen = options): AskMarks =>
    async (bars, work) => {
      const { marks, curve, problems } = await inquire("proposeMarks", {
        params,
        body: { ...bars, work, tempo, options: chosen },
      });
      const placed = ({ bar, exact }: { bar: number; exact: string }) => ({
        bar,
        offset: parseFraction(exact)!,
      });
      return {
        marks: marks.map(({ from, to, ...mark }) => ({
          ...mark,
          from: placed(from),
          ...(to ? { to: placed(to) } : {}),
        })),
        curve,
        notes: problems.slice(0, PROBLEMS).map(({ text }) => text),
        nothing: say`No ${stratum.name} are wanted here.`,
      };
    };
  useCommand("mark.ink", ink, { enabled: pencil !== undefined && !busy });
  return (
    <>
      {!stratum.onlyLooks && (
        <div className="card pencil-card stack">
          <h2>
            {pencil
              ? say`In pencil, ${barSpan(score.bars, pencil.from, pencil.to)}`
              : say`Suggest ${stratum.name}`}
          </h2>
          {stratum.choices && (
            <MarkChoices
              choices={stratum.choices}
              picked={picked}
              onPick={(now) => {
                setPicked(now);
                if (pencil) void suggest(ask({ ...player, ...now }));
              }}
            />
          )}
          <WorkShare share={share} label={say`Looking for ${stratum.name}`} onStop={cancel} />
          {pencil ? (
            <PencilledMarks
              score={score}
              pencil={pencil}
              words={stratum.words}
              busy={busy}
              onInk={ink}
              onRubOut={rubOut}
            />
          ) : (
            <div className="row">
              {!stratum.untimed && (
                <TextField
                  label={say`at ♩ =`}
                  type="number"
                  size="small"
                  sx={{ width: 96 }}
                  slotProps={{ htmlInput: { min: 10, max: 400 } }}
                  value={typed}
                  onChange={({ target }) => setTyped(target.value)}
                />
              )}
              <Button variant="outlined" disabled={busy} onClick={() => void suggest(ask())}>
                {busy ? say`Looking …` : say`Suggest for ${span}`}
              </Button>
            </div>
          )}
        </div>
      )}
      <CheckCard
        pieceId={piece.id}
        about={say`Looks through the ${stratum.name} that stand here.`}
        nothing={(count) =>
          count === 0
            ? say`Nothing is written yet.`
            : say`Nothing to doubt in ${count === 1 ? say`one mark` : say`${count} marks`}.`
        }
        ask={async () => {
          const { doubts, marks: count } = await call("checkMarks", {
            params,
            body: { tempo, options },
          });
          return { doubts, count };
        }}
        onShow={({ bar, exact }) =>
          set({ place: { bar, offset: exact }, chosen: { from: bar, to: bar } })
        }
      />
    </>
  );
}
