import { say } from "@yarrow-ridge/core/words";
import { Alert, Button } from "@mui/material";
import { giveUp, putOnTop, sendNow, useOutbox } from "./outbox.ts";
import type { Entry } from "./request.ts";
import "./outbox.css";

/** Edits that are not stored: somebody else was quicker, or the studio refused them. */
export function Stuck() {
  const entries = useOutbox((outbox) => outbox.entries);
  const stuck = entries.filter(({ state }) => state !== "waiting");
  if (stuck.length === 0) return null;
  return (
    <div className="outbox-stuck" role="alert">
      {stuck.map((entry) =>
        entry.state === "conflict" ? (
          <Conflict key={entry.id} entry={entry} />
        ) : (
          <Alert
            key={entry.id}
            severity="error"
            action={
              <Button
                color="inherit"
                size="small"
                onClick={() => void giveUp(entry)}
              >{say`Let it go`}</Button>
            }
          >
            {say`Not stored: ${entry.label}. `}
            {entry.problem}
          </Alert>
        ),
      )}
    </div>
  );
}

function Conflict({ entry }: { entry: Entry }) {
  const { label, changed, now, problem } = entry;
  return (
    <Alert
      severity="warning"
      action={
        <>
          <Button
            color="inherit"
            size="small"
            onClick={() => void putOnTop(entry).then(sendNow)}
          >{say`Put mine on top`}</Button>
          <Button
            color="inherit"
            size="small"
            onClick={() => void giveUp(entry)}
          >{say`Leave it`}</Button>
        </>
      }
    >
      {now?.fields ? problem : say`Another window changed this piece in the meantime`}
      {changed && `: ${changed}`}
      {!now?.fields && "."}
      {say` Yours is kept and not stored yet: ${label}.`}
    </Alert>
  );
}
