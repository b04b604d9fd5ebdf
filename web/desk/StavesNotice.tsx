import { Button } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import type { LayoutChoice } from "@yarrow-ridge/core/score";
import { call } from "../api/client.ts";
import { useHistory } from "../edits/history.ts";

/** Has the staves of a piece read in a way that was chosen. */
export function useLayoutChoice(pieceId: string, layout: LayoutChoice | undefined) {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  const send = async (id: string | null) => {
    await call("editPiece", { params: { id: pieceId }, body: { layout: id } });
    await client.invalidateQueries();
  };
  return (id: string) =>
    perform({
      label: "how the staves are read",
      redo: () => send(id),
      undo: () => send(layout && !layout.guessed ? layout.id : null),
    });
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
    <section className="card" aria-label="How the staves were read">
      <p>
        The file leaves open how its staves are meant. They were read as <b>{layout.name}</b>.
      </p>
      <div className="row">
        <Button size="small" variant="contained" onClick={() => void choose(layout.id)}>
          That is right
        </Button>
        {layout.others.map(({ id, name }) => (
          <Button key={id} size="small" variant="outlined" onClick={() => void choose(id)}>
            No: {name}
          </Button>
        ))}
      </div>
    </section>
  );
}
