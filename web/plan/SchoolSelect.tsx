import { small } from "@yarrow-ridge/core/words";
import type { Schools } from "@yarrow-ridge/core/practice";
import { MenuItem, TextField } from "@mui/material";
import type { UseFormReturn } from "react-hook-form";
import type { Fields, School } from "./fields.ts";

/** Which school is on, with why one would choose it. */
export function SchoolSelect({
  form: { watch, setValue },
  name,
  label,
  all,
}: {
  form: UseFormReturn<Fields>;
  name: "rule" | keyof Schools;
  label: string;
  all: readonly School[];
}) {
  const value = watch(name);
  return (
    <TextField
      select
      label={label}
      value={value}
      // one of the ids in `all`, which belong to `name`: the types do not see that
      onChange={(event) => setValue(name, event.target.value as never, { shouldDirty: true })}
      helperText={all.find((one) => one.id === value)?.why}
    >
      {all.map((one) => (
        <MenuItem key={one.id} value={one.id}>
          {small(one.name)}
        </MenuItem>
      ))}
    </TextField>
  );
}
