import { passed, pathOf, regretsAt, type Passed } from "./viterbi.ts";
import { follows, leastOf } from "./shapes.ts";
import type { Star } from "./star.ts";
import { FORBIDDEN, type Line, type Prices } from "./line.ts";

/**
 * The grip that each star agrees on, by its place in the list, or the shape by its number; a line's
 * moments leave it where that is cheaper.
 */
export type Templates = readonly number[];

/** A line with what it agrees on; also what the next one goes on from. */
export interface Agreed {
  readonly path: readonly number[];
  readonly templates: Templates;
  /** What each grip costs by itself, as it was given. */
  readonly own: Prices;
  readonly words: readonly Word[];
  /** By moment, the stars it is in. */
  readonly starsAt: readonly (readonly number[])[];
  readonly passed: Passed;
}

/** What is written in a star. */
interface Word {
  /** The one grip it allows, where its words agree. */
  readonly grip?: number;
  /** Moments that have a say: where words contradict each other those go their own way. */
  readonly moments: readonly number[];
  /** Moments over which something is written, of those. */
  readonly written: readonly number[];
}

/**
 * What a moment pays for leaving the grip of its star where a grip of the star is written: on the
 * same keys only what cannot be played is dearer.
 */
const WRITTEN = { same: 300, other: 6 } as const;
/** How often the stars are looked at again. */
const PASSES = 8;

/**
 * The cheapest way through a line in which leaving a star has a price, found in passes: every star
 * agrees on the grip that its moments would regret least, then the line is solved exactly with a
 * price for leaving it, until nothing changes. Where one of its moments is written, the star agrees
 * on that.
 *
 * @param own the price of each grip of each moment
 * @param before the same line at other prices, to go on from: only what the difference can affect
 * is worked out again
 */
export function agree(line: Line, stars: readonly Star[], own: Prices, before?: Agreed): Agreed {
  const starsAt = before?.starsAt ?? starsByMoment(stars, own.length);
  const given = own.flatMap((prices, at) => (before && prices === before.own[at] ? [] : [at]));
  const words = before ? [...before.words] : [];
  for (const star of new Set(given.flatMap((at) => starsAt[at]!)))
    words[star] = wordOf(stars[star]!, own);
  // a string that is told leaves more than one shape
  const isWritten = (star: number) =>
    words[star]!.grip !== undefined || (stars[star]!.shapes && words[star]!.written.length > 0);
  const leaving = (star: number) =>
    isWritten(star) ? WRITTEN[stars[star]!.keys] : stars[star]!.leaving;
  const templates = before ? [...before.templates] : [];
  const prices = before ? [...before.passed.own] : [...own];
  /** The same prices with the same templates come again and again. */
  const known = new Map<Float64Array, Map<string, Float64Array>>();
  const priced = (at: number): Float64Array => {
    const agreed = starsAt[at]!.filter((star) => templates[star] !== undefined);
    if (agreed.length === 0) return own[at]!;
    const key = agreed
      .map((star) => `${templates[star]} ${leaving(star)}${stars[star]!.shapes ? ` ${at}` : ""}`)
      .join();
    const ofThese = known.get(own[at]!) ?? new Map<string, Float64Array>();
    known.set(own[at]!, ofThese);
    const found =
      ofThese.get(key) ??
      own[at]!.map((price, grip) =>
        agreed.reduce(
          (sum, star) =>
            sum + (follows(stars[star]!, at, grip, templates[star]!) ? 0 : leaving(star)),
          price,
        ),
      );
    ofThese.set(key, found);
    return found;
  };
  let moved = new Set<number>(given);
  let last = before?.passed;
  for (let pass = 0; ; pass++) {
    const asked = new Set([...moved].flatMap((at) => starsAt[at]!));
    for (const star of asked) for (const at of stars[star]!.moments) moved.add(at);
    for (const at of moved) prices[at] = priced(at);
    last = passed(line, [...prices], stars.length > 0, last, pass > 0);
    moved = new Set();
    const wishes = new Map<number, number>();
    for (const star of new Set(last.touched.flatMap((at) => starsAt[at]!))) {
      const grip =
        words[star]!.grip ??
        leastRegretted(stars[star]!, words[star]!, last, templates[star], leaving(star));
      if (grip !== templates[star]) wishes.set(star, grip);
    }
    if (wishes.size === 0 || pass === PASSES)
      return { path: pathOf(last), templates, own, words, starsAt, passed: last };
    for (const [star, grip] of wishes) {
      templates[star] = grip;
      for (const at of stars[star]!.moments) moved.add(at);
    }
  }
}

const NONE: readonly number[] = [];

function starsByMoment(stars: readonly Star[], count: number): (readonly number[])[] {
  const found = new Array<readonly number[]>(count).fill(NONE);
  stars.forEach(({ moments }, star) => {
    const alone = [star];
    for (const at of moments) found[at] = found[at]!.length ? [...found[at]!, star] : alone;
  });
  return found;
}

function wordOf(star: Star, own: Prices): Word {
  const { moments } = star;
  const written = moments.filter((at) => own[at]!.some((price) => price >= FORBIDDEN));
  if (written.length === 0) return { moments, written: NONE };
  const least = written.map((at) => leastOf(star, at, own[at]!));
  const allowed = [...least[0]!.keys()].filter((grip) =>
    least.every((prices) => prices[grip]! < FORBIDDEN),
  );
  if (allowed.length === 1) return { grip: allowed[0]!, moments, written };
  return allowed.length
    ? { moments, written }
    : { moments: moments.filter((at) => !written.includes(at)), written: NONE };
}

/**
 * The grip whose regrets come to least among the moments of a star, none of them counting more than
 * leaving it would cost unless it is written.
 */
function leastRegretted(
  star: Star,
  { moments, written }: Word,
  line: Passed,
  template: number | undefined,
  leaving: number,
): number {
  const sums = new Float64Array(star.shapes?.count ?? line.sizes[moments[0] ?? 0]!);
  for (const at of moments) {
    // what it pays for leaving the present one is not its own wish
    const wish = regretsAt(line, at);
    if (template !== undefined)
      for (let grip = 0; grip < wish.length; grip++)
        if (!follows(star, at, grip, template)) wish[grip]! -= leaving;
    const least = wish.reduce((some, one) => Math.min(some, one));
    const most = written.includes(at) ? Infinity : leaving;
    const wishes = leastOf(star, at, wish);
    for (let grip = 0; grip < wishes.length; grip++)
      sums[grip]! += Math.min(most, wishes[grip]! - least);
  }
  let best = template ?? 0;
  for (let grip = 0; grip < sums.length; grip++) if (sums[grip]! < sums[best]! - 1e-9) best = grip;
  return best;
}
