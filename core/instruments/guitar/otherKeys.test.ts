import fc from "fast-check";
import { propose } from "../../fingering/index.ts";
import { fromSteps, phraseTwice, tune } from "../testPhrases.ts";
import { leftHand } from "./leftHand.ts";

// What comes back in another key lies alike on the neck where no open string takes part, and a
// fourth lower the same shape lies one string over. Common practice, no source.

interface Taken {
  readonly string: number;
  readonly fret: number;
  readonly finger: number;
}

/** @param strings told, by note id */
function proposed(
  phrase: readonly number[],
  by: number,
  between: readonly number[],
  strings: ReadonlyMap<string, string>,
) {
  const { score, form } = phraseTwice(phrase, by, between);
  // open strings are no shape: they are on no other fret
  return propose(score, leftHand({}, { open: "avoid" }), {
    ...{ hand: "right", from: 0, to: score.bars.length - 1, tempo: 100, form },
    also: new Map([["string", strings]]),
  });
}

/** Notes that lie alike, of those within that have no open string either time. */
function alikeIn(by: number, over: readonly number[], numRuns = 60) {
  let [notes, alike] = [0, 0];
  fc.assert(
    fc.property(
      tune,
      fc.array(fc.integer({ min: 62, max: 76 }), { minLength: 4, maxLength: 4 }),
      (steps, between) => {
        const phrase = fromSteps(steps, [65, 75]);
        const { notes: all } = proposed(phrase, by, between, new Map());
        const taken = all.map(({ finger, also }): Taken => ({
          finger: Number(finger),
          string: Number(also?.["string"]),
          fret: Number(also?.["fret"]),
        }));
        const [first, second] = [taken.slice(0, 12), taken.slice(16)];
        if ([...first, ...second].some(({ fret }) => fret === 0)) return;
        for (let i = 2; i < 10; i++) {
          const [a, b] = [first[i]!, second[i]!];
          notes++;
          if (a.finger === b.finger && over.includes(b.string - a.string)) alike++;
        }
      },
    ),
    { numRuns, seed: 7 },
  );
  return { notes, alike };
}

it("a tune comes back in another key on the same strings, with the same fingers", () => {
  const all = [1, 2, 3, 4, -1, -2].map((by) => alikeIn(by, [0]));
  const sum = (of: "notes" | "alike") => all.reduce((total, one) => total + one[of], 0);
  expect(sum("notes")).toBeGreaterThan(2000);
  // most of the rest would lie above fret XV; 99.86 % when it was written
  expect(sum("alike") / sum("notes")).toBeGreaterThanOrEqual(0.998);
});

it("and a fourth lower the same way or one string over", () => {
  const { notes, alike } = alikeIn(-5, [0, 1], 60);
  expect(notes).toBeGreaterThan(400);
  expect(alike / notes).toBeGreaterThanOrEqual(0.98);
});

it("says so, and what is told the first time is heard in the other key", () => {
  const phrase = [67, 69, 71, 72, 71, 69, 67, 66, 67, 69, 71, 67];
  const { reasons } = proposed(phrase, 2, [64, 67, 64, 67], new Map());
  expect(reasons.join(" ")).toMatch(/\d+ notes have the shape of an earlier figure/);
  const { score } = phraseTwice(phrase, 2, [64, 67, 64, 67]);
  const sixth = score.notes.filter(({ hand }) => hand === "right")[5]!.id;
  const told = proposed(phrase, 2, [64, 67, 64, 67], new Map([[sixth, "2"]]));
  expect(told.notes[5]!.also!["string"]).toBe("2");
  expect(told.notes[21]!.also!["string"]).toBe("2");
  expect(told.notes[21]!.finger).toBe(told.notes[5]!.finger);
});
