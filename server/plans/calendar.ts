import type { PlanAnswer } from "@yarrow-ridge/contract";
import { handName, type Instrument } from "@yarrow-ridge/core/instruments";
import ical, { ICalCalendarMethod } from "ical-generator";
import dayjs from "dayjs";

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
  for (const { date, cards } of plan.days) {
    const minutes = cards.reduce((sum, card) => sum + card.minutes, 0);
    made.createEvent({
      id: `${plan.id}-${date}@yarrow-ridge`,
      start: dayjs(date).toDate(),
      allDay: true,
      stamp: now,
      summary: `Practise ${piece}: ${minutes} min`,
      description: cards
        .map(
          (card) =>
            `${card.section}, ${card.bars}, ${handName(of, card.hands)}, at ${card.tempo}: ${card.minutes} min`,
        )
        .join("\n"),
    });
  }
  made.createEvent({
    id: `${plan.id}-ready@yarrow-ridge`,
    start: dayjs(plan.readyBy).toDate(),
    allDay: true,
    stamp: now,
    summary: `${piece} ready (performance tempo ${plan.goalTempo})`,
  });
  return made.toString();
}
