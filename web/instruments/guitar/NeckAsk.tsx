import { say } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import { useState } from "react";
import { useDesk } from "../../piece/useDesk.ts";

/** A position, or from one to another. */
const POSITION = /^\d{1,2}(-\d{1,2})?$/;

/** What is told before the left hand on a neck is thought of: it matters more than any price. */
export function NeckAsk() {
  const { school, set } = useDesk();
  const position = typeof school.position === "string" ? school.position : "";
  const [typed, setTyped] = useState(position);
  const isFit = typed === "" || POSITION.test(typed);
  const put = (value: string) => {
    const { position: _, ...rest } = school;
    set({ school: value ? { ...rest, position: value } : rest });
  };
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
            if (next === "" || POSITION.test(next)) put(next);
          }}
          slotProps={{ htmlInput: { maxLength: 5 } }}
        />
        <TextField
          select
          label={say`Open strings`}
          value={school.open ?? "free"}
          onChange={(event) => set({ school: { ...school, open: event.target.value } })}
        >
          <MenuItem value="free">{say`free`}</MenuItem>
          <MenuItem value="avoid">{say`avoided`}</MenuItem>
        </TextField>
      </div>
      <p className="small soft">{say`Strings and fingers you write are kept, and the rest is thought of
        around them. Never force a stretch.`}</p>
    </section>
  );
}
