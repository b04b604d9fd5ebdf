import { buttonsFor, isChord, type BassBoard, type Button } from "./board.ts";
import { takenTogether, type Taken } from "./together.ts";
import type { BassPrices } from "./prices.ts";

/** A button with the finger on it, 2 to 5: the thumb stays on the board's edge. */
export interface Pressed extends Button {
  readonly finger: number;
}

/** How a moment is taken: a bass, a chord, or both. */
export interface BassWay {
  readonly pressed: readonly Pressed[];
  /** The button of each note, by its place among those pressed. */
  readonly of: readonly number[];
  /** The column under the fourth finger where a finger lies over each. */
  readonly position: number;
  readonly cost: number;
}

const FINGERS = [2, 3, 4, 5] as const;

/** The finger that lies over a button: one to a column, over chords the next one up. */
const natural = (position: number, button: Button): number =>
  4 - (button.column - position) - (isChord(button) ? 1 : 0);

const once = (pitches: readonly number[]): number[] => [...new Set(pitches.map((one) => one % 12))];

/**
 * The buttons for some keys: one bass, one chord, the lowest as bass under a chord of the rest, or
 * several that sound all of it.
 *
 * @param keys rising
 */
function takingsOf(
  board: BassBoard,
  keys: readonly number[],
  isNamed: boolean,
  isApart: boolean,
): Taken[] {
  const all = once(keys);
  const one = buttonsFor(board, all).map((button): Taken => ({
    buttons: [button],
    of: keys.map(() => 0),
  }));
  if (all.length < 2) return one;
  const chord = one.filter(({ buttons }) => isChord(buttons[0]!));
  if (isNamed) return chord.length ? chord : [takenTogether(board, keys, isNamed) ?? []].flat();
  const [low, ...rest] = keys;
  const chords = buttonsFor(board, once(rest)).filter(isChord);
  const both = buttonsFor(board, [low! % 12]).flatMap((bass) =>
    chords.map((chord): Taken => ({
      buttons: [bass, chord],
      of: keys.map((_, i) => (i === 0 ? 0 : 1)),
    })),
  );
  const found = isApart && both.length ? both : [...chord, ...both];
  const several = found.length ? undefined : takenTogether(board, keys);
  return several ? [several] : found;
}

/** A position so far from the middle of its buttons is none. */
const REACH = 2;

/**
 * Every way to take some keys at once, in the order of columns and fingers; none where no button
 * has them.
 *
 * @param isNamed they are a chord that letters name
 * @param isApart the lowest is a bass beside a chord that letters name: a button of its own
 */
export function waysOf(
  board: BassBoard,
  prices: BassPrices,
  keys: readonly number[],
  isNamed = false,
  isApart = false,
): BassWay[] {
  const found: BassWay[] = [];
  for (const { buttons, of } of takingsOf(board, keys, isNamed, isApart)) {
    const columns = buttons.map(({ column }) => column);
    const middle = columns.reduce((sum, one) => sum + one, 0) / columns.length;
    for (let position = Math.floor(middle) - REACH; position <= middle + REACH; position++)
      for (const fingers of fingersFor(buttons)) {
        const off = buttons.reduce(
          (sum, button, i) => sum + Math.abs(natural(position, button) - fingers[i]!),
          0,
        );
        if (off > buttons.length) continue;
        const pressed = buttons.map((button, i): Pressed => ({ ...button, finger: fingers[i]! }));
        const own = pressed.reduce((sum, one) => sum + costOf(prices, one), 0);
        found.push({ pressed, of, position, cost: own + prices.stretch * off });
      }
  }
  return found;
}

/** Fingers for some buttons, each its own: 5 is lowest down, and a bass is under its chords. */
function fingersFor(buttons: readonly Button[]): number[][] {
  let found: number[][] = [[]];
  for (const button of buttons) {
    const fits = (finger: number, before: readonly number[]) =>
      before.every((other, k) => {
        const apart = isChord(buttons[k]!) ? button.column - buttons[k]!.column : 1;
        return apart === 0 ? finger !== other : apart > 0 ? finger < other : finger > other;
      });
    found = found.flatMap((before) =>
      FINGERS.filter((finger) => fits(finger, before)).map((finger) => [...before, finger]),
    );
  }
  return found;
}

const costOf = (prices: BassPrices, one: Pressed): number =>
  (isChord(one) && one.finger > 3 ? prices.lowOnChord * (one.finger - 3) : 0) +
  (one.finger === 5 ? prices.fifth : 0) +
  (one.row === "counterbass" ? prices.counterbass : 0) +
  // far from the middle of the board there is no landmark near
  prices.far * Math.abs(one.column);
