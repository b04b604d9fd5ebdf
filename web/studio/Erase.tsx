import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from "@mui/material";
import { enqueueSnackbar } from "notistack";
import { useState } from "react";
import { Link } from "react-router";
import { send } from "../outbox/outbox.ts";
import { request } from "../outbox/request.ts";

const WITH_IT = {
  removeStudent: "the plans, cards, tries and own fingers of this student",
  removePiece: "its score, fingers, sections, pages, and the plans and tries of everyone on it",
  removeAssignment: "its plans, cards and tries; student and piece stay",
} as const;

/** Erasing for good what was put away, after it was said what goes with it. */
export function Erase({
  id,
  name,
  operation,
}: {
  id: string;
  name: string;
  operation: keyof typeof WITH_IT;
}) {
  const [asking, setAsking] = useState(false);
  const erase = async () => {
    setAsking(false);
    const outcome = await send(request(operation, { id }), `erasing ${name}`);
    if (outcome.kind === "refused")
      enqueueSnackbar(outcome.error.message, { variant: "error", autoHideDuration: 9000 });
    else enqueueSnackbar(`${name} is erased.`);
  };
  return (
    <>
      <Button color="error" onClick={() => setAsking(true)} aria-label={`Erase ${name}`}>
        Erase …
      </Button>
      <Dialog open={asking} onClose={() => setAsking(false)} maxWidth="xs">
        <DialogTitle component="h2">Erase {name} for good?</DialogTitle>
        <DialogContent className="stack">
          <p>With it go {WITH_IT[operation]}.</p>
          <p>
            It cannot be undone. Only a <Link to="/copies">copy</Link> made before brings it back.
          </p>
        </DialogContent>
        <DialogActions>
          <Button autoFocus onClick={() => setAsking(false)}>
            Keep it
          </Button>
          <Button color="error" variant="contained" onClick={() => void erase()}>
            Erase for good
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
