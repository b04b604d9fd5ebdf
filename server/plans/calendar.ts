import type { PlanAnswer } from "@yarrow-ridge/contract";
import { handName, type Instrument } from "@yarrow-ridge/core/instruments";
import ical, { ICalCalendarMethod } from "ical-generator";

/** A date is no instant: all-day entries are written from its parts in UTC, wherever this runs. */
const dateOf = (date: string): Date => {
  const [year, month, day] = date.split("-").map(Number) as [number, number, number];
  return new Date(Date.UTC(year, month - 1, day));
};

/**
 * The plan as iCalendar (RFC 5545): one all-day entry for each day of practice, and one for the day
 * it must be ready.
 */
export function calendar(
  plan: PlanAnswer,
  piece: string,
  student: string,
  of: Instrument,
  now: Date,
): string {
  const made = ical({
    name: `${piece} · ${student}`,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: "Yarrow Ridge", product: "Practice plan", language: "EN" },
  });
  // made again it is the same calendar: whoever subscribes to it keeps one entry a day
  const uid = (what: string) => `${plan.assignmentId}-${what}@yarrow-ridge`;
  for (const { date, cards } of plan.days) {
    const minutes = cards.reduce((sum, card) => sum + card.minutes, 0);
    made.createEvent({
      id: uid(date),
      start: dateOf(date),
      allDay: true,
      stamp: now,
      summary: `Practise ${piece}: ${minutes} min`,
      description: cards
        .map(
          (card) =>
            `${card.section}, ${card.bars}, ${handName(of, card.hands)}, at ${card.beat} = ${card.tempo}: ${card.minutes} min`,
        )
        .join("\n"),
    });
  }
  made.createEvent({
    id: uid("ready"),
    start: dateOf(plan.readyBy),
    allDay: true,
    stamp: now,
    summary: `${piece} ready (performance tempo ${plan.goalTempo})`,
  });
  return made.toString();
}
