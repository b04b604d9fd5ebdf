import { say } from "@yarrow-ridge/core/words";
import { CircularProgress } from "@mui/material";

export function Waiting({ what }: { what: string }) {
  return (
    <div className="row" role="status" style={{ padding: 32, justifyContent: "center" }}>
      <CircularProgress size={22} /> <span className="soft">{say`Opening ${what} …`}</span>
    </div>
  );
}
