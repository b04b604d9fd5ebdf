import { say } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import { useSchool } from "../../piece/useSchool.ts";
import { KeyboardAsk } from "../keyboard/KeyboardAsk.tsx";
import type { AskProps } from "../view.ts";

/** The hands on manuals, and how the feet play. */
export function OrganAsk(props: AskProps) {
  const { school, put } = useSchool();
  return (
    <>
      <div className="for-whom-pair">
        <TextField
          select
          label={say`Feet`}
          value={school["feet"] ?? ""}
          onChange={(event) => put("feet", event.target.value)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">{say`as the student plays`}</MenuItem>
          <MenuItem value="legato">{say`heel and toe`}</MenuItem>
          <MenuItem value="toes">{say`toes only`}</MenuItem>
        </TextField>
        <TextField
          select
          label={say`At the swell`}
          value={school["away"] ?? ""}
          onChange={(event) => put("away", event.target.value)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">{say`no foot`}</MenuItem>
          <MenuItem value="right">{say`the right foot`}</MenuItem>
          <MenuItem value="left">{say`the left foot`}</MenuItem>
        </TextField>
      </div>
      <KeyboardAsk {...props} />
    </>
  );
}
