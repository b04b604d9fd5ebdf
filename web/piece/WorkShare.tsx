import { say } from "@yarrow-ridge/core/words";
import { Button, LinearProgress } from "@mui/material";

/** How far long work is, and the way to stop it; nothing while it is short. */
export function WorkShare({
  share,
  label,
  onStop,
}: {
  share: number | undefined;
  label: string;
  onStop: () => void;
}) {
  if (share === undefined) return null;
  return (
    <div className="row" role="status">
      <LinearProgress
        variant="determinate"
        value={share * 100}
        className="grow"
        aria-label={label}
      />
      <Button size="small" onClick={onStop}>{say`Stop`}</Button>
    </div>
  );
}
