import { say } from "@yarrow-ridge/core/words";
import type { Body, Piece } from "@yarrow-ridge/contract";
import type { Paper } from "@yarrow-ridge/core/score";
import { request } from "../outbox/request.ts";
import { useAnswer } from "../answers/queries.ts";
import { useHistory } from "../edits/history.ts";
import { PaperForm } from "../studio/PaperForm.tsx";
import { fieldsOf } from "../studio/paperFields.ts";

/** Tells a piece on paper anew: its bars, metres, keys, repeats. */
export function PaperAgain({ piece, onClose }: { piece: Piece; onClose: () => void }) {
  const perform = useHistory((state) => state.perform);
  const before = useAnswer("paper", { id: piece.id }).data;
  if (!before) return null;
  const told = (paper: Paper) =>
    request("editPaper", { id: piece.id }, paper as unknown as Body<"editPaper">);
  const save = async ({ paper }: { paper: Paper }) => {
    const ok = await perform({
      label: say`the bars of ${piece.title}`,
      redo: [told(paper)],
      undo: [told(before)],
    });
    if (ok) onClose();
  };
  return (
    <PaperForm
      heading={piece.title}
      action={say`Save`}
      about={false}
      before={fieldsOf(before)}
      onSave={save}
      onClose={onClose}
    />
  );
}
