import { say } from "@yarrow-ridge/core/words";
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  List,
  ListItemButton,
  ListItemText,
} from "@mui/material";
import { useState } from "react";
import type { TuneChoice } from "../api/refusal.ts";
import { FindField } from "../shell/FindField.tsx";

const MANY = 10;

/** Which tune of a file that holds several is brought. */
export function TuneChooser({
  tunes,
  name,
  onChoose,
  onClose,
}: {
  tunes: readonly TuneChoice[];
  name: string;
  onChoose: (index: number) => void;
  onClose: () => void;
}) {
  const [text, setText] = useState("");
  const shown = tunes.filter((tune) =>
    tune.title.toLowerCase().includes(text.trim().toLowerCase()),
  );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle component="h2">{say`${name} holds ${tunes.length} tunes`}</DialogTitle>
      <DialogContent className="stack">
        {tunes.length > MANY && (
          <FindField label={say`Find a tune`} value={text} onChange={setText} />
        )}
        <List dense>
          {shown.map((tune) => (
            <ListItemButton key={tune.index} onClick={() => onChoose(tune.index)}>
              <ListItemText primary={tune.title} />
            </ListItemButton>
          ))}
        </List>
        {shown.length === 0 && <p className="soft">{say`Nothing called “${text}”.`}</p>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{say`Cancel`}</Button>
      </DialogActions>
    </Dialog>
  );
}
