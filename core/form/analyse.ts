import type { Score } from "../score/index.ts";
import { handsOf, type BarContent } from "./content.ts";
import { compareBars } from "./differences.ts";
import { grounds } from "./grounds.ts";
import { imitations } from "./imitation.ts";
import { paperForm } from "./paper.ts";
import { linesOf, returnsOf, type Return } from "./returns.ts";
import { sequences } from "./sequences.ts";
import type { Form } from "./model.ts";

/** Another key or another hand leaves at least this share of a bar to be learnt. */
const OTHER_KEY = 0.25;

/**
 * For each hand, whether a bar's content occurs there for the first time, exactly or octaves away.
 * A bar in which the hand strikes nothing is nothing to learn.
 */
export function newBars(content: readonly BarContent[]): boolean[] {
  const seen = new Set<string>();
  return content.map(({ pattern, base }) => {
    if (pattern < 0) return false;
    const key = `${pattern} ${base % 12}`;
    const fresh = !seen.has(key);
    seen.add(key);
    return fresh;
  });
}

function workOf(
  content: readonly BarContent[],
  isNew: readonly boolean[],
  returns: readonly Return[],
  other: (hand: string) => readonly BarContent[],
): number[] {
  const work = isNew.map(Number);
  for (const { from, to, of, relation, interval, hand } of returns) {
    if (relation !== "transposed" && relation !== "exchanged" && relation !== "varied") continue;
    for (let bar = from; bar <= to; bar++) {
      if (!work[bar]) continue;
      const size = content[bar]!.struck.length;
      const { differing } =
        relation === "varied"
          ? compareBars(content[bar]!, other(hand)[of + bar - from]!, interval)
          : { differing: 0 };
      const least = relation === "varied" && interval % 12 === 0 ? 0 : OTHER_KEY;
      work[bar] = Math.min(
        work[bar] ?? 1,
        Math.max(least, Math.min(1, differing / Math.max(1, size))),
      );
    }
  }
  return work;
}

/**
 * What a piece is made of: what returns and how, what moves in sequence, what is imitated, and how
 * much is really new.
 *
 * @example analyse(score).newBars // => 15
 */
export function analyse(score: Score): Form {
  if (score.paperHands) return paperForm(score, []);
  const hands = handsOf(score);
  const lines = linesOf(score);
  const returns = returnsOf(score, lines);
  const isNew = Object.fromEntries(hands.map((hand) => [hand, newBars(lines.get(hand)!)]));
  const work = Object.fromEntries(
    hands.map((hand) => [
      hand,
      workOf(
        lines.get(hand)!,
        isNew[hand]!,
        returns.filter((one) => one.hand === hand),
        (name) => lines.get(name)!,
      ),
    ]),
  );
  const fresh = score.bars.filter(({ index }) => hands.some((hand) => isNew[hand]![index]));
  return {
    bars: score.bars.length,
    newBars: fresh.length,
    newBarsByHand: Object.fromEntries(
      hands.map((hand) => [hand, isNew[hand]!.filter(Boolean).length]),
    ),
    isNew,
    nearlyKnown: fresh.filter(({ index }) =>
      hands.every((hand) => !isNew[hand]![index] || work[hand]![index]! < 1),
    ).length,
    work,
    returns,
    sequences: hands.flatMap((hand) => sequences(score, hand)),
    imitations: imitations(score),
    grounds: grounds(score, lines),
  };
}
