import fc from "fast-check";
import { scoreOf } from "../testing.ts";
import { analyse, contents, type Return } from "./index.ts";

// The quick search against the definition written out plainly: a return is a stretch that matches
// an earlier one, exactly or by one octave shift throughout, with two onsets at least, trimmed of
// rests, and not inside a longer one.

type Content = ReturnType<typeof contents>;

function octavesTogether(content: Content, lines: Content[]): Plain[] {
  const n = content.length;
  const alike = (i: number, j: number) =>
    lines.every(
      (line) =>
        line[i]!.pattern === line[j]!.pattern &&
        (line[i]!.pattern < 0 || (line[i]!.base - line[j]!.base) % 12 === 0),
    );
  const moved = (i: number, j: number) =>
    lines.some((line) => line[i]!.pattern >= 0 && line[i]!.base !== line[j]!.base);
  const found: Plain[] = [];
  for (let from = 1; from < n; from++) {
    if (content[from]!.pattern < 0) continue;
    let best: Plain | undefined;
    for (let of = 0; of < from; of++) {
      let to = from - 1;
      for (let k = 0; from + k < n && alike(from + k, of + k); k++)
        if (content[from + k]!.pattern >= 0) to = from + k;
      if (to - from > (best ? best.to - best.from : -1)) best = { from, to, of };
    }
    if (best) found.push(best);
  }
  const within = (one: Plain, other: Plain) =>
    other !== one &&
    other.from <= one.from &&
    other.to >= one.to &&
    other.to - other.from > one.to - one.from;
  return found
    .filter((one) => !found.some((other) => within(one, other)))
    .filter((one) =>
      Array.from({ length: one.to - one.from + 1 }, (_, k) => moved(one.from + k, one.of + k)).some(
        Boolean,
      ),
    )
    .filter(
      (one) => content.slice(one.from, one.to + 1).reduce((sum, bar) => sum + bar.onsets, 0) >= 2,
    );
}

interface Plain {
  from: number;
  to: number;
  of: number;
}

/** Octaves are counted in each hand for itself: `lines` are the hands of `content`. */
function plainReturns(
  content: ReturnType<typeof contents>,
  relation: Return["relation"],
  lines: ReturnType<typeof contents>[],
): Plain[] {
  const n = content.length;
  if (relation === "octave" && lines.length > 1) return octavesTogether(content, lines);
  const matches = (from: number, of: number, length: number): boolean => {
    let shift: number | undefined;
    for (let k = 0; k < length; k++) {
      const [a, b] = [content[from + k]!, content[of + k]!];
      if (a.pattern !== b.pattern) return false;
      if (a.pattern < 0) continue;
      const own = a.base - b.base;
      if (relation === "exact" ? own !== 0 : own === 0 || own % 12 !== 0) return false;
      if (shift !== undefined && shift !== own) return false;
      shift = own;
    }
    return true;
  };
  const found: Plain[] = [];
  for (let from = 1; from < n; from++) {
    if (content[from]!.pattern < 0) continue;
    let best: Plain | undefined;
    for (let of = 0; of < from; of++) {
      for (let length = 1; from + length <= n; length++) {
        const struck = content[from + length - 1]!.pattern >= 0;
        if (struck && matches(from, of, length) && length > (best ? best.to - best.from + 1 : 0))
          best = { from, to: from + length - 1, of };
      }
    }
    if (!best) continue;
    if (content.slice(best.from, best.to + 1).reduce((sum, bar) => sum + bar.onsets, 0) >= 2)
      found.push(best);
  }
  return found.filter(
    (one) =>
      !found.some(
        (other) =>
          other !== one &&
          other.from <= one.from &&
          other.to >= one.to &&
          (other.from < one.from || other.to > one.to),
      ),
  );
}

const RIGHT = ["C4 D4 E4 F4", "C5 D5 E5 F5", "G4:2 A4:2", "E4:4", "E5:4", "r:4"];
const LEFT = ["C3:4", "C2:4", "G2:2 C3:2", "r:4"];
const pieces = fc.array(fc.tuple(fc.constantFrom(...RIGHT), fc.constantFrom(...LEFT)), {
  minLength: 2,
  maxLength: 14,
});

it("agrees with the definition on 400 pieces made of few bars", () => {
  fc.assert(
    fc.property(pieces, (bars) => {
      const score = scoreOf([["C4 D4 F4 A4", "A2:4"], ...bars]);
      const form = analyse(score);
      for (const hand of ["right", "left", "both"]) {
        const content = contents(score, hand);
        const lines =
          hand === "both" ? [contents(score, "right"), contents(score, "left")] : [content];
        const quick = (relation: Return["relation"]) =>
          form.returns
            .filter((one) => one.hand === hand && one.relation === relation)
            .map(({ from, to, of }) => ({ from, to, of }));
        const exact = plainReturns(content, "exact", lines);
        expect(quick("exact")).toEqual(exact);
        expect(quick("octave")).toEqual(
          plainReturns(content, "octave", lines).filter(
            (one) => !exact.some((other) => other.from <= one.from && other.to >= one.to),
          ),
        );
      }
    }),
    { numRuns: 400 },
  );
});

it("counts new bars as the definition says, on 300 pieces", () => {
  fc.assert(
    fc.property(pieces, (bars) => {
      const score = scoreOf([["C4 D4 F4 A4", "A2:4"], ...bars]);
      const { isNew, newBars, newBarsByHand } = analyse(score);
      const fresh = (line: 0 | 1) => {
        const seen = new Set<string>();
        return [["C4 D4 F4 A4", "A2:4"] as [string, string], ...bars].map((bar) => {
          const plain = bar[line].replace(/([A-G])\d/g, "$1"); // octaves away counts as known
          if (plain === "r:4" || seen.has(plain)) return false;
          seen.add(plain);
          return true;
        });
      };
      // the two-note bass figure spans a fourth upwards: dropping octaves loses nothing here
      expect(isNew.right).toEqual(fresh(0));
      expect(isNew.left).toEqual(fresh(1));
      expect(newBarsByHand).toEqual({
        right: fresh(0).filter(Boolean).length,
        left: fresh(1).filter(Boolean).length,
      });
      expect(newBars).toBe(fresh(0).filter((one, i) => one || fresh(1)[i]).length);
    }),
    { numRuns: 300 },
  );
});
