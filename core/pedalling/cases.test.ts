import { cases, caseScore, isSeen, type Case } from "../cases/index.ts";
import { preludeInC } from "../cases/prelude.ts";
import { beatLength, toNumber, type PedalMark, type Score } from "../score/index.ts";
import { proposePedal } from "./index.ts";

/** Stretches under the foot, in quarters from the beginning. */
function downs(score: Score, marks: readonly PedalMark[]): [number, number][] {
  const last = score.bars.at(-1)!;
  const end = toNumber(last.start) + toNumber(last.length);
  const feet = marks
    .filter((mark) => !mark.pedal)
    .map((mark) => ({
      kind: mark.kind,
      at: toNumber(score.bars[mark.bar]!.start) + toNumber(mark.offset),
    }))
    .sort((a, b) => a.at - b.at);
  return feet.flatMap((foot, i): [number, number][] =>
    foot.kind === "up" ? [] : [[foot.at, feet[i + 1]?.at ?? end]],
  );
}

/**
 * How a proposal stands to the harmonies a case was composed over: a harmony is smeared when one
 * foot-down lasts from before it to more than half a beat after it; its bass is caught when one
 * begins on it, or up to half a beat later, and lasts until the next beat; a change is needless
 * where no harmony begins.
 */
function judged(one: Case, tempo: number) {
  const score = caseScore(one);
  const spans = downs(
    score,
    proposePedal(score, { style: "harmony", from: 0, to: score.bars.length - 1, tempo }),
  );
  const beat = toNumber(beatLength(score.bars[0]!));
  const [near, half] = [1e-9, beat / 2];
  const starts = one.pedal.changes.map(
    ({ bar, offset }) => toNumber(score.bars[bar]!.start) + offset,
  );
  const whole = toNumber(score.bars.at(-1)!.start) + toNumber(score.bars.at(-1)!.length);
  return {
    harmonies: starts.length,
    smeared: starts.filter((at) =>
      spans.some(([from, to]) => from < at - near && to > at + half + near),
    ).length,
    basses: one.pedal.bass ? starts.length : 0,
    caught: one.pedal.bass
      ? starts.filter((at) =>
          spans.some(
            ([from, to]) => from >= at - near && from <= at + half + near && to >= at + beat - near,
          ),
        ).length
      : 0,
    needless: spans.filter(
      ([from]) => !starts.some((at) => at <= from + near && at >= from - half - near),
    ).length,
    down: spans.reduce((sum, [from, to]) => sum + to - from, 0) / whole,
  };
}

describe("the foot in ordinary textures", () => {
  it.each([
    [true, 60],
    [true, 90],
    [true, 140],
    [false, 60],
    [false, 90],
    [false, 140],
  ])(
    "clears what is left, catches the bass, and does nothing needless (looked at: %s, %s quarters a minute)",
    (seen, tempo) => {
      const some = cases
        .filter((one) => isSeen(one) === seen)
        .map((one) => ({ one, found: judged(one, tempo) }));
      const sum = (what: "harmonies" | "smeared" | "basses" | "caught" | "needless") =>
        some.reduce((all, { found }) => all + found[what], 0);
      expect(sum("smeared") / sum("harmonies")).toBeLessThanOrEqual(0.01);
      expect(sum("caught") / sum("basses")).toBeGreaterThanOrEqual(0.97);
      expect(sum("needless") / sum("harmonies")).toBeLessThanOrEqual(0.1);
      const dry = some.filter(({ one }) => one.pedal.dry);
      expect(dry.reduce((all, { found }) => all + found.down, 0) / dry.length).toBeLessThanOrEqual(
        0.03,
      );
      for (const { one, found } of some)
        if (one.pedal.legato) expect([one.file, found.down > 0.5]).toEqual([one.file, true]);
    },
  );

  // one harmony a bar; common practice
  it.each([60, 72, 100])(
    "changes once a bar in a famous prelude of broken chords, at %s",
    (tempo) => {
      const score = preludeInC();
      const marks = proposePedal(score, {
        style: "harmony",
        from: 0,
        to: score.bars.length - 1,
        tempo,
      });
      expect(
        marks
          .filter((mark) => mark.bar < 32)
          .map(
            (mark) => `${mark.bar} ${toNumber(mark.offset)} ${mark.kind} ${mark.depth ?? "full"}`,
          ),
      ).toEqual(Array.from({ length: 32 }, (_, bar) => `${bar} 0 ${bar ? "change" : "down"} full`));
    },
  );

  it("says the chord as the score spells it", () => {
    const one = cases.find((other) => other.file === "waltz-Fs-minor.musicxml")!;
    const score = caseScore(one);
    const why = proposePedal(score, { style: "harmony", from: 0, to: 7, tempo: 120 })
      .map((mark) => mark.why)
      .join("; ");
    expect(why).toMatch(/the tones of F#m ring together/);
    expect(why).not.toMatch(/Gb|Db/);
  });
});
