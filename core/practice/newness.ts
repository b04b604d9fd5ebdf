import { handsOf, type Form } from "../form/index.ts";
import type { Score } from "../score/index.ts";
import { barKeys, SILENT } from "./sameBars.ts";

/** For each hand the work in each bar: 1 new, 0 known, between for what is nearly known. */
export type Work = Readonly<Record<string, readonly number[]>>;

/**
 * What is new when the bars are met in another order than they are written: the theme from its
 * last return, or a piece whose beginning is cut. What is not in the order is not met and makes
 * nothing known.
 *
 * @param order bar indexes as they are learned
 */
export function workInOrder(score: Score, form: Form, order: readonly number[]): Work {
  return Object.fromEntries(handsOf(score).map((hand) => [hand, inHand(score, form, hand, order)]));
}

function inHand(score: Score, form: Form, hand: string, order: readonly number[]): number[] {
  const keys = barKeys(score, form, hand);
  const partners = nearlyKnown(form, hand);
  const [met, bars] = [new Set<string>(), new Set<number>()];
  const work = score.bars.map(() => 0);
  for (const bar of order) {
    const key = keys[bar]!;
    if (key !== SILENT && !met.has(key)) {
      const known = (partners.get(bar) ?? []).filter(
        (one) => bars.has(one.bar) || met.has(keys[one.bar]!),
      );
      work[bar] = Math.min(1, ...known.map((one) => one.work));
    }
    met.add(key);
    bars.add(bar);
  }
  return work;
}

/** Bars that make one another nearly known, with the work that is left, either way round. */
function nearlyKnown(form: Form, hand: string): Map<number, { bar: number; work: number }[]> {
  const found = new Map<number, { bar: number; work: number }[]>();
  const put = (bar: number, other: number, work: number) =>
    found.set(bar, [...(found.get(bar) ?? []), { bar: other, work }]);
  for (const one of form.returns) {
    if (one.hand !== hand || one.relation === "exact" || one.relation === "octave") continue;
    for (let bar = one.from; bar <= one.to; bar++) {
      const [other, work] = [one.of + bar - one.from, form.work[hand]?.[bar] ?? 1];
      if (work <= 0 || work >= 1 || other > one.ofTo) continue;
      put(bar, other, work);
      // what was in the other hand is met there
      if (one.relation !== "exchanged") put(other, bar, work);
    }
  }
  return found;
}
