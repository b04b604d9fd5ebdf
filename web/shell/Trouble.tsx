import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import { Link } from "react-router";

/** What is shown where something could not be loaded. */
export function Trouble({ error, again }: { error: unknown; again?: () => void }) {
  return (
    <div className="stack" role="alert" style={{ maxWidth: 520, margin: "64px auto", padding: 24 }}>
      <h2>{say`That did not open`}</h2>
      <p>{error instanceof Error ? error.message : say`Something went wrong.`}</p>
      <div className="row">
        {again && <Button variant="contained" onClick={again}>{say`Try again`}</Button>}
        <Button component={Link} to="/">{say`To the studio`}</Button>
      </div>
    </div>
  );
}
