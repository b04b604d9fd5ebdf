import { say } from "@yarrow-ridge/core/words";
import type { Spoken } from "../words/spoken.ts";

const MONTHS = [
  say`January`,
  say`February`,
  say`March`,
  say`April`,
  say`May`,
  say`June`,
  say`July`,
  say`August`,
  say`September`,
  say`October`,
  say`November`,
  say`December`,
];

const SHORT_MONTHS = [
  say`Jan`,
  say`Feb`,
  say`Mar`,
  say`Apr`,
  say`May`,
  say`Jun`,
  say`Jul`,
  say`Aug`,
  say`Sep`,
  say`Oct`,
  say`Nov`,
  say`Dec`,
];

/** From Monday. */
export const WEEKDAYS = [
  say`Monday`,
  say`Tuesday`,
  say`Wednesday`,
  say`Thursday`,
  say`Friday`,
  say`Saturday`,
  say`Sunday`,
];

const SHORT_WEEKDAYS = [say`Mon`, say`Tue`, say`Wed`, say`Thu`, say`Fri`, say`Sat`, say`Sun`];
/** Where there is hardly room. */
export const WEEKDAY_SIGNS = [say`Mo`, say`Tu`, say`We`, say`Th`, say`Fr`, say`Sa`, say`Su`];

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
  const name = (short ? SHORT_MONTHS : MONTHS)[month - 1]!;
  return dates === "month first" ? `${name} ${day}` : `${day} ${name}`;
}

/** `Saturday, 28 November`; with `short` `Sat 28 Nov`. */
export const withWeekday = (date: string, spoken: Pick<Spoken, "dates">, short = false): string => {
  return short
    ? `${SHORT_WEEKDAYS[weekdayOf(date)]!} ${dayAndMonth(date, spoken, true)}`
    : `${WEEKDAYS[weekdayOf(date)]!}, ${dayAndMonth(date, spoken)}`;
};

/**
 * A time of day.
 *
 * @param time such as `16:30`
 */
export function timeText(time: string, { clock }: Pick<Spoken, "clock">): string {
  if (clock === "24") return time;
  const [hour = 0, minute = 0] = time.split(":").map(Number);
  return `${hour % 12 || 12}:${String(minute).padStart(2, "0")} ${hour < 12 ? say`am` : say`pm`}`;
}

/** Weekdays in the order of the week, 0 is Monday. */
export const weekFrom = ({ weekStart }: Pick<Spoken, "weekStart">): number[] =>
  Array.from({ length: 7 }, (_, i) => (weekStart - 1 + i) % 7);
