import { Type } from "@sinclair/typebox";
import type { Moment, Term } from "../../fingering/index.ts";

/** What may be asked of the plucking hand. */
export const pluckSchool = {
  line: Type.Optional(
    Type.Union([Type.Literal("i-m"), Type.Literal("a-m-i")], {
      description: "quick notes on a string by i and m in turn, or by a, m and i",
    }),
  ),
  thumb: Type.Optional(
    Type.Union([Type.Literal("basses"), Type.Literal("free")], {
      description: "the thumb on the basses only, or where it falls easily",
    }),
  ),
  chords: Type.Optional(
    Type.Union([Type.Literal("fingers"), Type.Literal("thumb")], {
      description: "full chords by a finger for each string, or by the thumb across them",
    }),
  ),
  pattern: Type.Optional(
    Type.String({
      pattern: "^[pima]( ?[pima]){1,15}$",
      maxLength: 31,
      description: "a pattern for single notes, from the beginning of each bar: p i m a m i",
    }),
  ),
};

export interface PluckSchool {
  readonly line?: "i-m" | "a-m-i";
  readonly thumb?: "basses" | "free";
  readonly chords?: "fingers" | "thumb";
  readonly pattern?: string;
}

/** What a note pays for not being plucked as the pattern has it: more than any crossing. */
const ASKED = 8;

/**
 * Prices for a pattern that is asked for: each note of a bar has its finger, and the pattern comes
 * again as long as the bar goes on; notes struck together take a place in it and their own fingers.
 */
export function patternTerms(
  pattern: string | undefined,
  moments: readonly Moment[],
): Term<{ readonly notes: readonly { readonly finger: string }[] }>[] {
  const asked = [...(pattern ?? "")].filter((one) => one !== " ");
  if (asked.length === 0) return [];
  let start = 0;
  const places = moments.map(({ bar, notes }, i) => {
    if (bar !== moments[start]!.bar) start = i;
    return notes.length === 1 ? asked[(i - start) % asked.length]! : "";
  });
  return [...new Set(asked)].map((finger) => ({
    at: places.map((one) => one === finger),
    hold: ({ notes }) => (notes[0]!.finger === finger ? 0 : ASKED),
  }));
}

/** Notes of the shortest and longest pattern that has a name. */
const [SHORTEST, LONGEST] = [3, 12];

/** The pattern that fingers repeat, if it has a thumb and two fingers: `p i m a m i`. */
export function patternOf(fingers: readonly string[]): string | undefined {
  for (let length = SHORTEST; length <= Math.min(LONGEST, fingers.length); length++) {
    if (fingers.some((finger, i) => finger !== fingers[i % length])) continue;
    const pattern = fingers.slice(0, length);
    const isOne = pattern[0]!.startsWith("p") && new Set(pattern).size >= SHORTEST;
    return isOne && fingers.length % length === 0 ? pattern.join(" ") : undefined;
  }
  return undefined;
}
