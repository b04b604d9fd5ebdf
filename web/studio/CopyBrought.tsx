import { say } from "@yarrow-ridge/core/words";
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
          ? say`All of it was here already.`
          : say`It is back: ${added} ${added === 1 ? say`entry` : say`entries`} came, ${same} were
            here already.`}{" "}
        {piece !== null && <Link to={`/pieces/${piece}`}>{say`Open the piece`}</Link>}
      </Alert>
    );
  const names = different.map(({ name, what }) => (name ? `“${name}”` : say`a ${what}`));
  return (
    <Alert severity="warning">
      <p>
        {say`Nothing was changed yet. Here and in the copy these are not the same:
          ${[...new Set(names)].slice(0, 8).join(", ")}`}
        {names.length > 8 && say` and more`}.
      </p>
      <div className="row">
        <Button
          variant="contained"
          size="small"
          onClick={() => onChoose("keep")}
        >{say`Keep mine, bring the rest`}</Button>
        <Button
          variant="outlined"
          size="small"
          onClick={() => onChoose("take")}
        >{say`Take the copy’s`}</Button>
      </div>
    </Alert>
  );
}
