import { say } from "../../../words/say.ts";
import type { Moment, Plan, Problem, Solved, Task } from "../../../fingering/index.ts";
import { calledIn } from "../../calledIn.ts";
import type { Score } from "../../../score/index.ts";
import { barsNamed } from "../../barsNamed.ts";
import { placeOf } from "./board.ts";
import { type Feet, type FeetWay } from "./ways.ts";

/** What a pair of feet adds to a line: the words for what came of it. */
export const feetPlan = (feet: Feet, { moments, score }: Task): Plan<FeetWay> => ({
  moments,
  terms: [],
  problems: (_, told) => problemsOf(feet, told, score),
  reasons: (solved, asked) => reasonsOf(feet, solved, asked, solved.path, score),
  differences: (solved, asked, others) =>
    others.map((path) => reasonsOf(feet, solved, asked, path, score).join(" ")),
});

/** How many heels, where the feet cross, where a key changes its foot, where a line is broken. */
function reasonsOf(
  { board }: Feet,
  { line }: Solved<FeetWay>,
  asked: readonly number[],
  path: readonly number[],
  score: Score | undefined,
): string[] {
  const way = (at: number) => line.ways[at]![path[at]!]!;
  const heels = asked.filter((at) => way(at).notes.some(({ part }) => part === "h")).length;
  const changed = asked.filter((at) => way(at).end !== way(at).notes);
  const crossed: number[] = [];
  const broken: number[] = [];
  for (const at of asked) {
    if (at === 0 || !asked.includes(at - 1)) continue;
    const [from, to] = [way(at - 1).end[0]!, way(at).notes[0]!];
    const up = placeOf(to.key) - placeOf(from.key);
    if (from.foot !== to.foot && (to.foot === "L" ? up > 0 : up < 0)) crossed.push(at);
    const { link } = line.moments[at]!;
    const isTurned = from.part !== to.part && Math.abs(up) <= board.oneFoot;
    const joins = from.foot !== to.foot || isTurned || up === 0;
    if (link && !link.detached && !joins && Math.abs(up) > 0.5) broken.push(at);
  }
  const at = (some: readonly number[]) =>
    barsNamed(
      some.map((one) => line.moments[one]!.bar),
      score,
    );
  return [
    heels > 0
      ? say`${heels} of ${asked.length} by the heel, none on a sharp.`
      : say`All by the toes.`,
    ...(crossed.length ? [say`The feet cross: bar ${at(crossed)}.`] : []),
    ...(changed.length ? [say`The foot changes silently: bar ${at(changed)}.`] : []),
    ...(broken.length ? [say`One foot leaps, the line is broken: bar ${at(broken)}.`] : []),
  ];
}

/** What is not on this pedalboard, and what is too much for two feet. */
function problemsOf(
  { spread, free, board }: Feet,
  told: readonly Moment[],
  score: Score | undefined,
): Problem[] {
  const { among, where } = calledIn(score);
  const [lowest, highest] = board.compass;
  return told.flatMap((moment): Problem[] => {
    const { bar, beyond, released, notes, struck } = moment;
    const list = among(moment);
    const playing = notes.filter((_, i) => struck[i]);
    const outside = beyond.filter(({ midi }) => midi < lowest || midi > highest);
    const inside = beyond.filter((note) => !outside.includes(note));
    return [
      ...(outside.length
        ? [
            {
              ...{ kind: "outside" as const, bar, notes: outside.map(({ id }) => id) },
              text: say`${where(bar)}: ${list(outside)} ${outside.length === 1 ? say`is` : say`are`}
                not on this pedalboard.`,
              ways: [
                outside[0]!.midi < lowest
                  ? say`Play it an octave higher.`
                  : say`Play it an octave lower.`,
                say`Give it to the left hand with a 16′ stop.`,
              ],
            },
          ]
        : []),
      ...(inside.length
        ? [
            {
              ...{ kind: "too many" as const, bar, notes: inside.map(({ id }) => id) },
              text: say`${where(bar)}: ${list(inside)} cannot be down together with
                ${list(playing)}: ${
                  free.length === 1
                    ? say`only one foot is free.`
                    : say`two feet spread ${Math.round((spread * board.natural) / 10)} cm at most,
                        and one foot takes two keys only side by side.`
                }`,
              ways: [
                say`Give the upper one to the left hand.`,
                say`Leave it out where it is doubled.`,
              ],
            },
          ]
        : []),
      ...(released.length
        ? [
            {
              ...{ kind: "let go" as const, bar, notes: released.map(({ id }) => id) },
              text: say`${where(bar)}: ${list(released)} cannot be held while ${list(playing)}
                ${playing.length === 1 ? say`is` : say`are`} played.`,
              ways: [say`Let it end there.`, say`Give it to the left hand.`],
            },
          ]
        : []),
    ];
  });
}
