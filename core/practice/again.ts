import { say } from "../words/say.ts";
import type { PlannedCard } from "./card.ts";
import { SHORTEST } from "./fillDay.ts";
import { KEEPING } from "./keep.ts";
import type { Laying } from "./laying.ts";

/** Adds the minutes of a card to what its bars had. */
export function countBars({ had }: Laying, { from, to, minutes }: PlannedCard): void {
  for (let bar = from; bar <= to; bar++) had[bar] = (had[bar] ?? 0) + minutes / (to - from + 1);
}

/**
 * Sections that stand and whose bars had least so far, played again in minutes that nothing else
 * can be done in.
 *
 * @returns minutes that are left
 */
export function playAgain(
  { loads, had }: Laying,
  cards: Map<string, PlannedCard>,
  left: number,
): number {
  const perBar = ({ from, to }: { from: number; to: number }) => {
    let sum = 0;
    for (let bar = from; bar <= to; bar++) sum += had[bar] ?? 0;
    return sum / (to - from + 1);
  };
  let rest = left;
  const standing = loads
    .filter(
      ({ unit, left: steps }) => unit.kind === "section" && !steps.length && !cards.has(unit.key),
    )
    .sort((a, b) => perBar(a.unit) - perBar(b.unit));
  for (const { unit } of standing) {
    if (rest < SHORTEST) break;
    const minutes = Math.min(KEEPING, rest);
    const { from, to, hands, section } = unit;
    cards.set(unit.key, {
      ...{ unit: unit.key, from, to, hands, section, minutes },
      tempo: unit.steps.at(-1)!,
      kind: "keeping",
      why: say`Minutes are left today, and these bars had the least so far.`,
    });
    rest -= minutes;
  }
  return rest;
}
