import { Button, Chip, TextField } from "@mui/material";
import type { StudentAnswer } from "@yarrow-ridge/contract";
import dayjs from "dayjs";
import { useState } from "react";
import { editFields } from "../edits/fields.ts";
import { DateField } from "../settings/DateField.tsx";
import { weekFrom, WEEKDAYS, withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../settings/useSpoken.ts";

/** Changes when a student practises; the days ahead are laid out anew. */
export const editPractising = (
  { id, name, minutesByWeekday, daysOff }: StudentAnswer,
  change: Partial<Pick<StudentAnswer, "minutesByWeekday" | "daysOff">>,
): Promise<boolean> => {
  const before = { minutesByWeekday, daysOff };
  const changed = Object.keys(change) as (keyof typeof change)[];
  const was = Object.fromEntries(changed.map((key) => [key, before[key]]));
  return editFields("editStudent", id, was, change, `the practice time of ${name}`);
};

/** How long on which weekday, over all pieces, and the days off. */
export function PracticeTime({ student }: { student: StudentAnswer }) {
  const spoken = useSpoken();
  const today = dayjs().format("YYYY-MM-DD");
  const { minutesByWeekday: minutes, daysOff } = student;
  const [off, setOff] = useState("");
  const ahead = daysOff.filter((date) => date >= today);
  const put = (i: number, typed: string) => {
    if (!/^\d{1,3}$/.test(typed) || Number(typed) > 600 || Number(typed) === minutes[i]) return;
    const next = minutes.map((one, at) => (at === i ? Number(typed) : one));
    void editPractising(student, { minutesByWeekday: next });
  };
  return (
    <section className="card stack" aria-labelledby="practice-time">
      <div className="row spread">
        <h2 id="practice-time">Practice time</h2>
        <span className="soft">{minutes.reduce((sum, one) => sum + one, 0)} min a week</span>
      </div>
      <div className="practice-minutes">
        {weekFrom(spoken).map((i) => (
          <TextField
            key={`${i} ${minutes[i]}`}
            label={WEEKDAYS[i]!.slice(0, 2)}
            defaultValue={minutes[i]}
            onBlur={(event) => put(i, event.target.value)}
            onKeyDown={(event) => {
              if (event.key === "Enter") (event.target as HTMLElement).blur();
            }}
            slotProps={{
              htmlInput: {
                inputMode: "numeric",
                maxLength: 3,
                "aria-label": `Minutes on ${WEEKDAYS[i]!}s`,
              },
            }}
          />
        ))}
      </div>
      <p className="soft small">
        Minutes over all pieces. They are shared by what each still needs until its day; at least a
        few minutes’ break in every half hour.
      </p>
      <div className="row">
        <DateField label="A day off" value={off} onChange={setOff} width={190} />
        <Button
          variant="outlined"
          disabled={off < today || daysOff.includes(off)}
          onClick={() => {
            void editPractising(student, { daysOff: [...daysOff, off].sort() });
            setOff("");
          }}
        >
          Keep it free
        </Button>
      </div>
      {ahead.length > 0 && (
        <div className="row" role="group" aria-label="Days off">
          {ahead.map((date) => (
            <Chip
              key={date}
              label={`${withWeekday(date, spoken, true)} off`}
              onDelete={() =>
                void editPractising(student, { daysOff: daysOff.filter((one) => one !== date) })
              }
            />
          ))}
        </div>
      )}
    </section>
  );
}
