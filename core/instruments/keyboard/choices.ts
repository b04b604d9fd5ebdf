import type { Moment, Played } from "../../fingering/moment.ts";
import { compare } from "../../score/model/fraction.ts";
import type { Grip } from "./grip.ts";

/** A note this long in seconds leaves time for a silent change of finger. */
export const CHANGE_AFTER = 1;

/** The grips of a moment; moments that are alike share theirs. */
export function gripsOf(): (moment: Moment) => readonly Grip[] {
  const known = new Map<string, readonly Grip[]>();
  return ({ keys, struck, seconds, notes }) => {
    const changes = seconds >= CHANGE_AFTER;
    const rolled = isRolled(notes) ? { rolled: true } : {};
    const key = `${keys.join()} ${struck.join()} ${changes} ${rolled.rolled}`;
    let found = known.get(key);
    if (!found)
      known.set(
        key,
        (found = choices(keys.length, changes).map((way): Grip => ({
          ...way,
          ...rolled,
          keys,
          struck,
        }))),
      );
    return found;
  };
}

/** Whether some notes are one chord that is rolled; what is held from before is none of it. */
export const isRolled = (notes: readonly Played[]): boolean =>
  notes.length > 1 && notes.every(({ rolled, at }) => rolled && compare(at, notes[0]!.at) === 0);

const rising = (count: number, from = 1): number[][] =>
  count === 0
    ? [[]]
    : [1, 2, 3, 4, 5]
        .filter((finger) => finger >= from)
        .flatMap((lowest) => rising(count - 1, lowest + 1).map((rest) => [lowest, ...rest]));

/** Every rising choice of so many fingers out of five; more keys than fingers have none. */
export const CHOICES = [0, 1, 2, 3, 4, 5].map((count) =>
  rising(count).map((fingers) => ({ fingers })),
);
const WITH_CHANGES = [
  ...CHOICES[1]!,
  ...[
    [1, 2],
    [2, 1],
    [2, 3],
    [3, 2],
    [3, 4],
    [4, 3],
    [4, 5],
    [5, 4],
    [3, 5],
    [5, 3],
    [1, 3],
    [3, 1],
  ].map(([first, then]) => ({ fingers: [first!], then: [then!] })),
];

const choices = (count: number, changes: boolean) =>
  changes && count === 1 ? WITH_CHANGES : (CHOICES[count] ?? []);
