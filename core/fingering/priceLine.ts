import { IMPOSSIBLE, type Line, type Term } from "./line.ts";
import { allOf, stepsOf, type Steps } from "./steps.ts";
import type { HandModel } from "./model.ts";
import { freesHand, type Moment } from "./moment.ts";

/** Progress is told once for so many moments. */
const SAID = 512;

const clamp = (cost: number) => Math.min(cost, IMPOSSIBLE);

/** What was made once for each key is not made again. */
function known<T>(): (key: string | undefined, make: () => T) => T {
  const found = new Map<string, T>();
  return (key, make) => {
    if (key === undefined) return make();
    const one = found.get(key) ?? make();
    found.set(key, one);
    return one;
  };
}

/** A line of moments with the ways to take each of them and what they cost. */
export function priceLine<C>(
  moments: readonly Moment[],
  model: HandModel<C>,
  terms: readonly Term<C>[],
  onProgress: (share: number) => void = () => undefined,
): Line<C> {
  const tables = known<Float64Array>();
  const pairs = known<Steps>();
  const ways = moments.map((moment) => model.choices(moment));
  const asking = (what: "hold" | "step" | "triple", at: number) =>
    terms.filter((one) => one[what] && one.at[at]);
  const names = (asked: readonly Term<C>[]) =>
    asked.length ? terms.map((one) => (asked.includes(one) ? 1 : 0)).join("") : "";
  const keyOf = (from: number, at: number, what: string): string | undefined => {
    const key = model.tableKey(moments.slice(from, at + 1));
    return key === undefined ? undefined : `${what} ${key}`;
  };
  const hold = moments.map((_, at) => {
    const base = tables(keyOf(at, at, "hold"), () =>
      Float64Array.from(ways[at]!, (way) => clamp(model.hold(way))),
    );
    const asked = asking("hold", at);
    return asked.length
      ? Float64Array.from(base, (cost, i) =>
          asked.reduce((sum, one) => sum + one.hold!(ways[at]![i]!), cost),
        )
      : base;
  });
  const step = moments.map((moment, at) => {
    if (at === 0 || freesHand(moment.link)) return undefined;
    const asked = asking("step", at);
    const link = moment.link!;
    // most have no such terms, and there are a million pairs
    const price = asked.length
      ? (a: C, b: C) =>
          asked.reduce((sum, one) => sum + one.step!(a, b), clamp(model.step(a, b, link)))
      : (a: C, b: C) => clamp(model.step(a, b, link));
    // what a school asks for may be less than nothing
    return pairs(keyOf(at - 1, at, `step ${names(asked)}`), () =>
      stepsOf(ways[at - 1]!, ways[at]!, price, asked.length ? -Infinity : 0),
    );
  });
  const triple = moments.map((moment, at) => {
    if (at % SAID === 0) onProgress(at / moments.length);
    if (at < 2 || freesHand(moment.link) || freesHand(moments[at - 1]!.link)) return undefined;
    if (!model.triples(moments[at - 2]!, moments[at - 1]!, moment)) return undefined;
    const [a, b, c] = [ways[at - 2]!, ways[at - 1]!, ways[at]!];
    const asked = asking("triple", at);
    // three in a row ask for all of them
    allOf(step[at]!);
    return tables(keyOf(at - 2, at, `triple ${names(asked)}`), () => {
      const table = new Float64Array(a.length * b.length * c.length);
      let i = 0;
      for (const one of a)
        for (const two of b)
          for (const last of c)
            table[i++] = asked.reduce(
              (sum, other) => sum + other.triple!(one, two, last),
              clamp(model.triple(one, two, last)),
            );
      return table;
    });
  });
  return { moments, ways, hold, step, triple };
}
