import { say } from "../../../words/say.ts";
import { Type } from "@sinclair/typebox";
import {
  barSpan,
  beatName,
  comparePlaces,
  quartersAt,
  type Mark,
  type Place,
} from "../../../score/index.ts";
import type { MarkDoubt, MarkTask, StratumWork } from "../../../score/marks/work.ts";
import { inTheirBars, onRoad, type RoadTask } from "../../road.ts";
import { limbsOf, nearestFree, whoIsFree } from "./free.ts";
import { manualDoubts } from "./manuals.ts";
import { actionsOf, drawnAfter, registrationText } from "./changes.ts";

/** A change of registration with who makes it. */
export interface Made extends Place {
  readonly mark: Mark;
  /** A limb for each thing that is done, or the assistant; none where nobody is free. */
  readonly by: readonly string[];
  /** Where somebody is, where here nobody is. */
  readonly nearest?: Place & { readonly by: readonly string[] };
}

/**
 * Who makes each change: a hand, a foot, or nobody; where it is made more than once, as it is when
 * fewest are free. What sounds at the beginning is set before.
 */
export function changesMade(asked: MarkTask): Made[] {
  const task = onRoad(asked);
  const { played } = task;
  const made = changesAlong(task);
  if (!played) return made;
  const inBar = <P extends Place>(place: P): P => ({ ...place, bar: played[place.bar]!.bar });
  const found = new Map<string, Made>();
  for (const one of made) {
    const before = found.get(one.mark.id);
    if (before && (before.by.length === 0 || one.by.length > 0)) continue;
    const { nearest } = one;
    found.set(one.mark.id, { ...inBar(one), ...(nearest ? { nearest: inBar(nearest) } : {}) });
  }
  return [...found.values()];
}

/** The same each time a change is come to; nothing where all stands so already. */
function changesAlong(task: RoadTask): Made[] {
  const { score, written, tempo } = task;
  const limbs = limbsOf(score, task.said?.get("part") ?? new Map());
  const marks = [...written].sort((a, b) => quartersAt(score, a.from) - quartersAt(score, b.from));
  const first = Math.min(...limbs.flatMap(({ plays }) => plays.map(({ from }) => from)));
  const stands = drawnAfter(marks.map(({ data }) => data));
  return marks.flatMap((mark, i): Made[] => {
    const { bar, offset } = mark.from;
    const before = stands[i - 1] ?? {};
    const at = quartersAt(score, mark.from);
    if (bar < task.from || bar > task.to || at <= first + 1e-9) return [];
    const isAgain = task.played !== undefined && task.played[bar]!.time > 1;
    const actions = actionsOf(mark.data).filter(
      (one) => !(isAgain && before[one] === mark.data[one]),
    );
    if (actions.length === 0) return [];
    if (mark.data.assistant) return [{ bar, offset, mark, by: ["assistant"] }];
    const by = whoIsFree(limbs, actions, at, tempo);
    if (by) return [{ bar, offset, mark, by }];
    const nearest = nearestFree(score, limbs, actions, mark.from, tempo);
    return [{ bar, offset, mark, by: [], ...(nearest ? { nearest } : {}) }];
  });
}

/** What cannot be: manuals, and changes for which nobody is free, with where somebody is. */
const check = (task: MarkTask): MarkDoubt[] =>
  [...manualDoubts(task), ...unmade(task)].sort(comparePlaces);

const unmade = (asked: MarkTask): MarkDoubt[] => {
  const task = onRoad(asked);
  const found = changesAlong(task).flatMap(({ bar, offset, mark, by, nearest }): MarkDoubt[] => {
    if (by.length) return [];
    const { bars } = task.score;
    const where = nearest
      ? say`bar ${barSpan(bars, nearest.bar, nearest.bar)}, beat ${beatName(bars[nearest.bar]!, nearest.offset)}`
      : undefined;
    return [
      {
        ...{ bar, offset, kind: "nobody" },
        text: where
          ? say`Bar ${barSpan(bars, bar, bar)}: nobody is free for ${registrationText(mark.data)}; an
              assistant makes it, or it comes in ${where} (${nearest!.by.join(", ")}).`
          : say`Bar ${barSpan(bars, bar, bar)}: nobody is free for ${registrationText(mark.data)}, nor
              near it: an assistant makes it.`,
      },
    ];
  });
  return inTheirBars(found, task.played);
};

/** What is written looked through: who makes each change. */
export const registrationWork: StratumWork = {
  options: Type.Object({}, { additionalProperties: false }),
  check,
};
