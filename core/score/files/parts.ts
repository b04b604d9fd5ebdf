import type { Key, Metre } from "../model/model.ts";

/** More parts than any tune is played in; it stops orders that multiply without end. */
const MOST = 200;

/**
 * The order of an ABC tune's parts, one name after the other: `A2(BC)2D` is A A B C B C D (ABC
 * standard 2.1, `P:` in the header). Undefined when it cannot be read or has no end.
 */
export function partSequence(order: string): string[] | undefined {
  const text = order.replace(/[\s.]/g, "");
  let at = 0;
  const read = (): string[] | undefined => {
    const found: string[] = [];
    while (at < text.length && text[at] !== ")") {
      let group: string[] | undefined;
      if (text[at] === "(") {
        at++;
        group = read();
        if (text[at++] !== ")") return undefined;
      } else if (/[A-Za-z]/.test(text[at]!)) group = [text[at++]!];
      if (!group) return undefined;
      const times = /^\d{1,3}/.exec(text.slice(at))?.[0] ?? "";
      at += times.length;
      for (let i = 0; i < Number(times || 1); i++) {
        found.push(...group);
        if (found.length > MOST) return undefined;
      }
    }
    return found;
  };
  const found = read();
  return found && at === text.length && found.length > 0 ? found : undefined;
}

interface PartBar {
  /** Name of the part that begins here. */
  readonly part?: string;
  readonly metre?: Metre;
  readonly key?: Key;
}

/**
 * Bars written out in the order their parts are played, with metre and key said again where the
 * order makes them change. What stands before the first part is played once, at the beginning.
 */
export function inPartOrder<T extends PartBar>(
  bars: readonly T[],
  sequence: readonly string[],
): T[] {
  const starts = bars.flatMap(({ part }, at) => (part === undefined ? [] : [{ part, at }]));
  if (starts.length === 0) return [...bars];
  let [metre, key]: [Metre | undefined, Key | undefined] = [undefined, undefined];
  // what holds in each bar
  const full = bars.map((bar) => ({
    ...bar,
    metre: (metre = bar.metre ?? metre),
    key: (key = bar.key ?? key),
  }));
  const stretch = (name: string) => {
    const i = starts.findIndex((one) => one.part === name);
    return i < 0 ? [] : full.slice(starts[i]!.at, starts[i + 1]?.at ?? full.length);
  };
  const order = [...full.slice(0, starts[0]!.at), ...sequence.flatMap(stretch)];
  return order.map((bar, i) => {
    const { metre: ownMetre, key: ownKey, ...rest } = bar;
    const before = order[i - 1];
    const changed = <V>(now: V | undefined, then: V | undefined) =>
      now !== undefined && JSON.stringify(now) !== JSON.stringify(then);
    return {
      ...rest,
      ...(changed(ownMetre, before?.metre) ? { metre: ownMetre } : {}),
      ...(changed(ownKey, before?.key) ? { key: ownKey } : {}),
    } as T;
  });
}
