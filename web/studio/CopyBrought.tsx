import { Alert, Button } from "@mui/material";
import { Link } from "react-router";
import type { Brought } from "./bringCopy.ts";

/** What came of bringing a copy, and what is asked before anything here is gone over. */
export function CopyBrought({
  brought,
  onChoose,
}: {
  brought: Brought;
  onChoose: (choice: "keep" | "take") => void;
}) {
  const { added, same, different, piece } = brought;
  if (brought.brought)
    return (
      <Alert severity="success">
        {added === 0
          ? "All of it was here already."
          : `It is back: ${added} ${added === 1 ? "entry" : "entries"} came, ${same} were here already.`}{" "}
        {piece !== null && <Link to={`/pieces/${piece}`}>Open the piece</Link>}
      </Alert>
    );
  const names = different.map(({ name, what }) => (name ? `“${name}”` : `a ${what}`));
  return (
    <Alert severity="warning">
      <p>
        Nothing was changed yet. Here and in the copy these are not the same:{" "}
        {[...new Set(names)].slice(0, 8).join(", ")}
        {names.length > 8 && " and more"}.
      </p>
      <div className="row">
        <Button variant="contained" size="small" onClick={() => onChoose("keep")}>
          Keep mine, bring the rest
        </Button>
        <Button variant="outlined" size="small" onClick={() => onChoose("take")}>
          Take the copy’s
        </Button>
      </div>
    </Alert>
  );
}
