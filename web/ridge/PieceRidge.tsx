import { useAnswer, useScore } from "../answers/queries.ts";
import { Ridge } from "./Ridge.tsx";

/** The ridge of a piece in a student's hands, in small; nothing until it is known. */
export function PieceRidge({
  assignmentId,
  pieceId,
  height,
}: {
  assignmentId: string;
  pieceId: string;
  height: number;
}) {
  const ridge = useAnswer("ridge", { id: assignmentId }).data;
  const score = useScore(pieceId).data;
  if (!ridge || !score) return null;
  return (
    <Ridge
      bars={score.bars}
      ground={ridge.bars}
      goal={ridge.goalTempo ?? undefined}
      sections={[]}
      chosen={undefined}
      height={height}
    />
  );
}
