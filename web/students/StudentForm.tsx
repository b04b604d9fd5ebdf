import {
  Button,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
} from "@mui/material";
import type { StudentAnswer } from "@yarrow-ridge/contract";
import { instrument, instruments, USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import { enqueueSnackbar } from "notistack";
import { FormDialog } from "../shell/FormDialog.tsx";
import { useForm } from "react-hook-form";
import { v4 as newId } from "uuid";
import { RecordFields, recordOf, typedOf, type Typed } from "../shell/RecordFields.tsx";
import { editFields } from "../edits/fields.ts";
import { useHistory } from "../edits/history.ts";
import { request } from "../outbox/request.ts";
import "./students.css";

interface Fields {
  name: string;
  instrument: string;
  lessonWeekday: string;
  lessonTime: string;
  /** What is typed of hands and feet, by instrument. */
  player: Record<string, Typed>;
  notes: string;
}

export const WEEKDAYS = [
  "Monday",
  "Tuesday",
  "Wednesday",
  "Thursday",
  "Friday",
  "Saturday",
  "Sunday",
];

/** @param had instruments of which something was known */
const bodyOf = (fields: Fields, had: readonly string[]) => ({
  name: fields.name.trim(),
  instrument: fields.instrument,
  notes: fields.notes,
  lessonWeekday: fields.lessonWeekday === "" ? null : Number(fields.lessonWeekday),
  lessonTime: fields.lessonTime || null,
  player: Object.fromEntries(
    instruments.flatMap(({ id, player }) => {
      const record = player && recordOf(player, fields.player[id] ?? {});
      // of instruments nothing is said of, nothing is sent
      return record && (Object.keys(record).length || had.includes(id)) ? [[id, record]] : [];
    }),
  ),
});

/** Adding a student, or changing what is known of one. */
export function StudentForm({
  student,
  onClose,
}: {
  student?: StudentAnswer;
  onClose: () => void;
}) {
  const perform = useHistory((state) => state.perform);
  const before: Fields = {
    name: student?.name ?? "",
    instrument: student?.instrument ?? USUAL_INSTRUMENT,
    notes: student?.notes ?? "",
    lessonWeekday:
      student?.lessonWeekday === null || student === undefined ? "" : String(student.lessonWeekday),
    lessonTime: student?.lessonTime ?? "",
    player: Object.fromEntries(
      instruments.flatMap(({ id, player }) =>
        player ? [[id, typedOf(player, student?.player[id])] as const] : [],
      ),
    ),
  };
  const { register, handleSubmit, watch, setValue, formState } = useForm<Fields>({
    defaultValues: before,
  });
  const of = instrument(watch("instrument"));
  const form = of.player;
  const save = async (fields: Fields) => {
    if (student) {
      const had = [...Object.keys(student.player), fields.instrument];
      const kept = await editFields(
        "editStudent",
        student.id,
        bodyOf(before, had),
        bodyOf(fields, had),
        `details of ${fields.name}`,
      );
      // what was typed stays while it cannot be stored
      if (kept) onClose();
      return;
    }
    const id = newId();
    const ok = await perform({
      label: `adding ${fields.name}`,
      // done again, one that is there already comes out of the archive
      redo: [
        request("addStudent", {}, { id, ...bodyOf(fields, []) }),
        request("editStudent", { id }, { archived: false }),
      ],
      undo: [request("editStudent", { id }, { archived: true })],
    });
    if (ok) {
      enqueueSnackbar(`${fields.name.trim()} is in the studio.`);
      onClose();
    }
  };
  return (
    <FormDialog dirty={formState.isDirty} onClose={onClose} fullWidth maxWidth="sm">
      <form onSubmit={(event) => void handleSubmit(save)(event)}>
        <DialogTitle component="h2">{student ? student.name : "Add a student"}</DialogTitle>
        <DialogContent className="stack" sx={{ pt: "8px !important" }}>
          <TextField
            label="Name"
            autoFocus
            slotProps={{ htmlInput: { maxLength: 200 } }}
            error={!!formState.errors.name}
            helperText={formState.errors.name && "A student needs a name."}
            {...register("name", { validate: (value) => value.trim().length > 0 })}
          />
          <TextField
            select
            label="Instrument"
            value={watch("instrument")}
            onChange={(event) => setValue("instrument", event.target.value)}
          >
            {instruments.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
          <div className="row">
            <TextField
              select
              label="Lesson day"
              value={watch("lessonWeekday")}
              onChange={(event) => setValue("lessonWeekday", event.target.value)}
              sx={{ minWidth: 160 }}
            >
              <MenuItem value="">none</MenuItem>
              {WEEKDAYS.map((day, i) => (
                <MenuItem key={day} value={String(i)}>
                  {day}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              label="Lesson time"
              type="time"
              slotProps={{ inputLabel: { shrink: true } }}
              {...register("lessonTime")}
            />
          </div>
          {form && (
            <RecordFields
              key={of.id}
              form={form}
              typed={watch("player")[of.id] ?? {}}
              onType={(typed) => setValue("player", { ...watch("player"), [of.id]: typed })}
              more="More about the hand and the instrument"
            />
          )}
          <TextField
            label="Notes"
            multiline
            minRows={3}
            slotProps={{ htmlInput: { maxLength: 4000 } }}
            {...register("notes")}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            {student ? "Save" : "Add"}
          </Button>
        </DialogActions>
      </form>
    </FormDialog>
  );
}
