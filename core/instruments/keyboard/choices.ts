import type { Moment } from "../../fingering/moment.ts";
import type { Grip } from "./grip.ts";

/** A note this long in seconds leaves time for a silent change of finger. */
export const CHANGE_AFTER = 1;

/** The grips of a moment; moments that are alike share theirs. */
export function gripsOf(): (moment: Moment) => readonly Grip[] {
  const known = new Map<string, readonly Grip[]>();
  return ({ keys, struck, seconds }) => {
    const changes = seconds >= CHANGE_AFTER;
    const key = `${keys.join()} ${struck.join()} ${changes}`;
    let found = known.get(key);
    if (!found)
      known.set(
        key,
        (found = choices(keys.length, changes).map((way): Grip => ({ ...way, keys, struck }))),
      );
    return found;
  };
}

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
