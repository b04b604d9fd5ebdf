import { scoreOf } from "../testing.ts";
import type { Score } from "../score/index.ts";

/**
 * A piece composed so that its form is beyond doubt, with the bars (0-based) at which its sections
 * begin.
 */
export interface Formed {
  readonly name: string;
  readonly score: Score;
  readonly starts: readonly number[];
}

const NAMES = ["C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"];
const nameOf = (midi: number) => `${NAMES[midi % 12]}${Math.floor(midi / 12) - 1}`;
const SCALES = { major: [0, 2, 4, 5, 7, 9, 11], minor: [0, 2, 3, 5, 7, 8, 10] } as const;
/** Degrees of a section, its last two bars a close; by how it ends. */
const CLOSES = { perfect: [4, 0], half: [1, 4] } as const;

interface Section {
  readonly bars: number;
  readonly seed: number;
  readonly tonic?: number;
  readonly mode?: keyof typeof SCALES;
  readonly close?: keyof typeof CLOSES;
  readonly texture?: "chords" | "broken" | "waltz";
}

/** A section: a tune of its own over one chord a bar, that comes to rest in its last bar. */
function compose({
  bars,
  seed,
  tonic = 0,
  mode = "major",
  close = "perfect",
  texture = "chords",
}: Section): (readonly [string, string])[] {
  let state = seed * 7919 + 13;
  const next = (count: number) => (state = (state * 48271) % 2147483647) % count;
  const scale = SCALES[mode];
  const key = (degree: number, base: number) =>
    base + tonic + 12 * Math.floor(degree / 7) + scale[((degree % 7) + 7) % 7]!;
  const middle = Array.from({ length: bars - 3 }, () => [0, 3, 5, 1, 4][next(5)]!);
  return [0, ...middle, ...CLOSES[close]].map((degree, bar, all) => {
    // the dominant has its leading note in minor too
    const third = mode === "minor" && degree === 4 ? key(degree + 2, 48) + 1 : key(degree + 2, 48);
    const [root, fifth] = [key(degree, 36), key(degree + 4, 48)];
    const chord = [key(degree, 48), third, fifth].map(nameOf);
    const beats = texture === "waltz" ? 3 : 4;
    const left =
      texture === "chords"
        ? `${nameOf(root)}+${chord.join("+")}:${beats}`
        : texture === "waltz"
          ? `${nameOf(root)}:1 ${chord.slice(1).join("+")}:1 ${chord.slice(1).join("+")}:1`
          : `${nameOf(root)}:1 ${chord[1]}:1 ${chord[2]}:1 ${chord[1]}:1`;
    const tone = () => [0, 2, 4][next(3)]! + degree;
    const lead = (place: number) =>
      mode === "minor" && degree === 4 && (place - degree) % 7 === 2
        ? key(place, 72) + 1
        : key(place, 72);
    if (bar === all.length - 1) return [`${nameOf(lead(degree))}:${beats}`, left] as const;
    const first = tone();
    const line =
      texture === "waltz"
        ? [
            [`${nameOf(lead(first))}:1`, `${nameOf(lead(tone()))}:1`, `${nameOf(lead(tone()))}:1`],
            [`${nameOf(lead(first))}:2`, `${nameOf(lead(tone()))}:1`],
          ][next(2)]!
        : [
            [
              `${nameOf(lead(first))}:1`,
              `${nameOf(lead(first + 1))}:0.5`,
              `${nameOf(lead(first + 2))}:0.5`,
              `${nameOf(lead(tone()))}:2`,
            ],
            [
              `${nameOf(lead(first))}:1`,
              `${nameOf(lead(tone()))}:1`,
              `${nameOf(lead(tone()))}:1`,
              `${nameOf(lead(tone()))}:1`,
            ],
            [`${nameOf(lead(first))}:2`, `${nameOf(lead(tone()))}:1`, `${nameOf(lead(tone()))}:1`],
          ][next(3)]!;
    return [line.join(" "), left] as const;
  });
}

function piece(name: string, sections: readonly Section[]): Formed {
  const bars = sections.map(compose);
  const starts = bars.map((_, i) => bars.slice(0, i).reduce((sum, one) => sum + one.length, 0));
  return {
    name,
    score: scoreOf(bars.flat(), sections[0]!.texture === "waltz" ? [3, 4] : [4, 4]),
    starts,
  };
}

const A = { bars: 8, seed: 1 } as const;
const minor = { tonic: 9, mode: "minor" } as const;

/** Composed for this; the second half was not looked at while weights were set. */
export const forms: readonly Formed[] = [
  piece("A A B A", [A, A, { bars: 8, seed: 2, close: "half" }, A]),
  piece("three periods without a return", [
    { bars: 8, seed: 11 },
    { bars: 8, seed: 12 },
    { bars: 8, seed: 13 },
  ]),
  piece("phrases of five, seven and six bars", [
    { bars: 5, seed: 21 },
    { bars: 7, seed: 22 },
    { bars: 6, seed: 23 },
  ]),
  piece("A B A with a middle in the relative minor", [
    { bars: 12, seed: 31 },
    { bars: 10, seed: 32, ...minor },
    { bars: 12, seed: 31 },
  ]),
  piece("a rondo", [A, { bars: 8, seed: 42, tonic: 7 }, A, { bars: 8, seed: 43, ...minor }, A]),
  piece("a waltz and its trio", [
    { bars: 16, seed: 51, texture: "waltz" },
    { bars: 16, seed: 52, tonic: 5, texture: "waltz" },
    { bars: 16, seed: 51, texture: "waltz" },
  ]),
  piece("two halves, the first open", [
    { bars: 8, seed: 61, close: "half" },
    { bars: 8, seed: 62 },
  ]),
  piece("four periods, two of them in other keys", [
    { bars: 9, seed: 71 },
    { bars: 8, seed: 72, tonic: 7 },
    { bars: 10, seed: 73, ...minor },
    { bars: 8, seed: 74 },
  ]),
  piece("A B with another texture", [
    { bars: 12, seed: 81 },
    { bars: 12, seed: 82, texture: "broken" },
  ]),
  piece("A A B B", [
    { bars: 8, seed: 91, tonic: 2 },
    { bars: 8, seed: 91, tonic: 2 },
    { bars: 8, seed: 92, tonic: 2 },
    { bars: 8, seed: 92, tonic: 2 },
  ]),
  piece("a minor piece with a middle in the major", [
    { bars: 8, seed: 101, ...minor },
    { bars: 8, seed: 102, tonic: 0 },
    { bars: 8, seed: 101, ...minor },
  ]),
  piece("irregular: nine, six, eleven", [
    { bars: 9, seed: 111, tonic: 5 },
    { bars: 6, seed: 112, tonic: 5 },
    { bars: 11, seed: 113, tonic: 5 },
  ]),
  piece("a waltz in three", [
    { bars: 8, seed: 121, tonic: 7, texture: "waltz" },
    { bars: 8, seed: 122, tonic: 7, texture: "waltz" },
    { bars: 8, seed: 121, tonic: 7, texture: "waltz" },
  ]),
  piece("a song of two strophes and a refrain", [
    { bars: 10, seed: 131 },
    { bars: 6, seed: 132 },
    { bars: 10, seed: 131 },
    { bars: 6, seed: 132 },
  ]),
];
