import type { Spoken } from "./spoken.ts";

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
