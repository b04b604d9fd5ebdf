import { say } from "../../../words/say.ts";
import type { Moment, Plan, Played, Problem, Solved, Task } from "../../../fingering/index.ts";
import { calledIn } from "../../calledIn.ts";
import { toNumber, type Score } from "../../../score/index.ts";
import { listed } from "../../../words/listed.ts";
import { barsNamed } from "../../barsNamed.ts";
import { stringName, type Harp } from "../strings.ts";
import { groupsOf, type Plucked } from "./placing.ts";
import type { Reach } from "./reach.ts";
import { freedBetweenShapes } from "./shapes.ts";
import { moveOf } from "./step.ts";
import type { HarpWay } from "./ways.ts";

/** Strings of an octave. */
const OCTAVE = 7;

/** What a harpist's hand adds to a line: the words for what came of it. */
export const harpPlan = (
  harp: Harp,
  reach: Reach,
  stringOf: (note: Played) => number,
  { moments, score }: Task,
): Plan<HarpWay> => ({
  moments: freedBetweenShapes(moments),
  terms: [],
  problems: (_, told) => problemsOf(harp, stringOf, told, score),
  reasons: (solved, asked) => reasonsOf(reach, solved, asked, score),
  differences: (solved, asked, others) =>
    others.map((path) => {
      const count = countsOf(reach, solved, asked, path);
      return say`Crosses ${count.crossed}, leaves the strings ${count.lifted} times.`;
    }),
});

const wayAt = ({ line }: Solved<HarpWay>, path: readonly number[], at: number): HarpWay =>
  line.ways[at]![path[at]!]!;

/** The moves between the moments that were asked for. */
const movesOf = (
  reach: Reach,
  solved: Solved<HarpWay>,
  asked: readonly number[],
  path = solved.path,
) =>
  asked.slice(1).flatMap((at, i) => {
    const { link, bar } = solved.line.moments[at]!;
    if (asked[i] !== at - 1 || !link) return [];
    const [before, now] = [wayAt(solved, path, at - 1), wayAt(solved, path, at)];
    const { move, cost } = moveOf(reach, before, now, link);
    return [{ at, bar, move, before, now, isFree: cost === 0 }];
  });

function countsOf(
  reach: Reach,
  solved: Solved<HarpWay>,
  asked: readonly number[],
  path: readonly number[],
) {
  const moves = movesOf(reach, solved, asked, path);
  const of = (kind: string) => moves.filter(({ move, isFree }) => move === kind && !isFree).length;
  return { crossed: of("crossed"), lifted: of("lifted") };
}

/** What is placed ahead, where fingers cross or slide, where the hand leaves the strings. */
function reasonsOf(
  reach: Reach,
  solved: Solved<HarpWay>,
  asked: readonly number[],
  score: Score | undefined,
): string[] {
  if (asked.length === 0) return [];
  const moves = movesOf(reach, solved, asked);
  const of = (kind: string) => moves.filter(({ move, isFree }) => move === kind && !isFree);
  const anew = new Set(
    moves.filter(({ move }) => move !== "joined" && move !== "again").map(({ at }) => at),
  );
  const placed = groupsOf(
    reach,
    asked.map((at, i): Plucked => {
      const { notes } = solved.line.moments[at]!;
      const { strings, fingers } = wayAt(solved, solved.path, at);
      return {
        at: toNumber(notes[0]!.at),
        notes: notes.map(({ length }, n) => ({
          ...{ string: strings[n]!, finger: fingers[n]!, length: toNumber(length) },
        })),
        isAnew: i === 0 || asked[i - 1] !== at - 1 || anew.has(at),
      };
    }),
  );
  const named = placed
    .filter(({ from, to }) => to > from)
    .map(({ from, to }) => {
      const some = asked.slice(from, to + 1);
      const fingers = some.map((at) => wayAt(solved, solved.path, at).fingers.join(""));
      return say`${fingers.join(" ")} (${barsNamed([solved.line.moments[some[0]!]!.bar], score)})`;
    });
  const unlike = [...new Set(named)];
  const waiting = placed.filter(({ waits }) => waits.length > 0);
  const [crossed, slid, lifted] = [of("crossed"), of("slid"), of("lifted")];
  return [
    ...(unlike.length ? [say`Placed together, then plucked: ${listed(unlike)}.`] : []),
    ...(waiting.length
      ? [
          say`Not placed ahead, because the string is still to ring:
            ${listed([...new Set(waiting.flatMap(({ waits }) => waits.map(stringName)))])}.`,
        ]
      : []),
    ...(crossed.length
      ? [
          say`Crosses: ${listed([
            ...new Set(
              crossed.map(({ before, now, bar }) =>
                now.strings[0]! > before.strings[0]!
                  ? say`${now.fingers[0]!} under ${before.fingers[0]!} (${barsNamed([bar], score)})`
                  : say`${now.fingers[0]!} over ${before.fingers[0]!} (${barsNamed([bar], score)})`,
              ),
            ),
          ])}.`,
        ]
      : []),
    ...(slid.length
      ? [
          say`Slides to the next string: bar ${barsNamed(
            slid.map(({ bar }) => bar),
            score,
          )}.`,
        ]
      : []),
    ...(lifted.length
      ? [
          say`Leaves the strings and is placed anew: bar ${barsNamed(
            lifted.map(({ bar }) => bar),
            score,
          )}.`,
        ]
      : []),
  ];
}

/** What is not on this harp, and what is too much for a hand. */
function problemsOf(
  harp: Harp,
  stringOf: (note: Played) => number,
  told: readonly Moment[],
  score: Score | undefined,
): Problem[] {
  const names = (notes: readonly Played[]) =>
    listed([...new Set(notes.map((note) => stringName(stringOf(note))))]);
  const { where } = calledIn(score);
  const [low, top] = [harp.lowest, harp.lowest + harp.strings - 1];
  const isOn = (string: number) => string >= low && string <= top;
  const outside = told.flatMap(({ beyond }) => beyond.filter((note) => !isOn(stringOf(note))));
  const found: Problem[] = [];
  for (const isLow of [true, false]) {
    const some = outside.filter((note) => stringOf(note) < low === isLow);
    if (some.length === 0) continue;
    const saved = some.filter((note) => isOn(stringOf(note) + (isLow ? OCTAVE : -OCTAVE))).length;
    const { bar } = some[0]!;
    found.push({
      ...{ kind: "outside", bar, notes: some.map(({ id }) => id) },
      text: say`${where(bar)}: this harp has no string for ${names(some)}; it goes from
        ${stringName(low)} to ${stringName(top)}.`,
      ways: [
        isLow
          ? say`An octave higher saves ${saved} of ${some.length}.`
          : say`An octave lower saves ${saved} of ${some.length}.`,
        say`Leave it out.`,
      ],
    });
  }
  for (const { bar, beyond, notes } of told) {
    const inside = beyond.filter((note) => isOn(stringOf(note)));
    if (inside.length === 0) continue;
    found.push({
      ...{ kind: "too many", bar, notes: inside.map(({ id }) => id) },
      text: say`${where(bar)}: ${names(inside)} cannot be plucked together with ${names(notes)}: a
        hand has four fingers, one to a string, and reaches a tenth or so.`,
      ways: [
        say`Give it to the other hand.`,
        say`Break the chord from the lowest note up.`,
        say`Leave out what the chord has in another octave.`,
      ],
    });
  }
  return found;
}
