import { dayNumber } from "../forgetting.ts";
import type { PlacedTry } from "../slips.ts";
import type { Ground } from "./ground.ts";
import { bank, type Weighed } from "./players.ts";
import { Skill, topOf } from "./skill.ts";

/** Tries are not independent: so much of what each tells is counted. */
const TEMPER = 0.1;

/** One of the bank where the log leaves it. */
export interface Candidate extends Weighed {
  readonly skill: Skill;
}

/**
 * Weighs the bank by the log: each imagined student goes through it day by day, and counts as much
 * as what came of the tries was likely.
 *
 * @param log in order; tries on bars that are no unit any more tell nothing
 * @param today ISO date, to which the nights lead
 */
export function weigh(
  ground: Ground,
  goal: number,
  log: readonly PlacedTry[],
  today: string,
): Candidate[] {
  const found = bank.map((player) => {
    const skill = new Skill(ground, player, topOf(goal));
    let [day, fits] = [log[0] ? dayNumber(log[0].day) : dayNumber(today), 0];
    for (const one of log) {
      const played = ground.units.get(one.unit);
      if (!played) continue;
      for (const on = dayNumber(one.day); day < on; day++) skill.night();
      const chance = skill.learnFrom(played, one.tempo, one.result === "clean", one.bar);
      fits += TEMPER * Math.log(Math.max(1e-4, chance));
      skill.play(played, one.tempo);
    }
    for (const on = dayNumber(today); day < on; day++) skill.night();
    return { player, skill, fits };
  });
  const best = Math.max(...found.map(({ fits }) => fits));
  const all = found.reduce((sum, { fits }) => sum + Math.exp(fits - best), 0);
  return found.map(({ player, skill, fits }) => ({
    ...{ player, skill },
    weight: Math.exp(fits - best) / all,
  }));
}
