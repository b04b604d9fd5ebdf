import { allOf } from "../fingering/steps.ts";
import { cases, caseScore } from "../cases/index.ts";
import { instruments } from "./index.ts";
import { proposeAfter } from "./propose.ts";

// The search leaves a pair of ways unpriced where no step could make it the cheapest: which is
// right as long as no instrument has a step that costs less than nothing.

it.each(instruments.map(({ id, limbs }) => [id, limbs.map((limb) => limb.id)] as const))(
  "asks nothing less than 0 for a step: %s",
  (instrument, limbs) => {
    let priced = 0;
    for (const one of cases.slice(0, 12))
      for (const hand of limbs) {
        const score = caseScore(one);
        // the same notes under every limb
        const notes = score.notes.map((note) => ({ ...note, hand }));
        const { solved } = proposeAfter(
          { ...score, notes },
          { instrument, hand, from: 0, to: Math.min(7, score.bars.length - 1) },
          undefined,
        );
        for (const steps of new Set(solved?.line.step)) {
          if (!steps || steps.least < 0) continue;
          for (const cost of allOf(steps)) {
            priced++;
            if (cost < 0) throw new Error(`${one.file}, ${hand}: ${cost}`);
          }
        }
      }
    expect(priced).toBeGreaterThan(1000);
  },
);
