import { say } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import { typedUnit } from "../words/spoken.ts";
import { useSpoken } from "../words/useSpoken.ts";
import type { RecordField, RecordForm } from "@yarrow-ridge/core/instruments";
import type { Typed } from "./typedRecord.ts";
import { inUnit, typedList } from "./typedRecord.ts";

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
    const { key, label, options, list, usual, help } = field;
    const { unit, times } = typedUnit(field.unit, spoken);
    const text = typed[key] ?? "";
    const isOne = () =>
      list ? !typedList(list, text).includes(undefined) : /^[\d.\s,]+$/.test(text);
    const wrong = !options && text.trim() !== "" && !isOne();
    return (
      <TextField
        key={key}
        select={options !== undefined}
        label={unit ? `${label}, ${unit}` : label}
        placeholder={
          usual?.replace(/\d+(\.\d+)?/, (mm) =>
            times === 1 ? mm : String(inUnit(Number(mm) / times)),
          ) ?? ""
        }
        value={text}
        error={wrong}
        helperText={wrong ? (list?.hint ?? say`A number.`) : help}
        slotProps={{ htmlInput: options || list ? {} : { inputMode: "decimal" } }}
        onChange={(event) => onType({ ...typed, [key]: event.target.value })}
      >
        {options && <MenuItem value="">{say`not said`}</MenuItem>}
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
                <p className="small soft">{say`Spans of other fingers, between the keys they take
                  without force; leave out what nobody measured.`}</p>
                <div className="finger-pairs">{inside.map(shown)}</div>
              </div>
            )}
          </div>
        </details>
      )}
    </>
  );
}
