import type { BassSetup } from "../bass/bassHand.ts";

/** Buttons one after the other with the fingers that are taught, `_` after a counterbass. */
export interface TaughtBass {
  readonly name: string;
  /** MIDI numbers of each moment. */
  readonly moments: readonly (readonly number[])[];
  /** Ways that are taught, by ` | `. */
  readonly fingers: string;
  readonly setup: BassSetup;
}

// Written before any was tried, out of what every method has in common, from memory: the pairs of
// the two schools (fundamental 3 and chord 2; fundamental 4, chord 3, and 2 for the fifth in turn
// with it), the scale 4 2 4 5 3 5 3 4 which is the same everywhere, and one finger for each column
// of a line that stays in its place. No page of a method was before us.

const [LOW, HIGH] = [36, 60];
const KINDS = { M: [0, 4, 7], m: [0, 3, 7], "7": [0, 4, 10], d: [0, 3, 9] } as const;
type Kind = keyof typeof KINDS;

const bass = (root: number): number[] => [LOW + root];
const chord = (root: number, kind: Kind): number[] =>
  KINDS[kind].map((above) => HIGH + root + above);

const SCHOOLS = { "3-2": ["3", "2"], "4-3": ["4", "3"] } as const;
type School = keyof typeof SCHOOLS;
const each = Object.keys(KINDS) as Kind[];
const schools = Object.keys(SCHOOLS) as School[];
const setupOf = (school: School): BassSetup => ({ pair: school });

/** A fundamental and its chord, on two beats and on three. */
const pairs = schools.flatMap((school): TaughtBass[] => {
  const [low, high] = SCHOOLS[school];
  return each.flatMap((kind) => [
    {
      name: `C${kind} in two, ${school}`,
      moments: [bass(0), chord(0, kind), bass(0), chord(0, kind)],
      ...{ fingers: [low, high, low, high].join(" "), setup: setupOf(school) },
    },
    {
      name: `C${kind} in three, ${school}`,
      moments: [bass(0), chord(0, kind), chord(0, kind)],
      ...{ fingers: [low, high, high].join(" "), setup: setupOf(school) },
    },
  ]);
});

/** In turn with the fifth. */
const alternating = (["M", "m", "7"] as const).flatMap((kind): TaughtBass[] => [
  {
    name: `C${kind} with its fifth in two`,
    moments: [bass(0), chord(0, kind), bass(7), chord(0, kind)],
    ...{ fingers: "4 3 2 3", setup: setupOf("4-3") },
  },
  {
    name: `C${kind} with its fifth in three`,
    moments: [0, 7].flatMap((root) => [bass(root), chord(0, kind), chord(0, kind)]),
    ...{ fingers: "4 3 3 2 3 3", setup: setupOf("4-3") },
  },
]);

const CADENCES: readonly [name: string, chords: readonly [root: number, kind: Kind][]][] = [
  ["C, F, G7, C", [[0, "M"], [5, "M"], [7, "7"], [0, "M"]]], // prettier-ignore
  ["Am, Dm, E7, Am", [[9, "m"], [2, "m"], [4, "7"], [9, "m"]]], // prettier-ignore
  ["G, Em, Am, D7", [[7, "M"], [4, "m"], [9, "m"], [2, "7"]]], // prettier-ignore
  ["E7, A7, D7, G7", [[4, "7"], [9, "7"], [2, "7"], [7, "7"]]], // prettier-ignore
];

/** The pair goes along from chord to chord. */
const pairsAlong = (list: typeof CADENCES): TaughtBass[] =>
  schools.flatMap((school) =>
    list.map(([name, chords]): TaughtBass => ({
      name: `${name}, ${school}`,
      moments: chords.flatMap(([root, kind]) => [bass(root), chord(root, kind)]),
      fingers: chords.map(() => SCHOOLS[school].join(" ")).join(" "),
      setup: setupOf(school),
    })),
  );
const cadences = pairsAlong(CADENCES);

const SCALE = [0, 2, 4, 5, 7, 9, 11, 12];
const UP = "4 2 4_ 5 3 5_ 3_ 4";
const DOWN = UP.split(" ").reverse().join(" ");

const scales = Object.entries({ C: 0, G: 7, F: 5, D: 2, "B flat": 10 }).flatMap(
  ([name, tonic]): TaughtBass[] => {
    const up = SCALE.map((step) => [LOW + tonic + step]);
    return [
      { name: `${name} major, up`, moments: up, fingers: UP, setup: {} },
      { name: `${name} major, down`, moments: [...up].reverse(), fingers: DOWN, setup: {} },
    ];
  },
);

/**
 * Lines in one place: a line over three columns may lie a finger higher too. The last way of the
 * third, fourth and seventh is that of the first, the second and the fifths in another key, which
 * was seen only when they were tried.
 */
const lines = (
  [
    ["C D E F", [0, 2, 4, 5], "4 2 4_ 5"],
    ["F E D C", [5, 4, 2, 0], "5 4_ 2 4"],
    ["G A B C", [7, 9, 11, 12], "3 5_ 3_ 4 | 2 4_ 2_ 3 | 4 2 4_ 5"],
    ["C B A G", [12, 11, 9, 7], "4 3_ 5_ 3 | 3 2_ 4_ 2 | 5 4_ 2 4"],
    ["G F E D C", [7, 5, 4, 2, 0], "3 5 4_ 2 4"],
    ["F C G D G C F", [5, 0, 7, 2, 7, 0, 5], "5 4 3 2 3 4 5"],
    ["C G A D", [0, 7, 9, 2], "4 3 5_ 2 | 5 4 2 3"],
    ["D G C", [2, 7, 0], "2 3 4 | 3 4 5"],
    ["C F G C", [0, 5, 7, 0], "4 5 3 4 | 3 4 2 3"],
  ] as const
).map(([name, roots, fingers]): TaughtBass => ({
  ...{ name, fingers, setup: {} },
  moments: roots.map((root) => [LOW + root]),
}));

export const TAUGHT_BASSES: readonly TaughtBass[] = [
  ...[...pairs, ...alternating, ...cadences, ...scales, ...lines],
];

// Written last, from the same memory, and nothing changed on them: other keys, other cadences, the
// scale up and down, lines that stay in their place.

const inThree = schools.flatMap((school) =>
  (
    [
      ["E flat", 3, "M"],
      ["A", 9, "m"],
      ["B", 11, "7"],
      ["E", 4, "d"],
    ] as const
  ).map(
    // prettier-ignore
    ([name, root, kind]): TaughtBass => ({
      name: `${name}${kind}, two bars in three, ${school}`,
      moments: [0, 1].flatMap(() => [bass(root), chord(root, kind), chord(root, kind)]),
      fingers: [0, 1].flatMap(() => [SCHOOLS[school][0], SCHOOLS[school][1], SCHOOLS[school][1]]).join(" "),
      setup: setupOf(school),
    }),
  ),
);

const fifths =
  ([["G", 7, "M"], ["D", 2, "m"], ["B flat", 10, "M"], ["A", 9, "7"], ["E flat", 3, "M"]] as const) // prettier-ignore
    .map(([name, root, kind]): TaughtBass => ({
      name: `${name}${kind} with its fifth`,
      moments: [bass(root), chord(root, kind), bass((root + 7) % 12), chord(root, kind)],
      ...{ fingers: "4 3 2 3", setup: setupOf("4-3") },
    }));

const LATER_CADENCES: typeof CADENCES = [
  ["D, G, A7, D", [[2, "M"], [7, "M"], [9, "7"], [2, "M"]]], // prettier-ignore
  ["F, B flat, C7, F", [[5, "M"], [10, "M"], [0, "7"], [5, "M"]]], // prettier-ignore
  ["Em, B7, Em", [[4, "m"], [11, "7"], [4, "m"]]], // prettier-ignore
  ["Gm, Cm, D7, Gm", [[7, "m"], [0, "m"], [2, "7"], [7, "m"]]], // prettier-ignore
  ["C, G7, C, F", [[0, "M"], [7, "7"], [0, "M"], [5, "M"]]], // prettier-ignore
];
const laterCadences = pairsAlong(LATER_CADENCES);

const laterScales = Object.entries({ A: 9, E: 4, "E flat": 3, "A flat": 8 }).flatMap(
  ([name, tonic]): TaughtBass[] => {
    const up = SCALE.map((step) => [LOW + tonic + step]);
    return [
      { name: `${name} major, up`, moments: up, fingers: UP, setup: {} },
      { name: `${name} major, down`, moments: [...up].reverse(), fingers: DOWN, setup: {} },
      {
        name: `${name} major, up and down`,
        moments: [...up, ...up.slice(0, -1).reverse()],
        fingers: `${UP} ${DOWN.split(" ").slice(1).join(" ")}`,
        setup: {},
      },
    ];
  },
);

const laterLines = (
  [
    ["F C G D", [5, 0, 7, 2], "5 4 3 2"],
    ["D G C F", [2, 7, 0, 5], "2 3 4 5"],
    ["C D E D C", [0, 2, 4, 2, 0], "4 2 4_ 2 4"],
    ["D E F sharp G", [2, 4, 6, 7], "4 2 4_ 5"],
    ["B flat A G F", [10, 9, 7, 5], "5 4_ 2 4"],
    ["C G C", [0, 7, 0], "4 3 4 | 3 2 3 | 5 4 5"],
    ["C F C", [0, 5, 0], "4 5 4 | 3 4 3 | 2 3 2"],
    ["C F G C F G", [0, 5, 7, 0, 5, 7], "4 5 3 4 5 3 | 3 4 2 3 4 2"],
  ] as const
).map(([name, roots, fingers]): TaughtBass => ({
  ...{ name, fingers, setup: {} },
  moments: roots.map((root) => [LOW + root]),
}));

export const WRITTEN_LAST: readonly TaughtBass[] = [
  ...[...inThree, ...fifths, ...laterCadences, ...laterScales, ...laterLines],
];
