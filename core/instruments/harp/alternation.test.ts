import { scoreOf } from "../../testing.ts";
import { redistribute } from "../propose.ts";

// Broken chords that go on beyond one placing are shared by the hands in turn: common practice of
// the harp, no source.
const given = (upper: string, lower: string) => {
  const score = scoreOf([[upper, lower]]);
  const names = new Map(score.notes.map(({ id, pitch }) => [id, `${pitch.step}${pitch.octave}`]));
  return redistribute(score, { instrument: "harp", from: 0, to: 0, tempo: 96 }).map((one) => ({
    ...one,
    notes: one.notes.map((id) => names.get(id)),
  }));
};

describe("a long broken chord", () => {
  it("that rises begins in the lower hand, and goes on in turn", () => {
    const quick = "C3 E3 G3 C4 E4 G4 C5 E5 G5 C6 E6 G6".replaceAll(/(\S+)/g, "$1:0.25");
    const [found] = given(`${quick} r:1`, "r:4");
    expect(found).toMatchObject({ from: "right", to: "left" });
    expect(found!.notes.slice(0, 3)).toEqual(["C3", "E3", "G3"]);
    // neither hand has all of it, and no hand more at once than it has fingers
    expect([6, 8]).toContain(found!.notes.length);
    expect(found!.text).toMatch(
      /^Bar 1: the left hand can take every other group of [34] of the broken chord C E G C E G …, beginning with C\.$/,
    );
  });

  it("that falls begins in the upper hand; threes are taken three by three", () => {
    const [found] = given("r:4", "E5:0.5 C5:0.5 G4:0.5 E4:0.5 C4:0.5 G3:0.5 r:1");
    expect(found).toMatchObject({ from: "left", to: "right" });
    expect(found!.notes[0]).toBe("E5");
  });

  it("stays where it is when the other hand has something to do, or it is short, or a scale", () => {
    const rising = "C3:0.5 E3:0.5 G3:0.5 C4:0.5 E4:0.5 G4:0.5 C5:0.5 E5:0.5";
    expect(given(rising, "C2:4")).toEqual([]);
    expect(given("C3:1 E3:1 G3:1 C4:1", "r:4")).toEqual([]);
    expect(given("C3:0.5 D3:0.5 E3:0.5 F3:0.5 G3:0.5 A3:0.5 B3:0.5 C4:0.5", "r:4")).toEqual([]);
  });
});
