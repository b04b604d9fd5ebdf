import { say } from "@yarrow-ridge/core/words";
import { Button, Chip, TextField } from "@mui/material";
import type { StudentAnswer } from "@yarrow-ridge/contract";
import dayjs from "dayjs";
import { useState } from "react";
import { editFields } from "../edits/fields.ts";
import { DateField } from "../settings/DateField.tsx";
import { weekFrom, WEEKDAY_SIGNS, WEEKDAYS, withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";

/** Changes when a student practises; the days ahead are laid out anew. */
export const editPractising = (
  { id, name, minutesByWeekday, daysOff, warmUp, longest, shares }: StudentAnswer,
  change: Partial<
    Pick<StudentAnswer, "minutesByWeekday" | "daysOff" | "warmUp" | "longest" | "shares">
  >,
): Promise<boolean> => {
  const before = { minutesByWeekday, daysOff, warmUp, longest, shares };
  const changed = Object.keys(change) as (keyof typeof change)[];
  const was = Object.fromEntries(changed.map((key) => [key, before[key]]));
  return editFields("editStudent", id, was, change, say`the practice time of ${name}`);
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
        <h2 id="practice-time">{say`Practice time`}</h2>
        <span className="soft">{say`${minutes.reduce((sum, one) => sum + one, 0)} min a
          week`}</span>
      </div>
      <div className="practice-minutes">
        {weekFrom(spoken).map((i) => (
          <TextField
            key={`${i} ${minutes[i]}`}
            label={WEEKDAY_SIGNS[i]}
            defaultValue={minutes[i]}
            onBlur={(event) => put(i, event.target.value)}
            onKeyDown={(event) => {
              if (event.key === "Enter") (event.target as HTMLElement).blur();
            }}
            slotProps={{
              htmlInput: {
                inputMode: "numeric",
                maxLength: 3,
                "aria-label": say`Minutes on ${WEEKDAYS[i]!}s`,
              },
            }}
          />
        ))}
      </div>
      <div className="row">
        <Minutes
          key={`warm-up ${student.warmUp}`}
          label={say`Of these, warming up`}
          value={student.warmUp}
          within={[0, 60]}
          onPut={(warmUp) => void editPractising(student, { warmUp })}
        />
        <Minutes
          key={`longest ${student.longest}`}
          label={say`One card at most`}
          value={student.longest}
          within={[3, 60]}
          onPut={(longest) => void editPractising(student, { longest })}
        />
        <Minutes
          key={`learning ${student.shares.learning}`}
          label={say`Of an hour, new bars`}
          value={student.shares.learning}
          within={[0, 60]}
          onPut={(learning) =>
            void editPractising(student, { shares: { ...student.shares, learning } })
          }
        />
        <Minutes
          key={`keeping ${student.shares.keeping}`}
          label={say`Of an hour, keeping`}
          value={student.shares.keeping}
          within={[0, 60]}
          onPut={(keeping) =>
            void editPractising(student, { shares: { ...student.shares, keeping } })
          }
        />
      </div>
      <p className="soft small">{say`Minutes over all pieces. They are shared by what each still
        needs until its day; at least a few minutes’ break in every half hour.`}</p>
      <div className="row">
        <DateField label={say`A day off`} value={off} onChange={setOff} width={190} />
        <Button
          variant="outlined"
          disabled={off < today || daysOff.includes(off)}
          onClick={() => {
            void editPractising(student, { daysOff: [...daysOff, off].sort() });
            setOff("");
          }}
        >{say`Keep it free`}</Button>
      </div>
      {ahead.length > 0 && (
        <div className="row" role="group" aria-label={say`Days off`}>
          {ahead.map((date) => (
            <Chip
              key={date}
              label={say`${withWeekday(date, spoken, true)} off`}
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

/** A number of minutes, put down when one leaves it. */
function Minutes({
  label,
  value,
  within: [least, most],
  onPut,
}: {
  label: string;
  value: number;
  within: readonly [number, number];
  onPut: (minutes: number) => void;
}) {
  const isFit = (typed: string) =>
    /^\d{1,2}$/.test(typed) && Number(typed) >= least && Number(typed) <= most;
  const [typed, setTyped] = useState(String(value));
  return (
    <TextField
      label={say`${label}, min`}
      sx={{ width: 190 }}
      value={typed}
      error={!isFit(typed)}
      helperText={isFit(typed) ? undefined : say`${least} to ${most}`}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => {
        if (isFit(typed) && Number(typed) !== value) onPut(Number(typed));
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") (event.target as HTMLElement).blur();
      }}
      slotProps={{ htmlInput: { inputMode: "numeric", maxLength: 2 } }}
    />
  );
}
