import type { Form } from "../../form/index.ts";
import type { Line } from "../../score/index.ts";
import { begin, type PieceToLay } from "../laying.ts";
import { least } from "../remedies.ts";
import { promotionRule } from "../rules.ts";
import { type Result } from "../expectedTries.ts";
import type { PlacedTry } from "../slips.ts";
import { USUAL_CLEAN } from "../cleanShares.ts";
import { setLatest } from "../latestStart.ts";
import { groundOf } from "./ground.ts";
import { playThrough, type Habits, type ToPlay } from "./play.ts";
import { drawn, normal } from "./random.ts";
import { weigh, type Candidate } from "./weigh.ts";

/** When a piece will be ready. Days are counted from today, 0; none where it lies beyond them. */
export interface Forecast {
  /** The day by which one in ten, half, and nine in ten of the students drawn are ready. */
  readonly p10: number | null;
  readonly p50: number | null;
  readonly p90: number | null;
  /** Share of the students drawn who are ready by the day it must be. */
  readonly chance: number;
  /** Minutes a day, over what there is, with which four in five are ready by then. */
  readonly minutesFor80: number | null;
}

/** What a forecast is made from: plain data, so that it can be made beside other work. */
export interface ToForecast extends Pick<
  PieceToLay,
  "score" | "units" | "goal" | "earned" | "daysHad"
> {
  /** The promotion rule that was chosen. */
  readonly rule: string;
  readonly form: Pick<Form, "returns">;
  readonly hard: readonly { readonly hardness: number }[];
  readonly lines: readonly Line[];
  readonly log: readonly PlacedTry[];
  /** Tries that count on the step each unit is on. */
  readonly begun: ReadonlyMap<string, readonly Result[]>;
  /** ISO date. */
  readonly today: string;
  /** Minutes the piece may have on each day from today, as far as one looks. */
  readonly minutes: readonly number[];
  readonly habits?: Habits;
  /** How many of those days come up to the day it must be ready. */
  readonly daysUntil: number;
  /** Days that were practised so far, of how many. */
  readonly practised: { readonly days: number; readonly of: number };
}

/** Students drawn; a different number only changes how fine the answer is. */
const DRAWS = 100;

/** Steps through the bank by which a few draws are spread over it; prime to {@link DRAWS}. */
const STRIDE = 31;

/**
 * So many days kept of so many are assumed of everybody: the middle of 60 to 100 %. Common
 * practice, no source.
 */
const [KEPT, PLANNED] = [8, 10];
/** Nobody is taken to come less often than this, or always. */
const [RARELY, NEARLY_ALWAYS] = [0.3, 0.99];

/** Minutes more a day that are tried, and the share that should be ready with them. */
const MORE = [0, 5, 10, 15, 20, 30, 40, 50, 60];
const LIKELY = 0.8;
/** So many draws, so many deviations off that share, are no chance any more. */
const FEW = 10;
const CLEARLY = 2;

/**
 * When a piece will be ready: students drawn from the bank, weighed by the log, play the plan
 * through. Measured against simulated students of other kinds, see `forecast.test.ts`.
 *
 * @returns days from today; the same for the same input
 */
export function forecast(input: ToForecast): Forecast {
  const { score, units, goal, form, hard, lines, log, today, daysUntil } = input;
  const ground = groundOf(score, form, units, hard, lines);
  // as the plan prices it where nothing is known of the player
  const { loads } = begin({ ...input, rule: promotionRule(input.rule), clean: () => USUAL_CLEAN });
  setLatest(loads, meanOf(input.minutes.filter((one) => one > 0)));
  const plan = { ground, loads, rule: input.rule, begun: input.begun, habits: input.habits ?? {} };
  const candidates = weigh(ground, goal, log, today);
  const { days, of } = input.practised;
  const played = (minutes: readonly number[], draws: number) =>
    drawDays({ ...plan, minutes }, candidates, { kept: KEPT + days, of: PLANNED + of }, draws);
  const found = [...played(input.minutes, DRAWS)].sort((a, b) => a - b);
  const share = (all: readonly number[]) =>
    all.filter((day) => day <= daysUntil).length / all.length;
  const at = (quantile: number): number | null => {
    const day = found[Math.min(found.length - 1, Math.floor(quantile * found.length))]!;
    return Number.isFinite(day) ? day : null;
  };
  const more = (extra: number) =>
    input.minutes.map((minutes) => (minutes > 0 ? minutes + extra : 0));
  const isEnough = (step: number) => {
    let [ready, asked] = [0, 0];
    for (const day of played(more(MORE[step]!).slice(0, daysUntil + 1), DRAWS / 2)) {
      asked++;
      if (day <= daysUntil) ready++;
      const off = ready - LIKELY * asked;
      if (asked >= FEW && Math.abs(off) >= CLEARLY * Math.sqrt(asked * LIKELY * (1 - LIKELY)))
        return off > 0;
    }
    return ready >= LIKELY * asked;
  };
  const step = share(found) >= LIKELY ? 0 : least(MORE.length - 1, isEnough);
  const minutesFor80 = step === undefined ? null : MORE[step]!;
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9), chance: share(found), minutesFor80 };
}

const meanOf = (all: readonly number[]): number =>
  all.reduce((sum, one) => sum + one, 0) / Math.max(1, all.length);

/** Days until ready of students drawn from the candidates, one after the other. */
function* drawDays(
  plan: ToPlay,
  candidates: readonly Candidate[],
  attended: { readonly kept: number; readonly of: number },
  draws: number,
): Generator<number> {
  const random = drawn(20_301);
  const drawNormal = normal(random);
  let sum = 0;
  const upTo = candidates.map(({ weight }) => (sum += weight));
  for (let i = 0; i < draws; i++) {
    // as many of each as its weight asks for, and the first few are some of all
    const share = (((i * STRIDE) % draws) + 0.5) / draws;
    const at = upTo.findIndex((end) => end >= share);
    const skill = candidates[at]!.skill.copy().scatter(drawNormal);
    yield playThrough(plan, skill, attendance(attended, drawNormal()), random);
  }
}

/**
 * The share of days one keeps, as far as it is known: a beta distribution of days kept and not,
 * by its mean and spread.
 */
function attendance({ kept, of }: { kept: number; of: number }, drawn: number): number {
  const mean = kept / of;
  const spread = Math.sqrt((mean * (1 - mean)) / (of + 1));
  return Math.min(NEARLY_ALWAYS, Math.max(RARELY, mean + spread * drawn));
}
