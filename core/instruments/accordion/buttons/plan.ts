import { say } from "../../../words/say.ts";
import { agreeingIn } from "../../../fingering/index.ts";
import type { Plan, Problem, Solved, Task } from "../../../fingering/index.ts";
import { calledIn } from "../../calledIn.ts";
import type { Score } from "../../../score/index.ts";
import { barsNamed } from "../../barsNamed.ts";
import { returnReasons } from "../../returnReasons.ts";
import type { Layout } from "./layout.ts";
import { BESIDE } from "./prices.ts";
import type { ButtonWay } from "./ways.ts";

/** What a hand on buttons adds to a line: the words for what came of it. */
export const buttonPlan = (layout: Layout, { moments, score }: Task): Plan<ButtonWay> => ({
  moments,
  terms: [],
  problems: (_, told) => problemsOf(layout, told, score),
  reasons: (solved, asked) => reasonsOf(solved, asked, solved.path, score),
  differences: (solved, asked, others) =>
    others.map((path) => reasonsOf(solved, asked, path, score).join(" ")),
});

/** Rows the hand lies over, where it passes and where it goes elsewhere, what returns. */
function reasonsOf(
  solved: Solved<ButtonWay>,
  asked: readonly number[],
  path: readonly number[],
  score: Score | undefined,
): string[] {
  const { line } = solved;
  const way = (at: number) => line.ways[at]![path[at]!]!;
  const bar = (at: number) => line.moments[at]!.bar;
  const used = [...new Set(asked.flatMap((at) => way(at).notes.map(({ row }) => row)))].sort();
  const follows = asked.filter((at) => asked.includes(at - 1));
  const passed = follows.filter((at) => {
    const [from, to] = [way(at - 1).notes, way(at).notes];
    if (from.length > 1 || to.length > 1) return false;
    const [a, b] = [from[0]!, to[0]!];
    return (b.finger - a.finger) * (b.x - a.x) < 0 && Math.abs(b.x - a.x) > BESIDE;
  });
  const again = agreeingIn(solved, asked);
  return [
    used.length === 1 ? say`All in row ${used[0]!}.` : say`In rows ${used.join(", ")}.`,
    ...(passed.length
      ? [say`Over or under in ${passed.length === 1 ? say`bar` : say`bars`}
          ${barsNamed(passed.map(bar), score)}.`] // prettier-ignore
      : []),
    ...returnReasons(again, say`on other buttons`),
  ];
}

/** What no button has, and what no hand takes at once. */
function problemsOf(
  { placesOf, compass: [low] }: Layout,
  told: Task["moments"],
  score: Score | undefined,
): Problem[] {
  const { among, where } = calledIn(score);
  return told.flatMap((moment): Problem[] => {
    const { bar, beyond, notes, struck, released } = moment;
    const list = among(moment);
    const playing = notes.filter((_, i) => struck[i]);
    const off = beyond.filter(({ midi }) => placesOf(midi).length === 0);
    const inside = beyond.filter((note) => !off.includes(note));
    const found: Problem[] = [];
    if (off.length)
      found.push({
        ...{ kind: "unreachable", bar, notes: off.map(({ id }) => id) },
        text: say`${where(bar)}: ${list(off)} ${off.length === 1 ? say`is` : say`are`} not on these
          buttons.`,
        ways: [say`Play it an octave ${off[0]!.midi < low ? say`higher` : say`lower`}.`],
      });
    if (inside.length)
      found.push({
        ...{ kind: "too many", bar, notes: inside.map(({ id }) => id) },
        text: say`${where(bar)}: ${list(inside)} cannot be taken together with ${list(playing)} by
          one hand.`,
        ways: [say`Leave out ${list(inside)}.`, say`Play it an octave nearer to the others.`],
      });
    if (released.length)
      found.push({
        ...{ kind: "let go", bar, notes: released.map(({ id }) => id) },
        text: say`${where(bar)}: ${list(released)} cannot be held while ${list(playing)}
          ${playing.length === 1 ? say`is` : say`are`} played.`,
        ways: [say`Let it end there.`],
      });
    return found;
  });
}
