import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import type { InstrumentRecord, RecordForm } from "../record.ts";
import { letterOf, LEVER_HARP, NATURALS, PEDAL_HARP, stringAt, stringName } from "./strings.ts";
import type { Alter, Harp, Letter, Setting } from "./strings.ts";

/** Major keys a lever harp is tuned to, levers down. */
const FLATS: Readonly<Record<string, string>> = {
  ...{ Ab: "BEAD", Eb: "BEA", Bb: "BE", F: "B", C: "" },
};

/** Flats of a tuning by the name of its major key. */
export const tunedTo = (key: string): Setting => ({
  ...NATURALS,
  ...Object.fromEntries([...(FLATS[key] ?? "")].map((letter) => [letter, -1 as Alter])),
});

export const TUNINGS: readonly string[] = Object.keys(FLATS);

/** A letter for all of its strings, or one string. */
const FIXED = /^[A-G][0-7]?$/;

/** A harp as a teacher describes it. */
export const harpFields = {
  kind: Type.Optional(
    Type.Union([Type.Literal("pedal"), Type.Literal("lever")], { description: "pedal or lever" }),
  ),
  lowest: Type.Optional(
    Type.String({
      pattern: "^[A-G][0-4]$",
      description: "the lowest string, a letter and its octave, such as C1 (C4 is middle C)",
    }),
  ),
  strings: Type.Optional(
    Type.Integer({ minimum: 12, maximum: 47, description: "12 to 47 strings" }),
  ),
  fixed: Type.Optional(
    Type.Array(Type.String({ pattern: FIXED.source }), {
      maxItems: 47,
      description: "strings without disc or lever: D for all of a letter, C1 for one",
    }),
  ),
  move: Type.Optional(
    Type.Number({
      minimum: 0.1,
      maximum: 5,
      description: "seconds, 0.1 to 5, a pedal or lever takes",
    }),
  ),
  tuning: Type.Optional(
    Type.Union(
      TUNINGS.map((key) => Type.Literal(key)),
      { description: `the major key of the strings, levers down: ${TUNINGS.join(", ")}` },
    ),
  ),
};

/** Seconds a move takes where nobody says. From memory. */
export const USUAL_MOVE = 0.5;

interface Told {
  readonly kind?: "pedal" | "lever";
  readonly lowest?: string;
  readonly strings?: number;
  readonly tuning?: string;
  readonly fixed?: readonly string[];
}

const stringNamed = (name: string): number => stringAt(name[0] as Letter, Number(name.slice(1)));

/**
 * The harp of a setup; what is not told is as usual for its kind. No harp has strings above G7.
 */
export function harpOf(setup: InstrumentRecord = {}): Harp {
  const { kind = "pedal", lowest, strings, tuning, fixed } = setup as Told;
  const usual = kind === "pedal" ? PEDAL_HARP : LEVER_HARP;
  const low = lowest === undefined ? usual.lowest : stringNamed(lowest);
  const count = strings ?? usual.strings;
  const [first, top] = [low, low + count - 1];
  // usually the lowest two of a harp down to C1, and the highest G
  const isFixed = (string: number) =>
    fixed
      ? fixed.some((one) => one === stringName(string) || one === letterOf(string))
      : usual.fixed.includes(string);
  return {
    ...usual,
    lowest: low,
    strings: Math.min(count, stringAt("G", 7) - low + 1),
    fixed: Array.from({ length: top - first + 1 }, (_, i) => first + i).filter(isFixed),
    tuning: tuning === undefined ? usual.tuning : tunedTo(tuning),
  };
}

const LOWEST = [7, 12, 14, 18, 19, 21].map((string): [string, string] => [
  stringName(string),
  stringName(string),
]);

export const harpSetup: RecordForm = {
  schema: Type.Object(harpFields, { additionalProperties: false }),
  fields: [
    {
      key: "kind",
      label: say`Harp`,
      options: [
        ["pedal", say`pedal harp`],
        ["lever", say`lever harp`],
      ],
    },
    { key: "strings", label: say`Strings`, usual: "47" },
    {
      key: "lowest",
      label: say`Lowest string`,
      options: LOWEST,
      help: say`C4 is middle C. A pedal harp of 47 strings begins at C1, a lever harp of 34 at C2.`,
    },
    {
      key: "fixed",
      label: say`Strings without disc or lever`,
      usual: say`C1 D1 G7 of a pedal harp`,
      help: say`Such as C1 D1, or D for all of its strings; none, where each string has one.`,
      list: {
        read: (word) => (FIXED.test(word.toUpperCase()) ? word.toUpperCase() : undefined),
        written: String,
        hint: say`Letters or strings such as D or C1.`,
      },
    },
    { key: "move", label: say`A pedal or lever takes`, unit: "s", usual: String(USUAL_MOVE) },
    {
      key: "tuning",
      label: say`Strings with their levers down`,
      options: TUNINGS.map((key): [string, string] => [key, say`${key.replace("b", "♭")} major`]),
    },
  ],
};
