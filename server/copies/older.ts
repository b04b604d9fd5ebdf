import type { TableName } from "./tables.ts";

type Told = Record<string, unknown>;
const isRow = (row: unknown): row is Told => row !== null && typeof row === "object";
const isNumbers = (value: unknown): value is number[] =>
  Array.isArray(value) && value.every((one) => typeof one === "number");

/** Rows of a copy an older program made, as the tables are now; what does not fit stays. */
export function bringUpToDate(tables: ReadonlyMap<TableName, unknown[]>, version: number): void {
  if (version < SHARED_MINUTES) shareMinutes(tables);
}

/** The migration from which on a student's pieces share the minutes of a day. */
const SHARED_MINUTES = 18;

/** Minutes stood with each plan; a student has the sum of those in force. */
function shareMinutes(tables: ReadonlyMap<TableName, unknown[]>): void {
  const rowsOf = (name: TableName) => (tables.get(name) ?? []).filter(isRow);
  const given = new Map(rowsOf("assignments").map((row) => [row.id, row]));
  const students = new Map(rowsOf("students").map((row) => [row.id, row]));
  for (const plan of rowsOf("plans")) {
    const minutes = plan.minutesByWeekday;
    delete plan.minutesByWeekday;
    const assignment = given.get(plan.assignmentId);
    const student = students.get(assignment?.studentId);
    if (!student || !isNumbers(minutes) || plan.superseded || assignment?.archived) continue;
    const before = isNumbers(student.minutesByWeekday) ? student.minutesByWeekday : [];
    student.minutesByWeekday = minutes.map((one, i) => Math.min(600, one + (before[i] ?? 0)));
  }
}
