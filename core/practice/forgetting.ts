import { fsrs, generatorParameters, type FSRSState } from "ts-fsrs";

// When something learnt should be visited again. The one module that knows the general library for
// spaced repetition; its words go no further.

/** A visit of something learnt; the first is the day it was learnt. */
export interface Visit {
  /** ISO date. */
  readonly day: string;
  /** In its first tries of that day. */
  readonly slips: number;
}

/** How well something is remembered. */
export interface Memory {
  readonly state: FSRSState;
  /** Number of the day it was last visited, and of the one it is due, see {@link dayNumber}. */
  readonly last: number;
  readonly due: number;
}

/** Nineteen times in twenty it should still be there. */
const RETENTION = 0.95;
/** Days; what is performed from is played at least so often. Common practice, no source. */
const LONGEST = 28;

const model = fsrs(
  generatorParameters({
    request_retention: RETENTION,
    maximum_interval: LONGEST,
    enable_fuzz: false,
    enable_short_term: false,
  }),
);

const [AGAIN, HARD, GOOD] = [1, 2, 3] as const;
const gradeOf = (slips: number) => (slips === 0 ? GOOD : slips === 1 ? HARD : AGAIN);

/**
 * What is remembered after one more visit.
 *
 * @param before nothing on the day it was learnt
 */
export function visited(before: Memory | undefined, day: number, slips: number): Memory {
  const since = before ? Math.max(0, day - before.last) : 0;
  const state = model.next_state(before?.state ?? null, since, gradeOf(slips));
  return { state, last: day, due: day + model.next_interval(state.stability, since) };
}

/** What is remembered after visits, in order. */
export const memoryOf = (visits: readonly Visit[]): Memory | undefined =>
  visits.reduce<Memory | undefined>(
    (memory, { day, slips }) => visited(memory, dayNumber(day), slips),
    undefined,
  );

/**
 * Days since 1970-01-01 of an ISO date, which is no instant: no time zone has a say in it. The year
 * begins with March, so that leap days come last (Gregorian calendar: 146,097 days in 400
 * years).
 */
export function dayNumber(date: string): number {
  const [year, month, day] = date.split("-").map(Number) as [number, number, number];
  const y = month > 2 ? year : year - 1;
  const ofYear = Math.floor((153 * ((month + 9) % 12) + 2) / 5) + day - 1;
  const leaps = Math.floor(y / 4) - Math.floor(y / 100) + Math.floor(y / 400);
  return 365 * y + leaps + ofYear - 719_468;
}
