import { say } from "@yarrow-ridge/core/words";
import {
  chordClasses,
  glissandiOf,
  pedalsText,
  type Glissando,
  type Setting,
} from "@yarrow-ridge/core/instruments/harp";
import { TextField } from "@mui/material";
import { useState } from "react";

/** So many settings are shown: the first move fewest pedals. */
const SHOWN = 5;

/** Settings for a glissando on a chord, from how the pedals stand at the place. */
export function Glissandi({
  stands,
  onSet,
}: {
  stands: Setting;
  /** None while no place is chosen. */
  onSet: ((setting: Setting) => void) | undefined;
}) {
  const [typed, setTyped] = useState("");
  const classes = chordClasses(typed);
  const found = classes ? glissandiOf(classes, stands) : [];
  const isUnknown = typed.trim() !== "" && !classes;
  return (
    <details className="glissandi">
      <summary>{say`A glissando on a chord`}</summary>
      <div className="stack">
        <TextField
          label={say`Chord`}
          value={typed}
          placeholder="B♭9"
          error={isUnknown}
          helperText={
            isUnknown
              ? say`Write a chord as B♭9 or F♯dim7, or its notes as C E G A.`
              : say`a chord such as B♭9, or its notes: C E G A`
          }
          onChange={(event) => setTyped(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 40 } }}
        />
        {found[0] && found[0].foreign.length > 0 && (
          <p className="small">
            {say`No pedal brings ${found[0].foreign.join(", ")} into this chord: such strings sound along,
              or the chord is another one.`}
          </p>
        )}
        {classes && found.length === 0 && (
          <p className="small">{say`No setting has all of this chord.`}</p>
        )}
        {found.slice(0, SHOWN).map((one) => (
          <button
            key={pedalsText(one.setting)}
            type="button"
            className="glissando"
            disabled={!onSet}
            onClick={() => onSet?.(one.setting)}
          >
            {pedalsText(one.setting)}
            <span className="small soft">{movesOf(one)}</span>
          </button>
        ))}
        {found.length > SHOWN && (
          <p className="small soft">{say`${found.length - SHOWN} more move as many pedals or more.`}</p>
        )}
      </div>
    </details>
  );
}

const movesOf = ({ setting, moved }: Glissando): string =>
  moved.length
    ? say`moves ${pedalsText(Object.fromEntries(moved.map((letter) => [letter, setting[letter]])))}`
    : say`the pedals stand so`;
