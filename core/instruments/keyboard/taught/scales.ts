import { lineOfKeys, seenInTuning, TONICS, type Side, type Taught } from "./keyboard.ts";

// Taught everywhere; from memory, no single source. Two octaves up. Capital: major; small: harmonic
// minor.
const RIGHT: readonly (readonly [string, ...string[]])[] = [
  ["C G D A E B a e b d g c", "123123412312345"],
  ["F f", "123412312341234"],
  ["Bb bb", "212312341231234", "412312341231234"],
  ["Eb eb", "312341231234123", "212341231234123"],
  ["Ab f# c# g#", "341231234123123", "231231234123123", "341231234123412"],
  ["Db", "231234123123412"],
  ["F#", "234123123412312"],
];
const LEFT: readonly (readonly [string, ...string[]])[] = [
  ["C G D A E F a e d g c f", "543213214321321"],
  ["B b", "432143213214321"],
  ["F# f#", "432132143213214"],
  ["Db Ab Eb Bb c# g#", "321432132143213", "321321432132143"],
  ["eb", "214321321432132"],
  ["bb", "213214321321432"],
];
const MAJOR = [0, 2, 4, 5, 7, 9, 11];
const HARMONIC_MINOR = [0, 2, 3, 5, 7, 8, 11];
const MINOR_NAMES = ["c", "c#", "d", "eb", "e", "f", "f#", "g", "g#", "a", "bb", "b"];

const lookUp = (table: typeof RIGHT, name: string): readonly string[] => {
  const found = table.find(([names]) => names.split(" ").includes(name));
  if (!found) throw new RangeError(`no scale of ${name}`);
  return found.slice(1);
};

/** A two-octave scale from its lowest key. */
const scaleFrom = (low: number, steps: readonly number[]): number[] =>
  [...steps, ...steps.map((step) => step + 12), 24].map((step) => low + step);

/**
 * 24 scales for each hand, two octaves up; right from the octave of middle C, left from two octaves
 * below.
 */
export const scales: readonly Taught[] = (["right", "left"] as const).flatMap((hand: Side) =>
  TONICS.flatMap((tonic, at) => {
    const low = (hand === "right" ? 60 : 36) + at;
    const table = hand === "right" ? RIGHT : LEFT;
    return [
      {
        name: `${tonic} major`,
        hand,
        notes: lineOfKeys(scaleFrom(low, MAJOR)),
        accepted: lookUp(table, tonic),
        seen: seenInTuning(at),
      },
      {
        name: `${MINOR_NAMES[at]} minor`,
        hand,
        notes: lineOfKeys(scaleFrom(low, HARMONIC_MINOR)),
        accepted: lookUp(table, MINOR_NAMES[at]!),
        seen: seenInTuning(at),
      },
    ];
  }),
);

const CHROMATIC = Array.from({ length: 25 }, (_, i) => i);
const BLACK = [1, 3, 6, 8, 10];
/**
 * Thumb on white, third finger on black, second where two white keys meet: F and C in the right
 * hand, E and B in the left. The ends are free.
 */
const thumbAndThird = (key: number, hand: Side): string =>
  BLACK.includes(key % 12)
    ? "3"
    : (hand === "right" ? [5, 0] : [4, 11]).includes(key % 12)
      ? "2"
      : "1";
/** Groups of three, four, three and two from E up (right hand), mirrored about D for the left. */
const GROUPS = "123123412312";
const inGroups = (key: number, hand: Side): string =>
  GROUPS[(((hand === "right" ? key - 4 : 124 - key - 4) % 12) + 12) % 12]!;

/**
 * Two octaves of chromatic scale up, by the two schemes; the first and last note may be taken
 * otherwise. From memory.
 */
export const chromaticScales = (["right", "left"] as const).flatMap((hand: Side) => {
  const keys = CHROMATIC.map((step) => (hand === "right" ? 60 : 36) + step);
  return [
    {
      hand,
      scheme: "thumb and third" as const,
      notes: lineOfKeys(keys),
      accepted: keys.map((key) => thumbAndThird(key, hand)).join(""),
    },
    {
      hand,
      scheme: "all fingers" as const,
      notes: lineOfKeys(keys),
      accepted: keys.map((key) => inGroups(key, hand)).join(""),
    },
  ];
});
