import { say } from "../../words/say.ts";
import { Type, type Static } from "@sinclair/typebox";
import { adorned, type Tone } from "../../score/order/ornaments.ts";

/** Signs as musicians call them; what each plays is in `score/order/ornaments.ts`. */
export const KINDS = [
  ...(["grace", "mordent", "short trill", "trill", "trill from below"] as const),
  ...(["turn", "inverted turn"] as const),
] as const;

const semitones = Type.Integer({
  minimum: 1,
  maximum: 4,
  description: "semitones to the neighbour, 1 to 4",
});

/** How a grace goes on to its note: one finger slides, or each has its own. */
export const HOWS = ["slid", "two fingers"] as const;
export type How = (typeof HOWS)[number];

/** What a mark of this stratum says of the tune note at its place. */
export const ornamentSchema = Type.Object(
  {
    kind: Type.Union(
      KINDS.map((kind) => Type.Literal(kind)),
      { description: KINDS.join(", ") },
    ),
    side: Type.Optional(
      Type.Union([Type.Literal("above"), Type.Literal("below")], {
        description: "where a grace note comes from: above or below",
      }),
    ),
    by: semitones,
    how: Type.Optional(
      Type.Union(
        HOWS.map((how) => Type.Literal(how)),
        { description: "how a grace goes on to its note: slid, or with two fingers" },
      ),
    ),
    /** Of turns and trills from below: the lower neighbour may lie nearer than the upper one. */
    under: Type.Optional(semitones),
    layer: Type.Optional(
      Type.Integer({ minimum: 1, maximum: 4, description: "the layer it came with, 1 to 4" }),
    ),
    finger: Type.Optional(
      Type.String({ pattern: "^[0-5]$", description: "the finger of a grace note, 0 to 5" }),
    ),
  },
  { additionalProperties: false },
);
export type Ornament = Static<typeof ornamentSchema>;

/** @example ornamentText({ kind: "grace", side: "above", by: 2 }) // => "grace from above" */
export function ornamentText({ kind, side, how }: Pick<Ornament, "kind" | "side" | "how">): string {
  if (kind !== "grace") return NAMES[kind];
  const text = side === "below" ? say`grace from below` : say`grace from above`;
  if (how === undefined) return text;
  return how === "slid" ? say`${text}, slid` : say`${text}, with two fingers`;
}
const NAMES = {
  mordent: say`mordent`,
  "short trill": say`short trill`,
  trill: say`trill`,
  "trill from below": say`trill from below`,
  turn: say`turn`,
  "inverted turn": say`inverted turn`,
} as const;

/** The key of a grace note. */
export const graceKey = (midi: number, { side, by }: Ornament): number =>
  side === "below" ? midi - by : midi + by;

/**
 * An ornament with its note, as it sounds: the note stays on its beat, a grace comes before it.
 *
 * @param length quarters of the note alone
 * @returns times in quarters from the beat
 * @example
 *   tonesOf({ kind: "grace", side: "above", by: 2 }, 60, 1).map(({ midi, at }) => [midi, at])
 *   // => [[62, -0.125], [60, 0]]
 */
export function tonesOf(ornament: Ornament, midi: number, length: number): Tone[] {
  const { kind, by, under = by } = ornament;
  const graces = kind === "grace" ? [{ midi: graceKey(midi, ornament), slash: true }] : [];
  return adorned({ midi, ornaments: kind === "grace" ? [] : [kind] }, length, graces, (side) =>
    side > 0 ? midi + by : midi - under,
  );
}
