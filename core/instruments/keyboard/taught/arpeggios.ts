import {
  chordsOfKeys,
  lineOfKeys,
  seenInTuning,
  TONICS,
  type Side,
  type Taught,
} from "./keyboard.ts";

const BLACK = [1, 3, 6, 8, 10];
const isBlack = (key: number) => BLACK.includes(key % 12);

/**
 * Arpeggios in root position over two octaves as taught, from memory; schools differ, any of these
 * counts. From a white key the thumb begins (right) or the little finger (left); from a black one
 * the thumb takes the first white key; chords of black keys alone go like those of white ones. The
 * left fourth finger for a middle white key, the third or fourth for a black one.
 */
function taughtArpeggio(root: number, third: number, hand: Side): string[] {
  const [r, t, f] = [isBlack(root), isBlack(root + third), isBlack(root + 7)];
  if (!r || (t && f)) {
    if (hand === "right") return ["1231235", "1241245"];
    return t && !r ? ["5321321", "5421421"] : ["5421421", "5321321"];
  }
  // the first white key above the root has the thumb
  if (!t && !f) return hand === "right" ? ["4124124", "2124124"] : ["3213213", "2142142"];
  if (!t) return hand === "right" ? ["4124124", "2124124"] : ["2142142", "3142142"];
  return hand === "right" ? ["2312312", "3312312", "2312313"] : ["3213213", "3213212"];
}

export const arpeggios: readonly Taught[] = (["right", "left"] as const).flatMap((hand: Side) =>
  TONICS.flatMap((tonic, at) =>
    [4, 3].map((third): Taught => {
      const low = (hand === "right" ? 60 : 36) + at;
      return {
        name: `${tonic} ${third === 4 ? "major" : "minor"}`,
        hand,
        notes: lineOfKeys([0, third, 7, 12, 12 + third, 19, 24].map((step) => low + step)),
        accepted: taughtArpeggio(at, third, hand),
        seen: seenInTuning(at),
      };
    }),
  ),
);

/** Inversions of a chord, root position first. */
const inversions = (steps: readonly number[]): number[][] =>
  steps.map((_, i) =>
    steps.map((_, k) => steps[(i + k) % steps.length]! + (i + k >= steps.length ? 12 : 0)),
  );

/**
 * Triads as taught: 1-3-5, 1-2-5, 1-3-5 in the right hand; 5-3-1, 5-3-1, 5-2-1 in the left. From
 * memory.
 */
export const triads: readonly Taught[] = (["right", "left"] as const).flatMap((hand: Side) =>
  TONICS.flatMap((tonic, at) =>
    [
      [0, 4, 7],
      [0, 3, 7],
    ].flatMap((steps) =>
      inversions(steps).map((chord, i): Taught => ({
        name: `${tonic} ${steps[1] === 4 ? "major" : "minor"}, inversion ${i}`,
        hand,
        notes: chordsOfKeys([chord.map((step) => (hand === "right" ? 60 : 48) + at + step)]),
        accepted:
          hand === "right" ? [["135"], ["125"], ["135"]][i]! : [["531"], ["531"], ["521"]][i]!,
        seen: seenInTuning(at),
      })),
    ),
  ),
);

/**
 * Dominant, minor and diminished seventh chords: thumb and little finger outside, second finger
 * beside the thumb; the other is third or fourth. From memory.
 */
export const sevenths: readonly Taught[] = (["right", "left"] as const).flatMap((hand: Side) =>
  TONICS.flatMap((tonic, at) =>
    [
      [0, 4, 7, 10],
      [0, 3, 7, 10],
      [0, 3, 6, 9],
    ].flatMap((steps) =>
      inversions(steps).map((chord, i): Taught => ({
        name: `${tonic} ${steps.join(" ")}, inversion ${i}`,
        hand,
        notes: chordsOfKeys([chord.map((step) => (hand === "right" ? 60 : 48) + at + step)]),
        accepted: hand === "right" ? ["1235", "1245"] : ["5321", "5421"],
        seen: seenInTuning(at),
      })),
    ),
  ),
);

const FIVE = [0, 1, 2, 3, 4, 3, 2, 1, 0];
/**
 * Five-finger figures up and down in every key: a finger for each key. Common practice, no source.
 */
export const fiveFingers: readonly Taught[] = (["right", "left"] as const).flatMap((hand: Side) =>
  TONICS.flatMap((tonic, at) =>
    [
      [0, 2, 4, 5, 7],
      [0, 2, 3, 5, 7],
    ].map((steps): Taught => ({
      name: `${tonic} ${steps[2] === 4 ? "major" : "minor"}`,
      hand,
      notes: lineOfKeys(FIVE.map((step) => (hand === "right" ? 60 : 48) + at + steps[step]!)),
      accepted: [hand === "right" ? "123454321" : "543212345"],
      seen: seenInTuning(at),
    })),
  ),
);

const WHITE = [60, 62, 64, 65, 67, 69, 71, 72, 74];
const drill = (name: string, steps: readonly number[], right: string, left: string): Taught[] => [
  {
    name,
    hand: "right",
    notes: lineOfKeys(steps.map((step) => WHITE[step]!)),
    accepted: [right],
    seen: true,
  },
  {
    name,
    hand: "left",
    notes: lineOfKeys(steps.map((step) => WHITE[step]! - 12)),
    accepted: [left],
    seen: true,
  },
];
/** Drills on five white keys, and one of six. Common practice, no source. */
export const drills: readonly Taught[] = [
  ...drill("thirds", [0, 2, 1, 3, 2, 4, 3, 1, 0], "132435421", "534231245"),
  ...drill("neighbours", [0, 1, 0, 1, 2, 1, 2, 3, 2, 3, 4, 3], "121232343454", "545434323212"),
  ...drill("broken chord", [0, 2, 4, 2, 0, 2, 4, 2, 0], "135313531", "531353135"),
  ...drill(
    "chord figure",
    [0, 4, 2, 4, 0, 4, 2, 4, 0, 4, 1, 4, 0, 4, 2, 4],
    "1535153515251535",
    "5131513151415131",
  ),
  ...drill("down and up", [4, 3, 2, 1, 0, 1, 2, 3, 4], "543212345", "123454321"),
  ...drill("sixth", [0, 2, 3, 4, 5, 4, 3, 2, 0], "123454321", "543212345"),
];
