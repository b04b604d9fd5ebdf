import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { instrument } from "@yarrow-ridge/core/instruments";
import { isAdded, type Score } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { LeftHandDialog } from "./LeftHandDialog.tsx";

/** Whether a left hand may be written to a tune: it has chord symbols, and none of its own. */
export const canBeAccompanied = (piece: Piece, { symbols, notes, parts }: Score): boolean =>
  instrument(piece.instrument).accompaniments !== undefined &&
  symbols?.some(({ name }) => name !== "") === true &&
  parts.filter(({ practised }) => practised).length === 1 &&
  notes.every((note) => note.staff === 1 || isAdded(note));

/** Offers a left hand to a tune that has chord symbols alone. */
export function LeftHandNotice({ piece, score }: { readonly piece: Piece; readonly score: Score }) {
  const [asking, setAsking] = useState(false);
  const isOffered = canBeAccompanied(piece, score) && !score.notes.some(isAdded);
  return (
    <>
      {isOffered && (
        <section className="card" aria-label={say`The left hand`}>
          <p>{say`Chord symbols stand over the tune, and the left hand has nothing to play yet.`}</p>
          <div className="row">
            <Button
              size="small"
              variant="contained"
              onClick={() => setAsking(true)}
            >{say`Write the left hand …`}</Button>
          </div>
        </section>
      )}
      {asking && <LeftHandDialog piece={piece} score={score} onClose={() => setAsking(false)} />}
    </>
  );
}
