import { say } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import { useState } from "react";
import { useSchool } from "../../piece/useSchool.ts";

/** Letters of the plucking fingers, two at least. */
const PATTERN = /^[pima]( ?[pima]){1,15}$/;

/** What is usual is read in the field, too. */
const USUAL_SHOWN = { select: { displayEmpty: true }, inputLabel: { shrink: true } };

/** What may be chosen, each with how it is where nobody chooses. */
const CHOICES = [
  {
    ...{ key: "line", label: say`Plucked lines`, usual: say`as it falls` },
    values: [
      ["i-m", say`i and m in turn`],
      ["a-m-i", say`a, m, i in turn`],
    ],
  },
  {
    ...{ key: "thumb", label: say`Thumb`, usual: say`as it falls` },
    values: [
      ["basses", say`basses only`],
      ["free", say`free`],
    ],
  },
  {
    ...{ key: "chords", label: say`Full chords`, usual: say`as they fall` },
    values: [
      ["fingers", say`by the fingers`],
      ["thumb", say`thumb across`],
    ],
  },
] as const;

/** What is asked of the hand that plucks: by which school, and in which pattern. */
export function PluckAsk() {
  const { school, put } = useSchool();
  const pattern = typeof school["pattern"] === "string" ? school["pattern"] : "";
  const [typed, setTyped] = useState(pattern);
  const isFit = typed.trim() === "" || PATTERN.test(typed.trim());
  return (
    <div className="for-whom-pair">
      {CHOICES.map(({ key, label, usual, values }) => (
        <TextField
          key={key}
          select
          label={label}
          value={school[key] ?? ""}
          slotProps={USUAL_SHOWN}
          onChange={(event) => put(key, event.target.value)}
        >
          <MenuItem value="">{usual}</MenuItem>
          {values.map(([value, name]) => (
            <MenuItem key={value} value={value}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      ))}
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
  );
}
