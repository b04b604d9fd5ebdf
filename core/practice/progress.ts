import { playsIn, type Form } from "../form/index.ts";
import { covers, limbLine, type Line, type Score } from "../score/index.ts";
import { holding, linesIn } from "./lines.ts";
import { lineKeys } from "./sameBars.ts";
import type { Unit } from "./unit.ts";

/** A step that was earned: this stretch, these hands, at this tempo (beats a minute). */
export interface Promotion {
  readonly from: number;
  readonly to: number;
  readonly hands: string;
  readonly tempo: number;
}

/**
 * The highest tempo earned on each unit, by unit key. What was earned on a longer stretch, or in a
 * line that holds this one, holds for its parts too.
 *
 * @param lines as the instrument has them
 */
export function earned(
  units: readonly Pick<Unit, "key" | "from" | "to" | "hands">[],
  promotions: readonly Promotion[],
  lines: readonly Line[] = [],
): Map<string, number> {
  const holding = holders(units, promotions, lines);
  return new Map(
    [...holding].map(([key, all]) => [key, Math.max(0, ...all.map((one) => one.tempo))]),
  );
}

/** The day on which each unit first came to the tempo it has, by unit key. */
export function earnedOn(
  units: readonly Pick<Unit, "key" | "from" | "to" | "hands">[],
  promotions: readonly (Promotion & { readonly day: string })[],
  lines: readonly Line[] = [],
): Map<string, string> {
  const found = new Map<string, string>();
  for (const [key, all] of holders(units, promotions, lines)) {
    const highest = Math.max(...all.map((one) => one.tempo));
    const first = all.find((one) => one.tempo === highest);
    if (first) found.set(key, first.day);
  }
  return found;
}

/** What was earned on stretches and lines that hold each unit, by unit key, in order. */
function holders<P extends Promotion>(
  units: readonly Pick<Unit, "key" | "from" | "to" | "hands">[],
  promotions: readonly P[],
  lines: readonly Line[],
): Map<string, P[]> {
  const holds = holding(lines);
  return new Map(
    units.map(({ key, from, to, hands }) => [
      key,
      promotions.filter((one) => one.from <= from && one.to >= to && holds(one.hands, hands)),
    ]),
  );
}

/** One bar of the ridge. Tempos in beats a minute, 0 while nothing is earned. */
export interface RidgeBar {
  /** Lowest over the hands the bar uses; together counts for each hand. */
  readonly secure: number;
  /**
   * The same from hands together alone; where it is below `secure`, the rest was earned hands
   * apart.
   */
  readonly together: number;
  /** Whether the bar is new in some hand. */
  readonly isNew: boolean;
  /** Nothing is struck in it. */
  readonly silent: boolean;
}

/**
 * The secure tempo of every bar in an assignment. Exact and octave returns share what was earned on
 * any of them.
 *
 * @param form whether bars are new; of a piece on paper also what returns
 * @param lines as the instrument has them; each hand when not given
 * @example ridge(score, analyse(score), [])[0].secure // => 0
 */
export const ridge = (
  score: Score,
  form: Pick<Form, "isNew" | "returns">,
  promotions: readonly Promotion[],
  lines?: readonly Line[],
): RidgeBar[] => ridges(score, form, lines)(promotions);

/**
 * The same for several logs of one piece, as of its days: what the score itself says of which bars
 * are the same is worked out once.
 */
export function ridges(
  score: Score,
  form: Pick<Form, "isNew" | "returns">,
  lines?: readonly Line[],
): (promotions: readonly Promotion[]) => RidgeBar[] {
  const { apart, whole } = linesIn(score, lines);
  const hands = whole.limbs;
  const all = [...apart, whole].map((line) => ({ line, keys: lineKeys(score, form, line) }));
  const strikes = Object.fromEntries(hands.map((hand) => [hand, playsIn(score, hand)]));
  return (promotions) => {
    const shared = all.map(({ line, keys }) => ({
      line,
      tempos: shareAmongReturns(
        keys,
        promotions.filter((one) => one.hands === line.id),
      ),
    }));
    const best = (bar: number, some: typeof shared) =>
      Math.max(0, ...some.map(({ tempos }) => tempos[bar]!));
    const holding = new Map(
      hands.map((hand) => [hand, shared.filter(({ line }) => covers(line, limbLine(hand)))]),
    );
    const together = shared.filter(({ line }) => line === whole);
    return score.bars.map(({ index }) => {
      const used = hands.filter((hand) => strikes[hand]![index]);
      return {
        secure: used.length ? Math.min(...used.map((hand) => best(index, holding.get(hand)!))) : 0,
        together: best(index, together),
        isNew: hands.some((hand) => form.isNew[hand]![index]),
        silent: used.length === 0,
      };
    });
  };
}

/** The highest tempo earned in a line for each bar, shared by all bars of the same content. */
function shareAmongReturns(keys: readonly string[], own: readonly Promotion[]): number[] {
  const best = new Map<string, number>();
  for (const { from, to, tempo } of own)
    for (let bar = from; bar <= Math.min(to, keys.length - 1); bar++)
      best.set(keys[bar]!, Math.max(best.get(keys[bar]!) ?? 0, tempo));
  return keys.map((key) => best.get(key) ?? 0);
}
