import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
} from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import type { StudentAnswer } from "@yarrow-ridge/contract";
import { instruments } from "@yarrow-ridge/core/instruments";
import { enqueueSnackbar } from "notistack";
import { useForm } from "react-hook-form";
import { call } from "../api/client.ts";
import { useHistory } from "../edits/history.ts";
import "./students.css";

interface Fields {
  name: string;
  instrument: string;
  lessonWeekday: string;
  lessonTime: string;
  /** Millimetres, as typed. */
  reach: string;
  /** Millimetres by pair of fingers, as typed. */
  pairs: Record<string, string>;
  octave: string;
  level: string;
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

/** Pairs of fingers whose span is worth knowing: what they cannot take gets no finger. */
const PAIRS = ["12", "13", "14", "23", "24", "25", "35", "45"];

const handOf = ({ pairs, octave, level }: Fields): StudentAnswer["hand"] => {
  const measured = Object.entries(pairs)
    .filter(([, text]) => text.trim() !== "")
    .map(([pair, text]) => [pair, Number(text)] as const);
  const hand = {
    ...(measured.length ? { pairs: Object.fromEntries(measured) } : {}),
    ...(octave.trim() ? { octave: Number(octave) } : {}),
    ...(level === "beginner" ? { level: "beginner" as const } : {}),
  };
  return Object.keys(hand).length ? hand : null;
};
const inRange = (least: number, most: number) => (text: string) =>
  text.trim() === "" || (Number(text) >= least && Number(text) <= most);

const bodyOf = (fields: Fields) => ({
  name: fields.name.trim(),
  instrument: fields.instrument as "piano",
  notes: fields.notes,
  lessonWeekday: fields.lessonWeekday === "" ? null : Number(fields.lessonWeekday),
  lessonTime: fields.lessonTime || null,
  reach: fields.reach.trim() ? Number(fields.reach) : null,
  hand: handOf(fields),
});

/** Adding a student, or changing what is known of one. */
export function StudentForm({
  student,
  onClose,
}: {
  student?: StudentAnswer;
  onClose: () => void;
}) {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  const before: Fields = {
    name: student?.name ?? "",
    instrument: student?.instrument ?? "piano",
    notes: student?.notes ?? "",
    lessonWeekday:
      student?.lessonWeekday === null || student === undefined ? "" : String(student.lessonWeekday),
    lessonTime: student?.lessonTime ?? "",
    reach: student?.reach ? String(student.reach) : "",
    pairs: Object.fromEntries(
      PAIRS.map((pair) => [pair, String(student?.hand?.pairs?.[pair] ?? "")]),
    ),
    octave: String(student?.hand?.octave ?? ""),
    level: student?.hand?.level ?? "usual",
  };
  const { register, handleSubmit, watch, setValue, formState } = useForm<Fields>({
    defaultValues: before,
  });
  const save = async (fields: Fields) => {
    const refresh = () => client.invalidateQueries();
    if (student) {
      const send = (one: Fields) =>
        call("editStudent", { params: { id: student.id }, body: bodyOf(one) }).then(refresh);
      void perform({
        label: `details of ${fields.name}`,
        redo: () => send(fields),
        undo: () => send(before),
      });
      onClose();
      return;
    }
    let id: string | undefined;
    const archive = (archived: boolean) =>
      call("editStudent", { params: { id: id! }, body: { archived } }).then(refresh);
    const ok = await perform({
      label: `adding ${fields.name}`,
      redo: async () => {
        if (id) return archive(false);
        id = (await call("addStudent", { body: bodyOf(fields) })).id;
        return refresh();
      },
      undo: () => archive(true),
    });
    if (ok) {
      enqueueSnackbar(`${fields.name.trim()} is in the studio.`);
      onClose();
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
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
          <TextField
            label="Reach between outer keys, mm"
            placeholder="not measured"
            error={!!formState.errors.reach}
            slotProps={{ htmlInput: { inputMode: "numeric" } }}
            helperText={
              formState.errors.reach
                ? "A number from 60 to 320."
                : "What the hand takes without force: a seventh is about 142, an octave 165, a ninth 189."
            }
            {...register("reach", {
              validate: (value) =>
                value.trim() === "" ||
                (/^\d{2,3}$/.test(value.trim()) && Number(value) >= 60 && Number(value) <= 320),
            })}
          />
          <details>
            <summary>More about the hand and the keyboard</summary>
            <div className="stack" style={{ paddingTop: 12 }}>
              <TextField
                label="Octave of the keyboard at home, mm"
                placeholder="165, standard"
                error={!!formState.errors.octave}
                helperText={formState.errors.octave ? "A number from 100 to 200." : undefined}
                slotProps={{ htmlInput: { inputMode: "decimal" } }}
                {...register("octave", { validate: inRange(100, 200) })}
              />
              <TextField
                select
                label="How far along"
                value={watch("level")}
                onChange={(event) => setValue("level", event.target.value)}
              >
                <MenuItem value="usual">passes the thumb freely</MenuItem>
                <MenuItem value="beginner">beginner: as few crossings as can be</MenuItem>
              </TextField>
              <div>
                <p className="small soft">
                  Spans of other fingers in mm, between the keys they take without force; leave out
                  what nobody measured.
                </p>
                <div className="finger-pairs">
                  {PAIRS.map((pair) => (
                    <TextField
                      key={pair}
                      label={`${pair[0]} and ${pair[1]}`}
                      error={!!formState.errors.pairs?.[pair]}
                      helperText={formState.errors.pairs?.[pair] && "10 to 320"}
                      slotProps={{ htmlInput: { inputMode: "numeric" } }}
                      {...register(`pairs.${pair}`, { validate: inRange(10, 320) })}
                    />
                  ))}
                </div>
              </div>
            </div>
          </details>
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
    </Dialog>
  );
}
