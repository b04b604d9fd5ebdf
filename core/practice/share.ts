/** Minutes on each weekday, Monday first, where nobody says. */
export const USUAL_MINUTES: readonly number[] = [20, 20, 20, 20, 20, 20, 0];

/** What a piece asks of a day. Minutes. */
export interface Claim {
  /** Expected work still to be done. */
  readonly left: number;
  /** All that is practised from today to the day it must be ready, whatever on. */
  readonly until: number;
  /** Days of practice until then, today included. */
  readonly days: number;
  /** Days of practice it takes however many minutes there are: one thing rests on another. */
  readonly chain: number;
  /** What it should have had by now and had not. */
  readonly owed: number;
  /** Days of practice since it last had some. */
  readonly waited: number;
}

/** Shorter is not worth taking the piece out. Common practice, no source. */
export const SHORT = 5;
/** A piece is not left lying for a week. Common practice, no source. */
export const LONGEST_WAIT = 6;
/** So near the day what is left is done though it is little. */
const LAST_DAYS = 3;

/**
 * What would be just of a day, in minutes: the piece whose day comes first has what it needs a
 * minute of practice until then, the next of what remains; what nobody needs goes to all alike,
 * in the same proportion.
 *
 * @param claims in the order of their days
 */
export function fairShares(minutes: number, claims: readonly Claim[]): number[] {
  if (minutes <= 0) return claims.map(() => 0);
  let rest = minutes;
  const needed = claims.map(({ left, until, days, chain }) => {
    const within = (until * Math.max(0, days - chain)) / Math.max(1, days);
    const need = Math.min(rest, left, (left * minutes) / Math.max(minutes, within));
    rest -= need;
    return need;
  });
  const shares = [...needed];
  // each round fills up at least one
  for (let round = 0; round < claims.length && rest > 1e-9; round++) {
    const open = claims.map(({ left }, i) =>
      left - shares[i]! > 1e-9 ? Math.max(needed[i]!, 1e-6) : 0,
    );
    const all = open.reduce((sum, one) => sum + one, 0);
    if (all === 0) break;
    const spare = rest;
    claims.forEach(({ left }, i) => {
      const more = Math.min((spare * open[i]!) / all, left - shares[i]!);
      shares[i]! += more;
      rest -= more;
    });
  }
  return shares;
}

/**
 * Whole minutes of a day for each piece: what it is owed, five or none.
 *
 * @param claims `owed` with today's fair share in it
 */
export function wholeShares(minutes: number, claims: readonly Claim[]): number[] {
  const given = claims.map(() => 0);
  let rest = minutes;
  /**
   * What has lain for a week comes first; then what has no day to lose,
   * the nearest day first; then what is owed most.
   */
  const rank = ({ days, chain, waited }: Claim) =>
    waited >= LONGEST_WAIT ? 2 : days <= LAST_DAYS || chain >= days ? 1 : 0;
  const inOrder = claims
    .map((claim, i) => ({ claim, i, most: Math.max(SHORT, Math.ceil(claim.left)) }))
    .filter(({ claim }) => claim.left > 0)
    .sort(
      ({ claim: a }, { claim: b }) =>
        rank(b) - rank(a) || (rank(a) === 1 ? a.days - b.days : 0) || b.owed - a.owed,
    );
  for (const { claim, i, most } of inOrder) {
    if (rest < SHORT && rest < minutes) break;
    if (claim.owed < SHORT && rank(claim) === 0 && rest < minutes) continue;
    const owed = rank(claim) === 2 ? 0 : Math.ceil(claim.owed);
    given[i] = Math.min(rest, most, Math.max(SHORT, owed));
    rest -= given[i];
  }
  // what is too little for another lengthens what there is
  for (const { i, most } of inOrder)
    if (given[i]! > 0) {
      const more = Math.min(rest, most - given[i]!);
      given[i]! += more;
      rest -= more;
    }
  return given;
}
