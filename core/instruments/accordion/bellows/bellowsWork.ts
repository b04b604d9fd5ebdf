import { say } from "../../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { alongRoad, barSpan, NO_SHAPE, quartersAt, type Score } from "../../../score/index.ts";
import type {
  CurvePoint,
  MarkDoubt,
  MarkTask,
  ProposedMark,
  StratumWork,
} from "../../../score/marks/work.ts";
import type { Printed } from "../../../score/marks/mark.ts";
import { USUAL_COUPLERS, USUAL_STROKE, type Bellows } from "./air.ts";
import { drawnIn, REEDS, type Coupler } from "../reeds/reeds.ts";
import { FULL, inner, momentsIn, type Moment } from "./places.ts";
import { inTheirBars, onRoad, wholeRoad, type RoadTask } from "../../road.ts";
import { repeatedOf, turnsInBars } from "./road.ts";
import { isFirstTime } from "../../times.ts";
import { healTurn, placesForTurn, type Played } from "./heal.ts";
import { planBellows } from "./alike.ts";
import { groupsOf } from "./stretches.ts";
import type { Step } from "./strokes.ts";
import { filledBy, startAt } from "./written.ts";

interface Options {
  readonly stroke?: number;
  readonly couplers?: readonly Coupler[];
}

const bellowsOf = ({ options, others, score }: MarkTask): Bellows => {
  const { stroke = USUAL_STROKE, couplers } = options as Options;
  // what is asked for now goes before what is written
  const drawn = couplers ? [] : drawnIn(score, others?.get(REEDS.id) ?? []);
  return { stroke, couplers: couplers ?? USUAL_COUPLERS, drawn };
};

/** The moments of a task's bars, or from the beginning on. */
function momentsOf(task: RoadTask, from = task.from, to = task.to): Moment[] {
  const { score, tempo, shape = NO_SHAPE, played } = task;
  const found = momentsIn(score, [from, to], { tempo, shape, bellows: bellowsOf(task) });
  return played ? repeatedOf(found, played) : found;
}

interface Found {
  readonly moments: readonly Moment[];
  readonly steps: readonly Step[];
  readonly start: ReturnType<typeof startAt>;
}

/** Marks, problems and the curve of one task are found together. */
const known = new WeakMap<RoadTask, Found>();

function planOf(task: RoadTask): Found {
  const before = known.get(task);
  if (before) return before;
  const { score, from, to, written } = task;
  const start = from > 0 ? startAt(score, momentsOf(task, 0, from), written, from) : undefined;
  const moments = momentsOf(task);
  const closes = to === score.bars.length - 1;
  const steps = planBellows(moments, { ...(start ? { start } : {}), closes });
  const found = { moments, steps, start };
  known.set(task, found);
  return found;
}

function propose(asked: MarkTask): ProposedMark[] {
  const task = onRoad(asked);
  const { played } = task;
  const marks = turnsOf(task);
  return played ? turnsInBars(marks, played, planOf(task)) : marks;
}

function turnsOf(task: RoadTask): ProposedMark[] {
  const { moments, steps, start } = planOf(task);
  let way = start?.way;
  return steps.flatMap((step, i): ProposedMark[] => {
    const { bar, offset, why } = moments[i]!;
    if (step.way === way && !step.byButton) return [];
    const isFirst = way === undefined;
    way = step.way;
    const button = step.byButton ? { button: step.open } : {};
    return [
      {
        from: { bar, offset },
        data: { direction: step.way, ...button },
        why: isFirst
          ? say`The bellows begin closed.`
          : step.byButton
            ? say`The air button in the rest spares a turn; ${step.open} % open.`
            : say`Turned ${why}, at ${step.open} % open.`,
      },
    ];
  });
}

const numberOf = (score: Score, bar: number) => barSpan(score.bars, bar, bar);
const seconds = (hundredths: number, moment: Moment, length: number): string =>
  String(Math.max(0.1, Math.round((hundredths / moment.air) * length * 10) / 10));

/** Where the air runs out before the bellows can turn, with ways out. */
function outOfAir(
  { score, tempo }: Pick<MarkTask, "score" | "tempo">,
  moments: readonly Moment[],
  missing: readonly number[],
): MarkDoubt[] {
  return moments.flatMap((moment, i): MarkDoubt[] => {
    if (!(missing[i]! > 0)) return [];
    const next = moments[i + 1]?.at ?? lastEnd(score, moment.bar);
    const length = ((next - moment.at) * 60) / tempo;
    return [
      {
        ...{ bar: moment.bar, offset: moment.offset, kind: "air" },
        text: say`Bar ${numberOf(score, moment.bar)}: the air runs out
          ${seconds(missing[i]!, moment, length)} s too early. Softer, faster, fewer reeds, or let
          the bass go sooner so that the bellows can turn.`,
      },
    ];
  });
}

const lastEnd = ({ bars }: Score, bar: number): number =>
  quartersAt({ bars }, { bar, offset: bars[bar]!.length });

const problems = (asked: MarkTask): MarkDoubt[] => {
  const task = onRoad(asked);
  const { played } = task;
  const { moments, steps } = planOf(task);
  const missing = steps.map((step) => step.missing);
  return inTheirBars(outOfAir(task, moments, missing), played);
};

/** What is written, played through: turns in held notes, air that runs out, returns otherwise. */
function check(asked: MarkTask): MarkDoubt[] {
  const task = wholeRoad(asked);
  const { from, to } = asked;
  return inTheirBars(doubtsOf(task), task.played).filter(({ bar }) => bar >= from && bar <= to);
}

function doubtsOf(task: RoadTask): MarkDoubt[] {
  const { score, written, from, to } = task;
  if (written.length === 0) return [];
  const moments = momentsOf(task, 0, to);
  const filled = filledBy(score, moments, written);
  const found = outOfAir(
    task,
    moments,
    filled.map(({ missing }) => missing),
  );
  const times = new Map(moments.map((one) => [one.at, one]));
  for (const { from: place, data } of written) {
    const at = quartersAt(score, place);
    const moment = times.get(at);
    if (!data.direction || moments.length === 0 || at <= moments[0]!.at) continue;
    const isHeld = moment ? !moment.canTurn : isSounding(task, at);
    if (isHeld)
      found.push({
        ...{ ...place, kind: "held" },
        text: say`Bar ${numberOf(score, place.bar)}: the bellows turn while a note is held, and cut it in
          two.`,
      });
  }
  const said = new Set<number>();
  for (const [first, ...others] of groupsOf(moments, inner(moments)))
    for (const i of others) {
      const moment = moments[i]!;
      // of a repeat it is written which time it is for
      if (moment.isRepeated || said.has(moment.bar)) continue;
      const [here, before] = [filled[i]!, filled[first!]!];
      if (here.way === before.way || !(here.turns || before.turns)) continue;
      said.add(moment.bar);
      found.push({
        ...{ bar: moment.bar, offset: moment.offset, kind: "not as before" },
        text: say`Bar ${numberOf(score, moment.bar)}: the bellows go otherwise than where it was first, in
          bar ${numberOf(score, moments[first!]!.bar)}.`,
      });
    }
  return found.filter(({ bar }) => bar >= from && bar <= to).sort((a, b) => a.bar - b.bar);
}

/** Whether something sounds across a moment at which nothing is struck. */
function isSounding({ score }: MarkTask, at: number): boolean {
  return score.notes.some((note) => {
    if (note.held || note.grace) return false;
    const start = quartersAt(score, note);
    return start < at - 1e-9 && start + note.length.num / note.length.den > at + 1e-9;
  });
}

const playedOf = (task: MarkTask): Played => ({
  score: task.score,
  moments: momentsOf(task, 0, task.score.bars.length - 1),
  marks: task.written.filter(({ data }) => isFirstTime(data)),
});

/** How far open the bellows are along the bars, 0 to 1. */
function curve(asked: MarkTask, marks: readonly Printed[]): CurvePoint[] {
  const task = onRoad(asked);
  const { played } = task;
  const { score, written, from, to } = task;
  const moments = momentsOf(task, 0, to);
  const others = written.filter((one) => one.from.bar < from || one.from.bar > to);
  const all = [...others, ...(played ? alongRoad(marks, played) : marks)];
  return filledBy(score, moments, all).flatMap(({ open }, i): CurvePoint[] => {
    const { bar, offset } = moments[i]!;
    const is = played?.[bar] ?? { bar, time: 1 };
    return bar >= from && is.time === 1 ? [{ bar: is.bar, offset, value: open / FULL }] : [];
  });
}

/** The bellows worked out from what sounds, and what is written looked through. */
export const bellowsWork: StratumWork = {
  options: Type.Object(
    {
      stroke: Type.Optional(
        Type.Number({
          minimum: 1,
          maximum: 60,
          description: "seconds a full stroke lasts with tune and bass, 1 to 60",
        }),
      ),
      couplers: Type.Optional(
        Type.Array(Type.Union([Type.Literal("16"), Type.Literal("8"), Type.Literal("4")]), {
          minItems: 1,
          maxItems: 4,
          description: "reeds of the right hand: 16, 8, 4",
        }),
      ),
    },
    { additionalProperties: false },
  ),
  propose,
  problems,
  check,
  healing: {
    // what is for a later time goes alone
    places: (task, mark) =>
      isFirstTime(mark.data) ? placesForTurn(playedOf(task), mark) : undefined,
    heal: (task, mark, to) => healTurn(playedOf(task), mark, to),
  },
  curve,
};
