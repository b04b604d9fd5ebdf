import { evidenceOf, stageFrom, USUAL_THRESHOLDS } from "./index.ts";
import { wheel, wheelForm, wheelUnits } from "./testFiles.ts";

// The stages and what they ask for: common practice, no source.

const worked = (share: number, kinds: readonly string[] = []) => ({
  ...{ score: wheel, form: wheelForm, units: wheelUnits, goal: 88, lines: [] },
  tempos: new Map(
    wheelUnits
      .filter(({ kind }) => kinds.length === 0 || kinds.includes(kind))
      .map(({ key }) => [key, share * 88]),
  ),
  daysHad: new Map<string, number>(),
  bars: wheel.bars.map(() => ({ secure: 0, together: 0, isNew: true, silent: false })),
  log: [{ from: 0, to: 78, hands: "both" }],
});
const whole = wheelUnits.find(({ kind }) => kind === "piece")!;
const stageAt = (one: ReturnType<typeof worked>, asked = USUAL_THRESHOLDS) =>
  stageFrom(evidenceOf(one, asked), false);

describe("the stage of a piece", () => {
  it("is what everything speaks for, and falls back when something lapses", () => {
    expect(stageAt({ ...worked(0), log: [] })).toBe("First reading");
    expect(stageAt(worked(0.5))).toBe("Taking shape");
    expect(stageAt(worked(0.7))).toBe("Joining up");
    expect(stageAt(worked(0.9))).toBe("Settling");
    expect(stageAt(worked(1))).toBe("Performance");
    // joins that stand do not make up for a section that has fallen below
    const fallen = worked(0.9);
    const [section] = wheelUnits.filter(({ kind }) => kind === "section");
    fallen.tempos.set(section!.key, 40);
    expect(stageAt(fallen)).toBe("Taking shape");
    expect(stageFrom(evidenceOf(worked(0.5)), true)).toBe("Keeping");
  });

  it("asks for every new bar in each hand that has something new there", () => {
    const right = { ...worked(0), log: [{ from: 0, to: 78, hands: "right" }] };
    const [shape] = evidenceOf(right);
    expect(shape!.have).toBeLessThan(shape!.of);
    const both = [...right.log, { from: 0, to: 78, hands: "left" }];
    expect(evidenceOf({ ...right, log: both })[0]).toMatchObject({ have: shape!.of });
  });

  it("asks for run-throughs at the goal on three days, not for three on one", () => {
    const at = (days: number) => ({
      ...worked(1, ["section", "join"]),
      daysHad: new Map([[whole.key, days]]),
    });
    expect([0, 2, 3].map((days) => stageAt(at(days)))).toEqual([
      ...["Settling", "Settling", "Performance"],
    ]);
    expect(evidenceOf(at(2)).at(-1)).toMatchObject({ have: 2, of: 3 });
  });

  it("counts a section whose bars all stand together, though it was never played through", () => {
    const ground = (together: number) =>
      worked(0).bars.map((bar) => ({ ...bar, secure: together, together }));
    expect(stageAt({ ...worked(0), bars: ground(60) })).toBe("Joining up");
    expect(
      stageAt({ ...worked(0), bars: [...ground(60).slice(1), ...ground(40).slice(0, 1)] }),
    ).toBe("Taking shape");
  });

  it("takes what the studio asks for instead", () => {
    expect(stageAt(worked(0.7), { joining: 0.75, settling: 0.9, days: 2 })).toBe("Taking shape");
    const two = { ...worked(1, ["section", "join"]), daysHad: new Map([[whole.key, 2]]) };
    expect(stageAt(two, { joining: 0.6, settling: 0.8, days: 2 })).toBe("Performance");
  });
});
