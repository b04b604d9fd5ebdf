import { say } from "@yarrow-ridge/core/words";
import { Button, DialogActions, DialogContent, DialogTitle, TextField } from "@mui/material";
import { useForm } from "react-hook-form";
import { InstrumentSelect } from "../shell/InstrumentSelect.tsx";
import { FormDialog } from "../shell/FormDialog.tsx";

export interface PieceFields {
  title: string;
  composer: string;
  instrument: string;
}

/** Title, composer and instrument of a piece. */
export function PieceForm({
  before,
  onSave,
  onClose,
}: {
  before: PieceFields;
  onSave: (after: PieceFields) => void;
  onClose: () => void;
}) {
  const { register, handleSubmit, watch, setValue, formState } = useForm<PieceFields>({
    defaultValues: before,
  });
  return (
    <FormDialog dirty={formState.isDirty} onClose={onClose} fullWidth maxWidth="sm">
      <form onSubmit={(event) => void handleSubmit(onSave)(event)}>
        <DialogTitle component="h2">{say`About this piece`}</DialogTitle>
        <DialogContent className="stack" sx={{ pt: "8px !important" }}>
          <TextField
            label={say`Title`}
            autoFocus
            slotProps={{ htmlInput: { maxLength: 200 } }}
            error={!!formState.errors.title}
            helperText={formState.errors.title && say`A piece needs a title.`}
            {...register("title", { validate: (value) => value.trim().length > 0 })}
          />
          <TextField
            label={say`Composer`}
            slotProps={{ htmlInput: { maxLength: 200 } }}
            {...register("composer")}
          />
          <InstrumentSelect
            value={watch("instrument")}
            onChange={(id) => setValue("instrument", id)}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{say`Cancel`}</Button>
          <Button type="submit" variant="contained">{say`Save`}</Button>
        </DialogActions>
      </form>
    </FormDialog>
  );
}
