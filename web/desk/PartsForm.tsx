import { say } from "@yarrow-ridge/core/words";
import {
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
} from "@mui/material";
import type { Score } from "@yarrow-ridge/core/score";
import { useState } from "react";

/** Which parts of the file are practised: one, or several that one player plays. */
export function PartsForm({
  score,
  mine,
  onSave,
  onClose,
}: {
  score: Score;
  mine: readonly number[];
  onSave: (parts: number[]) => void;
  onClose: () => void;
}) {
  const [chosen, setChosen] = useState<readonly number[]>(mine);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle component="h2">{say`Which parts are played here?`}</DialogTitle>
      <DialogContent>
        {score.parts.map((part, i) => (
          <div key={i}>
            <FormControlLabel
              label={
                <>
                  {part.name}{" "}
                  <span className="soft">
                    {part.staves} {part.staves === 1 ? say`staff` : say`staves`}
                  </span>
                </>
              }
              control={
                <Checkbox
                  checked={chosen.includes(i)}
                  onChange={(_, on) =>
                    setChosen(
                      on ? [...chosen, i].sort((a, b) => a - b) : chosen.filter((one) => one !== i),
                    )
                  }
                />
              }
            />
          </div>
        ))}
        <p className="small soft">{say`Staves count from the top:
          ${score.limbs.map((limb) => limb.name).join(", ")}. The other parts stay in the file and
          in what is exported.`}</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{say`Cancel`}</Button>
        <Button
          variant="contained"
          disabled={chosen.length === 0}
          onClick={() => onSave([...chosen])}
        >{say`Practise these`}</Button>
      </DialogActions>
    </Dialog>
  );
}
