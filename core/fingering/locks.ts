import { FORBIDDEN, type Line, type Prices } from "./line.ts";
import type { HandModel } from "./model.ts";
import type { Moment } from "./moments.ts";
import { firstFinger } from "./written.ts";

/** What the teacher has fixed; the rest is solved around it. */
export interface Locks {
  /** Fingers that stay, by note id. */
  readonly locks?: ReadonlyMap<string, string>;
  /** Where the hand stays, by note id: the key its thumb lies over. */
  readonly positions?: ReadonlyMap<string, number>;
}

const FINGERS = ["1", "2", "3", "4", "5"];
const NONE: ReadonlyMap<string, never> = new Map<string, never>();

/**
 * Fingers that lie over a key when the thumb lies over another: two for a black key between theirs,
 * none for one outside the hand.
 */
export function fingersOver(model: HandModel, thumb: number, midi: number): string[] {
  const white = model.lie(model.key(midi)) - model.lie(model.key(thumb));
  return FINGERS.filter((finger) => Math.abs(Number(finger) - 1 - white) <= 0.5);
}

/**
 * What each grip costs by itself when it is not to be taken where something else is written; where
 * that cannot be, the position is given up first, then the fingers.
 */
export function obeying(
  line: Line,
  model: HandModel,
  { locks = NONE, positions = NONE }: Locks,
): Prices {
  if (locks.size === 0 && positions.size === 0) return line.hold;
  return line.moments.map((moment, at) => {
    const written = moment.notes.map((note, i) =>
      moment.struck[i] && locks.has(note.id) ? [firstFinger(locks.get(note.id)!)] : undefined,
    );
    const placed = moment.notes.map((note, i) =>
      moment.struck[i] && positions.has(note.id)
        ? fingersOver(model, positions.get(note.id)!, note.midi)
        : undefined,
    );
    const fits = (wanted: readonly (readonly string[] | undefined)[], still: boolean) =>
      line.grips[at]!.map(
        (grip) =>
          wanted.every((some, i) => some === undefined || some.includes(String(grip.fingers[i]))) &&
          !(still && grip.then),
      );
    const held = placed.some((one) => one?.length);
    const found = [
      // a key outside the hand is taken as it can be
      ...(held
        ? [
            fits(
              placed.map((some, i) => written[i] ?? (some?.length ? some : undefined)),
              true,
            ),
          ]
        : []),
      ...(written.some((one) => one) ? [fits(written, true)] : []),
    ].find((some) => some.includes(true));
    return found
      ? line.hold[at]!.map((price, grip) => (found[grip] ? price : FORBIDDEN))
      : line.hold[at]!;
  });
}

/** Struck notes that lie outside the position where the hand is to stay. */
export const outside = (
  moment: Moment,
  model: HandModel,
  { positions = NONE }: Locks,
): Moment["notes"] =>
  moment.notes.filter(
    (note, i) =>
      moment.struck[i] &&
      positions.has(note.id) &&
      fingersOver(model, positions.get(note.id)!, note.midi).length === 0,
  );
