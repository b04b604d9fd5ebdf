import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import type { Score } from "@yarrow-ridge/core/score";
import { Link } from "react-router";
import { Title } from "../shell/Title.tsx";
import { PieceMenu } from "./PieceMenu.tsx";
import { StudentPick } from "./StudentPick.tsx";

/** The piece's name and facts, and what is done with it as a whole. */
export function DeskHead({
  piece,
  score,
  form,
  stage,
  assignmentId,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  stage: string | undefined;
  assignmentId: string | undefined;
}) {
  const facts = [
    stage,
    say`${form.newBars} of ${form.bars} bars
      new${form.nearlyKnown ? say`, ${form.nearlyKnown} of them nearly known` : ""}`,
    piece.key,
    piece.metre,
    piece.composer,
  ];
  return (
    <Title name={piece.title}>
      <span className="soft desk-facts">{facts.filter(Boolean).join(" · ")}</span>
      <Button
        size="small"
        variant="outlined"
        component={Link}
        to={`/pieces/${piece.id}/survey${assignmentId ? `?for=${assignmentId}` : ""}`}
      >{say`Survey`}</Button>
      <StudentPick piece={piece} assignmentId={assignmentId} />
      <PieceMenu piece={piece} score={score} />
    </Title>
  );
}
