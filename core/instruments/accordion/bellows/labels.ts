import { EPSILON, STATES, type Costs } from "./ahead.ts";
import type { Moment } from "./places.ts";
import type { Ends } from "./strokes.ts";

/** A turn of the bellows, or where the air button sets them. */
export interface Turn {
  readonly at: number;
  /** The state they are in from there on. */
  readonly state: number;
  readonly isSet: boolean;
  readonly before: Turn | undefined;
}

/** How a stretch was played the first time. */
export interface Known {
  /** The same for ways that lead from anywhere to the same, in all stretches known so far. */
  readonly id: number;
  /** Where it began. */
  readonly from: number;
  /** Which it was, and where it led from where it began, as a number. */
  readonly does: number;
  /** The direction at its first moment, by its index in `WAYS`. */
  readonly way: 0 | 1;
  /** Its turns after the first moment. */
  readonly turns: readonly Turn[];
  readonly before: Known | undefined;
}

/** A way to come to a moment. */
export interface Label {
  state: number;
  /** What it costs so far, with all that is to be played again as it was; and without. */
  cost: number;
  own: number;
  /**
   * Hundredths open where a stretch that comes again began, -1 in others; and the least and the
   * most since then.
   */
  start: number;
  low: number;
  high: number;
  /** Hundredths that stretches still to come again may begin elsewhere. */
  room: number;
  turn: Turn | undefined;
  known: Known | undefined;
}

/** What the search for a way that is alike goes by. */
export interface Search {
  readonly moments: readonly Moment[];
  readonly ends: Ends;
  /** What is done costs by itself; and all times together, where it is first. */
  readonly once: Costs;
  readonly always: Costs;
  /** The least that is still to come: of the road as it is, and of what has not been played yet. */
  readonly ahead: readonly Float64Array[];
  readonly unplayed: readonly Float64Array[];
  /** Hundredths that have been taken before each moment. */
  readonly passed: readonly number[];
  /** What is known of stretches, as numbers. */
  readonly ids: Map<number, number>;
  /** What a way may cost. */
  readonly limit: number;
}

/** Ways to come to a moment, a few for each state. */
export interface Labels {
  /** So many are kept that come to the same state. */
  readonly kept: number;
  /** By state, and which of those of a state; what is beyond the count is left from before. */
  readonly slots: Label[];
  readonly counts: Uint8Array;
  /** States in which there are any. */
  readonly used: number[];
}

export const noLabels = (kept: number): Labels => ({
  kept,
  slots: new Array<Label>(STATES * kept),
  counts: new Uint8Array(STATES),
  used: [],
});

export function clear({ counts, used }: Labels): void {
  counts.fill(0);
  used.length = 0;
}

export function eachOf({ kept, slots, counts, used }: Labels): Label[] {
  const found: Label[] = [];
  for (const state of used)
    for (let k = 0; k < counts[state]!; k++) found.push(slots[state * kept + k]!);
  return found;
}

/**
 * Keeps a label unless others that come to the same state are better: the cheapest are kept, and
 * the one with the most room.
 */
export function put({ kept, slots, counts, used }: Labels, label: Label): void {
  const first = label.state * kept;
  const count = counts[label.state]!;
  if (count === 0) used.push(label.state);
  let roomiest = label;
  for (let i = first; i < first + count; i++) {
    const other = slots[i]!;
    if (isNoBetter(label, other)) return;
    if (isNoBetter(other, label)) {
      slots[i] = label;
      return;
    }
    if (other.room >= roomiest.room) roomiest = other;
  }
  if (count < kept) {
    slots[first + count] = label;
    counts[label.state]!++;
    return;
  }
  let dearest = first;
  for (let i = first + 1; i < first + count; i++) {
    const isDearer = slots[i]!.cost > slots[dearest]!.cost || slots[dearest] === roomiest;
    if (slots[i] !== roomiest && isDearer) dearest = i;
  }
  if (label === roomiest || label.cost < slots[dearest]!.cost) slots[dearest] = label;
}

/** Whether whatever goes on from a way goes on as well from another that costs no more. */
const isNoBetter = (label: Label, other: Label): boolean =>
  other.cost <= label.cost + EPSILON &&
  other.start === label.start &&
  other.low >= label.low &&
  other.high <= label.high &&
  (other.known === label.known ||
    (other.known?.id === label.known?.id && other.room >= label.room));
