import { say } from "@yarrow-ridge/core/words";
import { LinearProgress } from "@mui/material";
import { useFetched } from "./engraver.ts";

/** Stands where the score will be: how far the engraver is fetched, then that it is at work. */
export function Engraving() {
  const { share } = useFetched();
  if (share === 1) return <p role="status" className="soft score-failed">{say`Engraving …`}</p>;
  return (
    <div className="score-failed">
      <p role="status" className="soft">{say`Fetching what draws the music, once …`}</p>
      <LinearProgress
        variant={share ? "determinate" : "indeterminate"}
        value={share * 100}
        aria-label={say`How much of it is here`}
      />
    </div>
  );
}
