import type { Locks, Wish } from "../../fingering/model.ts";
import type { Moment } from "../../fingering/moment.ts";
import { firstFinger } from "../../score/marks/written.ts";
import type { Grip, KeyboardHand } from "./grip.ts";

const FINGERS = ["1", "2", "3", "4", "5"];
const NONE: ReadonlyMap<string, never> = new Map<string, never>();

/**
 * Fingers that lie over a key when the thumb lies over another: two for a black key between theirs,
 * none for one outside the hand.
 */
export function fingersOver(
  model: Pick<KeyboardHand, "key" | "inWhiteKeys">,
  thumb: number,
  midi: number,
): string[] {
  const white = model.inWhiteKeys(model.key(midi)) - model.inWhiteKeys(model.key(thumb));
  return FINGERS.filter((finger) => Math.abs(Number(finger) - 1 - white) <= 0.5);
}

/**
 * Grips that keep to a position, then those that take what is written; a position is given up
 * first.
 */
export function wanted(
  moment: Moment,
  model: Pick<KeyboardHand, "key" | "inWhiteKeys">,
  { locks = NONE, positions = NONE }: Locks,
): Wish<Grip>[] {
  const written = moment.notes.map((note, i) =>
    moment.struck[i] && locks.has(note.id) ? [firstFinger(locks.get(note.id)!)] : undefined,
  );
  const placed = moment.notes.map((note, i) =>
    moment.struck[i] && positions.has(note.id)
      ? fingersOver(model, positions.get(note.id)!, note.midi)
      : undefined,
  );
  const fits = (some: readonly (readonly string[] | undefined)[]): Wish<Grip> => ({
    obeyedBy: ({ fingers, then }) =>
      !then && some.every((one, i) => one === undefined || one.includes(String(fingers[i]))),
  });
  const held = placed.some((one) => one?.length);
  return [
    // a key outside the hand is taken as it can be
    ...(held
      ? [fits(placed.map((some, i) => written[i] ?? (some?.length ? some : undefined)))]
      : []),
    ...(written.some((one) => one) ? [fits(written)] : []),
  ];
}

/** Struck notes that lie outside the position where the hand is to stay. */
export const outside = (
  moment: Moment,
  model: Pick<KeyboardHand, "key" | "inWhiteKeys">,
  { positions = NONE }: Locks,
): Moment["notes"] =>
  moment.notes.filter(
    (note, i) =>
      moment.struck[i] &&
      positions.has(note.id) &&
      fingersOver(model, positions.get(note.id)!, note.midi).length === 0,
  );
