import type { Spoken } from "./spoken.ts";

export const CHOICES: readonly (readonly [
  keyof Spoken,
  string,
  readonly (readonly [Spoken[keyof Spoken], string])[],
])[] = [
  [
    "dates",
    "Dates",
    [
      ["day first", "28 November"],
      ["month first", "November 28"],
    ],
  ],
  [
    "clock",
    "Clock",
    [
      ["24", "16:30"],
      ["12", "4:30 pm"],
    ],
  ],
  [
    "weekStart",
    "The week begins on",
    [
      [1, "Monday"],
      [6, "Saturday"],
      [7, "Sunday"],
    ],
  ],
  [
    "lengths",
    "Hands are measured in",
    [
      ["metric", "millimetres and centimetres"],
      ["inches", "inches"],
    ],
  ],
];
