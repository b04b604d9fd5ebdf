import { inner, type Moment } from "./places.ts";
import { cheapest, costOf, UNLIKE, type Direction, type Ends, type Step } from "./plan.ts";

/** So many moments are gone through until what is best so far is taken. */
const MOST = 100_000;

/** What going on the same way is worth while all times are drawn together, one after the other. */
const WORTHS = [1, 2, 4, 8, UNLIKE];

/** So many moments that come again are found anew at once. Tried on sets of tunes. */
const STRETCH = 48;

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
 * going on the same way is worth `UNLIKE` at each moment. First all times are drawn together, then
 * stretches are found anew, which is as far as a long piece gets; then branch and bound, exactly:
 * where the cheapest way goes otherwise the second time, both directions are tried for every time,
 * the one that may be cheaper first.
 */
export function planBellows(moments: readonly Moment[], ends: Ends): Step[] {
  const groups = groupsOf(moments, inner(moments));
  let best: { readonly steps: Step[]; readonly price: number } | undefined;
  let gone = 0;
  const tried = (like: Tried["like"], worth = UNLIKE): Tried => {
    gone += moments.length;
    const { steps, cost } = cheapest(moments, ends, { like, worth });
    const price = costOf(moments, steps, ends) + UNLIKE * unlike(groups, steps);
    if (!best || price < best.price - EPSILON) best = { steps, price };
    return { like, steps, cost };
  };
  const first = tried(new Map());
  const goesOn = () => gone < MOST && best!.price > first.cost + EPSILON;
  if (goesOn()) {
    // also as if what comes again began with the bellows as they stood the first time
    const begun = cheapest(moments, ends, { near: beginnings(moments, first.steps) });
    for (let { steps } of [begun, first])
      for (const worth of WORTHS) if (goesOn()) steps = tried(asMost(groups, steps), worth).steps;
  }
  for (let [at, left] = [0, groups.length]; goesOn() && left > 0; left -= STRETCH / 2) {
    const before = best!;
    const { steps } = tried(asMost(groups, before.steps, [at, at + STRETCH]));
    tried(asMost(groups, steps));
    if (best !== before) left = groups.length;
    at = at + STRETCH >= groups.length ? 0 : at + STRETCH / 2;
  }
  const open = [first];
  for (let next = open.pop(); next && next.cost < best!.price - EPSILON; next = open.pop()) {
    const { like, steps } = next;
    const others = otherwise(groups, steps, like);
    if (others.length === 0 || gone >= MOST) break;
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

/** As most times of each go; groups of a stretch are free. */
const asMost = (
  groups: Groups,
  steps: readonly Step[],
  [from, to]: readonly [from: number, to: number] = [0, 0],
): Tried["like"] =>
  new Map(
    groups.flatMap((group, i) => (i >= from && i < to ? [] : allAs(group, mostly(group, steps)))),
  );

/** The direction most times go, or the first where they are as many. */
function mostly(group: readonly number[], steps: readonly Step[]): Direction {
  const others = group.filter((at) => steps[at]!.way !== steps[group[0]!]!.way).length;
  const { way } = steps[group[0]!]!;
  return 2 * others <= group.length ? way : way === "open" ? "close" : "open";
}

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
