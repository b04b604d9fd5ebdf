import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { LayoutChoice } from "@yarrow-ridge/core/score";
import { editFields } from "../edits/fields.ts";

/** Has the staves of a piece read in a way that was chosen. */
export function useLayoutChoice(pieceId: string, layout: LayoutChoice | undefined) {
  const before = { layout: layout && !layout.guessed ? layout.id : null };
  return (id: string) =>
    editFields("editPiece", pieceId, before, { layout: id }, say`how the staves are read`);
}

/** Says how the staves of a file were read when nobody has said it, and changes it in one step. */
export function StavesNotice({
  pieceId,
  layout,
}: {
  readonly pieceId: string;
  readonly layout: LayoutChoice | undefined;
}) {
  const choose = useLayoutChoice(pieceId, layout);
  if (!layout?.guessed) return null;
  return (
    <section className="card" aria-label={say`How the staves were read`}>
      <p>
        {say`The file leaves open how its staves are meant. They were read as `}
        <b>{layout.name}</b>.
      </p>
      <div className="row">
        <Button
          size="small"
          variant="contained"
          onClick={() => void choose(layout.id)}
        >{say`That is right`}</Button>
        {layout.others.map(({ id, name }) => (
          <Button
            key={id}
            size="small"
            variant="outlined"
            onClick={() => void choose(id)}
          >{say`No: ${name}`}</Button>
        ))}
      </div>
    </section>
  );
}
