import { say, small } from "@yarrow-ridge/core/words";
import { instrument, type InstrumentRecord, type RecordForm } from "@yarrow-ridge/core/instruments";
import { ProblemError } from "./problems.ts";
import { check } from "./validate.ts";

/**
 * A record of an instrument as it may be stored: what nothing was said of is left out.
 *
 * @throws ProblemError 400 with a sentence that names instrument and field
 */
export function checkedRecord(
  kind: string,
  which: "setup" | "player",
  record: InstrumentRecord,
): InstrumentRecord {
  const { name, [which]: form } = instrument(kind);
  if (!form)
    throw new ProblemError(
      400,
      say`There is nothing to say of that for the ${small(name)}.`,
      which,
    );
  return checkedBy(form, name, which, record);
}

function checkedBy(
  form: RecordForm,
  name: string,
  which: string,
  record: InstrumentRecord,
): InstrumentRecord {
  const said = Object.fromEntries(
    Object.entries(record).filter(([, value]) => value !== null && value !== undefined),
  );
  try {
    check(form.schema, said, which);
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    const field = error.field ? `${which}.${error.field}` : which;
    throw new ProblemError(400, `${name}: ${error.message}`, field);
  }
  return said;
}
