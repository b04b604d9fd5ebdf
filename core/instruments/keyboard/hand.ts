import type { Played } from "../../fingering/moment.ts";
import { inWhiteKeys, OCTAVE, patternOf, tableKey } from "./alike.ts";
import { CHOICES, gripsOf, isRolled } from "./choices.ts";
import { fingerPairs } from "./fingerPairs.ts";
import { fitOf } from "./fit.ts";
import { keyAt, seenBy } from "./geometry.ts";
import type { Grip, KeyboardHand } from "./grip.ts";
import { holdCost, stepCost, tripleCost } from "./gripCosts.ts";
import { wanted } from "./locks.ts";
import { melodicCost } from "./melodic.ts";
import { keyboardPlan } from "./plan.ts";
import { PRICES, type Prices } from "./prices.ts";
import { spansOf, type Player } from "./reach.ts";

/** Prices of a beginner: passing the thumb is what to avoid. */
const BEGINNER = 2;

/** White keys that lie under five fingers. */
const FIVE_KEYS = 4.5;

/** One hand on a keyboard, as it is for this player. */
export function keyboardHand(
  side: "right" | "left",
  player: Player = {},
  prices: Prices = PRICES,
): KeyboardHand {
  const spans = spansOf(player);
  const ease = player.level === "beginner" ? BEGINNER : 1;
  const pairs = fingerPairs(spans, prices);
  const melodic = melodicCost(pairs, prices, spans[15]![5], ease);
  const hold = holdCost(pairs, prices);

  const endMismatch = (a: Grip, b: Grip) =>
    a.fingers.some((finger, i) => finger !== b.fingers[i] && finger !== 1 && b.fingers[i] !== 1)
      ? prices.endApart
      : 0;

  const key = (midi: number) => seenBy(side, midi);
  const able = (notes: readonly Played[]) => {
    const keys = notes.map((note) => key(note.midi));
    const struck = keys.map(() => true);
    const rolled = isRolled(notes);
    return (CHOICES[keys.length] ?? []).some(
      ({ fingers }) => hold({ keys, fingers, struck, rolled }) < Infinity,
    );
  };
  const hand: KeyboardHand = {
    key,
    inWhiteKeys,
    fit: (struck, held) => fitOf(struck, held, key, able),
    choices: gripsOf(),
    hold,
    step: stepCost(melodic, prices),
    triple: tripleCost(pairs, prices),
    triples: (a, b, c) => [a, b, c].every(({ keys }) => keys.length === 1),
    tableKey,
    alike: {
      pattern: patternOf,
      place: ({ keys }) => inWhiteKeys(keys[0]!),
      period: OCTAVE,
      still: FIVE_KEYS,
    },
    wanted: (moment, locks) => wanted(moment, hand, locks),
    written: ({ fingers, then }, at) => ({
      value: String(fingers[at]),
      then: then && String(then[at]),
    }),
    plan: (task) => keyboardPlan(hand, task),
    endMismatch,
    thumbSlides: prices.thumbSlide < prices.hop,
    width: (low, high) => keyAt(high) - keyAt(low),
    maxSpan: (low, high) => spans[low * 10 + high]![5],
  };
  return hand;
}
