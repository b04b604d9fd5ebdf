import { FORBIDDEN, type Line, type Prices } from "./line.ts";
import type { HandModel, Locks } from "./model.ts";

/**
 * What each way costs by itself when it is not to be taken where something else is written; where
 * that cannot be, less is obeyed, as the instrument says.
 */
export function obeying<C>(line: Line<C>, model: HandModel<C>, locks: Locks): Prices {
  if (!locks.locks?.size && !locks.positions?.size && !locks.also?.size) return line.hold;
  return line.moments.map((moment, at) => {
    const found = model
      .wanted(moment, locks)
      .map((wish) => line.ways[at]!.map((way) => wish.obeyedBy(way)))
      .find((some) => some.includes(true));
    return found
      ? line.hold[at]!.map((price, way) => (found[way] ? price : FORBIDDEN))
      : line.hold[at]!;
  });
}
