import { say } from "@yarrow-ridge/core/words";
import { Button, DialogActions, DialogContent, DialogTitle, TextField } from "@mui/material";
import { useState } from "react";
import { addStudent, givePiece } from "../edits/give.ts";
import { FindOne } from "../shell/FindOne.tsx";
import { InstrumentSelect } from "../shell/InstrumentSelect.tsx";
import { FormDialog } from "../shell/FormDialog.tsx";

/** Gives a piece to a student of the studio, or to one who is added with that. */
export function GiveDialog({
  piece,
  without,
  onGiven,
  onClose,
}: {
  piece: { id: string; instrument: string };
  /** Students who work on it already. */
  without: readonly string[];
  onGiven: (assignmentId: string) => void;
  onClose: () => void;
}) {
  const [name, setName] = useState("");
  const [plays, setPlays] = useState(piece.instrument);
  const give = async (studentId: string, to: string) => {
    const id = await givePiece(studentId, piece.id, say`giving it to ${to}`);
    if (id) onGiven(id);
  };
  const add = async () => {
    const id = await addStudent({ name: name.trim(), instrument: plays });
    if (id) await give(id, name.trim());
  };
  return (
    <FormDialog dirty={name.trim() !== ""} onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim()) void add();
        }}
      >
        <DialogTitle component="h2">{say`Give it to`}</DialogTitle>
        <DialogContent className="stack" sx={{ pt: "8px !important" }}>
          <FindOne
            label={say`A student of the studio`}
            from="listStudents"
            without={without}
            onChoose={(one) => void give(one.id, one.name)}
          />
          <p className="soft">{say`or to somebody new:`}</p>
          <TextField
            label={say`Name`}
            value={name}
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 200 } }}
          />
          <InstrumentSelect value={plays} onChange={(id) => setPlays(id)} />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{say`Cancel`}</Button>
          <Button
            type="submit"
            variant="contained"
            disabled={!name.trim()}
          >{say`Add and give`}</Button>
        </DialogActions>
      </form>
    </FormDialog>
  );
}
