import { listed } from "../../../words/listed.ts";
import { say } from "../../../words/say.ts";
import type { Plan, Solved, Task } from "../../../fingering/index.ts";
import { keysOf, pitchText, type Score } from "../../../score/index.ts";
import { barsNamed } from "../../barsNamed.ts";
import { columnName, isChord, soundsOf, type BassBoard } from "./board.ts";
import { JUMP, landmarkFor } from "./landmark.ts";
import { nameOf, problemsOf } from "./problems.ts";
import type { BassWay } from "./ways.ts";

/** What a hand on bass buttons adds to a line: the words for what came of it. */
export const bassPlan = (board: BassBoard, { moments, score }: Task): Plan<BassWay> => ({
  moments,
  terms: [],
  problems: (_, told) => problemsOf(board, told, score),
  reasons: (solved, asked) => reasonsOf(solved, asked, solved.path, score),
  differences: (solved, asked, others) =>
    others.map((path) => reasonsOf(solved, asked, path, score).join(" ")),
});

/** A diminished triad on its root: B D F, which is no button of its own name. */
const isTriad = ([low = 0, ...rest]: readonly number[]): boolean =>
  rest.map((key) => (key - low) % 12).join() === "3,6";

/** More than a chord, or a chord over a bass. */
const isSeveral = ({ pressed }: BassWay): boolean => pressed.filter(isChord).length > 1;

/** Where the hand goes, how far it jumps, which buttons sound other than they are written. */
function reasonsOf(
  { line }: Solved<BassWay>,
  asked: readonly number[],
  path: readonly number[],
  score: Score | undefined,
): string[] {
  const way = (at: number) => line.ways[at]![path[at]!]!;
  const bar = (at: number) => line.moments[at]!.bar;
  /** The keys that a button of a moment is written as, rising. */
  const keysAt = (at: number, n: number): number[] =>
    line.moments[at]!.notes.filter((_, i) => way(at).of[i] === n).flatMap(keysOf);
  const called = (key: number, inBar: number) =>
    pitchText(key, score?.bars[inBar]?.key.fifths ?? 0);
  const jumps = asked.filter(
    (at) => asked.includes(at - 1) && Math.abs(way(at).position - way(at - 1).position) >= JUMP,
  );
  const counter = asked.filter((at) => way(at).pressed.some(({ row }) => row === "counterbass"));
  const others = asked.flatMap((at) => {
    const { pressed } = way(at);
    // what one lacks another has
    if (isSeveral(way(at))) return [];
    return pressed.flatMap((one, n) => {
      const written = new Set(keysAt(at, n).map((key) => key % 12));
      const isAsked = soundsOf(one).length === written.size;
      return isAsked ? [] : [nameOf(one)];
    });
  });
  const otherwise = new Set(
    asked.flatMap((at) =>
      way(at).pressed.flatMap((one, n) => {
        const keys = keysAt(at, n);
        return one.row === "diminished" && isTriad(keys)
          ? [
              say`${keys.map((key) => called(key, bar(at))).join(say` `)} is the button ${nameOf(one)}`,
            ]
          : [];
      }),
    ),
  );
  const several = asked.filter((at) => isSeveral(way(at)));
  const positions = new Set(asked.map((at) => way(at).position));
  return [
    positions.size === 1
      ? say`One position for all of it.`
      : say`The hand lies in ${positions.size} positions.`,
    ...(counter.length ? [say`Counterbass: bar ${barsNamed(counter.map(bar), score)}.`] : []),
    ...(jumps.length
      ? [
          say`Jumps of ${JUMP} columns or more: bar ${barsNamed(jumps.map(bar), score)}.`,
          ...landmarks(jumps, way, (at) => barsNamed([bar(at)], score)),
        ]
      : []),
    ...(several.length
      ? [
          say`Chords pressed together: ${[
            ...new Set(
              several.map(
                (at) =>
                  `${way(at).pressed.map(nameOf).join(" + ")}, ${barsNamed([bar(at)], score)}`,
              ),
            ),
          ].join("; ")}.`,
        ]
      : []),
    ...(otherwise.size
      ? [
          say`${[...otherwise].join("; ")}: a diminished button sounds no flat fifth of its own name.`,
        ]
      : []),
    ...(others.length
      ? [say`Sounds with a tone less than it is written: ${[...new Set(others)].join(", ")}.`]
      : []),
  ];
}

/** So many jumps are told one by one. */
const TOLD = 4;
/** A finger rests on its landmark no longer than so many moments before. */
const AHEAD = 4;

/** How each jump is found without looking, and how long before a finger may lie there. */
function landmarks(
  jumps: readonly number[],
  way: (at: number) => BassWay,
  where: (at: number) => string,
): string[] {
  const told = jumps.map((at): string => {
    const from = Math.max(0, at - AHEAD);
    const before = Array.from({ length: at - from }, (_, i) => way(from + i).pressed);
    const { column, isMarked, finger, free, off } = landmarkFor(before, way(at).pressed);
    const there =
      off === 0
        ? say`it goes there`
        : off > 0
          ? say`it goes ${off} above`
          : say`it goes ${-off} below`;
    const mark = isMarked
      ? say`the marked ${columnName(column)}`
      : say`${columnName(column)}, the last one used`;
    return finger === undefined
      ? say`bar ${where(at)} from ${mark}: ${there}`
      : say`bar ${where(at)} from ${mark}, where finger ${finger} lies
          ${free === 1 ? say`just before` : say`${free} notes before`}: ${there}`;
  });
  const unlike = [...new Set(told)];
  return [say`Found without looking: ${listed(unlike, { most: TOLD, between: "; " })}.`];
}
