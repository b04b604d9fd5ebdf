import { say } from "../words/say.ts";
import { difficultiesByHand, playsIn, type Form } from "../form/index.ts";
import { beatLength, limbName, toNumber, type Score } from "../score/index.ts";

/** How hard a bar is in one hand. */
export interface BarHardness {
  /** From 0, nothing to do, to 1, the hardest of the piece. */
  readonly hardness: number;
  /** What makes it hard, the weightiest first. */
  readonly reasons: readonly string[];
}

/** By hand, and by bar index. */
export type Hardness = Readonly<Record<string, readonly BarHardness[]>>;

/** What the score itself has of difficulties, for a hand and at a tempo. */
export type Difficulties = ReturnType<typeof difficultiesByHand>;

/**
 * What makes bars hard at performance tempo.
 *
 * @param goal performance tempo, beats a minute
 * @param on millimetres of an octave and of this hand's reach, where hands go over keys
 */
export function difficultiesAt(
  score: Score,
  goal: number,
  on: Parameters<typeof difficultiesByHand>[2],
): Difficulties {
  return difficultiesByHand(score, goal * toNumber(beatLength(score.bars[0]!)), on);
}

/** Of the bars of a piece this share is worth practising alone. */
const HARDEST = 0.1;

/** So many times what the usual bar's fingers cost makes a bar hard for that. Own figure. */
const AWKWARD = 2;
/** However much more they cost, it weighs less than a stretch. */
const MOST_AWKWARD = 3;

/**
 * Of the bars of each hand the tenth whose fingers cost most, if that is much more than the usual.
 *
 * @param costs what each hand costs in each bar, fingered best; see `costsByBar`
 * @example awkwardFingers(score, { right: [1, 1, 3] }).right.map(({ bar }) => bar) // => [2]
 */
export function awkwardFingers(
  score: Score,
  costs: Readonly<Record<string, readonly number[]>>,
): Difficulties {
  return Object.fromEntries(
    Object.entries(costs).map(([hand, byBar]) => {
      const plays = playsIn(score, hand);
      const inOrder = byBar.filter((_, bar) => plays[bar]).sort((a, b) => a - b);
      // where next to nothing costs anything, little more is not awkward
      const usual = Math.max(1, inOrder[inOrder.length >> 1] ?? 0);
      const tenth = inOrder[Math.floor(inOrder.length * (1 - HARDEST))] ?? 0;
      const least = Math.max(usual * AWKWARD, tenth);
      const reason = say`awkward to finger in the ${limbName(score, hand)}`;
      const found = byBar.flatMap((cost, bar) =>
        plays[bar] && cost >= least
          ? [{ bar, weight: Math.min(MOST_AWKWARD, cost / usual), reason }]
          : [],
      );
      return [hand, found];
    }),
  );
}

/** All that two ways of looking at a score have found. */
export const bothOf = (a: Difficulties, b: Difficulties): Difficulties =>
  Object.fromEntries(Object.entries(a).map(([hand, all]) => [hand, [...all, ...(b[hand] ?? [])]]));

/** Weight of a bar that is all new, and of one in which every try has a slip. */
const [NEW, ALWAYS_SLIPS] = [1, 6];
/** A share of slips below this is anybody's. Common practice, no source. */
const SOME_SLIPS = 0.1;

/**
 * How hard each bar is in each hand within the piece, and why: density at tempo, what its fingers
 * cost, leaps, stretches for this hand, polyrhythm, accidentals, crossing, odd bars, what is new,
 * the player's own slips.
 * The weights are common practice, no source: they only put the bars of a piece in order.
 *
 * @param found see {@link difficultiesAt}
 * @param slips the player's own: shares of the tries of each bar, by hand and bar
 * @example
 *   hardness(score, analyse(score), difficultiesAt(score, 80, { octave: 164 })).right.length
 *   // => 24
 */
export function hardness(
  score: Score,
  form: Pick<Form, "work">,
  found: Difficulties,
  slips: Readonly<Record<string, readonly number[]>> = {},
): Hardness {
  const raw = Object.entries(found).map(([hand, all]) => {
    const plays = playsIn(score, hand);
    return [
      hand,
      score.bars.map(({ index }) => {
        if (!plays[index]) return { weight: 0, reasons: [] };
        const own = all.filter(({ bar }) => bar === index).sort((a, b) => b.weight - a.weight);
        const slipped = slips[hand]?.[index] ?? 0;
        const weight =
          NEW * (form.work[hand]?.[index] ?? 1) +
          own.reduce((sum, one) => sum + one.weight, 0) +
          ALWAYS_SLIPS * slipped;
        const reasons = own.map(({ reason }) => reason);
        if (slipped >= SOME_SLIPS)
          reasons.unshift(say`a slip in ${Math.round(100 * slipped)} % of the tries`);
        return { weight, reasons };
      }),
    ] as const;
  });
  const most = Math.max(0, ...raw.flatMap(([, bars]) => bars.map(({ weight }) => weight)));
  return Object.fromEntries(
    raw.map(([hand, bars]) => [
      hand,
      bars.map(({ weight, reasons }) => ({ hardness: most ? weight / most : 0, reasons })),
    ]),
  );
}

/** A bar as all hands have it: as hard as the hardest, with the reasons of each. */
export function hardBars(byHand: Hardness): BarHardness[] {
  const hands = Object.values(byHand);
  return (hands[0] ?? []).map((_, bar) => ({
    hardness: Math.max(...hands.map((bars) => bars[bar]!.hardness)),
    reasons: [...new Set(hands.flatMap((bars) => bars[bar]!.reasons))],
  }));
}

/**
 * How hard some bars are together: one hard bar among easy ones is what slips, so the mean is of
 * the squares.
 */
export function hardnessOf(bars: readonly BarHardness[], some: readonly number[]): number {
  const squares = some.reduce((sum, bar) => sum + (bars[bar]?.hardness ?? 0) ** 2, 0);
  return Math.sqrt(squares / Math.max(1, some.length));
}

/** Indexes of the hardest tenth of the bars, of those that are hard for some reason; in order. */
export function hardest(bars: readonly BarHardness[]): number[] {
  const most = Math.ceil(bars.length * HARDEST);
  return bars
    .map((one, bar) => ({ ...one, bar }))
    .filter(({ reasons }) => reasons.length > 0)
    .sort((a, b) => b.hardness - a.hardness || a.bar - b.bar)
    .slice(0, most)
    .map(({ bar }) => bar)
    .sort((a, b) => a - b);
}
