import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import type { Piece } from "@yarrow-ridge/contract";
import { instrument, type RecordForm } from "@yarrow-ridge/core/instruments";
import { useState } from "react";
import { call } from "../api/client.ts";
import { useHistory } from "../edits/history.ts";
import { RecordFields, recordOf, typedOf } from "../shell/RecordFields.tsx";

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
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  const [typed, setTyped] = useState(typedOf(form, piece.setup));
  const name = instrument(piece.instrument).name.toLowerCase();
  const save = async () => {
    const send = (setup: Piece["setup"]) =>
      call("editPiece", { params: { id: piece.id }, body: { setup } }).then(() =>
        client.invalidateQueries(),
      );
    const next = recordOf(form, typed);
    const ok = await perform({
      label: `how the ${name} is set up`,
      redo: () => send(next),
      undo: () => send(piece.setup),
    });
    if (ok) onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle component="h2">The {name} of this piece</DialogTitle>
      <DialogContent className="stack" sx={{ pt: "8px !important" }}>
        <RecordFields form={form} typed={typed} onType={setTyped} more="More" />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={() => void save()}>
          Save
        </Button>
      </DialogActions>
    </Dialog>
  );
}
