import { say } from "@yarrow-ridge/core/words";
import { stageName } from "@yarrow-ridge/core/practice";
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
        <span className="soft">{say`${stageName[piece.stage]} · ${piece.tries}
          ${piece.tries === 1 ? say`try` : say`tries`}, ${piece.steps}
            ${piece.steps === 1 ? say`step` : say`steps`} earned`}</span>
      </div>
      <PieceRidge assignmentId={piece.assignmentId} pieceId={piece.pieceId} height={40} />
      {trouble.length > 0 && (
        <p>
          <b>{say`Trouble spots: `}</b>
          {trouble.map(({ bar, name, slips, tries }, i) => (
            <span key={bar}>
              {i > 0 && ", "}
              <Link
                to={`/pieces/${piece.pieceId}?for=${piece.assignmentId}&bars=${bar}-${bar}`}
              >{say`bar ${name}`}</Link>{" "}
              <span className="soft">{say`(${slips} ${slips === 1 ? say`slip` : say`slips`} in
                ${tries})`}</span>
            </span>
          ))}
        </p>
      )}
      {notDone.length > 0 && (
        <WorkTable
          work={shown}
          kind={piece.instrument}
          caption={say`Not done: ${notDone.length}`}
        />
      )}
      {notDone.length > FIRST && (
        <Button size="small" onClick={() => setAll(!all)} sx={{ alignSelf: "start" }}>
          {all ? say`Only the first` : say`All ${notDone.length}`}
        </Button>
      )}
      {done.length > 0 && (
        <details>
          <summary>{say`Done: ${done.length}`}</summary>
          <WorkTable work={done} kind={piece.instrument} />
        </details>
      )}
      {done.length + notDone.length === 0 && (
        <p className="soft">{say`Nothing of it was set for these days.`}</p>
      )}
    </section>
  );
}
