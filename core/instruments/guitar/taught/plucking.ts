import { proposeNotes, type Played } from "../../../fingering/index.ts";
import { fraction } from "../../../score/index.ts";
import { pluckingHand } from "../pluckingHand.ts";
import type { PluckSchool } from "../pluckSchool.ts";

// What every method teaches of the plucking hand. Common practice, no source.

const OPEN = [64, 59, 55, 50, 45, 40];

/** Strings plucked one after the other, `54` for two at once; so many seconds each. */
export const pluck = (text: string, seconds: number, school: PluckSchool = {}): string => {
  const strings = new Map<string, number>();
  const notes = text.split(" ").flatMap((moment, i) =>
    [...moment].map((name): Played => {
      const id = `${i}.${name}`;
      strings.set(id, Number(name));
      return {
        ...{ id, bar: 0, midi: OPEN[Number(name) - 1]! + (i % 3), grace: false, staccato: false },
        // a quarter is a second at 60
        at: fraction(Math.round(i * seconds * 1000), 1000),
        length: fraction(Math.round(seconds * 1000), 1000),
      };
    }),
  );
  const found = proposeNotes(notes, pluckingHand(strings, new Set(), school), {
    hand: "hands",
    tempo: 60,
  });
  const fingers = new Map(found.notes.map(({ id, finger }) => [id, finger]));
  return text
    .split(" ")
    .map((moment, i) =>
      [...moment]
        .sort((a, b) => Number(b) - Number(a))
        .map((name) => fingers.get(`${i}.${name}`))
        .join(""),
    )
    .join(" ");
};

/** Set on these. */
export const PATTERNS: readonly (readonly [strings: string, seconds: number, fingers: string])[] = [
  // broken chords
  ["5 3 2 1", 0.25, "p i m a"],
  ["6 3 2 1 2 3", 0.25, "p i m a m i"],
  ["4 3 2 1 2 3", 0.2, "p i m a m i"],
  ["5 3 2 3", 0.25, "p i m i"],
  ["5 2 3 2", 0.25, "p m i m"],
  ["6 1 2 3", 0.25, "p a m i"],
  ["5 3 2 1 3 2 1 2", 0.2, "p i m a i m a m"],
  ["5 3 21 3", 0.3, "p i ma i"],
  ["6 321", 0.5, "p ima"],
  ["4 32 1 32", 0.3, "p im a im"],
  ["5 3 1 3 2 3 1 3", 0.2, "p i a i m i a i"],
  ["6 4 3 2 1 2", 0.25, "p p i m a m"],
  ["5 32 5 32", 0.3, "p im p im"],
  // bass and tune together
  ["51 3 2 3", 0.25, "pa i m i"],
  ["62 3 2 3", 0.25, "pm i m i"],
  ["41 2 3 2", 0.25, "pa m i m"],
  // chords
  ["5321", 1, "pima"],
  ["321", 1, "ima"],
  ["21 21 21", 0.3, "ma ma ma"],
  ["32 32 32", 0.3, "im im im"],
  ["5321 5321", 0.5, "pima pima"],
  ["65 321", 0.5, "pp ima"],
  // basses
  ["6 5 4", 0.4, "p p p"],
  ["6 6 6", 0.3, "p p p"],
  ["5 4 5 4", 0.5, "p p p p"],
  // scales and repeated notes
  ["1 1 1 1", 0.15, "i m i m"],
  ["2 2 2 2", 0.15, "i m i m"],
  ["3 3 2 2 1 1", 0.15, "i m i m i m"],
  ["3 3 3 2 2 2", 0.15, "i m i m i m"],
  ["6 1 1 1", 0.12, "p a m i"],
];

/** Written after the prices were frozen; what is taught, not what comes out. */
export const AFTERWARDS: typeof PATTERNS = [
  ["4 3 2 1 2 3 2 3", 0.2, "p i m a m i m i"],
  ["5 1 2 3 2 1", 0.2, "p a m i m a"],
  ["6 2 3 2 1 2", 0.2, "p m i m a m"],
  ["5 21 3 21", 0.25, "p ma i ma"],
  ["62 3 1 3", 0.25, "pm i a i"],
  ["4 1 3 2", 0.25, "p a i m"],
  ["5 4 3 2 1", 0.2, "p p i m a"],
  ["6 5 3 2 1", 0.25, "p p i m a"],
  ["42 42 42", 0.5, "pm pm pm"],
  ["51 51", 0.5, "pa pa"],
  ["5 321 321 321", 0.4, "p ima ima ima"],
  ["4321 4321", 0.6, "pima pima"],
  ["5 2 1 2", 0.25, "p m a m"],
  ["2 2 1 1 1 1", 0.2, "i m i m i m"],
  ["5 1 1 1 5 1 1 1", 0.11, "p a m i p a m i"],
  ["6 3 6 2 6 1", 0.25, "p i p m p a"],
];

/** Written last of all, in families that are not above, before any of it was tried. */
export const LAST: typeof PATTERNS = [
  ["54 3 2 1", 0.3, "pp i m a"],
  ["5 2 1 2 3 2 1 2", 0.2, "p m a m i m a m"],
  ["5 3 21 3 21 3", 0.25, "p i ma i ma i"],
  ["6 32 1 32 6 32 1 32", 0.25, "p im a im p im a im"],
  ["51 2 51 2", 0.3, "pa m pa m"],
  ["52 1 3 1", 0.25, "pm a i a"],
  ["4 3 4 2 4 1", 0.25, "p i p m p a"],
  ["5 3 4 2 5 1", 0.25, "p i p m p a"],
  ["6 2 5 2 4 2", 0.25, "p m p m p m"],
  ["5 1 4 1 5 1 4 1", 0.25, "p a p a p a p a"],
  ["6 3 5 3 4 3", 0.25, "p i p i p i"],
  ["43 2 1 2", 0.25, "pi m a m"],
  ["53 21 53 21", 0.4, "pi ma pi ma"],
  ["63 2 1 2 63 2 1 2", 0.25, "pi m a m pi m a m"],
  ["5 1 3 2 3 1", 0.2, "p a i m i a"],
  ["5 3 1 2 1 3", 0.2, "p i a m a i"],
  ["6 2 1 3 1 2", 0.2, "p m a i a m"],
  ["521", 1, "pma"],
  ["532", 1, "pim"],
  ["421 421", 0.5, "pma pma"],
  ["5 321 4 321", 0.4, "p ima p ima"],
  ["6 21 3 21 5 21 3 21", 0.25, "p ma i ma p ma i ma"],
  ["1 1 2 2 3 3", 0.15, "i m i m i m"],
  ["5 3 2 1 2 1 2 3", 0.2, "p i m a m a m i"],
];

/** Quick lines on low strings, where the thumb does not come back in time. Set on these. */
export const QUICK: typeof PATTERNS = [
  ["6 6 6 5 5 5 4 4 4 3 3 2 2", 0.15, "p m i m i m i m i m i m i"],
  ["6 6 5 5 4 4", 0.16, "p i m i m i"],
  ["6 5 4 3 2 1", 0.12, "p p p i m a"],
  ["5 3 5 2 5 1", 0.15, "p i p m p a"],
];

/** Those that come out otherwise; in a run of i and m alone the two may change places. */
export const missedOf = (list: typeof PATTERNS) =>
  list.filter(([strings, seconds, fingers]) => {
    const other = fingers.replace(/[im]/g, (one) => (one === "i" ? "m" : "i"));
    const found = pluck(strings, seconds);
    return found !== fingers && (/[pa]/.test(fingers) || found !== other);
  });

/** How far what is proposed is what is taught, by when it was written. */
export const pluckingFigures = () =>
  (
    [
      ["while prices were found", PATTERNS],
      ["after they were frozen", AFTERWARDS],
      ["last of all", LAST],
      ["for quick lines, on which they were set", QUICK],
    ] as const
  ).map(([when, list]) => ({
    what: `guitar, plucking hand: patterns that are taught, written ${when}`,
    source: "common practice, from memory",
    items: list.length,
    right: list.length - missedOf(list).length,
  }));
