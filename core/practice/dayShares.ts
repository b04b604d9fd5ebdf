import type { Shares } from "./card.ts";
import { KEEPING, type Due } from "./keep.ts";
import type { Laying } from "./laying.ts";
import { fairShares, LONGEST_WAIT, SHORT, wholeShares, type Claim } from "./share.ts";

/**
 * New pieces are not begun all at once, but one that needs this share of all practice until its day
 * cannot wait. Common practice, no source.
 */
const [IN_FIRST_READING, CANNOT_WAIT] = [2, 0.25];
/** How a piece stands on a day. */
export interface Today extends Omit<Claim, "owed"> {
  readonly isAfter: boolean;
  readonly isFirst: boolean;
}

/** Some of what comes first has not been played at all. */
const isInFirstReading = ({ loads }: Laying): boolean =>
  loads.some(({ unit, left }) => !unit.after.length && left.length === unit.steps.length);

/** What is begun goes on; of what is new and can wait no more than two are in first reading. */
export function atOnce(open: readonly Laying[], today: ReadonlyMap<Laying, Today>): Laying[] {
  const cannotWait = (one: Laying) => today.get(one)!.left >= CANNOT_WAIT * today.get(one)!.until;
  const isOn = (one: Laying) => one.isBegun || cannotWait(one);
  const reading = open.filter((one) => isOn(one) && isInFirstReading(one)).length;
  const fresh = open.filter((one) => !isOn(one));
  const now = fresh.slice(0, Math.max(0, IN_FIRST_READING - reading));
  return open.filter((one) => isOn(one) || now.includes(one));
}

/** Minutes owed with those of today; on the first day also for the days it waited. */
const owing = (one: Laying, share: number, { isFirst, waited }: Today): number =>
  one.owed + share * (isFirst ? 1 + Math.min(waited, LONGEST_WAIT) : 1);

export function minutesToKeep(
  kept: readonly Laying[],
  due: ReadonlyMap<Laying, readonly Due[]>,
  minutes: number,
  isLearning: boolean,
  today: ReadonlyMap<Laying, Today>,
  { keeping }: Shares,
): Map<Laying, number> {
  const found = new Map<Laying, number>();
  let rest = minutes;
  for (const one of [...kept].sort((a, b) => b.waited - a.waited)) {
    one.owed = owing(one, (minutes * keeping) / 60 / kept.length, today.get(one)!);
    const most = KEEPING * due.get(one)!.length;
    const wanted = isLearning ? (one.owed < SHORT ? 0 : Math.floor(one.owed)) : most;
    const given = Math.min(rest, most, wanted);
    if (given <= 0) continue;
    found.set(one, given);
    one.owed = isLearning ? one.owed - given : 0;
    rest -= given;
  }
  return found;
}

export function minutesToLearn(
  learning: readonly Laying[],
  minutes: number,
  today: ReadonlyMap<Laying, Today>,
): Map<Laying, number> {
  const claims = learning.map((one): Claim => ({ ...today.get(one)!, owed: 0 }));
  const fair = fairShares(minutes, claims);
  const owed = learning.map((one, i) => owing(one, fair[i]!, today.get(one)!));
  const given = wholeShares(
    minutes,
    claims.map((claim, i) => ({ ...claim, owed: owed[i]! })),
  );
  learning.forEach((one, i) => (one.owed = owed[i]! - given[i]!));
  return new Map(learning.map((one, i) => [one, given[i]!]));
}
