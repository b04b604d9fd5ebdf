import { standing, type Try } from "./index.ts";

describe("eight slips in a visit", () => {
  const steps = [60, 66, 72];
  const earned60 = { tempo: 60, result: "clean", promoted: true, day: "2030-01-01" } as const;
  const slips = (count: number, day: string) =>
    Array.from({ length: count }, () => ({
      ...{ tempo: 66, result: "slip" as const, promoted: false, day },
    }));
  const at = (log: readonly Try[]) => {
    const { step, tries, sentBack } = standing(steps, log, "three-to-one", 4);
    return [step, tries.length, sentBack];
  };
  it("send a unit back one step, which is earned again before the other", () => {
    const seven = [earned60, ...slips(7, "2030-01-02")];
    expect(at(seven)).toEqual([66, 7, undefined]);
    expect(at([...seven, ...slips(1, "2030-01-03")])).toEqual([66, 8, undefined]);
    const eight = [...seven, ...slips(1, "2030-01-02")];
    expect(at(eight)).toEqual([60, 0, "2030-01-02"]);
    const again = [...eight, { ...earned60, day: "2030-01-03" }];
    // the slips are made good: they count no more
    expect(at(again)).toEqual([66, 0, undefined]);
    expect(at([...again, ...slips(8, "2030-01-03")])[0]).toBe(60);
  });
  it("on the lowest step begin it anew", () => {
    const low = slips(8, "2030-01-01").map((one) => ({ ...one, tempo: 60 }));
    expect(at(low)).toEqual([60, 0, undefined]);
  });
});
