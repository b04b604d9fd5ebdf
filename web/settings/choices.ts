import { say } from "@yarrow-ridge/core/words";
import { LANGUAGES, type Spoken } from "../words/spoken.ts";

export const CHOICES: readonly (readonly [
  keyof Spoken,
  string,
  readonly (readonly [Spoken[keyof Spoken], string])[],
])[] = [
  ...(LANGUAGES.length > 1 ? [["language", say`Language`, LANGUAGES] as const] : []),
  [
    "dates",
    say`Dates`,
    [
      ["day first", "28 November"],
      ["month first", "November 28"],
    ],
  ],
  [
    "clock",
    say`Clock`,
    [
      ["24", "16:30"],
      ["12", say`4:30 pm`],
    ],
  ],
  [
    "weekStart",
    say`The week begins on`,
    [
      [1, say`Monday`],
      [6, say`Saturday`],
      [7, say`Sunday`],
    ],
  ],
  [
    "lengths",
    say`Hands are measured in`,
    [
      ["metric", say`millimetres and centimetres`],
      ["inches", say`inches`],
    ],
  ],
  // words of English: another language has one of each
  [
    "bars",
    say`From barline to barline is`,
    [
      ["bar", "a bar"],
      ["measure", "a measure"],
    ],
  ],
  [
    "noteValues",
    say`Notes are named`,
    [
      ["crotchet", "minim, crotchet, quaver"],
      ["quarter note", "half, quarter, eighth note"],
    ],
  ],
];
