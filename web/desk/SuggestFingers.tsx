import { instrument } from "@yarrow-ridge/core/instruments";
import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { useDesk } from "../piece/useDesk.ts";
import { WorkShare } from "../piece/WorkShare.tsx";
import type { WrittenFinger } from "../score/placeFingers.ts";
import { useCommand } from "../shell/useCommand.ts";
import { limbsToFinger } from "./askForFingers.ts";
import { CarryFingers } from "./CarryFingers.tsx";
import { Counterparts } from "./Counterparts.tsx";
import { FingerAdviceList } from "./FingerAdvice.tsx";
import { InkFingers } from "./InkFingers.tsx";
import { useSuggestFingers } from "./useSuggestFingers.ts";

/**
 * Fingers in pencil for the chosen bars: suggested for this hand, or carried to where the bars
 * return.
 */
export function SuggestFingers({
  piece,
  score,
  form,
  fingers,
  assignmentId,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  fingers: ReadonlyMap<string, WrittenFinger>;
  assignmentId: string | undefined;
}) {
  const { chosen, pencil, reasons, set } = useDesk();
  const { suggest, busy, share, cancel, free, layer } = useSuggestFingers(
    piece,
    fingers,
    assignmentId,
  );
  useCommand("hands.suggest", suggest);
  if (limbsToFinger(piece).length === 0) return null;
  const span = chosen && barSpan(score.bars, chosen.from, chosen.to);
  return (
    <div className="card pencil-card stack">
      <h2>{pencil.size ? say`${pencil.size} fingers in pencil` : say`Suggest fingers`}</h2>
      <InkFingers
        pieceId={piece.id}
        kind={instrument(piece.instrument)}
        score={score}
        layer={layer}
      />
      {pencil.size > 0 && (
        <>
          <Counterparts score={score} free={free} />
          <FingerAdviceList piece={piece} score={score} free={free} />
          {reasons.length > 0 && (
            <ul className="reasons">
              {reasons.map((reason) => (
                <li key={reason}>{reason}</li>
              ))}
            </ul>
          )}
          <p className="small soft">{say`Type over any note you would finger otherwise; what you
            wrote stays.`}</p>
        </>
      )}
      {pencil.size === 0 &&
        (chosen ? (
          <p>
            {chosen.from === chosen.to ? say`For bar ` : say`For bars `}
            {span}
            {say`, around what is written. Same fingers where bars return.`}
          </p>
        ) : (
          <p className="soft">{say`Choose bars on the ridge or in the score first.`}</p>
        ))}
      <CarryFingers score={score} form={form} fingers={fingers} />
      <WorkShare share={share} label={say`Thinking of fingers`} onStop={cancel} />
      <div className="row">
        <Button
          variant={pencil.size ? "text" : "contained"}
          disabled={!chosen || busy}
          onClick={suggest}
        >
          {busy ? say`Thinking …` : chosen ? say`Suggest for ${span!}` : say`Suggest`}
        </Button>
        {pencil.size === 0 && (
          <Button
            onClick={() => set({ chosen: { from: 0, to: score.bars.length - 1 } })}
          >{say`Choose the whole piece`}</Button>
        )}
      </div>
    </div>
  );
}
