import type { Tie } from './ties.ts';

/** Ties that stand or fall together, those that are most surely meant first. */
export function byStretch(ties: readonly Tie[]): Tie[][] {
  const stretches = new Map<string, Tie[]>();
  for (const tie of ties) {
    const key = `${tie.from} ${tie.at - tie.of} ${tie.known ?? ''}`;
    const stretch = stretches.get(key);
    if (stretch) stretch.push(tie);
    else stretches.set(key, [tie]);
  }
  return [...stretches.values()].map((stretch) => ({ stretch, sure: stretch.reduce((most, tie) => Math.max(most, sureOf(tie)), 0) })).sort((a, b) => b.sure - a.sure).map(({ stretch }) => stretch);
}

/** How surely a tie is meant, as a number for comparing: what the form knows, then what is on the same keys, then what is alike for longer; a group may be alike by chance sooner than octaves. */
const sureOf = ({ kind, run, known }: Tie): number => (known ? 2e6 : 0) + (kind === 'same' ? 1e6 : 0) + run * (kind === 'group' ? 1 : 1.5);

/** As much of a list as can be taken together with what is taken already, its first before its last: all, or else what can be of its halves. */
export function most(before: readonly Tie[][], stretches: readonly Tie[][], tries: number, can: (ties: readonly Tie[]) => boolean): Tie[][] {
  let taken = [...before];
  let left = tries;
  const add = (some: readonly Tie[][]) => {
    if (some.length === 0 || left-- <= 0) return;
    const more = [...taken, ...some];
    if (can(more.flat())) taken = more;
    else if (some.length > 1) {
      const half = some.length >> 1;
      add(some.slice(0, half));
      add(some.slice(half));
    }
  };
  add(stretches);
  return taken;
}

/** For each place where ties contradict each other, the least sure of those that meet there is given up. */
export function without(stretches: readonly Tie[][], places: readonly number[]): Tie[][] {
  const given = new Set<Tie[]>();
  for (const place of places) {
    const meets = (one: number) => one <= place && one >= place - 2;
    const last = stretches.findLast((stretch) => stretch.some((tie) => meets(tie.at) || meets(tie.of)));
    if (last) given.add(last);
  }
  return given.size ? stretches.filter((stretch) => !given.has(stretch)) : stretches.slice(0, stretches.length >> 1);
}
