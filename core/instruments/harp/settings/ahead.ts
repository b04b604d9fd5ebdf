import { MISSED, moveCost, UNSET } from "./prices.ts";
import type { Plucked, SettingTask } from "./task.ts";

/** Ways a movable stands: flat, natural, sharp. */
const WAYS = 3;

/** More settings than seven pedals have are not looked at one by one. */
const MOST = WAYS ** 7;

/** By setting. */
type Costs = Float64Array<ArrayBufferLike>;

/** So many notes are known at a time; the others are worked out again when it is their turn. */
const STRETCH = 128;
/** So many of the first are known all the time: 36 MB. */
const HELD = 16 * STRETCH;

/**
 * What the notes from one on cost at the least where each movable stands as given, one of them
 * otherwise; an UNSET one stands as is best.
 */
export type Ahead = (note: number, values: Int8Array, movable?: number, value?: number) => number;

/**
 * The least that is still to be paid from each note on and each setting, if there were always time:
 * no plan costs less. Worked out from the end, for all settings of seven pedals.
 *
 * @returns undefined where there are too many settings, as with levers
 */
export function lookAhead({ movables, notes }: SettingTask): Ahead | undefined {
  const settings = WAYS ** movables.length;
  if (settings > MOST) return undefined;
  const [ends, first]: [Costs[], Costs[]] = [[], []];
  let last: Costs = new Float64Array(settings);
  for (let i = notes.length - 1; i >= 0; i--) {
    if ((i + 1) % STRETCH === 0) ends[(i + 1) / STRETCH] = last;
    last = withNote(notes[i]!, last, movables.length);
    if (i < HELD) first[i] = last;
  }
  let [stretch, known]: [number, Costs[]] = [-1, []];
  const of = (note: number): Costs => {
    if (note < HELD) return first[note]!;
    const asked = Math.floor(note / STRETCH);
    if (asked !== stretch) {
      stretch = asked;
      const upTo = Math.min(notes.length, (asked + 1) * STRETCH);
      known = [ends[asked + 1] ?? new Float64Array(settings)];
      for (let i = upTo - 1; i >= asked * STRETCH; i--)
        known.push(withNote(notes[i]!, known.at(-1)!, movables.length));
      known.reverse();
    }
    return known[note % STRETCH]!;
  };
  return (note, values, movable = -1, value = 0) =>
    note < notes.length ? leastOf(of(note), values, movable, value, 0, 0) : 0;
}

/** The same from a note on, when it is known from the next one on. */
function withNote({ chances }: Plucked, next: Costs, movables: number): Costs {
  const found = new Float64Array(next.length);
  for (let at = 0; at < found.length; at++) found[at] = next[at]! + MISSED;
  for (const { movable, value, cost } of chances) {
    const place = movable === undefined ? found.length : WAYS ** (movables - 1 - movable);
    const set = movable === undefined ? 0 : (value + 1) * place;
    const ways = movable === undefined ? [0] : MOVES[value + 1]!;
    // all settings that differ in this movable alone come to the same one
    for (let high = 0; high < found.length; high += ways.length * place)
      for (let low = high; low < high + place; low++) {
        const there = cost + next[low + set]!;
        for (let way = 0, at = low; way < ways.length; way++, at += place)
          if (there + ways[way]! < found[at]!) found[at] = there + ways[way]!;
      }
  }
  return found;
}

/** By where a movable is to stand and where it stands: flat, natural, sharp. */
const MOVES = [0, 1, 2].map((to) => [0, 1, 2].map((at) => (at === to ? 0 : moveCost(to - at))));

function leastOf(
  costs: Costs,
  values: Int8Array,
  movable: number,
  value: number,
  from: number,
  code: number,
): number {
  for (let i = from; i < values.length; i++) {
    const stands = i === movable ? value : values[i]!;
    if (stands !== UNSET) code = code * WAYS + stands + 1;
    else {
      const next = code * WAYS;
      return Math.min(
        leastOf(costs, values, movable, value, i + 1, next),
        leastOf(costs, values, movable, value, i + 1, next + 1),
        leastOf(costs, values, movable, value, i + 1, next + 2),
      );
    }
  }
  return costs[code]!;
}
