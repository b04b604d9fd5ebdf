import { say } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import type { AskProps } from "../view.ts";
import { useSchool } from "../../piece/useSchool.ts";

/** By which school the left hand plays, where it has a standard bass. */
export function BassAsk({ setup }: AskProps) {
  const { school, put } = useSchool();
  if (setup?.["bass"] === "free") return null;
  return (
    <TextField
      select
      label={say`A bass and its chord`}
      value={school["bass"] ?? "3-2"}
      onChange={(event) => put("bass", event.target.value)}
    >
      <MenuItem value="3-2">{say`fingers 3 and 2`}</MenuItem>
      <MenuItem value="4-3">{say`fingers 4 and 3, the other bass 2`}</MenuItem>
    </TextField>
  );
}
