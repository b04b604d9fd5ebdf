import { capital } from "@yarrow-ridge/core/words";
import { ToggleButton, ToggleButtonGroup } from "@mui/material";
import type { Aspect } from "@yarrow-ridge/core/score";

/** The signs of one thing that is said of a note; pressing the one that stands takes it away. */
export function SignButtons({
  aspect,
  named,
  value,
  onWrite,
}: {
  aspect: Aspect;
  /** Whether its name is written before it, where a note has several. */
  named: boolean;
  value: string;
  onWrite: (value: string | null) => void;
}) {
  const name = capital(aspect.name);
  return (
    <div className="row">
      {named && <span className="small sign-name">{name}</span>}
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={value}
        aria-label={name}
        onChange={(_, next: string | null) => onWrite(next)}
      >
        {aspect.symbols.map((sign) => (
          <ToggleButton
            key={sign.value}
            value={sign.value}
            className="finger-key"
            title={sign.name === sign.value ? undefined : sign.name}
          >
            {sign.value}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </div>
  );
}
