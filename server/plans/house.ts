import { say } from "@yarrow-ridge/core/words";
import type { Answer, Body } from "@yarrow-ridge/contract";
import { USUAL_THRESHOLDS, type Thresholds } from "@yarrow-ridge/core/practice";
import { eq } from "drizzle-orm";
import { settings } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { ProblemError } from "../http/problems.ts";
import { unlessMoved } from "../http/was.ts";

// What the studio asks for, whoever plays: the evidence of each stage, ways to plan by name.

export type HouseRules = Answer<"studio">["houseRules"];

/** The keys under which the settings hold it. */
const [STAGES, RULES] = ["stages", "house-rules"];

async function read(db: Database, key: string): Promise<unknown> {
  const [row] = await db.select().from(settings).where(eq(settings.key, key));
  return row && (JSON.parse(row.value) as unknown);
}

async function write(db: Database, key: string, told: unknown): Promise<void> {
  const value = JSON.stringify(told);
  await db
    .insert(settings)
    .values({ key, value })
    .onConflictDoUpdate({ target: settings.key, set: { value } });
}

/** What each stage asks for in this studio. */
export async function thresholdsOf(db: Database): Promise<Thresholds> {
  return { ...USUAL_THRESHOLDS, ...((await read(db, STAGES)) as Partial<Thresholds> | undefined) };
}

/** Ways to plan that were given a name. */
export const houseRulesOf = async (db: Database): Promise<HouseRules> =>
  ((await read(db, RULES)) as HouseRules | undefined) ?? [];

/** @throws ProblemError for shares in the wrong order, two of one name, or what has moved on */
export async function editHouse(db: Database, body: Body<"editStudio">) {
  const before = { stages: await thresholdsOf(db), houseRules: await houseRulesOf(db) };
  unlessMoved(before, body, body.was);
  const { stages = before.stages, houseRules = before.houseRules } = body;
  if (stages.joining > stages.settling)
    throw new ProblemError(
      400,
      say`Joins cannot settle below where sections begin to be joined: raise the second share.`,
      "stages",
    );
  const names = houseRules.map(({ name }) => name.trim().toLowerCase());
  const twice = houseRules.find((_, i) => names.indexOf(names[i]!) < i);
  if (twice)
    throw new ProblemError(400, say`There are house rules "${twice.name}" already.`, "houseRules");
  if (body.stages) await write(db, STAGES, stages);
  if (body.houseRules) await write(db, RULES, houseRules);
  return { stages, houseRules };
}
