import { comparePlaces, type Place } from "../../score/index.ts";
import type { ProposedMark } from "../../score/marks/work.ts";

/** A pedal or lever that is moved at a place, with why. */
interface Moved {
  readonly place: Place;
  readonly name: string;
  readonly to: number;
  /** Only when the bar is played this time. */
  readonly time?: number;
  readonly told: string;
}

/** Marks with the changes after them, in order: those of one place are one mark. */
export function withChanges(
  marks: readonly ProposedMark[],
  changes: readonly Moved[],
): ProposedMark[] {
  const found = [...marks];
  for (const { place, name, to, time, told } of changes) {
    const last = found.at(-1);
    const isSame = last && comparePlaces(last.from, place) === 0 && last.data["time"] === time;
    if (isSame)
      found[found.length - 1] = {
        ...last,
        data: { ...last.data, [name]: to },
        why: `${last.why} ${told}`,
      };
    else
      found.push({
        from: place,
        data: { ...(time === undefined ? {} : { time }), [name]: to },
        why: told,
      });
  }
  return found;
}
