import { isRunThrough } from "./earning.ts";
import type { PlannedCard } from "./card.ts";

type InDay = Pick<PlannedCard, "from" | "to" | "kind">;

/** Whether one should not follow the other: the same bars again, or two hard spots running. */
export const tires = (one: InDay, next: InDay): boolean =>
  (one.from <= next.to && next.from <= one.to) || (one.kind === "spot" && next.kind === "spot");

/**
 * The cards of a piece on a day in the order they are played: as they are learned, run-throughs
 * last, and where there is a choice no two on the same bars in a row.
 *
 * @example
 *   arrange([2, 2, 8].map((bar) => ({ from: bar, to: bar, kind: "cell" }))).map(({ to }) => to)
 *   // => [2, 8, 2]
 */
export function arrange<C extends InDay>(cards: readonly C[]): C[] {
  const rest = cards.filter(({ kind }) => !isRunThrough(kind));
  const through = cards.filter(({ kind }) => isRunThrough(kind));
  const found: C[] = [];
  while (rest.length) {
    const last = found.at(-1);
    const fits = rest.filter((one) => !last || !tires(last, one));
    // one that leaves all others in each other's way goes first
    const left = (one: C) => rest.filter((other) => other !== one && tires(one, other)).length;
    const most = rest.length - 1;
    const next = fits.find((one) => most > 1 && left(one) * 2 > most) ?? fits[0] ?? rest[0]!;
    found.push(next);
    rest.splice(rest.indexOf(next), 1);
  }
  // what could only come last may stand between two others
  for (let i = 1; i < found.length; i++) {
    if (!tires(found[i - 1]!, found[i]!)) continue;
    const [card] = found.splice(i, 1);
    const at = found.findIndex(
      (one, j) => !tires(one, card!) && !(found[j + 1] && tires(card!, found[j + 1]!)),
    );
    const first = found[0] && !tires(card!, found[0]) ? 0 : i;
    found.splice(at >= 0 ? at + 1 : first, 0, card!);
  }
  return [...found, ...through];
}
