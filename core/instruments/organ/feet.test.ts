import fc from "fast-check";
import { proposeNotes } from "../../fingering/index.ts";
import { prepareLine } from "../../fingering/prepare.ts";
import { solveLine } from "../../fingering/solve.ts";
import { boardOf, isSharp } from "./feet/board.ts";
import { crossing } from "./feet/crossing.ts";
import { feetHand, type FeetAsked, type FeetPlayer } from "./feet/feetHand.ts";
import type { FeetWay } from "./feet/ways.ts";
import { judged, midiOf, pedalled, played, read, wrongIn } from "./taught/measure.ts";
import { CHROMATIC, FIGURES, FIGURES_AFTER, SEEN } from "./taught/pedalling.ts";

describe("two feet on pedals", () => {
  it.each([
    ["legato", "seen", (key: string) => SEEN.includes(key)],
    ["legato", "not seen", (key: string) => !SEEN.includes(key)],
    ["toes", "seen", (key: string) => SEEN.includes(key)],
    ["toes", "not seen", (key: string) => !SEEN.includes(key)],
  ] as const)("%s: scales and hymn basses in keys %s", (school, _, isIn) => {
    const { items, wrong } = judged(school, isIn);
    expect(items).toBe(34);
    expect(wrong).toEqual([]);
  });

  it("a chromatic scale is joined, sharps by the toe", () => {
    const codes = pedalled(CHROMATIC.map((key) => [key]));
    expect(wrongIn(CHROMATIC, codes, "legato")).toEqual([]);
  });

  it.each([...FIGURES, ...FIGURES_AFTER])("%s is %s", (notes, feet) => {
    expect(feet.split(" | ")).toContain(pedalled(read(notes)).join(" "));
  });

  // a bench that is moved with the keys is the same bench: geometry
  it("has the same feet an octave higher where the bench is moved along", () => {
    const low = read("C2 E2 D2 F2 E2 G2 F2 A2 G2 B2 C3 G2 A2 F2 G2 C2");
    const high = low.map((keys) => keys.map((key) => key + 12));
    expect(pedalled(high, { bench: 50 })).toEqual(pedalled(low, { bench: 38 }));
    // under the usual bench they are other ones: the right foot does not go so far down
    expect(pedalled(low)).not.toEqual(pedalled(high));
    expect(pedalled(low)).toEqual(pedalled(low, { bench: 50 }));
  });

  it("measures board and feet in millimetres", () => {
    const octave = read("C2+C3");
    // seven naturals: 445 mm of a board of 1206, 368 of one of 1000 (arithmetic)
    expect(pedalled(octave, {}, { spread: 40 })[0]).toContain("-");
    expect(pedalled(octave, { width: 1000 }, { spread: 40 })).toEqual(["Lt+Rt"]);
    // toe and heel of one foot are 127 mm apart: two naturals, not of a wide board
    const third = read("C3+E3");
    const alone = { away: "left" } as const;
    expect(pedalled(third, alone)[0]).not.toContain("-");
    expect(pedalled(third, { width: 1400, ...alone })[0]).toContain("-");
    expect(boardOf({ pedals: 30 }).compass).toEqual([36, 65]);
    expect(boardOf({ width: 1206.5 }).natural).toBeCloseTo(63.5, 9);
  });

  it("finds the cheapest there is: 200 lines of eight, doubles and locks among them", () => {
    const hand = feetHand();
    const key = fc.integer({ min: 36, max: 67 });
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ key, also: fc.option(fc.integer({ min: 3, max: 14 }), { freq: 8 }) }),
          {
            ...{ minLength: 8, maxLength: 8 },
          },
        ),
        fc.option(fc.constantFrom("Lt", "Rt", "Lh", "Rh")),
        (list, lock) => {
          const moments = list.map(({ key: low, also }) =>
            also && low + also <= 67 ? [low, low + also] : [low],
          );
          const locks = new Map(lock && moments[3]!.length === 1 ? [["3.0", lock]] : []);
          const { line, path } = solveLine(
            prepareLine(played(moments), hand, { hand: "feet", tempo: 60, ties: false }),
            { locks },
          );
          const ways = line.ways as FeetWay[][];
          const allowed = ways.map((some, at) =>
            at === 3 && locks.size
              ? some.filter(
                  ({ notes, end }) =>
                    `${notes[0]!.foot}${notes[0]!.part}` === lock && end === notes,
                )
              : some,
          );
          const more = (before: readonly FeetWay[], way: FeetWay): number => {
            const at = before.length;
            return (
              way.cost +
              (at > 0
                ? Math.min(1e5, hand.step(before[at - 1]!, way, line.moments[at]!.link!))
                : 0) +
              (at > 1 ? hand.triple(before[at - 2]!, before[at - 1]!, way) : 0)
            );
          };
          const found = path.map((way, at) => ways[at]![way]!);
          const cost = found.reduce((sum, way, at) => sum + more(found.slice(0, at), way), 0);
          let best = cost + 1;
          const walk = (before: readonly FeetWay[], sum: number) => {
            if (sum >= best) return;
            if (before.length === allowed.length) best = sum;
            else
              for (const way of allowed[before.length]!)
                walk([...before, way], sum + more(before, way));
          };
          walk([], 0);
          expect(cost).toBeCloseTo(best, 6);
        },
      ),
      { numRuns: 200 },
    );
  });

  it("never puts a heel on a sharp unless it is written, over 300 made-up lines", () => {
    const key = fc.integer({ min: 36, max: 67 });
    fc.assert(
      fc.property(fc.array(key, { minLength: 12, maxLength: 12 }), (keys) => {
        const codes = pedalled(keys.map((one) => [one]));
        codes.forEach((code, i) => {
          if (isSharp(keys[i]!)) expect(code).not.toContain("h");
        });
      }),
      { numRuns: 300 },
    );
    const locks = new Map([["1.0", "Rh"]]);
    const { notes } = proposeNotes(played(read("C3 F#3 C3")), feetHand(), {
      ...{ hand: "feet", tempo: 60, locks },
    });
    expect(notes.map(({ finger }) => finger)).toEqual(["Lt", "Rh", "Lt"]);
  });

  it("leaves a foot at the swell, and says where the line is broken for it", () => {
    const keys = read("C3 G3 C3 A3");
    const { notes, reasons } = proposeNotes(played(keys), feetHand({}, { away: "right" }), {
      ...{ hand: "feet", tempo: 60 },
    });
    expect(notes.every(({ finger }) => finger?.startsWith("L"))).toBe(true);
    expect(reasons.join(" ")).toContain("the line is broken");
    // neighbours one foot joins by toe and heel
    const near = pedalled(read("C3 D3 E3 D3"), { away: "right" });
    expect(wrongIn([48, 50, 52, 50], near, "legato")).toEqual([]);
  });

  it("changes silently on a long key to join a leap", () => {
    // up a fourth twice: the right foot hands over to the left
    const codes = pedalled(read("C3 G2 C3 F3"), {}, {}, 6);
    expect(codes[2]).toMatch(/^R.-L.$/);
    expect(codes[3]).toMatch(/^R/);
  });

  it("says what two feet cannot", () => {
    const ask = (text: string, player: FeetPlayer = {}, asked: FeetAsked = {}) =>
      proposeNotes(played(read(text)), feetHand(player, { ...asked }), { hand: "feet" });
    const six = ask("C2+E2+G2+C3+E3+G3");
    expect(six.problems[0]!.kind).toBe("too many");
    const low = ask("B1 C2");
    expect(low.problems[0]!.text).toContain("not on this pedalboard");
    expect(low.notes[0]!.finger).toBeUndefined();
    const wide = ask("C2+G4", { spread: 60 });
    expect(wide.problems[0]!.text).toContain("two feet spread 60 cm");
    const single = ask("C2+C3", {}, { away: "left" });
    expect(single.problems[0]!.text).toContain("only one foot is free");
  });
});

it("says which foot goes in front where feet cross: the one on its way in to a sharp", () => {
  const said = (text: string) => {
    const taken = text.split(" ").map((one, i) => {
      const [name, finger] = one.split(":") as [string, string];
      return { id: String(i), bar: 0, midi: midiOf(name), finger };
    });
    return crossing(taken, [], { hand: "feet" }, undefined).values.get("1")?.["cross"];
  };
  // natural to natural, rising and falling; to a sharp; from a sharp back; no crossing
  expect(said("D3:Rt E3:Lt")).toBe("behind");
  expect(said("E3:Lt D3:Rt")).toBe("behind");
  expect(said("E3:Rt F#3:Lt")).toBe("front");
  expect(said("D3:Lt C#3:Rt")).toBe("front");
  expect(said("F#3:Rt G3:Lt")).toBe("behind");
  expect(said("D3:Lt E3:Rt")).toBeUndefined();
});
