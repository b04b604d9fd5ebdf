import { Button } from "@mui/material";
import { useState } from "react";
import { Link } from "react-router";
import { PieceRidge } from "../ridge/PieceRidge.tsx";
import type { Piece } from "./WorkTable.tsx";
import { WorkTable } from "./WorkTable.tsx";

/** What is done is told by its number until one wants to see it. */
const FIRST = 6;

/** What was set in a piece: what is not done and why comes first, for the lesson is about that. */
export function SincePiece({ piece }: { piece: Piece }) {
  const [all, setAll] = useState(false);
  const { done, notDone, trouble } = piece;
  const shown = all ? notDone : notDone.slice(0, FIRST);
  return (
    <section className="card stack">
      <div className="row spread">
        <Link to={`/assignments/${piece.assignmentId}`} className="roster-name">
          {piece.pieceTitle}
        </Link>
        <span className="soft">
          {piece.stage} · {piece.tries} {piece.tries === 1 ? "try" : "tries"}, {piece.steps}{" "}
          {piece.steps === 1 ? "step" : "steps"} earned
        </span>
      </div>
      <PieceRidge assignmentId={piece.assignmentId} pieceId={piece.pieceId} height={40} />
      {trouble.length > 0 && (
        <p>
          <b>Trouble spots: </b>
          {trouble.map(({ bar, name, slips, tries }, i) => (
            <span key={bar}>
              {i > 0 && ", "}
              <Link to={`/pieces/${piece.pieceId}?for=${piece.assignmentId}&bars=${bar}-${bar}`}>
                bar {name}
              </Link>{" "}
              <span className="soft">
                ({slips} {slips === 1 ? "slip" : "slips"} in {tries})
              </span>
            </span>
          ))}
        </p>
      )}
      {notDone.length > 0 && (
        <WorkTable work={shown} kind={piece.instrument} caption={`Not done: ${notDone.length}`} />
      )}
      {notDone.length > FIRST && (
        <Button size="small" onClick={() => setAll(!all)} sx={{ alignSelf: "start" }}>
          {all ? "Only the first" : `All ${notDone.length}`}
        </Button>
      )}
      {done.length > 0 && (
        <details>
          <summary>Done: {done.length}</summary>
          <WorkTable work={done} kind={piece.instrument} />
        </details>
      )}
      {done.length + notDone.length === 0 && (
        <p className="soft">Nothing of it was set for these days.</p>
      )}
    </section>
  );
}
