import type { HandModel, Link, Locks, Moment, Played, Wish } from "../../../fingering/index.ts";
import { freesHand } from "../../../fingering/moment.ts";
import { fitTo } from "../../fitTo.ts";
import type { Layout } from "./layout.ts";
import { buttonPlan } from "./plan.ts";
import { BUTTON_PRICES, EASY, LEVEL, type ButtonPrices } from "./prices.ts";
import { gripsOf, spread, type ButtonWay } from "./ways.ts";

/** Fingers of a hand, rising: the thumb of a left hand holds the board. */
const FINGERS = { right: [1, 2, 3, 4, 5], left: [2, 3, 4, 5] } as const;

/** From a note to another one: beside it, over or under it, or with the whole hand. */
function fromNoteToNote(prices: ButtonPrices, a: ButtonWay, b: ButtonWay): number {
  const [from, to] = [a.notes[0]!, b.notes[0]!];
  if (from.row === to.row && from.column === to.column)
    return from.finger === to.finger ? 0 : prices.changed;
  const moved = prices.rows * Math.abs(a.base - b.base);
  const shift = prices.shift + prices.along * Math.abs(to.x - from.x) + moved;
  if (from.finger === to.finger) return prices.sameFinger + shift - prices.shift;
  const [low, high] = from.finger < to.finger ? [from, to] : [to, from];
  const apart = high.x - low.x;
  const beside = spread(prices, low, high) + moved;
  if (apart >= -LEVEL) return Math.min(shift, beside);
  const passed = low.finger === 1 ? prices.pass : prices.cross;
  return Math.min(shift, beside, passed + prices.far * -apart + moved);
}

/** The hand as a whole, where several notes are taken. */
function withHand(prices: ButtonPrices, a: ButtonWay, b: ButtonWay): number {
  let cost = prices.rows * Math.abs(a.base - b.base);
  for (const to of b.notes)
    for (const from of a.notes) {
      const isSame = from.row === to.row && from.column === to.column;
      if (isSame && from.finger !== to.finger) cost += prices.changed;
      if (!isSame && from.finger === to.finger) cost += prices.sameFinger / 2;
    }
  const far = Math.abs(a.lies - b.lies) - EASY;
  return far > 0 ? cost + prices.shift / 2 + prices.along * far : cost;
}

/** What going from one way to the next costs; what is held keeps its button and its finger. */
function stepCost(prices: ButtonPrices, a: ButtonWay, b: ButtonWay, link: Link): number {
  const isMoved = (from: number, i: number): boolean => {
    const [before, now] = [a.notes[from], b.notes[i]!];
    return !!before && (before.row !== now.row || before.finger !== now.finger);
  };
  if (link.held?.some(isMoved)) return Infinity;
  if (freesHand(link)) return (prices.along / 4) * Math.abs(a.lies - b.lies);
  const cost =
    a.notes.length === 1 && b.notes.length === 1
      ? fromNoteToNote(prices, a, b)
      : withHand(prices, a, b);
  return link.detached ? cost * prices.detached : cost;
}

/** A hand on a keyboard of buttons, each of one note. */
export function buttonHand(hand: "right" | "left", layout: Layout): HandModel<ButtonWay> {
  const prices = BUTTON_PRICES;
  const known = new Map<string, readonly ButtonWay[]>();
  const gripsFor = (keys: readonly number[]): readonly ButtonWay[] => {
    const name = keys.join();
    let found = known.get(name);
    if (!found) known.set(name, (found = gripsOf(layout, prices, keys, FINGERS[hand])));
    return found;
  };
  const keysOf = (notes: readonly Played[]) => notes.map(({ midi }) => midi);
  return {
    key: (midi) => midi,
    fit: (struck, held) => fitTo(struck, held, (notes) => gripsFor(keysOf(notes)).length > 0),
    choices: ({ keys }) => gripsFor(keys),
    hold: ({ cost }) => cost,
    step: (a, b, link) => stepCost(prices, a, b, link),
    triple: () => 0,
    triples: () => false,
    tableKey,
    alike: {
      pattern: ({ keys, struck }) =>
        keys.map((key, i) => `${key - keys[0]!}${struck[i] ? "" : "h"}`).join(),
      place: ({ keys }) => keys[0]!,
      still: 0,
      shapes: ({ notes, base }) => [
        notes.map(({ row, finger }) => `${row - base}.${finger}`).join(),
      ],
    },
    wanted,
    written: ({ notes }, i) => {
      const { row, column, finger } = notes[i]!;
      return {
        value: String(finger),
        also: { button: `${row} ${column}`, buttonRow: String(row) },
      };
    },
    plan: (task) => buttonPlan(layout, task),
  };
}

/** What is pressed, what is held from the moment before, and how the two are joined. */
const tableKey = (moments: readonly Moment[]): string =>
  moments
    .map(({ keys, link }, i) =>
      i && link
        ? `${keys.join()} ${link.held?.join() ?? ""} ${freesHand(link) ? 1 : 0}${link.detached ? 1 : 0}`
        : keys.join(),
    )
    .join("|");

/** Fingers and rows that are told, then the rows alone. */
function wanted({ notes, struck }: Moment, { locks, also }: Locks): Wish<ButtonWay>[] {
  const rows = also?.get("buttonRow");
  const told = notes.flatMap(({ id }, i) =>
    struck[i] ? [{ i, finger: locks?.get(id), row: rows?.get(id) }] : [],
  );
  const fits = (withFingers: boolean): Wish<ButtonWay> => ({
    obeyedBy: (way) =>
      told.every(({ i, finger, row }) => {
        const one = way.notes[i]!;
        if (row !== undefined && String(one.row) !== row) return false;
        return !withFingers || !finger || String(one.finger) === finger.replace(/\D/g, "")[0];
      }),
  });
  return [
    ...(told.some(({ finger }) => finger) ? [fits(true)] : []),
    ...(told.some(({ row }) => row !== undefined) ? [fits(false)] : []),
  ];
}
