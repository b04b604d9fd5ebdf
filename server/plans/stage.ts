import {
  evidenceOf,
  stageFrom,
  type Evidence,
  type RidgeBar,
  type Stage,
  type Thresholds,
} from "@yarrow-ridge/core/practice";
import { today } from "../clock.ts";
import type { Studio } from "../studio.ts";
import type { layingOf, Open } from "./laying.ts";

/** How far a piece has come, and what speaks for it. */
export function stageOf(
  studio: Studio,
  { plan, said }: Open,
  { piece, form, log, lines }: Awaited<ReturnType<typeof layingOf>>,
  bars: readonly RidgeBar[],
  asked: Thresholds,
): { stage: Stage; evidence: Evidence[] } {
  const evidence = evidenceOf(
    {
      ...{ score: piece.score, form, units: piece.units, goal: plan.goalTempo, lines },
      bars,
      tempos: piece.earned,
      daysHad: piece.daysHad ?? new Map<string, number>(),
      log: log.map(({ fromBar: from, toBar: to, hands }) => ({ from, to, hands })),
    },
    asked,
  );
  const isKept = said === "keeping" || plan.readyBy < today(studio.clock);
  return { evidence, stage: stageFrom(evidence, isKept) };
}
