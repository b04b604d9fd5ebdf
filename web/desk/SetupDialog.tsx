import { say, small } from "@yarrow-ridge/core/words";
import { Button, DialogActions, DialogContent, DialogTitle } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { instrument, type RecordForm } from "@yarrow-ridge/core/instruments";
import { useState } from "react";
import { FormDialog } from "../shell/FormDialog.tsx";
import { editFields } from "../edits/fields.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { RecordFields } from "../shell/RecordFields.tsx";
import { recordOf, typedOf } from "../shell/typedRecord.ts";

/** How the instrument of this piece is set up: its tuning, its pedals, its board. */
export function SetupDialog({
  piece,
  form,
  onClose,
}: {
  piece: Piece;
  form: RecordForm;
  onClose: () => void;
}) {
  const spoken = useSpoken();
  const [typed, setTyped] = useState(() => typedOf(form, piece.setup, spoken));
  const name = small(instrument(piece.instrument).name);
  const save = async () => {
    const ok = await editFields(
      "editPiece",
      piece.id,
      { setup: piece.setup },
      { setup: recordOf(form, typed, spoken) },
      say`how the ${name} is set up`,
    );
    if (ok) onClose();
  };
  return (
    <FormDialog
      dirty={JSON.stringify(typed) !== JSON.stringify(typedOf(form, piece.setup, spoken))}
      onClose={onClose}
      fullWidth
      maxWidth="sm"
    >
      <DialogTitle component="h2">{say`The ${name} of this piece`}</DialogTitle>
      <DialogContent className="stack" sx={{ pt: "8px !important" }}>
        <RecordFields form={form} typed={typed} onType={setTyped} more={say`More`} />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{say`Cancel`}</Button>
        <Button variant="contained" onClick={() => void save()}>{say`Save`}</Button>
      </DialogActions>
    </FormDialog>
  );
}
