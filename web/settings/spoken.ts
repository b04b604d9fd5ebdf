/** How dates, times and lengths are said. */
export interface Spoken {
  /** 28 November, or November 28. */
  readonly dates: "day first" | "month first";
  readonly clock: "24" | "12";
  /** ISO weekday, 1 is Monday, 7 is Sunday. */
  readonly weekStart: 1 | 6 | 7;
  readonly lengths: "metric" | "inches";
}

/** Regions that measure in inches (CLDR, measurementSystem US). */
const INCHES = ["US", "LR", "MM"];

/** Some systems name a language that is none, such as `en-US@posix`. */
function localeOf(language: string): Intl.Locale {
  try {
    return new Intl.Locale(language.replace(/[@.].*$/, ""));
  } catch {
    return new Intl.Locale("en-GB");
  }
}

/** What is usual where the browser says it is. */
export function usualIn(language: string): Spoken {
  const locale = localeOf(language).maximize();
  const english = `en-${locale.region ?? "GB"}`;
  const parts = new Intl.DateTimeFormat(english, { day: "numeric", month: "long" }).formatToParts(
    new Date(2026, 10, 28),
  );
  const { hour12 } = new Intl.DateTimeFormat(english, { hour: "numeric" }).resolvedOptions();
  const told = locale as unknown as {
    weekInfo?: { firstDay: number };
    getWeekInfo?: () => { firstDay: number };
  };
  const first = (told.getWeekInfo?.() ?? told.weekInfo)?.firstDay ?? 1;
  return {
    dates: parts[0]?.type === "month" ? "month first" : "day first",
    clock: hour12 ? "12" : "24",
    weekStart: first === 7 || first === 6 ? first : 1,
    lengths: INCHES.includes(locale.region ?? "") ? "inches" : "metric",
  };
}

const MONTHS = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
];
/** From Monday. */
export const WEEKDAYS = [
  "Monday",
  "Tuesday",
  "Wednesday",
  "Thursday",
  "Friday",
  "Saturday",
  "Sunday",
];

/** A date is a date and no instant: it is read as it is written, in every time zone. */
const split = (date: string) =>
  date.slice(0, 10).split("-").map(Number) as [number, number, number];

/** 0 is Monday. */
export function weekdayOf(date: string): number {
  const [year, month, day] = split(date);
  return (new Date(Date.UTC(year, month - 1, day)).getUTCDay() + 6) % 7;
}

/**
 * A day and its month, or with `short` the first three letters of it.
 *
 * @example
 *   dayAndMonth("2026-11-28", { dates: "month first" }); // "November 28"
 */
export function dayAndMonth(date: string, { dates }: Pick<Spoken, "dates">, short = false): string {
  const [, month, day] = split(date);
  const name = short ? MONTHS[month - 1]!.slice(0, 3) : MONTHS[month - 1]!;
  return dates === "month first" ? `${name} ${day}` : `${day} ${name}`;
}

/** `Saturday, 28 November`; with `short` `Sat 28 Nov`. */
export const withWeekday = (date: string, spoken: Pick<Spoken, "dates">, short = false): string => {
  const name = WEEKDAYS[weekdayOf(date)]!;
  return short
    ? `${name.slice(0, 3)} ${dayAndMonth(date, spoken, true)}`
    : `${name}, ${dayAndMonth(date, spoken)}`;
};

/**
 * A time of day.
 *
 * @param time such as `16:30`
 */
export function timeText(time: string, { clock }: Pick<Spoken, "clock">): string {
  if (clock === "24") return time;
  const [hour = 0, minute = 0] = time.split(":").map(Number);
  return `${hour % 12 || 12}:${String(minute).padStart(2, "0")} ${hour < 12 ? "am" : "pm"}`;
}

/** Weekdays in the order of the week, 0 is Monday. */
export const weekFrom = ({ weekStart }: Pick<Spoken, "weekStart">): number[] =>
  Array.from({ length: 7 }, (_, i) => (weekStart - 1 + i) % 7);

const MM_IN_INCH = 25.4;

/** A length with its unit: `189 mm`, `19 cm`, `7.4 in`. */
export const lengthText = (
  mm: number,
  { lengths }: Pick<Spoken, "lengths">,
  metric: "mm" | "cm" = "mm",
): string =>
  lengths === "inches"
    ? `${Math.round((mm / MM_IN_INCH) * 10) / 10} in`
    : metric === "cm"
      ? `${Math.round(mm) / 10} cm`
      : `${Math.round(mm)} mm`;

/** The unit a length is typed in, and how many of its own unit one of that is. */
export function typedUnit(
  unit: string | undefined,
  { lengths }: Pick<Spoken, "lengths">,
): { unit: string | undefined; times: number } {
  if (lengths === "inches" && unit === "mm") return { unit: "in", times: MM_IN_INCH };
  if (lengths === "inches" && unit === "cm") return { unit: "in", times: MM_IN_INCH / 10 };
  return { unit, times: 1 };
}
