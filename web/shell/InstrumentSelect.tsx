import { say } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import { instruments } from "@yarrow-ridge/core/instruments";

/** Chooses an instrument of the list. */
export const InstrumentSelect = ({
  label = say`Instrument`,
  value,
  onChange,
}: {
  label?: string;
  value: string;
  onChange: (id: string) => void;
}) => (
  <TextField
    select
    label={label}
    value={value}
    onChange={(event) => onChange(event.target.value)}
    sx={{ minWidth: 120 }}
  >
    {instruments.map(({ id, name }) => (
      <MenuItem key={id} value={id}>
        {name}
      </MenuItem>
    ))}
  </TextField>
);
