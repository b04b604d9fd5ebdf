import { instrument, type Player } from "../instruments/index.ts";
import { add, compare, type Fraction, type PedalMark, type Score } from "../score/index.ts";
import type { Star } from "./agree.ts";
import { asShapes, brokenChords, lifted } from "./broken.ts";
import { chromatic, goodStart, quietHand, type School, USUAL_SCHOOL } from "./conventions.ts";
import { withCycles } from "./cycles.ts";
import { lineOf, type Line, type Prices } from "./line.ts";
import type { HandModel } from "./model.ts";
import { momentsOf, type Played } from "./moments.ts";
import { ornaments } from "./ornaments.ts";
import { otherHand, othersAt, type Held } from "./others.ts";
import { otherKeyTwins, repeatsOf, runsOfForm, starsOf, type Again } from "./returned.ts";

/** What the line of a hand depends on, whatever is written over its notes. */
export interface LineOptions {
  readonly hand: string;
  readonly instrument?: string;
  readonly player?: Player;
  /** Quarters a minute; decides whether a rest is long enough to free the hand. */
  readonly tempo?: number;
  /** Whether what returns takes the same fingers; it does unless this is false. */
  readonly ties?: boolean;
  /** What the form of the piece says comes again; without it what is found on the keys alone. */
  readonly form?: Again;
  readonly school?: Partial<School>;
  /** Marks of the damper pedal: where it joins, the fingers need not. */
  readonly pedal?: readonly PedalMark[];
  /** Told how much of the work is done, 0 to 1. */
  readonly onProgress?: (share: number) => void;
}

/** A hand's line made ready, before anything is written over it. */
export interface Laid {
  readonly line: Line;
  readonly model: HandModel;
  /** What comes again. */
  readonly stars: readonly Star[];
  /**
   * Moments in passages that come again on the same keys, long enough to be filled in when their
   * first time is.
   */
  readonly passages: ReadonlySet<number>;
  /** What each grip costs by itself before anything is written, with what keeps runs regular. */
  readonly prices: Prices;
  /** Whether what returns agrees, and runs are regular. */
  readonly agreeing: boolean;
  /**
   * What the other hands have under their fingers, by moment; nothing for notes without a score.
   */
  readonly others: readonly (readonly Held[])[];
  /** Single notes of returns in another key, beside those of the first time. */
  readonly otherKey: readonly (readonly [at: number, of: number])[];
}

const NOBODY: readonly Held[] = [];

/** Quarters a minute where nothing says how fast. */
export const USUAL_TEMPO = 90;

/** Shares of the work that are done by then, roughly as measured on long lines. */
const [MOMENTS, TABLES] = [0.1, 0.35];
const READY = 0.45;

/**
 * Undefined when nothing is proposed for this limb.
 * @throws RangeError for an instrument or hand nobody registered
 */
export function lay(
  played: readonly Played[],
  options: LineOptions,
  score?: Score,
): Laid | undefined {
  const limb = instrument(options.instrument ?? "piano").limbs.find(
    (candidate) => candidate.id === options.hand,
  );
  if (!limb) throw new RangeError(`no hand called ${options.hand}`);
  const model = limb.model?.(options.player);
  if (!model) return undefined;
  const progress = options.onProgress ?? (() => undefined);
  const school = { ...USUAL_SCHOOL, ...options.school };
  const plain = momentsOf(
    played,
    model,
    options.tempo ?? USUAL_TEMPO,
    score && options.pedal?.length ? pedalBefore(score, options.pedal) : undefined,
  );
  const broken = brokenChords(plain);
  const moments = lifted(plain, broken);
  const others = score ? othersAt(moments, score, options.hand) : moments.map(() => NOBODY);
  const conventions = [
    chromatic(moments, school.chromatic),
    quietHand(moments, model.lie),
    goodStart(moments),
    ...asShapes(moments, broken, model),
    ...ornaments(moments, model),
    otherHand(moments, others, model),
  ];
  progress(MOMENTS);
  const line = lineOf(moments, model, conventions, true, (share) =>
    progress(MOMENTS + share * (TABLES - MOMENTS)),
  );
  progress(TABLES);
  const agreeing = options.ties !== false;
  const runs = !agreeing
    ? []
    : score && options.form
      ? runsOfForm(moments, score, options.form, options.hand, model.lie, school.groups)
      : score
        ? []
        : repeatsOf(moments, model.lie);
  const again = starsOf(line, runs);
  progress(READY);
  return {
    line,
    model,
    ...again,
    agreeing,
    prices: agreeing ? withCycles(line, line.hold) : line.hold,
    others,
    otherKey:
      score && options.form ? otherKeyTwins(moments, score, options.form, options.hand) : [],
  };
}

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
