import { useQueryClient } from "@tanstack/react-query";
import type { Body, Piece } from "@yarrow-ridge/contract";
import type { Paper } from "@yarrow-ridge/core/score";
import { call } from "../api/client.ts";
import { useAnswer } from "../api/queries.ts";
import { useHistory } from "../edits/history.ts";
import { PaperForm } from "../studio/PaperForm.tsx";
import { fieldsOf } from "../studio/paperFields.ts";

/** Tells a piece on paper anew: its bars, metres, keys, repeats. */
export function PaperAgain({ piece, onClose }: { piece: Piece; onClose: () => void }) {
  const client = useQueryClient();
  const record = useHistory((state) => state.record);
  const before = useAnswer("paper", { id: piece.id }).data;
  if (!before) return null;
  const send = async (paper: Paper) => {
    await call("editPaper", { params: { id: piece.id }, body: paper as Body<"editPaper"> });
    await client.invalidateQueries();
  };
  const save = async ({ paper }: { paper: Paper }) => {
    await send(paper);
    record({
      label: `the bars of ${piece.title}`,
      redo: () => send(paper),
      undo: () => send(before),
    });
    onClose();
  };
  return (
    <PaperForm
      heading={piece.title}
      action="Save"
      about={false}
      before={fieldsOf(before)}
      onSave={save}
      onClose={onClose}
    />
  );
}
