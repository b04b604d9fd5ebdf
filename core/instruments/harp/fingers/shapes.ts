import type { Moment } from "../../../fingering/index.ts";

/** Strings of a chord that is broken lie no nearer than this. */
const SKIP = 2;
/** As many strings as a hand places. */
const [LEAST, MOST] = [3, 4];

/**
 * Where one shape of a broken chord ends and the next begins the hand may leave the strings: that
 * is the place for it, not in the middle of a shape.
 */
export function freedBetweenShapes(moments: readonly Moment[]): readonly Moment[] {
  const found = [...moments];
  let [before, wasTriad] = [0, false];
  for (let from = 0; from < moments.length;) {
    const isTriad = isTriadAgain(moments, from);
    const { to, strings } = isTriad
      ? { to: from + LEAST - 1, strings: LEAST }
      : endOfShape(moments, from);
    const { link } = moments[from]!;
    if (link && before >= LEAST && strings >= LEAST) {
      const inverted = wasTriad ? { inverted: true } : {};
      found[from] = { ...moments[from]!, link: { ...link, lifted: true, ...inverted } };
    }
    [before, wasTriad] = [strings, isTriad];
    from = to + 1;
  }
  return found;
}

/**
 * Whether three single notes in one direction are followed by three others in the same: a chord
 * that goes through its inversions, each of which is placed by itself. Common practice, no source.
 */
function isTriadAgain(moments: readonly Moment[], from: number): boolean {
  const some = moments.slice(from, from + 2 * LEAST);
  if (some.length < 2 * LEAST || some.some(({ keys }) => keys.length > 1)) return false;
  if (some.slice(1).some(({ link }) => !link || link.rest > 0)) return false;
  const [a, b, c, d, e, f] = some.map(({ keys }) => keys[0]!) as [
    ...[number, number, number],
    ...[number, number, number],
  ];
  const up = Math.sign(b - a);
  const goesOn = [c - b, e - d, f - e].every((away) => Math.sign(away) === up);
  return up !== 0 && goesOn && Math.sign(d - c) === -up && d !== a;
}

/** The last moment up to which single notes from one on are one shape, and its strings. */
function endOfShape(moments: readonly Moment[], from: number): { to: number; strings: number } {
  const strings = new Set<number>(moments[from]!.keys);
  let to = from;
  for (let at = from + 1; at < moments.length; at++) {
    const { keys, link } = moments[at]!;
    if (keys.length > 1 || !link || link.rest > 0) break;
    const string = keys[0]!;
    if (!strings.has(string)) {
      const isNear = [...strings].some((other) => Math.abs(other - string) < SKIP);
      if (isNear || strings.size === MOST) break;
      strings.add(string);
    }
    to = at;
  }
  return { to, strings: strings.size };
}
