import { say } from "@yarrow-ridge/core/words";
import { ProblemError } from "./problems.ts";

/** As it is compared: in one order of fields, without what says nothing. */
export function plain(value: unknown): unknown {
  if (typeof value === "string") return value.trim();
  if (Array.isArray(value)) return value.map(plain);
  if (value === null || typeof value !== "object") return value ?? null;
  const known = Object.entries(value)
    .map(([key, one]) => [key, plain(one)] as const)
    .filter(([, one]) => one !== null && JSON.stringify(one) !== "{}")
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return known.length ? Object.fromEntries(known) : null;
}
/** Whether two values say the same. */
export const same = (a: unknown, b: unknown) =>
  JSON.stringify(plain(a)) === JSON.stringify(plain(b));

/**
 * Whether an edit of single fields meets what its sender saw. A field that has been set to just
 * what is wanted is no conflict: the same request may come twice.
 *
 * @throws ProblemError 409 with what the fields are now
 */
export function unlessMoved(
  row: Readonly<Record<string, unknown>>,
  wanted: Readonly<Record<string, unknown>>,
  was: Readonly<Record<string, unknown>> | undefined,
): void {
  const moved = Object.keys(was ?? {}).filter(
    (key) => Object.hasOwn(row, key) && !same(row[key], was![key]) && !same(row[key], wanted[key]),
  );
  if (moved.length === 0) return;
  const now = Object.fromEntries(moved.map((key) => [key, row[key]]));
  const told = moved.map((key) => {
    const value = row[key];
    return typeof value === "string" && value ? say`${key} to “${value.slice(0, 60)}”` : key;
  });
  throw new ProblemError(
    409,
    say`Another window changed ${told.join(" and ")} in the meantime.`,
    undefined,
    { now },
  );
}
