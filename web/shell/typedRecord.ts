import type { ListField, RecordForm, RecordField } from "@yarrow-ridge/core/instruments";
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

/** An empty list, as it is typed. */
const NONE = "none";

const textOf = (value: unknown, list: ListField | undefined): string =>
  value === undefined
    ? ""
    : list && Array.isArray(value)
      ? value.map(list.written).join(" ") || NONE
      : typeof value === "string"
        ? value
        : JSON.stringify(value);

/** What the words of a typed list stand for; undefined for those that stand for nothing. */
export const typedList = ({ read }: ListField, text: string): unknown[] =>
  text.trim().toLowerCase() === NONE
    ? []
    : text
        .trim()
        .split(/[\s,]+/)
        .map(read);

/** A record as it stands in the fields. */
export const typedOf = ({ fields }: RecordForm, record: unknown, spoken: Spoken): Typed =>
  Object.fromEntries(
    fields.map(({ key, unit, list }) => {
      const value = at(record, key);
      const { times } = typedUnit(unit, spoken);
      return [
        key,
        typeof value === "number" && times !== 1 ? inUnit(value / times) : textOf(value, list),
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

function valueOf({ options, list, unit }: RecordField, text: string, spoken: Spoken): unknown {
  if (options) return options.find(([value]) => String(value) === text)?.[0];
  const { times } = typedUnit(unit, spoken);
  if (times !== 1) return Math.round(Number(text) * times);
  return list ? typedList(list, text) : Number(text);
}
