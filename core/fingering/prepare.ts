import { add, compare, type Fraction, type PedalMark, type Score } from "../score/index.ts";
import type { Star } from "./star.ts";
import type { Line, Prices } from "./line.ts";
import type { FormReturns, HandModel, Plan, School } from "./model.ts";
import type { Played } from "./moment.ts";
import { momentsOf } from "./moments.ts";
import { priceLine } from "./priceLine.ts";
import { otherKeyTwins, repeatsOf, runsOfForm, starsOf } from "./returned.ts";

/** What the line of a hand depends on, whatever is written over its notes. */
export interface LineOptions {
  readonly hand: string;
  /** Quarters a minute; decides whether a rest is long enough to free the hand. */
  readonly tempo?: number;
  /** Whether what returns takes the same fingers; it does unless this is false. */
  readonly ties?: boolean;
  /** What the form of the piece says comes again; without it what is found on the keys alone. */
  readonly form?: FormReturns;
  readonly school?: Partial<School>;
  /** Marks of the damper pedal: where it joins, the fingers need not. */
  readonly pedal?: readonly PedalMark[];
  /** Told how much of the work is done, 0 to 1. */
  readonly onProgress?: (share: number) => void;
}

/** A hand's line made ready, before anything is written over it. */
export interface PreparedLine {
  readonly line: Line;
  readonly model: HandModel;
  readonly plan: Plan;
  /** What comes again. */
  readonly stars: readonly Star[];
  /**
   * Moments in passages that come again on the same keys, long enough to be filled in when their
   * first time is.
   */
  readonly passages: ReadonlySet<number>;
  /** What each way costs by itself before anything is written, with what keeps runs regular. */
  readonly prices: Prices;
  /** Whether what returns agrees, and runs are regular. */
  readonly agreeing: boolean;
  /** Single notes of returns in another key, beside those of the first time. */
  readonly otherKey: readonly (readonly [at: number, of: number])[];
}

/** Quarters a minute where nothing says how fast. */
export const USUAL_TEMPO = 90;

export const USUAL_SCHOOL: School = { groups: true, edition: false };

/** Shares of the work that are done by then, roughly as measured on long lines. */
const [MOMENTS, TABLES] = [0.1, 0.35];
const READY = 0.45;

/** Reads the moments of a hand and works out what each way to take them costs. */
export function prepareLine(
  played: readonly Played[],
  model: HandModel,
  options: LineOptions,
  score?: Score,
): PreparedLine {
  const progress = options.onProgress ?? (() => undefined);
  const school: School = { ...USUAL_SCHOOL, ...options.school };
  const { hand, form } = options;
  const plan = model.plan({
    hand,
    moments: momentsOf(
      model.read?.(played) ?? played,
      model,
      options.tempo ?? USUAL_TEMPO,
      score && options.pedal?.length ? pedalBefore(score, options.pedal) : undefined,
    ),
    score,
    school,
  });
  const { moments } = plan;
  progress(MOMENTS);
  const line = priceLine(moments, model, plan.terms, (share) =>
    progress(MOMENTS + share * (TABLES - MOMENTS)),
  );
  progress(TABLES);
  const agreeing = options.ties !== false;
  const runs = !agreeing
    ? []
    : score && form
      ? runsOfForm(moments, score, form, hand, model.alike, school.groups)
      : score
        ? []
        : repeatsOf(moments, model.alike);
  const again = starsOf(line, runs, model.alike);
  progress(READY);
  return {
    line,
    model,
    plan,
    ...again,
    agreeing,
    prices: agreeing ? regular(plan, line, line.hold) : line.hold,
    otherKey: score && form ? otherKeyTwins(moments, score, form, hand) : [],
  };
}

/** Prices with what keeps runs regular, where the instrument has such a thing. */
export const regular = (plan: Plan, line: Line, own: Prices, known?: Prices): Prices =>
  plan.regular ? plan.regular(line, own, known) : own;

/** Whether the damper is down just before a time: what sounds then is joined to what follows. */
function pedalBefore(score: Score, marks: readonly PedalMark[]): (at: Fraction) => boolean {
  const feet = marks
    .filter((mark) => !mark.pedal)
    .map((mark) => ({ kind: mark.kind, at: add(score.bars[mark.bar]!.start, mark.offset) }))
    .sort((a, b) => compare(a.at, b.at));
  return (at) => {
    const last = feet.findLast((foot) => compare(foot.at, at) < 0);
    return last !== undefined && last.kind !== "up";
  };
}
