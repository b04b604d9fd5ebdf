import { DatePicker } from "@mui/x-date-pickers/DatePicker";
import { LocalizationProvider } from "@mui/x-date-pickers/LocalizationProvider";
import { AdapterDayjs } from "@mui/x-date-pickers/AdapterDayjs";
import dayjs from "dayjs";
import english from "dayjs/locale/en-gb";
import { useSpoken } from "../words/useSpoken.ts";

const WRITTEN = "YYYY-MM-DD";

/** dayjs reads the first day of the week from its locale: one for each, made known once. */
const localeOf = (weekStart: number): string => `en-week-${weekStart}`;
for (const weekStart of [1, 6, 7])
  dayjs.locale(
    { ...english, name: localeOf(weekStart), weekStart: weekStart % 7 },
    undefined,
    true,
  );

/** A date, typed or picked, in the way dates are said here. Its value is an ISO date. */
export function DateField({
  label,
  value,
  onChange,
  error,
  width,
}: {
  label: string;
  value: string;
  onChange: (date: string) => void;
  error?: string | undefined;
  width: number;
}) {
  const { dates, weekStart } = useSpoken();
  const known = dayjs(value);
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs} adapterLocale={localeOf(weekStart)}>
      <DatePicker
        label={label}
        value={known.isValid() ? known : null}
        onChange={(date) => onChange(date?.isValid() ? date.format(WRITTEN) : "")}
        format={dates === "month first" ? "MMM D, YYYY" : "D MMM YYYY"}
        sx={{ width }}
        slotProps={{ textField: { size: "small", error: error !== undefined, helperText: error } }}
      />
    </LocalizationProvider>
  );
}
