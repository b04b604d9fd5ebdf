import { say, small } from "@yarrow-ridge/core/words";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { doingOf } from "@yarrow-ridge/core/practice";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { addDays } from "../clock.ts";
import { knownPiece } from "../pieces/store.ts";
import { openPlans } from "../plans/laying.ts";
import { daysOfStudent } from "../plans/portfolio.ts";
import type { Studio } from "../studio.ts";

type Card = Awaited<ReturnType<typeof daysOfStudent>>["days"][number]["cards"][number];

/** The next week as a teacher writes it into the notebook: by piece, section by section. */
export async function nextAssignment(
  studio: Studio,
  studentId: string,
  from: string,
): Promise<string> {
  const { days, plans } = await daysOfStudent(studio, studentId);
  const until = addDays(from, 7);
  const cards = days.filter(({ date }) => date < until).flatMap((day) => day.cards);
  const open = await openPlans(studio.db, studentId);
  const told: string[] = [];
  for (const { id, pieceTitle, assignmentId } of plans) {
    const own = cards.filter((card) => card.assignmentId === assignmentId);
    const pieceId = open.find(({ plan }) => plan.id === id)?.pieceId;
    if (own.length === 0 || pieceId === undefined) continue;
    const { score } = await knownPiece(studio, pieceId);
    const minutes = own.reduce((sum, card) => sum + card.minutes, 0);
    told.push(
      [say`${pieceTitle} (${minutes} min over the week)`, ...linesOf(score, own)].join("\n"),
    );
  }
  return told.join("\n\n");
}

const doing = ({ kind, instrument: of, hands }: Card): string =>
  doingOf(kind, small(handName(instrument(of), hands)));

/** The bars of each section and hand in one line, with the tempos they go through. */
function linesOf(score: Score, cards: readonly Card[]): string[] {
  const groups = new Map<string, Card[]>();
  for (const card of cards) {
    const key = `${card.section}, ${doing(card)}`;
    groups.set(key, [...(groups.get(key) ?? []), card]);
  }
  return [...groups].map(([key, own]) => {
    const tempos = own.map(({ tempo }) => tempo);
    const [low, high] = [Math.min(...tempos), Math.max(...tempos)];
    const spans = merged(own).map(([from, to]) => barSpan(score.bars, from, to));
    const sign = own[0]!.beat;
    const at = low === high ? `${sign} = ${low}` : say`${sign} = ${low} to ${high}`;
    return `  ${key}: ${spans.length > 1 || spans[0]!.includes("–") ? say`bars` : say`bar`} ${spans.join(", ")}, ${at}`;
  });
}

/** Stretches that touch or overlap as one, in order. */
function merged(cards: readonly Card[]): [from: number, to: number][] {
  const found: [number, number][] = [];
  for (const { from, to } of [...cards].sort((a, b) => a.from - b.from)) {
    const last = found.at(-1);
    if (last && from <= last[1] + 1) last[1] = Math.max(last[1], to);
    else found.push([from, to]);
  }
  return found;
}
