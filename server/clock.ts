import dayjs from "dayjs";

/** The time of day is passed in, so that tests can move it. */
export interface Clock {
  readonly now: () => Date;
}

export const systemClock: Clock = { now: () => new Date() };

/** The local date of an instant, ISO. */
export const localDate = (at: Date): string => dayjs(at).format("YYYY-MM-DD");

export const today = (clock: Clock): string => localDate(clock.now());

/** Monday is 0. */
export const weekday = (date: string): number => (dayjs(date).day() + 6) % 7;

export const addDays = (date: string, days: number): string =>
  dayjs(date).add(days, "day").format("YYYY-MM-DD");

export const daysBetween = (from: string, to: string): number => dayjs(to).diff(dayjs(from), "day");

/**
 * Local date and time of the next lesson at a weekday and time; undefined when either is not set.
 */
export function nextLesson(
  clock: Clock,
  lessonWeekday: number | null,
  lessonTime: string | null,
): string | undefined {
  if (lessonWeekday === null || lessonTime === null) return undefined;
  const date = today(clock);
  let ahead = (lessonWeekday - weekday(date) + 7) % 7;
  if (ahead === 0 && dayjs(clock.now()).format("HH:mm") > lessonTime) ahead = 7;
  return `${addDays(date, ahead)}T${lessonTime}`;
}
