import { say } from "@yarrow-ridge/core/words";
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from "@mui/material";
import { tell } from "../words/tell.ts";
import { useState } from "react";
import { Link } from "react-router";
import { send } from "../outbox/outbox.ts";
import { request } from "../outbox/request.ts";

const WITH_IT = {
  removeStudent: say`the plans, cards, tries and own fingers of this student`,
  removePiece: say`its score, fingers, sections, pages, and the plans and tries of everyone on it`,
  removeAssignment: say`its plans, cards and tries; student and piece stay`,
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
    const outcome = await send(request(operation, { id }), say`erasing ${name}`);
    if (outcome.kind === "refused")
      tell(outcome.error.message, { variant: "error", autoHideDuration: 9000 });
    else tell(say`${name} is erased.`);
  };
  return (
    <>
      <Button
        color="error"
        onClick={() => setAsking(true)}
        aria-label={say`Erase ${name}`}
      >{say`Erase …`}</Button>
      <Dialog open={asking} onClose={() => setAsking(false)} maxWidth="xs">
        <DialogTitle component="h2">{say`Erase ${name} for good?`}</DialogTitle>
        <DialogContent className="stack">
          <p>{say`With it go ${WITH_IT[operation]}.`}</p>
          <p>
            {say`It cannot be undone. Only a `}
            <Link to="/copies">{say`copy`}</Link>
            {say` made before brings it back.`}
          </p>
        </DialogContent>
        <DialogActions>
          <Button autoFocus onClick={() => setAsking(false)}>{say`Keep it`}</Button>
          <Button
            color="error"
            variant="contained"
            onClick={() => void erase()}
          >{say`Erase for good`}</Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
