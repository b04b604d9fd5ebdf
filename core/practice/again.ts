import { say } from "../words/say.ts";
import type { PlannedCard } from "./card.ts";
import { isRunThrough } from "./earning.ts";
import type { Load } from "./chains.ts";
import { SHORTEST } from "./fillDay.ts";
import { KEEPING } from "./keep.ts";
import type { Laying } from "./laying.ts";

/** Adds the minutes of a card to what its bars had. */
export function countBars({ had }: Laying, { from, to, minutes }: PlannedCard): void {
  for (let bar = from; bar <= to; bar++) had[bar] = (had[bar] ?? 0) + minutes / (to - from + 1);
}

/**
 * What minutes go to that no step can be climbed in: sections that stand and whose bars had least
 * so far, then longer cards of the day, again where bars had least.
 *
 * @param longest minutes of a card
 * @param before units that were on this day when it was laid out before: they come first
 * @returns minutes that are left
 */
export function playAgain(
  { loads, had }: Laying,
  cards: Map<string, PlannedCard>,
  left: number,
  longest: number,
  before?: ReadonlySet<string>,
): number {
  const perBar = ({ from, to }: { from: number; to: number }) => {
    let sum = 0;
    for (let bar = from; bar <= to; bar++) sum += had[bar] ?? 0;
    return sum / (to - from + 1);
  };
  const wasHere = ({ unit }: Load) => before?.has(unit.key) ?? false;
  let rest = left;
  const standing = loads
    .filter(
      ({ unit, left: steps }) => unit.kind === "section" && !steps.length && !cards.has(unit.key),
    )
    .sort((a, b) => Number(wasHere(b)) - Number(wasHere(a)) || perBar(a.unit) - perBar(b.unit));
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
  // what was pinned has the minutes it was given
  const made = [...cards.values()].filter((card) => !isRunThrough(card.kind) && !card.pinned);
  const leastFirst = made.sort((a, b) => perBar(a) - perBar(b)).map(({ unit }) => unit);
  for (let long = SHORTEST + 1; long <= longest; long++)
    for (const unit of leastFirst) {
      const card = cards.get(unit)!;
      if (rest < 1 || card.minutes >= long) continue;
      cards.set(unit, { ...card, minutes: card.minutes + 1 });
      rest--;
    }
  return rest;
}
