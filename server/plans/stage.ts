import {
  evidenceOf,
  stageFrom,
  USUAL_THRESHOLDS,
  type Evidence,
  type RidgeBar,
  type Stage,
  type Thresholds,
} from "@yarrow-ridge/core/practice";
import { eq } from "drizzle-orm";
import { today } from "../clock.ts";
import { settings } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import type { Studio } from "../studio.ts";
import type { layingOf, Open } from "./laying.ts";

/** The key under which the settings hold what this studio asks for. */
const STAGES = "stages";

/** What each stage asks for in this studio. */
export async function thresholdsOf(db: Database): Promise<Thresholds> {
  const [row] = await db.select().from(settings).where(eq(settings.key, STAGES));
  return row
    ? { ...USUAL_THRESHOLDS, ...(JSON.parse(row.value) as Partial<Thresholds>) }
    : USUAL_THRESHOLDS;
}

export async function putThresholds(db: Database, asked: Thresholds): Promise<void> {
  const value = JSON.stringify(asked);
  await db
    .insert(settings)
    .values({ key: STAGES, value })
    .onConflictDoUpdate({ target: settings.key, set: { value } });
}

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
