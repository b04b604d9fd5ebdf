import { realScores } from "../cases/index.ts";
import { forms } from "../cases/forms.ts";
import { analyse, segment } from "./index.ts";

// Pieces composed for this, whose sections are beyond doubt; the second half was not looked at
// while weights were set
describe("sections by ear", () => {
  const cut = forms.map(({ score, starts }) => ({
    starts,
    sections: segment(score, analyse(score)),
  }));
  it.each([
    ["the first half", 0],
    ["the second half", 1],
  ])("are those of the composed forms, within a bar: %s", (_, half) => {
    let [wanted, found, right] = [0, 0, 0];
    cut.forEach(({ starts, sections }, i) => {
      if (Math.floor((i * 2) / forms.length) !== half) return;
      const [want, got] = [starts.slice(1), sections.slice(1).map((one) => one.from)];
      wanted += want.length;
      found += got.length;
      right += want.filter((bar) => got.some((other) => Math.abs(other - bar) <= 1)).length;
    });
    const [recall, precision] = [right / wanted, right / found];
    expect((2 * recall * precision) / (recall + precision)).toBeGreaterThanOrEqual(0.85);
  });
  it("begin for a cadence or a return", () => {
    for (const { sections } of cut)
      for (const one of sections.slice(1)) expect(one.reason).toMatch(/cadence in [A-G]|return/);
  });
});

describe("phrases", () => {
  const invention = realScores().find(([name]) => name.startsWith("BWV_0775"))![1];
  it("are no grid where the music has none, and say what counts", () => {
    const sections = segment(invention, analyse(invention));
    const all = sections.flatMap((one) => one.children);
    expect(new Set(all.map((one) => one.to - one.from + 1)).size).toBeGreaterThan(2);
    for (const one of all) expect(one.reason).not.toMatch(/phrases of/);
  });
  it("follow the cadences that running lines make by themselves", () => {
    // the closes of this two-part invention in F, A minor and D minor: bars 18, 38 and 52. From
    // memory of the usual analyses
    const sections = segment(invention, analyse(invention));
    expect(sections.map((one) => one.from + 1)).toEqual([1, 19, 39]);
    expect(sections.map((one) => one.reason).join("; ")).toMatch(
      /perfect cadence in F, bar 18; perfect cadence in A minor, bar 38/,
    );
  });
  it("of imitation are cut where a hand takes up the subject", () => {
    const text = segment(invention, analyse(invention))
      .flatMap((one) => [one, ...one.children])
      .map((one) => one.reason)
      .join("; ");
    expect(text).toMatch(/the left hand takes up what the right began in bar \d+/);
    expect(text).toMatch(/the key turns to A minor/);
  });
});
