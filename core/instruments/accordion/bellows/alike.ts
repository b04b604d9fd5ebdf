import { inner, type Moment } from "./places.ts";
import { cheapest, costOf, UNLIKE, type Direction, type Ends, type Step } from "./plan.ts";

/** So many moments are gone through at most until what is best so far is taken. */
const MOST = 60_000;

type Groups = readonly (readonly number[])[];

/** A way is no better by less than this. */
const EPSILON = 1e-9;

/** Moments that go the same way each time, by their index, and the cheapest steps that do so. */
interface Tried {
  readonly like: ReadonlyMap<number, Direction>;
  readonly steps: Step[];
  /** No steps in which they do cost less, nor where more is to be alike. */
  readonly cost: number;
}

/**
 * The bellows over some moments, alike where the music comes again: the cheapest of all ways, if
 * going on the same way is worth `UNLIKE` at each moment. Branch and bound: where the cheapest way
 * goes otherwise the second time, both directions are tried for every time, the one that may be
 * cheaper first. A long piece takes the best that is found until then.
 */
export function planBellows(moments: readonly Moment[], ends: Ends): Step[] {
  const groups = groupsOf(moments, inner(moments));
  let best: { readonly steps: Step[]; readonly price: number } | undefined;
  let gone = 0;
  const tried = (like: Tried["like"]): Tried => {
    gone += moments.length;
    const { steps, cost } = cheapest(moments, ends, { like });
    const price = costOf(moments, steps, ends) + UNLIKE * unlike(groups, steps);
    if (!best || price < best.price - EPSILON) best = { steps, price };
    return { like, steps, cost };
  };
  /** As it goes the first time, the second, …: whatever comes of the search, one is alike. */
  const dive = (from: readonly Step[], { like, cost }: Tried, others: Groups) => {
    const times = Math.max(...others.map((group) => group.length));
    for (let time = 0; time < times && best!.price > cost + EPSILON && gone < MOST; time++) {
      const once = tried(asIn(from, time, others, like));
      // what gave way there may give way everywhere
      if (best!.price > cost + EPSILON) tried(asIn(once.steps, time, others, like));
    }
  };
  const first = tried(new Map());
  /** What comes again begun with the bellows as they stood the first time. */
  const begunAlike = () =>
    cheapest(moments, ends, { near: beginnings(moments, first.steps) }).steps;
  const open = [first];
  for (let next = open.pop(); next && next.cost < best!.price - EPSILON; next = open.pop()) {
    const { like, steps } = next;
    const others = otherwise(groups, steps, like);
    if (others.length === 0 || gone >= MOST) break;
    for (const from of like.size === 0 ? [begunAlike(), steps] : [steps]) dive(from, next, others);
    const stretch = others.findIndex((group, i) => others[i + 1]?.[0] !== group[0]! + 1);
    const middle = others[(stretch + 1) >> 1]!;
    for (const way of ["open", "close"] as const)
      open.push(tried(new Map([...like, ...allAs(middle, way)])));
    open.sort((a, b) => b.cost - a.cost || a.like.size - b.like.size);
  }
  return best!.steps;
}

/** Where music begins to come again, and how the bellows stood there the first time. */
const beginnings = (moments: readonly Moment[], steps: readonly Step[]) =>
  new Map(
    moments.flatMap(({ again }, i) =>
      again !== undefined && moments[i - 1]?.again !== again - 1
        ? [[i, steps[again]!] as const]
        : [],
    ),
  );

/** Each as it goes one time, or the last time where it comes less often. */
const asIn = (
  steps: readonly Step[],
  time: number,
  groups: Groups,
  like: Tried["like"],
): Tried["like"] =>
  new Map([
    ...like,
    ...groups.flatMap((group) => allAs(group, steps[group[time] ?? group.at(-1)!]!.way)),
  ]);

const allAs = (group: readonly number[], way: Direction) =>
  group.map((at): [number, Direction] => [at, way]);

/** What does not go the same way each time, and may. */
const otherwise = (
  groups: Groups,
  steps: readonly Step[],
  like: Tried["like"],
): (readonly number[])[] =>
  groups.filter(
    ([first, ...again]) =>
      !like.has(first!) && again.some((at) => steps[at]!.way !== steps[first!]!.way),
  );

/** Moments that are the same music, in their order; each group has two or more. */
export function groupsOf(moments: readonly Moment[], asked: ReadonlySet<number>): number[][] {
  const firstOf = (at: number): number => {
    const first = moments[at]!.again;
    return first === undefined ? at : firstOf(first);
  };
  const groups = new Map<number, number[]>();
  for (const at of [...asked].sort((a, b) => a - b)) {
    const first = firstOf(at);
    groups.set(first, [...(groups.get(first) ?? [first]), at]);
  }
  return [...groups.values()];
}

/** Moments that go another way than when they were first. */
export const unlike = (groups: Groups, steps: readonly Step[]): number =>
  groups.reduce(
    (sum, [first, ...others]) =>
      sum + others.filter((at) => steps[at]!.way !== steps[first!]!.way).length,
    0,
  );
