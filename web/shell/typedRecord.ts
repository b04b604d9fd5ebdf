import type { RecordForm, RecordField } from "@yarrow-ridge/core/instruments";
import { keyNamed, keyOfName } from "@yarrow-ridge/core/score";
import { type Spoken, typedUnit } from "../words/spoken.ts";

/** What is typed into the fields of a record, by their keys. */
export type Typed = Readonly<Record<string, string>>;
const at = (record: unknown, key: string): unknown =>
  key
    .split(".")
    .reduce<unknown>(
      (one, name) =>
        typeof one === "object" && one !== null
          ? (one as Record<string, unknown>)[name]
          : undefined,
      record,
    );

const textOf = (value: unknown): string =>
  value === undefined
    ? ""
    : Array.isArray(value)
      ? value.map((key) => keyNamed(Number(key))).join(" ")
      : typeof value === "string"
        ? value
        : JSON.stringify(value);

/** The keys of typed pitches: `E4 B3`; a number is a key itself. */
export const typedKeys = (text: string): number[] =>
  text
    .trim()
    .split(/[\s,]+/)
    .map((one) => keyOfName(one) ?? Number(one));

/** A record as it stands in the fields. */
export const typedOf = ({ fields }: RecordForm, record: unknown, spoken: Spoken): Typed =>
  Object.fromEntries(
    fields.map(({ key, unit }) => {
      const value = at(record, key);
      const { times } = typedUnit(unit, spoken);
      return [
        key,
        typeof value === "number" && times !== 1 ? inUnit(value / times) : textOf(value),
      ];
    }),
  );

/** Two places: a millimetre is 0.04 inch. */
export const inUnit = (value: number): string => String(Math.round(value * 100) / 100);

/** The record that was typed; what was left empty is not in it. */
export function recordOf(
  { fields }: RecordForm,
  typed: Typed,
  spoken: Spoken,
): Record<string, unknown> {
  const record: Record<string, unknown> = {};
  for (const field of fields) {
    const text = (typed[field.key] ?? "").trim();
    if (text === "") continue;
    const [first, second] = field.key.split(".");
    if (second === undefined) record[first!] = valueOf(field, text, spoken);
    else
      record[first!] = {
        ...(record[first!] as object | undefined),
        [second]: valueOf(field, text, spoken),
      };
  }
  return record;
}

function valueOf({ options, pitches, unit }: RecordField, text: string, spoken: Spoken): unknown {
  if (options) return options.find(([value]) => String(value) === text)?.[0];
  const { times } = typedUnit(unit, spoken);
  if (times !== 1) return Math.round(Number(text) * times);
  return pitches ? typedKeys(text) : Number(text);
}
