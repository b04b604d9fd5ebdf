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
  let before = 0;
  for (let from = 0; from < moments.length;) {
    const { to, strings } = endOfShape(moments, from);
    const { link } = moments[from]!;
    if (link && before >= LEAST && strings >= LEAST)
      found[from] = { ...moments[from]!, link: { ...link, lifted: true } };
    before = strings;
    from = to + 1;
  }
  return found;
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
