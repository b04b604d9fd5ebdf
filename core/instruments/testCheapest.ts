import type { HandModel } from "../fingering/index.ts";
import { prepareLine } from "../fingering/prepare.ts";
import { solveLine } from "../fingering/solve.ts";
import type { Played } from "../fingering/index.ts";

/**
 * What the search finds for a line, and the least there is: every way to each moment carried
 * forward by the model's own prices. For models without prices on three in a row.
 *
 * @param obeys whether a way is one that what is written allows
 * @returns nothing where no way is allowed
 */
export function searchedAndLeast<W extends { readonly cost: number }>(
  played: readonly Played[],
  hand: HandModel<W>,
  locks: ReadonlyMap<string, string>,
  obeys: (way: W, at: number) => boolean,
): { found: readonly W[]; cost: number; least: number } | undefined {
  const { line, path } = solveLine(
    prepareLine(played, hand, { hand: "one", tempo: 90, ties: false }),
    { locks },
  );
  const ways = line.ways as W[][];
  const allowed = ways.map((some, at) => some.filter((way) => obeys(way, at)));
  if (allowed.some((some) => some.length === 0)) return undefined;
  const step = (a: W, b: W, at: number) => hand.step(a, b, line.moments[at]!.link!);
  let best = allowed[0]!.map((way) => way.cost);
  for (let at = 1; at < allowed.length; at++)
    best = allowed[at]!.map(
      (way) =>
        way.cost +
        Math.min(...allowed[at - 1]!.map((before, i) => best[i]! + step(before, way, at))),
    );
  const found = path.map((way, at) => ways[at]![way]!);
  const cost = found.reduce(
    (sum, way, at) => sum + way.cost + (at ? step(found[at - 1]!, way, at) : 0),
    0,
  );
  return { found, cost, least: Math.min(...best) };
}
