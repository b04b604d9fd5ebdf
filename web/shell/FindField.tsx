import SearchIcon from "@mui/icons-material/Search";
import { InputAdornment, TextField } from "@mui/material";

/** Where a list is searched. */
export function FindField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
}) {
  return (
    <TextField
      placeholder={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      className="grow"
      slotProps={{
        htmlInput: { "aria-label": label, maxLength: 200 },
        input: {
          startAdornment: (
            <InputAdornment position="start">
              <SearchIcon fontSize="small" />
            </InputAdornment>
          ),
        },
      }}
    />
  );
}
