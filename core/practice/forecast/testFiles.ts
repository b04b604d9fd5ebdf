import { readFileSync } from "node:fs";
import { analyse, segment, type Form } from "../../form/index.ts";
import { readFile, startOf, type Score } from "../../score/index.ts";
import {
  barCount,
  cleanShares,
  cover,
  difficultiesAt,
  earned,
  earns,
  hardBars,
  hardness,
  promotionRule,
  schedule,
  standing,
  trySeconds,
  unitsOf,
  type BarHardness,
  type PlacedTry,
  type Promotion,
  type PromotionRule,
  type Unit,
} from "../index.ts";
import { forecast, type Forecast, type ToForecast } from "./index.ts";

// Simulated students who practise as the plan says, to measure forecasts by. Their dynamics are not
// the model's, and none of its code is theirs. Three families:
//   power: slips fall with practice as a power law (Newell and Rosenbloom 1981)
//   whole: a bar is not known until, in some try, it is (all or none, Bower 1961); tempo comes by
//          nights, a share of what is missing after each day of practice
//   curve: a share of what is missing is learned in each minute, half of it fades in so many days
//          (exponential learning, Heathcote et al. 2000), and every day has its own form

export type Family = "power" | "whole" | "curve";

type Random = () => number;
/** The chance that a bar comes clean at a share of the goal, and what follows from a try. */
interface Simulated {
  clean: (bar: number, line: string, tempo: number) => number;
  tried: (bar: number, line: string, tempo: number) => void;
  night: () => void;
}

/** A linear congruential generator, of its own. */
export function randomOf(seed: number): Random {
  let state = (seed * 2_654_435_761) % 4_294_967_296;
  const next = () => (state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296) / 4_294_967_296;
  for (let i = 0; i < 5; i++) next();
  return next;
}
const between = (random: Random, low: number, high: number) => low + (high - low) * random();
const bell = (random: Random) => random() + random() + random() + random() - 2;

/** What was played by one hand, whichever. */
const ALONE = "alone";

function power(random: Random, goal: number, hard: readonly number[]): Simulated {
  const talent = between(random, 0.6, 1.6);
  const exponent = between(random, 0.5, 0.9);
  const counts = new Map<string, number>();
  const of = (bar: number, line: string) => counts.get(`${bar} ${line}`) ?? 0;
  return {
    clean: (bar, line, tempo) => {
      const together = line === "both" ? 1.5 : 1;
      const known = 1 + of(bar, line) + (line === "both" ? 0.25 * of(bar, ALONE) : 0);
      const slips =
        (0.35 * together * (0.6 + hard[bar]!) * (tempo / goal) ** 2.5) / talent / known ** exponent;
      return 1 - Math.min(0.95, slips);
    },
    tried: (bar, line) => {
      for (const one of line === "both" ? [line] : [line, ALONE])
        counts.set(`${bar} ${one}`, of(bar, one) + 1);
    },
    night: () => counts.forEach((count, key) => counts.set(key, count * 0.985)),
  };
}

function whole(random: Random, goal: number, hard: readonly number[]): Simulated {
  const grasp = between(random, 0.12, 0.4);
  const nightly = between(random, 0.12, 0.35);
  const known = new Set<string>();
  const tempos = new Map<string, number>();
  const today = new Set<string>();
  const start = goal * between(random, 0.45, 0.65);
  return {
    clean: (bar, line, tempo) => {
      const key = `${bar} ${line}`;
      if (!known.has(key)) return 0.55 - 0.2 * hard[bar]!;
      const can = tempos.get(key) ?? start;
      return tempo <= can ? 0.985 : Math.max(0.1, 0.985 - 4 * (tempo / can - 1));
    },
    tried: (bar, line, tempo) => {
      const key = `${bar} ${line}`;
      today.add(key);
      if (random() < grasp) known.add(key);
      const can = tempos.get(key) ?? start;
      // a little within the day, where it is near what can be played
      if (tempo > can * 0.9) tempos.set(key, Math.min(goal * 1.15, can * 1.006));
    },
    night: () => {
      for (const key of today) {
        const can = tempos.get(key) ?? start;
        tempos.set(key, can + nightly * (goal * 1.12 - can));
      }
      today.clear();
    },
  };
}

function curve(random: Random, goal: number, hard: readonly number[]): Simulated {
  const rate = between(random, 0.025, 0.07);
  const kept = 0.5 ** (1 / between(random, 12, 60));
  const state = new Map<string, number>();
  const seen = new Map<string, number>();
  let form = 0;
  const of = (key: string) => state.get(key) ?? 0;
  const ease = between(random, 0.3, 0.5);
  return {
    clean: (bar, line, tempo) => {
      const together = line === "both" ? 0.06 : 0;
      const can = ease + (1.25 - ease) * of(`${bar} ${line}`) - 0.12 * hard[bar]! - together + form;
      return 1 / (1 + Math.exp(-(can - (0.85 * tempo) / goal) * 18));
    },
    tried: (bar, line) => {
      const key = `${bar} ${line}`;
      const base = line === "both" ? Math.max(of(key), 0.7 * of(`${bar} ${ALONE}`)) : of(key);
      const after = base + rate * (1 - base);
      state.set(key, after);
      // what one hand can does not make two; the last one played tells
      if (line !== "both") state.set(`${bar} ${ALONE}`, after);
      seen.set(key, (seen.get(key) ?? 0) + 1);
    },
    night: () => {
      form = 0.03 * bell(random);
      state.forEach((level, key) =>
        state.set(key, level * kept ** (1 / (1 + 0.05 * (seen.get(key) ?? 0)))),
      );
    },
  };
}

const FAMILIES = { power, whole, curve };

export interface Piece {
  readonly score: Score;
  readonly form: Form;
  readonly units: readonly Unit[];
  readonly hard: readonly BarHardness[];
  readonly goal: number;
}

/** A demo piece's first bars, with its sections and how hard they are. */
export function pieceOf(file: string, goal: number): Piece {
  const { score } = readFile(
    readFileSync(new URL(`../../../demo/pieces/${file}.musicxml`, import.meta.url)),
  );
  const form = analyse(score);
  const hard = hardBars(hardness(score, form, difficultiesAt(score, goal, { octave: 164 })));
  const sections = segment(score, form).map((one, i) => ({
    ...{ id: String(i), name: one.label, words: "" },
    ...{ from: startOf(one.from), to: startOf(one.to + 1) },
  }));
  const units = unitsOf(score, form, cover(score, sections), goal, undefined, { hard });
  return { score, form, units, hard, goal };
}

const dateOf = (day: number) => new Date(Date.UTC(2030, 0, 1 + day)).toISOString().slice(0, 10);

/** What was forecast on a day, and when the piece was ready. */
export interface Outcome {
  readonly family: Family;
  readonly on: number;
  readonly found: Forecast;
  /** Days from the forecast until every step was earned. */
  readonly ready: number;
  /** Days from the first until every step was earned. */
  readonly length: number;
}

const LONGEST = 200;

interface Asked {
  readonly rule?: PromotionRule["id"];
  readonly ask?: (input: ToForecast) => Forecast;
  /** Told each morning what was planned the day before for the days from now, and what is now. */
  readonly morning?: (wasPractised: boolean, before: Week, now: Week) => void;
}

/** Cards of the days from today, by unit. */
export type Week = readonly (readonly string[])[];
const DAYS_AHEAD = 7;

/** The share of cards that are on their day still; nothing where there were none. */
export function shareThatStays(before: Week, now: Week): number | undefined {
  const cards = before.flatMap((units, day) => units.map((unit) => [day, unit] as const));
  const stay = cards.filter(([day, unit]) => now[day]!.includes(unit)).length;
  return cards.length ? stay / cards.length : undefined;
}

/** Practises a piece to its end as the plan says from day to day, with forecasts on some days. */
export function practised(
  piece: Piece,
  family: Family,
  seed: number,
  on: readonly number[],
  { rule = "three-to-one", ask = forecast, morning }: Asked = {},
): Outcome[] {
  const { score, form, units, hard, goal } = piece;
  const random = randomOf(seed);
  const attends = between(random, 0.6, 1);
  const minutes = Math.round(between(random, 15, 40));
  const student = FAMILIES[family](
    random,
    goal,
    hard.map((bar) => bar.hardness),
  );
  const log: PlacedTry[] = [];
  const made: { on: number; found: Forecast }[] = [];
  let kept = 0;
  let [planned, wasPractised]: [Week, boolean] = [[], false];
  for (let day = 0; day < LONGEST; day++) {
    const today = dateOf(day);
    const at = standings(units, log, rule, today);
    const open = units.filter((unit) => !at.get(unit.key)!.finished);
    if (open.length === 0) {
      const of = made.map((one) => ({ family, ...one, ready: day - one.on, length: day }));
      return of.filter(({ ready }) => ready > 0);
    }
    const ahead = Array.from({ length: LONGEST }, (_, i) => ({ date: dateOf(day + i), minutes }));
    const laid = {
      ...{ score, units, goal, rule: promotionRule(rule), clean: cleanShares(resultsOf(log)).of },
      earned: new Map([...at].map(([key, one]) => [key, one.tempo])),
      daysHad: new Map([...at].map(([key, one]) => [key, one.days])),
    };
    if (on.includes(day))
      made.push({
        on: day,
        found: ask({
          ...{ ...laid, rule, form, hard, lines: [], log, today },
          begun: new Map([...at].map(([key, one]) => [key, one.results])),
          minutes: ahead.map(() => minutes),
          daysUntil: 60,
          practised: { days: kept, of: day },
        }),
      });
    const before = new Map(
      planned.slice(1).map((units, i) => [dateOf(day + i), new Set(units)] as const),
    );
    if (morning) {
      const now = schedule({ ...laid, before, days: ahead.slice(0, DAYS_AHEAD + 1) }).days.map(
        ({ cards }) => cards.map((card) => card.unit),
      );
      if (planned.length) morning(wasPractised, planned.slice(1), now.slice(0, DAYS_AHEAD));
      planned = now;
    }
    wasPractised = random() < attends;
    if (wasPractised) {
      kept++;
      const [cards] = schedule({ ...laid, before, days: ahead.slice(0, 1) }).days;
      for (const card of cards!.cards)
        if (card.kind !== "keeping")
          tryCard(piece, student, log, card.unit, card.minutes * 60, today, rule, random);
    }
    student.night();
  }
  return made.map((one) => ({ family, ...one, ready: LONGEST - one.on, length: LONGEST }));
}

function resultsOf(log: readonly PlacedTry[]) {
  const found = new Map<string, PlacedTry["result"][]>();
  for (const { unit, result } of log) found.set(unit, [...(found.get(unit) ?? []), result]);
  return found;
}

function standings(units: readonly Unit[], log: readonly PlacedTry[], rule: string, today: string) {
  const promoted: Promotion[] = log.filter((one) => one.promoted);
  const known = earned(units, promoted);
  const own = new Map<string, PlacedTry[]>();
  for (const one of log) own.set(one.unit, [...(own.get(one.unit) ?? []), one]);
  return new Map(
    units.map((unit) => {
      const bars = barCount(unit);
      const raised = { steps: unit.steps, kind: unit.kind, bars, rule };
      const at = standing(raised, own.get(unit.key) ?? [], known.get(unit.key) ?? 0, today);
      const before = unit.steps[unit.steps.indexOf(at.step) - 1] ?? 0;
      const tempo = at.sentBack === undefined ? at.secure : before;
      const results = at.tries.map(({ result }) => result);
      const days = at.daysNeeded > 1 ? at.days : 0;
      return [unit.key, { finished: at.finished, tempo, days, results }];
    }),
  );
}

function tryCard(
  { score, units }: Piece,
  student: Simulated,
  log: PlacedTry[],
  key: string,
  seconds: number,
  day: string,
  rule: string,
  random: Random,
): void {
  const unit = units.find((one) => one.key === key)!;
  const bars = barCount(unit);
  const raised = { steps: unit.steps, kind: unit.kind, bars, rule };
  const played =
    unit.played ?? Array.from({ length: unit.to - unit.from + 1 }, (_, i) => unit.from + i);
  let [rest, slips] = [seconds, 0];
  while (rest > 0 && slips < 8) {
    const own = log.filter((one) => one.unit === key);
    const known = earned(
      [unit],
      log.filter((one) => one.promoted),
    ).get(key)!;
    const at = standing(raised, own, known, day);
    if (at.finished || (at.daysNeeded > 1 && at.missing === 0)) return;
    const slipped = played.filter((bar) => random() > student.clean(bar, unit.hands, at.step));
    for (const bar of played) student.tried(bar, unit.hands, at.step);
    const result = slipped.length ? ("slip" as const) : ("clean" as const);
    const one = { result, slips: slipped.length || null, day };
    const { from, to, hands } = unit;
    const bar = slipped[0] ?? null;
    const promoted = earns(raised, at, one);
    log.push({ ...one, unit: key, from, to, hands, bar, tempo: at.step, promoted });
    if (result === "slip") slips++;
    rest -= trySeconds(score, unit, at.step);
  }
}
