import { say } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import { useState } from "react";
import { useSchool } from "../../piece/useSchool.ts";

/** Letters of the plucking fingers, two at least. */
const PATTERN = /^[pima]( ?[pima]){1,15}$/;

/** What is usual is read in the field, too. */
const USUAL_SHOWN = { select: { displayEmpty: true }, inputLabel: { shrink: true } };

/** What is asked of the hand that plucks: by which school, and in which pattern. */
export function PluckAsk() {
  const { school, put } = useSchool();
  const pattern = typeof school["pattern"] === "string" ? school["pattern"] : "";
  const [typed, setTyped] = useState(pattern);
  const isFit = typed.trim() === "" || PATTERN.test(typed.trim());
  return (
    <>
      <div className="for-whom-pair">
        <TextField
          select
          label={say`Plucked lines`}
          value={school["line"] ?? ""}
          slotProps={USUAL_SHOWN}
          onChange={(event) => put("line", event.target.value)}
        >
          <MenuItem value="">{say`as it falls`}</MenuItem>
          <MenuItem value="i-m">{say`i and m in turn`}</MenuItem>
          <MenuItem value="a-m-i">{say`a, m, i in turn`}</MenuItem>
        </TextField>
        <TextField
          select
          label={say`Thumb`}
          value={school["thumb"] ?? ""}
          slotProps={USUAL_SHOWN}
          onChange={(event) => put("thumb", event.target.value)}
        >
          <MenuItem value="">{say`as it falls`}</MenuItem>
          <MenuItem value="basses">{say`basses only`}</MenuItem>
          <MenuItem value="free">{say`free`}</MenuItem>
        </TextField>
      </div>
      <div className="for-whom-pair">
        <TextField
          select
          label={say`Full chords`}
          value={school["chords"] ?? ""}
          slotProps={USUAL_SHOWN}
          onChange={(event) => put("chords", event.target.value)}
        >
          <MenuItem value="">{say`as they fall`}</MenuItem>
          <MenuItem value="fingers">{say`by the fingers`}</MenuItem>
          <MenuItem value="thumb">{say`thumb across`}</MenuItem>
        </TextField>
        <TextField
          label={say`Bar pattern`}
          value={typed}
          placeholder="p i m a m i"
          error={!isFit}
          helperText={isFit ? undefined : say`Letters p, i, m and a.`}
          onChange={(event) => {
            const next = event.target.value;
            setTyped(next);
            if (next.trim() === "" || PATTERN.test(next.trim())) put("pattern", next.trim());
          }}
          slotProps={{ htmlInput: { maxLength: 31 }, inputLabel: { shrink: true } }}
        />
      </div>
    </>
  );
}
