import { comparePlaces, type Place } from "../../score/index.ts";
import type { ProposedMark } from "../../score/marks/work.ts";

/** A pedal or lever that is moved at a place, with why. */
interface Moved {
  readonly place: Place;
  readonly name: string;
  readonly to: number;
  readonly told: string;
}

/** Marks with the changes after them, in order: those of one place are one mark. */
export function withChanges(
  marks: readonly ProposedMark[],
  changes: readonly Moved[],
): ProposedMark[] {
  const found = [...marks];
  for (const { place, name, to, told } of changes) {
    const last = found.at(-1);
    if (last && comparePlaces(last.from, place) === 0)
      found[found.length - 1] = {
        ...last,
        data: { ...last.data, [name]: to },
        why: `${last.why} ${told}`,
      };
    else found.push({ from: place, data: { [name]: to }, why: told });
  }
  return found;
}
