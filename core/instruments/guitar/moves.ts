import type { Placed, Shift, Solved } from "../../fingering/index.ts";
import { between, type Neck } from "./neck.ts";
import { guideOf } from "./step.ts";
import type { NeckWay } from "./way.ts";

/** Where a moment is. */
const placeOf = ({ line }: Solved<NeckWay>, at: number) => {
  const { bar, notes, struck } = line.moments[at]!;
  return { bar, at: notes[Math.max(0, struck.indexOf(true))]!.at };
};

const wayAt = ({ line, path }: Solved<NeckWay>, at: number): NeckWay => line.ways[at]![path[at]!]!;

const isOpen = ({ notes }: NeckWay): boolean => notes.every(({ finger }) => finger === 0);

/** Positions where they change; open strings have none of their own. */
export function positionsIn(solved: Solved<NeckWay>, asked: readonly number[]): Placed[] {
  let last: number | undefined;
  return asked.flatMap((at): Placed[] => {
    const way = wayAt(solved, at);
    if (isOpen(way) || way.position === last) return [];
    last = way.position;
    return [{ ...placeOf(solved, at), position: way.position }];
  });
}

/** Shifts of the hand, with their way along the neck and the finger that leads. */
export function shiftsIn(neck: Neck, solved: Solved<NeckWay>, asked: readonly number[]): Shift[] {
  return asked.flatMap((at, i): Shift[] => {
    if (i === 0 || asked[i - 1] !== at - 1) return [];
    const [before, now] = [wayAt(solved, at - 1), wayAt(solved, at)];
    if (before.position === now.position || isOpen(now)) return [];
    const guide = guideOf(before, now);
    return [
      {
        ...placeOf(solved, at),
        ...{ from: before.position, to: now.position },
        mm: Math.round(between(neck, before.position, now.position)),
        ...(guide ? { guide: { finger: guide.finger, string: guide.string } } : {}),
      },
    ];
  });
}
