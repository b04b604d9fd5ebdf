import { say } from "@yarrow-ridge/core/words";
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
} from "@mui/material";
import { Stages } from "./Stages.tsx";
import { useChosen, useSpoken, useWording } from "../words/useSpoken.ts";
import { CHOICES } from "./choices.ts";

/** How dates, times and lengths are said on this device, and what a stage asks for. */
export function SettingsDialog({ onClose }: { onClose: () => void }) {
  const spoken = useSpoken();
  const { set } = useChosen();
  const close = () => {
    onClose();
    useWording.getState().change();
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="xs">
      <DialogTitle component="h2">{say`Settings`}</DialogTitle>
      <DialogContent className="stack" sx={{ pt: "8px !important" }}>
        {CHOICES.map(([key, label, options]) => (
          <TextField
            key={key}
            select
            label={label}
            value={String(spoken[key])}
            onChange={(event) => {
              const found = options.find(([value]) => String(value) === event.target.value);
              if (found) set({ [key]: found[0] });
            }}
          >
            {options.map(([value, name]) => (
              <MenuItem key={value} value={String(value)}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        ))}
        <p className="small soft">{say`Kept on this device.`}</p>
        <Stages />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{say`Done`}</Button>
      </DialogActions>
    </Dialog>
  );
}
