import { add, compare, toNumber, ZERO } from "./fraction.ts";
import type { Bar, Place } from "./model.ts";

/** Negative where the first place is earlier, 0 where they are the same: for sorting. */
export const comparePlaces = (a: Place, b: Place): number =>
  a.bar - b.bar || compare(a.offset, b.offset);

/** Quarters from the beginning of the piece, in written order. */
export const quartersAt = ({ bars }: { bars: readonly Bar[] }, { bar, offset }: Place): number =>
  toNumber(add(bars[bar]!.start, offset));

/** The first place of a bar, an index. */
export const startOf = (bar: number): Place => ({ bar, offset: ZERO });

/** The index of the last bar that a stretch ending at `to` touches. */
export const lastBarOf = (to: Place): number => (to.offset.num === 0 ? to.bar - 1 : to.bar);

/** Printed numbers of a stretch as people write it: `5–8`, `12`. */
export function barSpan(bars: readonly Pick<Bar, "number">[], from: number, to: number): string {
  const [a, b] = [bars[from]?.number ?? String(from + 1), bars[to]?.number ?? String(to + 1)];
  return from === to ? a : `${a}–${b}`;
}

/**
 * The stretch that printed numbers name, such as `12` or `9-12`, in bar indexes.
 *
 * @returns nothing where a bar is not there, or the last lies before the first
 * @example barsNamed([{ number: "1" }, { number: "2" }], "1–2") // => [0, 1]
 */
export function barsNamed(
  bars: readonly Pick<Bar, "number">[],
  text: string,
): [from: number, to: number] | undefined {
  const find = (name: string) => bars.findIndex(({ number }) => number === name.trim());
  const [from, to] = text.split(/[-–]/);
  const [first, last] = [find(from!), find(to ?? from!)];
  return first < 0 || last < first ? undefined : [first, last];
}

/**
 * Where a place lies on an axis on which every bar is 1 wide: bar index plus the share of the bar
 * that has passed.
 */
export function barAxis(bars: readonly Partial<Pick<Bar, "length">>[], place: Place): number {
  const length = bars[place.bar]?.length;
  return length
    ? place.bar + Math.min(1, toNumber(place.offset) / toNumber(length))
    : Math.min(place.bar, bars.length);
}
