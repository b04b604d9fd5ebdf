import { MenuItem, TextField } from "@mui/material";
import type { MarkChoice } from "@yarrow-ridge/core/score";

export type Picked = Readonly<Record<string, string | number>>;

/** What a teacher chooses of marks before they are suggested; each has its usual way. */
export function MarkChoices({
  choices,
  picked,
  onPick,
}: {
  choices: readonly MarkChoice[];
  picked: Picked;
  onPick: (picked: Picked) => void;
}) {
  return (
    <div className="for-whom-pair">
      {choices.map(({ id, name, usual, values }) => (
        <TextField
          key={id}
          select
          label={name}
          value={picked[id] ?? ""}
          onChange={({ target }) => {
            const { [id]: _, ...rest } = picked;
            const one = values.find(({ value }) => String(value) === String(target.value));
            onPick(one ? { ...rest, [id]: one.value } : rest);
          }}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">{usual}</MenuItem>
          {values.map((one) => (
            <MenuItem key={one.value} value={one.value}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
      ))}
    </div>
  );
}
