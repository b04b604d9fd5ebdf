import { patternOf } from "./pluckSchool.ts";
import { AFTERWARDS, LAST, missedOf, PATTERNS, pluck, QUICK } from "./taught/plucking.ts";

// What every method teaches of the plucking hand. Common practice, no source.

describe("the plucking hand", () => {
  it("plucks what was written afterwards as it is taught: 15 of 16 at least", () => {
    expect(missedOf(AFTERWARDS).length).toBeLessThanOrEqual(1);
  });

  it("and what was written last", () => {
    expect(missedOf(LAST).map(([strings, seconds]) => [strings, pluck(strings, seconds)])).toEqual(
      [],
    );
  });

  it.each([...PATTERNS, ...QUICK])("%s in %s s is %s", (strings, seconds, fingers) => {
    const found = pluck(strings, seconds);
    // alternation may begin with either
    const other = fingers.replace(/[im]/g, (one) => (one === "i" ? "m" : "i"));
    const isScale = !/[pa]/.test(fingers) && !/ \w\w/.test(fingers) && fingers.length > 3;
    expect(isScale ? [fingers, other] : [fingers]).toContain(found);
  });

  it("finds a way for every chord a left hand can hold, also of five and six strings", () => {
    for (let bits = 1; bits < 64; bits++) {
      const strings = [1, 2, 3, 4, 5, 6].filter((string) => bits & (1 << (string - 1))).join("");
      expect(pluck(strings, 1)).toMatch(new RegExp(`^[pima]{${strings.length}}$`));
    }
  });

  // schools: common practice, no source
  it("plucks a line by i and m, or by a, m and i in turn, as it is asked", () => {
    for (const scale of ["3 3 3 2 2 2 1 1 1", "1 1 1 2 2 3 3 3", "2 2 1 1 1 2 2 3 3", "1 1 1 1 1"])
      expect(pluck(scale, 0.15, { line: "i-m" })).toMatch(/^(i m ?)+i?$|^(m i ?)+m?$/);
    const three = pluck("1 1 1 1 1 1 1 1 1", 0.15, { line: "a-m-i" });
    expect(["a m i a m i a m i", "m i a m i a m i a", "i a m i a m i a m"]).toContain(three);
    // a broken chord keeps its fingers under either school
    for (const line of ["i-m", "a-m-i"] as const)
      expect(pluck("6 3 2 1 2 3", 0.25, { line })).toBe("p i m a m i");
  });

  it("keeps the thumb on the basses, or lets it take what falls under it", () => {
    const inner = "5 3 3 3 3 3 3 3";
    expect(pluck(inner, 0.15, { thumb: "basses" }).split(" ").slice(1)).not.toContain("p");
    expect(pluck("3 1 3 1 3 1", 0.3, { thumb: "basses" })).not.toContain("p");
    expect(pluck("3 1 3 1 3 1", 0.15, { thumb: "free" })).toContain("p");
  });

  it("strokes full chords with the thumb where it is asked to, and else what has no finger", () => {
    expect(pluck("5321 5321", 0.6)).toBe("pima pima");
    expect(pluck("5321 5321", 0.6, { chords: "thumb" })).toMatch(/^ppp/);
    expect(pluck("4321 4321", 0.6, { chords: "thumb" })).toBe("pppp pppp");
    // six strings and four fingers: the thumb has those that are left
    expect(pluck("654321", 0.6)).toBe("pppima");
    expect(pluck("5 32 5 32", 0.3, { chords: "thumb" })).toBe("p im p im");
  });

  it("plucks the pattern that is asked for in every bar, and names one that comes again", () => {
    expect(pluck("6 3 2 1 2 3 6 3 2 1 2 3", 0.25, { pattern: "p i m i m i" })).toBe(
      "p i m i m i p i m i m i",
    );
    expect(pluck("5 3 2 1", 0.25, { pattern: "pmia" })).toBe("p m i a");
    // two at once keep their fingers and take a place in it
    expect(pluck("51 3 2 3", 0.25, { pattern: "p i m i" })).toBe("pa i m i");
    expect(patternOf("p i m a m i p i m a m i".split(" "))).toBe("p i m a m i");
    expect(patternOf("p i m a".split(" "))).toBe("p i m a");
    expect(patternOf("i m i m i m".split(" "))).toBeUndefined();
    expect(patternOf("p i m a m i p i".split(" "))).toBeUndefined();
  });

  it("no finger twice running on quick notes but the thumb over the next string, in 400 lines", () => {
    let seed = 11;
    const random = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
    for (let line = 0; line < 400; line++) {
      const strings = Array.from({ length: 12 }, () => 1 + Math.floor(random() * 6)).join(" ");
      const fingers = pluck(strings, 0.15).split(" ");
      fingers.forEach((one, i) => {
        const isStroke = one === "p" && Number(strings[2 * i - 2]) === Number(strings[2 * i]) + 1;
        if (i > 0 && !isStroke) expect([strings, one]).not.toEqual([strings, fingers[i - 1]]);
      });
    }
  });
});
