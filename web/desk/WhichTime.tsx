import { say } from "@yarrow-ridge/core/words";
import { ToggleButton, ToggleButtonGroup } from "@mui/material";
import { timeText } from "@yarrow-ridge/core/score";

/** Whether a mark holds each time its bar is played, or one of them only. */
export function WhichTime({
  count,
  time,
  onChoose,
}: {
  /** How often the bar is played. */
  count: number;
  time: number | undefined;
  onChoose: (time: number | undefined) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={time ?? 0}
      aria-label={say`Which time`}
      onChange={(_, chosen: number | null) => onChoose(chosen || undefined)}
    >
      <ToggleButton value={0}>{say`each time`}</ToggleButton>
      {Array.from({ length: count }, (_, i) => (
        <ToggleButton key={i} value={i + 1}>
          {timeText(i + 1)}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
