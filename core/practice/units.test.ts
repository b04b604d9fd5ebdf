import { plain } from "../words/say.ts";
import { analyse } from "../form/index.ts";
import { startOf } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import { barCount, cover, levelsOf, stepBelow, unitsOf, workInOrder } from "./index.ts";
import { wheel, wheelForm, wheelUnits } from "./testFiles.ts";

describe("units", () => {
  it(
    "cuts practice from new material, hands apart before together, and every " +
      "bar is in some unit up to the goal",
    () => {
      const units = wheelUnits;
      for (const bar of wheel.bars)
        expect(
          units.some(
            (unit) =>
              unit.from <= bar.index &&
              unit.to >= bar.index &&
              unit.hands === "both" &&
              unit.steps.at(-1) === 88,
          ),
        ).toBe(true);
      for (const unit of units.filter((one) => one.kind === "cell")) {
        expect(
          Object.values(wheelForm.isNew).some((bars) =>
            bars.slice(unit.from, unit.to + 1).some(Boolean),
          ),
        ).toBe(true);
        // hands apart, on the four bars it lies in
        if (unit.hands === "both")
          for (const key of unit.after) {
            const [from, to, hands] = key.split("-");
            expect(hands).not.toBe("both");
            expect(Number(from) <= unit.from && Number(to) >= unit.to).toBe(true);
          }
      }
      expect(new Set(units.map((unit) => unit.key)).size).toBe(units.length);
    },
  );

  it("covers the gaps between named sections", () => {
    const named = [{ id: "a", name: "A", words: "", from: startOf(4), to: startOf(8) }];
    expect(cover(wheel, named).map((one) => [one.name, one.from.bar, one.to.bar])).toEqual([
      ["Bars 0–3", 0, 4],
      ["A", 4, 8],
      ["Bars 8–78", 8, 79],
    ]);
    expect(cover(wheel, []).map((one) => one.name)).toEqual(["All"]);
  });

  const bar = (names: string) => [names, "C3:4"] as const;
  /** Sixteen bars, each of its own content. */
  const sixteen = Array.from({ length: 16 }, (_, i) =>
    bar(`${"CDEFGAB"[i % 7]}4 ${"BAGFE"[i % 5]}4 ${"CDEFGAB"[(i * 3) % 7]}5:2`),
  );
  const named = (name: string, from: number, to: number) => ({
    id: name,
    name,
    words: "",
    from: startOf(from),
    to: startOf(to + 1),
  });
  const kinds = (units: readonly { kind: string; from: number; to: number; hands: string }[]) =>
    units.filter(({ hands }) => hands === "both").map((one) => `${one.kind} ${one.from}-${one.to}`);

  it("a section with a goal of its own goes up to it, joins meet at the slower one, the whole keeps its own", () => {
    const score = scoreOf(sixteen);
    const [first, trio] = [named("A", 0, 7), named("Trio", 8, 15)];
    const goals = { [trio.id]: 60 };
    const units = unitsOf(score, analyse(score), [first, trio], 80, undefined, { goals });
    const top = (kind: string, section: string) =>
      units.find((unit) => unit.kind === kind && plain(unit.section) === section)!.steps.at(-1);
    expect(top("section", "A")).toBe(80);
    expect(top("section", "Trio")).toBe(60);
    expect(top("join", "A → Trio")).toBe(60);
    expect(top("piece", "From start to end")).toBe(80);
    for (const unit of units.filter(({ section }) => section === "Trio"))
      expect(unit.steps.at(-1)).toBeLessThanOrEqual(60);
  });

  it("begins where a first reading came clean, and nothing ends below that", () => {
    const from60 = unitsOf(wheel, wheelForm, cover(wheel, []), 88, undefined, { firstTempo: 60 });
    expect(Math.min(...from60.flatMap(({ steps }) => steps))).toBe(60);
    const fast = unitsOf(wheel, wheelForm, cover(wheel, []), 88, undefined, { firstTempo: 80 });
    // hands alone go to seven tenths of the goal, 60: here no lower than they were read
    expect(fast.filter(({ kind }) => kind === "four").every(({ steps }) => steps[0]! >= 80)).toBe(
      true,
    );
    expect(fast.find(({ kind }) => kind === "section")!.steps.at(-1)).toBe(88);
  });

  it("joins two bars to four, eight and the section; no unit has more than four parts", () => {
    const score = scoreOf(sixteen);
    const units = unitsOf(score, analyse(score), [named("A", 0, 15)], 80);
    expect(kinds(units)).toEqual([
      ...["cell 0-1", "cell 2-3", "four 0-3", "cell 4-5", "cell 6-7", "four 4-7", "eight 0-7"],
      ...["cell 8-9", "cell 10-11", "four 8-11", "cell 12-13", "cell 14-15", "four 12-15"],
      ...["eight 8-15", "section 0-15"],
    ]);
    const byKey = new Map(units.map((unit) => [unit.key, unit]));
    for (const { after, hands } of units)
      expect(after.filter((key) => byKey.get(key)!.hands === hands).length).toBeLessThanOrEqual(4);
    // one mark below the slowest part
    const top = (key: string) => byKey.get(key)!.steps.at(-1)!;
    expect(byKey.get("0-3-both")!.steps[0]).toBe(stepBelow(top("0-1-both")));
    expect(["0-1-both", "0-3-both", "0-7-both", "0-15-both"].map(top)).toEqual([66, 72, 76, 80]);
  });

  it("puts a pick-up with the first cell and an odd bar with its neighbour", () => {
    const levels = levelsOf(scoreOf(sixteen), 0, 6);
    expect(levels.map(({ range }) => range)).toEqual([
      [0, 1],
      [2, 3],
      [4, 6],
    ]);
    expect(levelsOf(wheel, 0, 9)[0]!.parts[0]!.range).toEqual([0, 2]);
  });

  it("takes for new what comes first in the order of learning", () => {
    const twice = [...sixteen.slice(0, 4), ...sixteen.slice(8, 12), ...sixteen.slice(0, 4)];
    const score = scoreOf(twice);
    const all = [named("A", 0, 3), named("B", 4, 7), named("A′", 8, 11)];
    const cells = (order: "front-to-back" | "last-first" | "theme-first") =>
      unitsOf(score, analyse(score), all, 80, undefined, { order })
        .filter(({ kind, hands }) => kind === "cell" && hands === "both")
        .map(({ from }) => from);
    expect(cells("front-to-back")).toEqual([0, 2, 4, 6]);
    expect(cells("last-first")).toEqual([8, 10, 4, 6]);
    expect(cells("theme-first")).toEqual([0, 2, 4, 6]);
    // as they are written, what is new is what the form says is new
    for (const one of [score, wheel]) {
      const known = analyse(one);
      const order = one.bars.map(({ index }) => index);
      expect(workInOrder(one, known, order)).toEqual(known.work);
    }
  });

  it("learns first what returns most, wherever it stands", () => {
    const score = scoreOf([
      ...sixteen.slice(8, 12),
      ...sixteen.slice(0, 4),
      ...sixteen.slice(12, 16),
      ...sixteen.slice(0, 4),
    ]);
    const all = [named("A", 0, 3), named("B", 4, 7), named("C", 8, 11), named("B′", 12, 15)];
    const sections = unitsOf(score, analyse(score), all, 80, undefined, { order: "theme-first" });
    expect([...new Set(sections.map(({ section }) => section))].slice(0, 4)).toEqual([
      ...["B", "A", "C", "B′"],
    ]);
  });

  it("follows a cut: the join over it, the whole without it, and what was first played in it", () => {
    const twice = [...sixteen.slice(0, 8), ...sixteen.slice(4, 8), ...sixteen.slice(8, 12)];
    const score = scoreOf(twice);
    const road = {
      repeats: "all" as const,
      cuts: [
        { from: 0, to: 3 },
        { from: 8, to: 15 },
      ],
    };
    const sections = [named("A", 0, 3), named("B", 8, 15)];
    const units = unitsOf(score, analyse(score), sections, 80, undefined, { road });
    expect(units.find(({ kind }) => kind === "join")).toMatchObject({
      from: 2,
      to: 9,
      played: [2, 3, 8, 9],
    });
    const piece = units.find(({ kind }) => kind === "piece")!;
    expect(piece.played).toEqual([0, 1, 2, 3, 8, 9, 10, 11, 12, 13, 14, 15]);
    expect(barCount(piece)).toBe(12);
    // bars 8 to 11 return from 4 to 7, which are cut
    expect(kinds(units)).toEqual(expect.arrayContaining(["cell 8-9", "cell 10-11"]));
  });
});

describe("joins over jumps", () => {
  // two sections of four bars, each twice: 1 2 3 4 | 1 2 3 4 | 5 6 7 8 | 5 6 7 8
  const names = ["C4 D4", "E4 F4", "G4 A4", "B4 C5", "D5 C5", "B4 A4", "G4 F4", "E4 D4"];
  const score = scoreOf(names.map((name) => [`${name}:3`, "C3:4"] as const));
  const repeated = {
    ...score,
    bars: score.bars.map((bar) => ({
      ...bar,
      repeatStart: bar.index === 4,
      ...(bar.index === 3 || bar.index === 7 ? { repeatEnd: 2 } : {}),
    })),
  };
  const section = (name: string, from: number, to: number) => ({
    ...{ id: name, name, words: "", from: startOf(from), to: startOf(to + 1) },
  });
  const sections = [section("A", 0, 3), section("B", 4, 7)];
  const joinsOf = (one: typeof score) =>
    unitsOf(one, analyse(one), sections, 80)
      .filter(({ kind }) => kind === "join")
      .map(({ key, section: name, played }) => [key, name, played?.join(" ")]);

  it("are where sections touch, and where the road goes back", () => {
    expect(joinsOf(score)).toEqual([["2-5-both", "A → B", undefined]]);
    expect(joinsOf(repeated)).toEqual([
      ["2-5-both", "A → B", undefined],
      ["2-3-both>0", "A → A", "2 3 0 1"],
      ["6-7-both>4", "B → B", "6 7 4 5"],
    ]);
    const last = unitsOf(repeated, analyse(repeated), sections, 80).at(-1)!;
    expect(last.played).toHaveLength(16);
    expect(last.after).toEqual(expect.arrayContaining(["2-3-both>0", "6-7-both>4"]));
  });
});

describe("spots and parts", () => {
  const plain = Array.from({ length: 16 }, (_, i): [string, string] => [
    `${"CDEFGAB"[i % 7]}4 ${"BAGFE"[i % 5]}4 ${"CDEFGAB"[(i * 3) % 7]}5:2`,
    "C3:4",
  ]);
  const score = scoreOf(plain);
  const section = (name: string, from: number, to: number) => ({
    ...{ id: name, name, words: "", from: startOf(from), to: startOf(to + 1) },
  });
  const hard = (at: readonly number[]) =>
    score.bars.map(({ index }) =>
      at.includes(index)
        ? { hardness: 1, reasons: ["left hand leaps 26 cm"] }
        : { hardness: 0.2, reasons: [] },
    );
  const made = (how: Parameters<typeof unitsOf>[5], sections = [section("A", 0, 15)]) =>
    unitsOf(score, analyse(score), sections, 80, undefined, how);
  const spots = (how: Parameters<typeof unitsOf>[5]) =>
    made(how)
      .filter(({ kind }) => kind === "spot")
      .map(({ from, to }) => [from, to]);

  it("practises a hard bar alone, with each neighbour, with both, and says why", () => {
    // cells are bars 1–2, 3–4 …: with one of its neighbours a bar is a cell already
    const around = (bar: number) => [[bar, bar], bar % 2 ? [bar, bar + 1] : [bar - 1, bar]];
    expect(spots({ hard: hard([4, 11]) })).toEqual([
      ...[...around(4), [3, 5]],
      ...[...around(11), [10, 12]],
    ]);
    // bars in a row are one; with both neighbours these are a four
    expect(spots({ hard: hard([9, 10]) })).toEqual([
      [9, 10],
      [8, 10],
      [9, 11],
    ]);
    const [alone, before, both] = made({ hard: hard([4]) }).filter(({ kind }) => kind === "spot");
    expect(alone!.why).toMatch(/^Bar 5: left hand leaps 26 cm\. Alone; two days/);
    expect(before!.why).toMatch(/^Bar 5: left hand leaps 26 cm\. Now with the bar before/);
    expect([before!.after, both!.after]).toEqual([[alone!.key], [before!.key]]);
    // what is larger begins one mark below where the bar alone stands
    expect(before!.steps[0]).toBeLessThan(alone!.steps.at(-1)!);
    expect(before!.steps[0]).toBeGreaterThan(alone!.steps.at(-2)!);
    // the section waits for the bar alone, the cell does not; the rest goes on beside it
    const waitsFor = (key: string) =>
      made({ hard: hard([4]) })
        .filter(({ after }) => after.includes(key))
        .map(({ kind }) => kind);
    expect(waitsFor(alone!.key)).toEqual(["spot", "section"]);
    expect(waitsFor(both!.key)).toEqual([]);
    expect(spots({ spots: [{ bar: 7, why: "as asked" }] })).toEqual([...around(7), [6, 8]]);
  });

  it("learns the hardest section first where one asks for it", () => {
    const two = [section("A", 0, 7), section("B", 8, 15)];
    const first = made({ hard: hard([11, 12]), order: "hardest-first" }, two)[0]!;
    expect(first.section).toBe("B");
  });

  it("plays a section that holds others through, after them and before the whole", () => {
    const two = [section("A", 0, 3), section("B", 4, 7), section("C", 8, 15)];
    const named = [section("First part", 0, 7), ...two];
    const units = made({ named }, two);
    const part = units.find(({ kind }) => kind === "part")!;
    expect([part.from, part.to, part.section]).toEqual([0, 7, "First part"]);
    expect(part.after).toEqual(expect.arrayContaining(["0-3-both", "4-7-both", "2-5-both"]));
    expect(units.find(({ kind }) => kind === "piece")!.after).toContain(part.key);
    // what holds all of them is the whole itself
    const all = made({ named: [section("All", 0, 15), ...two] }, two);
    expect(all.some(({ kind }) => kind === "part")).toBe(false);
  });
});

describe("what is nearly known", () => {
  // the same eight bars a second time, once in the same key with every bar new, once a tone higher
  const bars = (names: string[]) => names.map((name) => [name, "r:4"] as const);
  const first = ["C4 D4 E4 F4", "G4 E4 F4 D4", "E4 C4 D4 B3", "C4 E4 G4 C5"];
  const higher = ["D4 E4 F#4 G4", "A4 F#4 G4 E4", "F#4 D4 E4 C#4", "D4 F#4 A4 D5"];
  const other = ["A4:2 B4:2", "C5 B4:2 A4", "B4 A4:3", "G4:3 A4"];
  const cellWork = (second: string[]) => {
    const score = scoreOf(bars([...first, ...second]));
    const sections = [{ id: "1", name: "A", words: "", from: startOf(0), to: startOf(8) }];
    return unitsOf(score, analyse(score), sections, 100)
      .filter((unit) => unit.kind === "cell" && unit.from === 4)
      .map((unit) => unit.work);
  };
  it("takes less of the plan than what is new", () => {
    expect(cellWork(other)).toEqual([1]);
    // a quarter of it is to be learnt, but it is read and joined all the same
    expect(cellWork(higher)).toEqual([0.3]);
    const score = scoreOf(bars([...first, ...higher]));
    expect(analyse(score)).toMatchObject({ newBars: 8, nearlyKnown: 4 });
    expect(analyse(score).work.right!.slice(4)).toEqual([0.25, 0.25, 0.25, 0.25]);
  });
});
