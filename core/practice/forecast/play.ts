import { daysToEarn, isRunThrough, ruleFor, slipsAllowed } from "../earning.ts";
import type { DayToFill } from "../card.ts";
import { DayOfPiece } from "../fillDay.ts";
import type { Load } from "../chains.ts";
import type { Result } from "../expectedTries.ts";
import { TOO_MANY } from "../standing.ts";
import type { Ground, Played } from "./ground.ts";
import type { Skill } from "./skill.ts";

/** A step that is left, and the tries that count for it so far. */
interface Climb extends Load {
  readonly played: Played;
  tries: Result[];
  /** How many of those it rests on are not done. */
  waitsFor: number;
  /** Which it is in the order of the plan. */
  readonly turn: number;
}

/** How a student divides a day. */
export type Habits = Pick<DayToFill, "longest" | "shares">;

/** What a forecast plays through. */
export interface ToPlay {
  readonly ground: Ground;
  /** The work in the order of the plan. */
  readonly loads: readonly Load[];
  readonly rule: string;
  /** Minutes this piece may have on each day from today. */
  readonly minutes: readonly number[];
  /** Tries that count on the step each unit is on. */
  readonly begun: ReadonlyMap<string, readonly Result[]>;
  /** The student's longest card, and shares of an hour; the usual ones when not given. */
  readonly habits?: Habits;
}

/**
 * Plays the plan through day by day, as one student might.
 *
 * @param attends chance that a day of practice is kept
 * @returns how many days it takes until every step is earned; infinite where the days are too few
 */
export function playThrough(
  { ground, loads, rule, minutes, begun, habits }: ToPlay,
  skill: Skill,
  attends: number,
  random: () => number,
): number {
  const climbs = new Map(
    loads.map(({ unit, left, rest, latest }, turn): [string, Climb] => [
      unit.key,
      {
        played: ground.units.get(unit.key)!,
        unit,
        left,
        rest,
        latest,
        tries: [...(begun.get(unit.key) ?? [])],
        waitsFor: 0,
        turn,
      },
    ]),
  );
  const toFill = { date: "", pins: [], byKey: climbs, ...habits };
  let practised = 0;
  const { ready, finish } = waiting(climbs);
  let open = loads.filter(({ left }) => left.length > 0).length;
  for (let day = 0; day < minutes.length; day++) {
    if (open === 0) return day;
    const isKept = minutes[day]! > 0 && random() < attends;
    if (isKept) {
      const filled = new DayOfPiece(ready(), { ...toFill, day: practised++ });
      filled.byRule(minutes[day]!);
      for (const card of filled.cards.values()) {
        const at = climbs.get(card.unit)!;
        // what was expected of the day gives way to what comes of it
        at.left = filled.morning.get(card.unit)!;
        climb(at, card.minutes * 60, rule, skill, random);
        if (at.left.length > 0) continue;
        open--;
        finish(at);
      }
    }
    skill.night();
  }
  return open === 0 ? minutes.length : Infinity;
}

/** Which units can be played: what they rest on is done. Run-throughs may be, at some tempo. */
function waiting(climbs: ReadonlyMap<string, Climb>) {
  const open = [...climbs.values()].filter(({ left }) => left.length > 0);
  const restOn = new Map<Climb, Climb[]>(open.map((one) => [one, []]));
  for (const one of open)
    for (const key of one.unit.after) {
      const rested = restOn.get(climbs.get(key)!);
      rested?.push(one);
      if (rested) one.waitsFor++;
    }
  const isFree = ({ unit, waitsFor }: Climb) => waitsFor === 0 || isRunThrough(unit.kind);
  // in the order of the plan
  let now: readonly Climb[] = open.filter(isFree);
  return {
    ready: (): readonly Climb[] => now,
    finish: (done: Climb): void => {
      const still = now.filter((one) => one !== done);
      for (const one of restOn.get(done)!) {
        if (isFree(one) || --one.waitsFor > 0) continue;
        const before = still.findIndex(({ turn }) => turn > one.turn);
        still.splice(before < 0 ? still.length : before, 0, one);
      }
      now = still;
    },
  };
}

/** Tries on a card until its time is over, the day has done its part, or it was enough. */
function climb(at: Climb, time: number, rule: string, skill: Skill, random: () => number): void {
  const { unit, bars, seconds } = at.played;
  const { met } = ruleFor(unit.kind, rule);
  const allowed = isRunThrough(unit.kind) ? slipsAllowed(bars) : 0;
  let [rest, slips] = [time, 0];
  while (at.left.length > 0) {
    const { tempo } = at.left[0]!;
    rest -= seconds.get(tempo) ?? 10;
    // one that is begun is played to its end
    if (rest < 0 && (at.tries.length > 0 || slips > 0)) return;
    const isClean = random() < chanceOf(at.played, skill, tempo, allowed);
    skill.play(at.played, tempo);
    at.tries.push(isClean ? "clean" : "slip");
    if (!isClean && ++slips >= TOO_MANY) return;
    if (met(at.tries, bars)) {
      at.left = at.left.slice(1);
      at.tries = [];
      if (daysToEarn(unit.kind) > 1 && at.left[0]?.tempo === tempo) return;
    }
    if (rest < 0) return;
  }
}

/** A run-through may have some slips: the chance of no more than those, as rare events fall. */
function chanceOf(played: Played, skill: Skill, tempo: number, allowed: number): number {
  const clean = skill.clean(played, tempo);
  if (allowed === 0) return clean;
  // Poisson: the mean number of slips is what makes none of them as likely as it is
  const mean = -Math.log(Math.max(1e-12, clean));
  let [term, sum] = [clean, clean];
  for (let slips = 1; slips <= allowed; slips++) {
    term *= mean / slips;
    sum += term;
  }
  return Math.min(1, sum);
}
