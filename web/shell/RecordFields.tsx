import { MenuItem, TextField } from "@mui/material";
import { typedUnit, type Spoken } from "../settings/spoken.ts";
import { useSpoken } from "../settings/useSpoken.ts";
import type { RecordField, RecordForm } from "@yarrow-ridge/core/instruments";

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
      ? value.join(" ")
      : typeof value === "string"
        ? value
        : JSON.stringify(value);

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
const inUnit = (value: number): string => String(Math.round(value * 100) / 100);

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

function valueOf({ options, several, unit }: RecordField, text: string, spoken: Spoken): unknown {
  if (options) return options.find(([value]) => String(value) === text)?.[0];
  const { times } = typedUnit(unit, spoken);
  if (times !== 1) return Math.round(Number(text) * times);
  return several ? text.split(/[\s,]+/).map(Number) : Number(text);
}

/** The fields of a record of an instrument, those that are seldom known under "more". */
export function RecordFields({
  form,
  typed,
  onType,
  more,
}: {
  form: RecordForm;
  typed: Typed;
  onType: (typed: Typed) => void;
  /** What "more" is called. */
  more: string;
}) {
  const spoken = useSpoken();
  const shown = (field: RecordField) => {
    const { key, label, options, usual, help } = field;
    const { unit, times } = typedUnit(field.unit, spoken);
    const text = typed[key] ?? "";
    const wrong = !options && text.trim() !== "" && !/^[\d.\s,]+$/.test(text);
    return (
      <TextField
        key={key}
        select={options !== undefined}
        label={unit ? `${label}, ${unit}` : label}
        placeholder={
          usual !== undefined && times !== 1 ? inUnit(Number(usual) / times) : (usual ?? "")
        }
        value={text}
        error={wrong}
        helperText={wrong ? "A number." : help}
        slotProps={{ htmlInput: options ? {} : { inputMode: "decimal" } }}
        onChange={(event) => onType({ ...typed, [key]: event.target.value })}
      >
        {options && <MenuItem value="">not said</MenuItem>}
        {options?.map(([value, name]) => (
          <MenuItem key={String(value)} value={String(value)}>
            {name}
          </MenuItem>
        ))}
      </TextField>
    );
  };
  const rest = form.fields.filter((field) => field.more);
  const [plain, inside] = [
    rest.filter(({ key }) => !key.includes(".")),
    rest.filter(({ key }) => key.includes(".")),
  ];
  return (
    <>
      {form.fields.filter((field) => !field.more).map(shown)}
      {rest.length > 0 && (
        <details>
          <summary>{more}</summary>
          <div className="stack" style={{ paddingTop: 12 }}>
            {plain.map(shown)}
            {inside.length > 0 && (
              <div>
                <p className="small soft">
                  Spans of other fingers, between the keys they take without force; leave out what
                  nobody measured.
                </p>
                <div className="finger-pairs">{inside.map(shown)}</div>
              </div>
            )}
          </div>
        </details>
      )}
    </>
  );
}
