import { say } from "./say.ts";

/** In a list no more than so many are named. */
const NAMED = 6;

/** A list for a sentence: the first few, and how many more there are: `I, II and 1 more`. */
export function listed(
  all: readonly string[],
  { most = NAMED, between = ", " }: { readonly most?: number; readonly between?: string } = {},
): string {
  const named = all.slice(0, most).join(between);
  return all.length > most ? say`${named} and ${all.length - most} more` : named;
}
