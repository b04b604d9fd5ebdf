import { fraction, keyOfName } from "../../score/index.ts";
import type { Played } from "../../fingering/index.ts";
import { plain } from "../../words/say.ts";
import { proposeNotes } from "../propose.ts";

// A beginner's version: positions I and II, a finger for each fret, no barre. Common practice, no
// source.

/** Moments one after the other, a quarter each, `C3+E3` together. */
function version(text: string, level?: "beginner") {
  const notes = text.split(" ").flatMap((moment, i) =>
    moment.split("+").map((name): Played => ({
      ...{ id: `${i}.${name}`, bar: i, midi: keyOfName(name)!, grace: false, staccato: false },
      ...{ at: fraction(i, 1), length: fraction(1, 1) },
    })),
  );
  const found = proposeNotes(notes, {
    ...{ instrument: "guitar", hand: "hands" },
    ...(level ? { setup: { level } } : {}),
  });
  const places = found.notes.map(({ finger, also }) => ({
    finger,
    fret: Number(also?.["fret"] ?? -1),
    position: Number(also?.["position"] ?? 1),
    barre: also?.["barre"],
  }));
  return { places, first: plain(found.reasons[0] ?? ""), problems: found.problems.length };
}

it("takes an open chord as it is, and says that it costs nothing", () => {
  const { places, first } = version("C3+E3+G3+C4+E4", "beginner");
  expect(places.map(({ finger }) => finger).join(" ")).toBe("3 2 0 1 0");
  expect(first).toBe("For a beginner: positions I to II, no stretch, no barre. It costs no note.");
  expect(version("C3+E3+G3+C4+E4").first).not.toContain("beginner");
});

it("leaves out of a barre chord what four fingers cannot have, and counts it", () => {
  const chord = "F2+C3+F3+A3+C4+F4";
  expect(version(chord).places.some(({ barre }) => barre)).toBe(true);
  const { places, first } = version(chord, "beginner");
  const without = places.filter(({ finger }) => finger === undefined).length;
  expect(without).toBeGreaterThan(0);
  expect(places.every(({ barre }) => !barre)).toBe(true);
  expect(first).toContain(`It costs notes that could be played otherwise: ${without} left out.`);
});

it("counts what lies higher up, and not what no hand can have", () => {
  // A5 is the seventeenth fret of the first string; A6 is on no fret
  expect(version("C4 A5", "beginner").first).toContain("1 left out.");
  const { first, problems } = version("C4 A6", "beginner");
  expect(first).toContain("It costs no note.");
  expect(problems).toBe(1);
});

it("stays in the first positions without a stretch, over 200 random lines", () => {
  let seed = 5;
  const random = () => (seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648;
  const names = ["C", "D", "E", "F", "G", "A", "B"];
  for (let line = 0; line < 200; line++) {
    const one = () => `${names[Math.floor(random() * 7)]}${3 + Math.floor(random() * 2)}`;
    const text = Array.from({ length: 8 }, () =>
      random() < 0.3 ? [...new Set([one(), one()])].join("+") : one(),
    ).join(" ");
    for (const { finger, fret, position, barre } of version(text, "beginner").places) {
      if (finger === undefined) continue;
      expect([text, position <= 2, fret <= 5, barre]).toEqual([text, true, true, undefined]);
      // never further out than its own fret
      if (fret > 0) expect([text, fret - position <= Number(finger) - 1]).toEqual([text, true]);
    }
  }
});
