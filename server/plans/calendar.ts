import type { CardAnswer, PlanAnswer, PortfolioAnswer } from "@yarrow-ridge/contract";
import { handName, instrument, type Instrument } from "@yarrow-ridge/core/instruments";
import { plain } from "@yarrow-ridge/core/words";
import ical, { ICalCalendarMethod } from "ical-generator";

/** A date is no instant: all-day entries are written from its parts in UTC, wherever this runs. */
const dateOf = (date: string): Date => {
  const [year, month, day] = date.split("-").map(Number) as [number, number, number];
  return new Date(Date.UTC(year, month - 1, day));
};

/** A whole day in a calendar. */
interface Entry {
  /** The same each time it is made: whoever subscribes keeps one entry. */
  readonly uid: string;
  /** ISO date. */
  readonly date: string;
  readonly summary: string;
  readonly description?: string;
}

/** Entries as iCalendar (RFC 5545). */
export function calendar(name: string, entries: readonly Entry[], now: Date): string {
  const made = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: "Yarrow Ridge", product: "Practice plan", language: "EN" },
  });
  for (const { uid, date, summary, description } of entries)
    made.createEvent({
      id: `${uid}@yarrow-ridge`,
      start: dateOf(date),
      allDay: true,
      stamp: now,
      summary: plain(summary),
      ...(description === undefined ? {} : { description: plain(description) }),
    });
  return made.toString();
}

const minutesOf = (cards: readonly { minutes: number }[]): number =>
  cards.reduce((sum, card) => sum + card.minutes, 0);

const lineOf = (card: CardAnswer, of: Instrument): string =>
  `${card.section}, ${card.bars}, ${handName(of, card.hands)}, at ${card.beat} = ${card.tempo}: ${card.minutes} min`;

/** Each day of practice of a piece, and the day it must be ready. */
export const planEntries = (plan: PlanAnswer, piece: string, of: Instrument): Entry[] => [
  ...plan.days.map(({ date, cards }) => ({
    uid: `${plan.assignmentId}-${date}`,
    date,
    summary: `Practise ${piece}: ${minutesOf(cards)} min`,
    description: cards.map((card) => lineOf(card, of)).join("\n"),
  })),
  {
    uid: `${plan.assignmentId}-ready`,
    date: plan.readyBy,
    summary: `${piece} ready (performance tempo ${plan.goalTempo})`,
  },
];

/** Each day of practice of a student over all pieces, and the days that matter for each. */
export const studentEntries = ({
  studentId,
  days,
  plans,
}: Pick<PortfolioAnswer, "studentId" | "days"> & {
  readonly plans: readonly Omit<PortfolioAnswer["plans"][number], "remedies">[];
}): Entry[] => [
  ...days
    .filter(({ cards }) => cards.length > 0)
    .map(({ date, cards }) => ({
      uid: `${studentId}-${date}`,
      date,
      summary: `Practise: ${minutesOf(cards)} min`,
      description: cards
        .map((card) => `${card.pieceTitle}: ${lineOf(card, instrument(card.instrument))}`)
        .join("\n"),
    })),
  ...plans.flatMap(({ assignmentId, pieceTitle, readyBy, goalTempo, dates }) => [
    {
      uid: `${assignmentId}-ready`,
      date: readyBy,
      summary: `${pieceTitle} ready (performance tempo ${goalTempo})`,
    },
    ...dates
      .filter(({ date }) => date !== readyBy)
      .map(({ date, kind }) => ({
        uid: `${assignmentId}-${kind}-${date}`,
        date,
        summary: `${kind[0]!.toUpperCase()}${kind.slice(1)}: ${pieceTitle}`,
      })),
  ]),
];
