import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { addDays } from "../clock.ts";
import { daysOfStudent } from "../plans/portfolio.ts";
import type { Studio } from "../studio.ts";

type Card = Awaited<ReturnType<typeof daysOfStudent>>["days"][number]["cards"][number];

/** Lines for a piece; what comes after them is in the plan. */
const MOST = 8;

/** The next week as a teacher writes it into the notebook: by piece, what is new in it first. */
export async function nextAssignment(
  studio: Studio,
  studentId: string,
  from: string,
): Promise<string> {
  const { days, plans } = await daysOfStudent(studio, studentId);
  const until = addDays(from, 7);
  const cards = days.filter(({ date }) => date < until).flatMap((day) => day.cards);
  return plans
    .flatMap(({ assignmentId, pieceTitle }) => {
      const own = cards.filter((card) => card.assignmentId === assignmentId);
      if (own.length === 0) return [];
      const minutes = own.reduce((sum, card) => sum + card.minutes, 0);
      const lines = linesOf(own);
      const more = lines.length - MOST;
      return [
        [
          `${pieceTitle} (${minutes} min over the week)`,
          ...lines.slice(0, MOST),
          ...(more > 0 ? [`  and ${more} more, see the plan`] : []),
        ].join("\n"),
      ];
    })
    .join("\n\n");
}

/** Each stretch once, with the tempos it goes through. */
function linesOf(cards: readonly Card[]): string[] {
  const byUnit = new Map<string, Card[]>();
  for (const card of cards) byUnit.set(card.unit, [...(byUnit.get(card.unit) ?? []), card]);
  return [...byUnit.values()].map((own) => {
    const [first] = own as [Card, ...Card[]];
    const tempos = own.map(({ tempo }) => tempo);
    const [low, high] = [Math.min(...tempos), Math.max(...tempos)];
    const who =
      first.kind === "keeping" ? "to keep it" : handName(instrument(first.instrument), first.hands);
    const at = low === high ? `${first.beat} = ${low}` : `${first.beat} = ${low} to ${high}`;
    return `  ${first.section}, ${first.bars}, ${who}: ${at}`;
  });
}
