import { afterTry, earns, slipsAllowed, standing, stepEarned, type Try } from "./index.ts";

describe("eight slips in a visit", () => {
  const steps = [60, 66, 72];
  const earned60 = { tempo: 60, result: "clean", promoted: true, day: "2030-01-01" } as const;
  const slips = (count: number, day: string) =>
    Array.from({ length: count }, () => ({
      ...{ tempo: 66, result: "slip" as const, promoted: false, day },
    }));
  const at = (log: readonly Try[]) => {
    const { step, tries, sentBack } = standing(
      { steps, kind: "four", bars: 4, rule: "three-to-one" },
      log,
      0,
      "2030-01-04",
    );
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

describe("a run-through", () => {
  // Three days, one slip in 32 bars: common practice, no source.
  const piece = { steps: [72, 80, 88], kind: "piece", bars: 64, rule: "ten-in-a-row" } as const;
  const on = (day: number, result: "clean" | "slip", slips: number | null = null) => ({
    ...{ tempo: 88, result, slips, promoted: false, day: `2030-01-0${day}` },
  });
  const known = (log: readonly Try[], today = "2030-01-09") => standing(piece, log, 80, today);

  it("is good with one slip in 32 bars, whatever rule was chosen for tries", () => {
    expect([31, 32, 64].map(slipsAllowed)).toEqual([0, 1, 2]);
    const days = (log: readonly Try[]) => known(log).days;
    expect(days([on(1, "clean"), on(2, "slip", 2), on(3, "slip", 3)])).toBe(2);
    const short = { ...piece, bars: 20 };
    expect(standing(short, [on(1, "slip")], 80, "2030-01-09").days).toBe(0);
  });

  it("earns the goal on three days and not by three on one; lower steps at once", () => {
    const twice = [on(1, "clean"), on(1, "clean"), on(1, "clean"), on(2, "clean")];
    expect(known(twice)).toMatchObject({ days: 2, daysNeeded: 3, missing: 1, finished: false });
    expect(known(twice, "2030-01-02").missing).toBe(0);
    expect(earns(piece, known(twice), on(2, "clean"))).toBe(false);
    expect(earns(piece, known(twice), on(3, "clean"))).toBe(true);
    const first = standing(piece, [], 0, "2030-01-01");
    expect(first).toMatchObject({ step: 72, missing: 1, daysNeeded: 1 });
    expect(earns(piece, first, on(1, "clean"))).toBe(true);
  });

  it("is told at once what the room shows after it", () => {
    const card = { ...piece, ...known([on(1, "clean")]), from: 0, to: 63 };
    const after = afterTry(card, on(2, "clean"));
    expect(after).toMatchObject({ days: 2, missing: 0, finished: false });
    expect(afterTry(after, on(3, "clean"))).toMatchObject({ finished: true, secure: 88 });
  });
});

it("a spot is closed by the rule on two days", () => {
  const spot = { kind: "spot", bars: 3, rule: "three-to-one", isLast: true } as const;
  const clean = (day: string, count: number) =>
    Array.from({ length: count }, () => ({ result: "clean" as const, day }));
  const at = (tries: ReturnType<typeof clean>) => stepEarned(spot, tries, "2030-01-02");
  expect(at(clean("2030-01-01", 6))).toMatchObject({ met: false, days: 1, missing: 3 });
  const both = [...clean("2030-01-01", 3), ...clean("2030-01-02", 3)];
  expect(at(both)).toMatchObject({ met: true, days: 2, missing: 0 });
});
