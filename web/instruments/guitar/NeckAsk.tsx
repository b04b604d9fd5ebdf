import { say } from "@yarrow-ridge/core/words";
import { roman } from "@yarrow-ridge/core/instruments/guitar";
import { MenuItem, TextField } from "@mui/material";
import { useState } from "react";
import { useSchool } from "../../piece/useSchool.ts";
import { PluckAsk } from "./PluckAsk.tsx";

/** A position, or from one to another. */
const POSITION = /^\d{1,2}(-\d{1,2})?$/;

/** Up to which fret one may be asked to stay. */
const FRETS = [3, 4, 5, 7, 9, 12];

/** What is told before the left hand on a neck is thought of: it matters more than any price. */
export function NeckAsk() {
  const { school, put } = useSchool();
  const position = typeof school.position === "string" ? school.position : "";
  const [typed, setTyped] = useState(position);
  const isFit = typed === "" || POSITION.test(typed);
  return (
    <section className="card stack" aria-label={say`On the neck`}>
      <div className="for-whom-pair">
        <TextField
          label={say`Position`}
          value={typed}
          placeholder={say`free`}
          error={!isFit}
          helperText={isFit ? undefined : say`5, or 1-3`}
          onChange={(event) => {
            const next = event.target.value.trim();
            setTyped(next);
            if (next === "" || POSITION.test(next)) put("position", next);
          }}
          slotProps={{ htmlInput: { maxLength: 5 } }}
        />
        <TextField
          select
          label={say`Open strings`}
          value={school.open ?? "free"}
          onChange={(event) => put("open", event.target.value)}
        >
          <MenuItem value="free">{say`free`}</MenuItem>
          <MenuItem value="avoid">{say`avoided`}</MenuItem>
        </TextField>
      </div>
      <div className="for-whom-pair">
        <TextField
          select
          label={say`Barres`}
          value={school["barre"] ?? "free"}
          onChange={(event) => put("barre", event.target.value)}
        >
          <MenuItem value="free">{say`free`}</MenuItem>
          <MenuItem value="avoid">{say`none`}</MenuItem>
        </TextField>
        <TextField
          select
          label={say`Highest fret`}
          value={school["highest"] ?? ""}
          onChange={(event) => put("highest", event.target.value && Number(event.target.value))}
        >
          <MenuItem value="">{say`any`}</MenuItem>
          {FRETS.map((fret) => (
            <MenuItem key={fret} value={fret}>
              {roman(fret)}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <PluckAsk />
      <TextField
        select
        label={say`Version`}
        value={school["level"] ?? "usual"}
        onChange={(event) => put("level", event.target.value === "usual" ? "" : event.target.value)}
      >
        <MenuItem value="usual">{say`for this hand`}</MenuItem>
        <MenuItem value="beginner">{say`for a beginner: first positions, no stretch, no barre`}</MenuItem>
      </TextField>
      <p className="small soft">{say`Strings and fingers you write are kept, and the rest is thought of
        around them. Never force a stretch.`}</p>
    </section>
  );
}
