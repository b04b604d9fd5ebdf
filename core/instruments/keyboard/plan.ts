import type { Plan, Problem, Task } from "../../fingering/index.ts";
import { asShapes, brokenChords, lifted } from "./brokenChords.ts";
import {
  chromatic,
  goodStart,
  quietHand,
  USUAL_CHROMATIC,
  type KeyboardSchool,
} from "./conventions.ts";
import { withCycles } from "./cycles.ts";
import { differing } from "./differing.ts";
import type { Grip, KeyboardHand } from "./grip.ts";
import { leaving } from "./leaving.ts";
import { outside } from "./locks.ts";
import { ornaments, pastGraces } from "./ornaments.ts";
import { otherHand, othersAt, sharedKeys, type Held } from "./otherHand.ts";
import { outsidePosition, problemsOf } from "./problems.ts";
import { describe, factsOf, reasonOf } from "./reasons.ts";

const NOBODY: readonly Held[] = [];

/** What a player of keys adds to a line: conventions, ornaments, the other hand, and the words. */
export function keyboardPlan(
  model: KeyboardHand,
  { hand, moments, score, school }: Task,
): Plan<Grip> {
  const broken = brokenChords(moments);
  const line = lifted(moments, broken);
  const others = score ? othersAt(line, score, hand) : line.map(() => NOBODY);
  const scheme = (school as Partial<KeyboardSchool>).chromatic ?? USUAL_CHROMATIC;
  return {
    moments: line,
    terms: [
      chromatic(line, scheme),
      quietHand(line, model.inWhiteKeys),
      goodStart(line),
      ...asShapes(line, broken, model),
      ...ornaments(line, model),
      ...((school as Partial<KeyboardSchool>).gracesLater ? pastGraces(line, model) : []),
      otherHand(line, others, model),
    ],
    regular: (priced, own, known) => withCycles(priced, model.endMismatch, own, known),
    problems: (_, told, asked, locks): Problem[] =>
      [
        ...problemsOf(told, model, hand, score),
        ...(locks.positions?.size
          ? outsidePosition(
              asked.flatMap((at) => outside(line[at]!, model, locks)),
              score,
            )
          : []),
        ...(score ? sharedKeys(line, asked, others, score) : []),
      ].sort((a, b) => a.bar - b.bar),
    reasons: (solved, asked) => [
      ...describe(solved, model, asked, score),
      ...(score
        ? [...differing(solved, model, asked, score), ...leaving(solved, model, asked, score)]
        : []),
    ],
    differences: (solved, asked, ways) => {
      const first = factsOf(solved, solved.path, asked);
      return ways.map((path) => reasonOf(solved, path, solved.path, asked, first));
    },
  };
}
