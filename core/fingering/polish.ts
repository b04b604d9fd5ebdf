import { costOf, type Line, type Prices } from './line.ts';
import { openIn, togetherIn } from './open.ts';
import { disagreeing } from './rounds.ts';
import type { Solution } from './solve.ts';

/** Moments solved at once, how many such places a line may have, and how often all of them are gone through. */
const AT_ONCE = 12;
const PLACES = 48;
const PASSES = 2;
const CHEAPER = 1e-6;

/**
 * Where what should be alike was brought to agree in rounds, the agreement may be dearer than it need be: a few such moments after
 * the other are solved anew as one with all their times, the rest as it is, as long as that makes the line cheaper.
 */
export function polished(line: Line, solution: Solution, prices: Prices): Solution {
  const places = placesOf(solution);
  // a line without ties has nothing but rounds
  if (places.length === 0 || places.length > PLACES || solution.obeyed.length === 0) return solution;
  // whatever is made cheaper goes on agreeing
  const together = togetherIn(line, solution);
  let found = solution;
  let waiting = new Set(places.keys());
  for (let pass = 0; pass < PASSES && waiting.size > 0; pass++) {
    const next = new Set<number>();
    for (const place of waiting) {
      const path = openIn(line, found, together, places[place]!)(prices);
      if (!path || costOf(line, path) >= costOf(line, found.path) - CHEAPER) continue;
      found = { ...found, path };
      // beside what has changed something may be cheaper now
      for (const one of [place - 1, place + 1]) if (places[one]) next.add(one);
    }
    waiting = next;
  }
  return found === solution ? solution : { ...found, cost: costOf(line, found.path) };
}

/** Moments in a row that should be alike with others they are not tied to. */
function placesOf({ classes, alike }: Solution): number[][] {
  const loose = disagreeing(alike, classes);
  const found: number[][] = [];
  alike.forEach((of, at) => {
    if (!loose.has(of)) return;
    const last = found.at(-1);
    if (last && last.at(-1)! >= at - 2 && last.length < AT_ONCE) last.push(at);
    else found.push([at]);
  });
  return found;
}
