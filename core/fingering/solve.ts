import { agree, type Agreed, type Star } from "./agree.ts";
import { withCycles } from "./cycles.ts";
import type { Laid } from "./laid.ts";
import type { Line, Prices } from "./line.ts";
import { obeying, type Locks } from "./locks.ts";
import type { HandModel } from "./model.ts";

/** A hand's line with its cheapest way, which the next one can go on from. */
export interface Worked {
  readonly laid: Laid;
  readonly line: Line;
  readonly model: HandModel;
  readonly stars: readonly Star[];
  /** What each grip costs by itself under what is written, and with what keeps runs regular. */
  readonly written: Prices;
  readonly prices: Prices;
  /** What the line agrees on before anything is written: where every lock goes on from. */
  readonly unwritten: Agreed;
  readonly agreed: Agreed;
  /** The grip of each moment, by its place in the line's list. */
  readonly path: readonly number[];
}

/**
 * A line with what is written over it, solved; what is written changes what the line agrees on
 * without it.
 */
export function work(laid: Laid, locks: Locks, before?: Worked): Worked {
  const { line, model, stars } = laid;
  const unwritten = before?.unwritten ?? agree(line, stars, laid.prices);
  const written = obeying(line, model, locks);
  const prices =
    written === line.hold
      ? laid.prices
      : laid.agreeing
        ? withCycles(line, written, laid.prices)
        : written;
  const agreed = prices === laid.prices ? unwritten : agree(line, stars, prices, unwritten);
  return { laid, line, model, stars, written, prices, unwritten, agreed, path: agreed.path };
}
