import { say } from "@yarrow-ridge/core/words";
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  Radio,
  RadioGroup,
} from "@mui/material";
import type { LayoutChoice } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { useLayoutChoice } from "./StavesNotice.tsx";

/** Whose the staves of a piece are. */
export function LayoutForm({
  pieceId,
  layout,
  onClose,
}: {
  readonly pieceId: string;
  readonly layout: LayoutChoice;
  readonly onClose: () => void;
}) {
  const [chosen, setChosen] = useState(layout.id);
  const choose = useLayoutChoice(pieceId, layout);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle component="h2">{say`How are its staves read?`}</DialogTitle>
      <DialogContent>
        <RadioGroup value={chosen} onChange={(_, value) => setChosen(value)}>
          {[layout, ...layout.others].map(({ id, name }) => (
            <FormControlLabel key={id} value={id} label={name} control={<Radio />} />
          ))}
        </RadioGroup>
        <p className="small soft">{say`What is written stays with its notes. A single note is given
          to another hand with X at the desk.`}</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{say`Cancel`}</Button>
        <Button
          variant="contained"
          onClick={() => {
            onClose();
            void choose(chosen);
          }}
        >{say`Read it so`}</Button>
      </DialogActions>
    </Dialog>
  );
}
