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
import { limbsOf, nearestFree, whoIsFree, type Job } from "./free.ts";
import { manualDoubts } from "./manuals.ts";
import { registrationText } from "./changes.ts";
import { jobsIn } from "./drawn.ts";

/** A change of registration with who makes it. */
export interface Made extends Place {
  readonly mark: Mark;
  /** A limb for each thing that is done, or the assistant; none where nobody is free. */
  readonly by: readonly string[];
  /** Where somebody is, where here nobody is. */
  readonly nearest?: Place & { readonly by: readonly string[] };
  /** Who is free here for the same stops set as a combination, where nobody is to draw them. */
  readonly asOne?: readonly string[];
}

/** All stops at once. */
const PRESSED: Job = { action: "combination", count: 1 };

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
  const jobs = jobsIn(marks.map(({ data }) => data));
  return marks.flatMap((mark, i): Made[] => {
    const { bar, offset } = mark.from;
    const at = quartersAt(score, mark.from);
    if (bar < task.from || bar > task.to || at <= first + 1e-9) return [];
    if (jobs[i]!.length === 0) return [];
    if (mark.data.assistant) return [{ bar, offset, mark, by: ["assistant"] }];
    const by = whoIsFree(limbs, jobs[i]!, at, tempo);
    if (by) return [{ bar, offset, mark, by }];
    const nearest = nearestFree(score, limbs, jobs[i]!, mark.from, tempo);
    const isByHand = jobs[i]!.some(({ action }) => action === "stops");
    const others = jobs[i]!.filter(({ action }) => action !== "stops");
    const asOne = isByHand ? whoIsFree(limbs, [...others, PRESSED], at, tempo) : undefined;
    return [
      {
        ...{ bar, offset, mark, by: [] },
        ...(nearest ? { nearest } : {}),
        ...(asOne ? { asOne } : {}),
      },
    ];
  });
}

/** What cannot be: manuals, and changes for which nobody is free, with where somebody is. */
const check = (task: MarkTask): MarkDoubt[] =>
  [...manualDoubts(task), ...unmade(task)].sort(comparePlaces);

const unmade = (asked: MarkTask): MarkDoubt[] => {
  const task = onRoad(asked);
  const found = changesAlong(task).flatMap(
    ({ bar, offset, mark, by, nearest, asOne }): MarkDoubt[] => {
      if (by.length) return [];
      const { bars } = task.score;
      const where = nearest
        ? say`bar ${barSpan(bars, nearest.bar, nearest.bar)}, beat ${beatName(bars[nearest.bar]!, nearest.offset)}`
        : undefined;
      const pressed = asOne
        ? say` Set as a combination it could be made here (${asOne.join(", ")}).`
        : "";
      return [
        {
          ...{ bar, offset, kind: "nobody" },
          text: where
            ? say`Bar ${barSpan(bars, bar, bar)}: nobody is free for ${registrationText(mark.data)}; an
              assistant makes it, or it comes in ${where} (${nearest!.by.join(", ")}).${pressed}`
            : say`Bar ${barSpan(bars, bar, bar)}: nobody is free for ${registrationText(mark.data)}, nor
              near it: an assistant makes it.${pressed}`,
        },
      ];
    },
  );
  return inTheirBars(found, task.played);
};

/** What is written looked through: who makes each change. */
export const registrationWork: StratumWork = {
  options: Type.Object({}, { additionalProperties: false }),
  check,
};
