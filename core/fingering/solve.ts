import { agree, type Agreed } from "./agree.ts";
import type { Prices } from "./line.ts";
import { obeying } from "./locks.ts";
import type { HandModel, Locks, Solved } from "./model.ts";
import { regular, type PreparedLine } from "./prepare.ts";

/** A hand's line with its cheapest way, which the next one can go on from. */
export interface SolvedLine extends Solved {
  readonly prepared: PreparedLine;
  readonly model: HandModel;
  /** What each way costs by itself under what is written. */
  readonly written: Prices;
  /** What the line agrees on before anything is written: where every lock goes on from. */
  readonly unwritten: Agreed;
  readonly agreed: Agreed;
}

/**
 * A line with what is written over it, solved; what is written changes what the line agrees on
 * without it.
 */
export function solveLine(prepared: PreparedLine, locks: Locks, before?: SolvedLine): SolvedLine {
  const { line, model, stars, plan, otherKey } = prepared;
  const unwritten = before?.unwritten ?? agree(line, stars, prepared.prices);
  const written = obeying(line, model, locks);
  const prices =
    written === line.hold
      ? prepared.prices
      : prepared.agreeing
        ? regular(plan, line, written, prepared.prices)
        : written;
  const agreed = prices === prepared.prices ? unwritten : agree(line, stars, prices, unwritten);
  return {
    prepared,
    line,
    model,
    stars,
    otherKey,
    written,
    prices,
    unwritten,
    agreed,
    path: agreed.path,
  };
}
