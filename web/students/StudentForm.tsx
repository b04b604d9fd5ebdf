import { say } from "@yarrow-ridge/core/words";
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
import { tell } from "../words/tell.ts";
import { InstrumentSelect } from "../shell/InstrumentSelect.tsx";
import { FormDialog } from "../shell/FormDialog.tsx";
import type { ReactNode } from "react";
import { useForm } from "react-hook-form";
import { RecordFields } from "../shell/RecordFields.tsx";
import { recordOf, typedOf, type Typed } from "../shell/typedRecord.ts";
import { editFields } from "../edits/fields.ts";
import { type Spoken } from "../words/spoken.ts";
import { WEEKDAYS, weekFrom } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { addStudent } from "../edits/give.ts";
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

/** @param had instruments of which something was known */
const bodyOf = (fields: Fields, had: readonly string[], spoken: Spoken) => ({
  name: fields.name.trim(),
  instrument: fields.instrument,
  notes: fields.notes,
  lessonWeekday: fields.lessonWeekday === "" ? null : Number(fields.lessonWeekday),
  lessonTime: fields.lessonTime || null,
  player: Object.fromEntries(
    instruments.flatMap(({ id, player }) => {
      const record = player && recordOf(player, fields.player[id] ?? {}, spoken);
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
  const spoken = useSpoken();
  const before: Fields = {
    name: student?.name ?? "",
    instrument: student?.instrument ?? USUAL_INSTRUMENT,
    notes: student?.notes ?? "",
    lessonWeekday:
      student?.lessonWeekday === null || student === undefined ? "" : String(student.lessonWeekday),
    lessonTime: student?.lessonTime ?? "",
    player: Object.fromEntries(
      instruments.flatMap(({ id, player }) =>
        player ? [[id, typedOf(player, student?.player[id], spoken)] as const] : [],
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
        bodyOf(before, had, spoken),
        bodyOf(fields, had, spoken),
        say`details of ${fields.name}`,
      );
      // what was typed stays while it cannot be stored
      if (kept) onClose();
      return;
    }
    const ok = await addStudent(bodyOf(fields, [], spoken));
    if (ok) {
      tell(say`${fields.name.trim()} is in the studio.`);
      onClose();
    }
  };
  return (
    <FormDialog dirty={formState.isDirty} onClose={onClose} fullWidth maxWidth="sm">
      <form onSubmit={(event) => void handleSubmit(save)(event)}>
        <DialogTitle component="h2">{student ? student.name : say`Add a student`}</DialogTitle>
        <DialogContent className="stack" sx={{ pt: "8px !important" }}>
          <TextField
            label={say`Name`}
            autoFocus
            slotProps={{ htmlInput: { maxLength: 200 } }}
            error={!!formState.errors.name}
            helperText={formState.errors.name && say`A student needs a name.`}
            {...register("name", { validate: (value) => value.trim().length > 0 })}
          />
          <InstrumentSelect
            value={watch("instrument")}
            onChange={(id) => setValue("instrument", id)}
          />
          <More open={student !== undefined}>
            <div className="row">
              <TextField
                select
                label={say`Lesson day`}
                value={watch("lessonWeekday")}
                onChange={(event) => setValue("lessonWeekday", event.target.value)}
                sx={{ minWidth: 160 }}
              >
                <MenuItem value="">{say`none`}</MenuItem>
                {weekFrom(spoken).map((i) => (
                  <MenuItem key={i} value={String(i)}>
                    {WEEKDAYS[i]}
                  </MenuItem>
                ))}
              </TextField>
              <TextField
                label={say`Lesson time`}
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
                more={say`More about the hand and the instrument`}
              />
            )}
            <TextField
              label={say`Notes`}
              multiline
              minRows={3}
              slotProps={{ htmlInput: { maxLength: 4000 } }}
              {...register("notes")}
            />
          </More>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{say`Cancel`}</Button>
          <Button type="submit" variant="contained">
            {student ? say`Save` : say`Add`}
          </Button>
        </DialogActions>
      </form>
    </FormDialog>
  );
}

/** What is known of a student later than the name: out of the way while one is added. */
const More = ({ open, children }: { open: boolean; children: ReactNode }) =>
  open ? (
    children
  ) : (
    <details>
      <summary>{say`Lesson, hands, notes`}</summary>
      <div className="stack student-more">{children}</div>
    </details>
  );
