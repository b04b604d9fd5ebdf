import { say } from "@yarrow-ridge/core/words";
import { Button, Chip, MenuItem, TextField } from "@mui/material";
import type { PlanAnswer } from "@yarrow-ridge/contract";
import dayjs from "dayjs";
import { useState } from "react";
import { DateField } from "../settings/DateField.tsx";
import { withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";

type Dates = PlanAnswer["dates"];
const KINDS = ["lesson", "exam", "concert"] as const;
const NAMES = { lesson: say`lesson`, exam: say`exam`, concert: say`concert` };

/** Days that matter beside the one it must be ready: they stand in the calendar. */
export function PlanDates({ dates, onChange }: { dates: Dates; onChange: (dates: Dates) => void }) {
  const spoken = useSpoken();
  const [date, setDate] = useState("");
  const [kind, setKind] = useState<(typeof KINDS)[number]>("concert");
  const isKnown = dates.some((one) => one.date === date && one.kind === kind);
  const add = () => {
    onChange([...dates, { date, kind }].sort((a, b) => a.date.localeCompare(b.date)));
    setDate("");
  };
  return (
    <div className="stack" role="group" aria-label={say`Other days that matter`}>
      <span className="soft">{say`Other days that matter`}</span>
      <div className="row">
        <TextField
          select
          value={kind}
          onChange={(event) => setKind(event.target.value as typeof kind)}
          slotProps={{ htmlInput: { "aria-label": say`What the day is` } }}
          sx={{ minWidth: 110 }}
        >
          {KINDS.map((one) => (
            <MenuItem key={one} value={one}>
              {NAMES[one]}
            </MenuItem>
          ))}
        </TextField>
        <DateField label={say`Day`} value={date} onChange={setDate} width={180} />
        <Button
          variant="outlined"
          disabled={date < dayjs().format("YYYY-MM-DD") || isKnown || dates.length >= 40}
          onClick={add}
        >{say`Add the day`}</Button>
      </div>
      {dates.length > 0 && (
        <div className="row">
          {dates.map((one) => (
            <Chip
              key={`${one.date} ${one.kind}`}
              label={`${NAMES[one.kind]} ${withWeekday(one.date, spoken, true)}`}
              onDelete={() => onChange(dates.filter((other) => other !== one))}
            />
          ))}
        </div>
      )}
    </div>
  );
}
