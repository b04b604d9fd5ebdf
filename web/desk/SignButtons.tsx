import { capital } from "@yarrow-ridge/core/words";
import { ToggleButton, ToggleButtonGroup } from "@mui/material";
import { drawnAs, type Aspect } from "@yarrow-ridge/core/score";

/** A foot by its letter and sign. */
const signText = (aspect: Aspect, value: string): string =>
  `${value[0]!} ${drawnAs(aspect, value).text}`;

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
            {aspect.glyphs ? signText(aspect, sign.value) : sign.value}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </div>
  );
}
