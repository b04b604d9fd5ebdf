import fc from "fast-check";
import { proposeNotes, type Moment, type Played } from "../../fingering/index.ts";
import { prepareLine } from "../../fingering/prepare.ts";
import { solveLine } from "../../fingering/solve.ts";
import { fraction } from "../../score/index.ts";
import { leftHand } from "./leftHand.ts";
import { between, placesOf, roman, toFret, USUAL_NECK } from "./neck.ts";
import type { NeckWay } from "./way.ts";

// The search against trying everything, and the neck against arithmetic.

const hand = leftHand();
const note = (id: string, midi: number, at: number, length: number): Played => ({
  ...{ id, bar: 0, midi, at: fraction(at), length: fraction(length), grace: false },
  staccato: false,
});

/**
 * The least cost of all ways to take some moments, by trying every one. A trail is given up only
 * where it cannot come below `most` even with the cheapest way of all that is left.
 */
function byTrying(moments: readonly Moment[], most: number): number {
  const ways = moments.map((moment) => hand.choices(moment));
  const cheapest = ways.map((list) => Math.min(...list.map(({ cost }) => cost)));
  const left = moments.map((_, at) => cheapest.slice(at).reduce((a, b) => a + b, 0));
  const known = moments.map(() => new Map<NeckWay, Map<NeckWay, number>>());
  const stepOf = (before: NeckWay, way: NeckWay, at: number) => {
    const from = known[at]!.get(before) ?? new Map<NeckWay, number>();
    known[at]!.set(before, from);
    const cost = from.get(way) ?? Math.min(1e5, hand.step(before, way, moments[at]!.link!));
    from.set(way, cost);
    return cost;
  };
  let best = most;
  const walk = (at: number, before: NeckWay | undefined, sum: number) => {
    if (at === moments.length) {
      best = Math.min(best, sum);
      return;
    }
    if (sum + left[at]! >= best) return;
    for (const way of ways[at]!)
      walk(at + 1, way, sum + way.cost + (before ? stepOf(before, way, at) : 0));
  };
  walk(0, undefined, 0);
  return best;
}

const struck = fc.record({
  midi: fc.integer({ min: 40, max: 79 }),
  length: fc.constantFrom(1, 1, 1, 2),
  also: fc.option(fc.integer({ min: 3, max: 12 }), { freq: 4 }),
});

it("finds the cheapest there is: 300 passages of six, lines, dyads, held notes", () => {
  let differing = 0;
  fc.assert(
    fc.property(fc.array(struck, { minLength: 6, maxLength: 6 }), (list) => {
      const played = list.flatMap(({ midi, length, also }, at) => [
        note(`${at}`, midi, at, length),
        ...(also && midi + also <= 83 ? [note(`${at}+`, midi + also, at, length)] : []),
      ]);
      const { line, path } = solveLine(
        prepareLine(played, hand, { hand: "hands", ties: false }),
        {},
      );
      const ways = path.map((way, at) => line.ways[at]![way] as NeckWay);
      const cost = ways.reduce(
        (sum, way, at) =>
          sum +
          way.cost +
          (at ? Math.min(1e5, hand.step(ways[at - 1]!, way, line.moments[at]!.link!)) : 0),
        0,
      );
      // nothing is cheaper
      const least = byTrying(line.moments, cost - 1e-6);
      if (least < cost - 1e-6) differing++;
    }),
    { numRuns: 300 },
  );
  expect(differing).toBe(0);
});

it("has the frets where arithmetic puts them, and each pitch in all its places", () => {
  // the rule of 17.817: each fret takes as much of what is left (arithmetic)
  for (let fret = 1; fret <= 12; fret++)
    expect(between(USUAL_NECK, fret - 1, fret)).toBeCloseTo(
      (650 - toFret(USUAL_NECK, fret - 1)) / 17.817,
      1,
    );
  expect(toFret(USUAL_NECK, 12)).toBeCloseTo(325);
  expect(placesOf(USUAL_NECK, { midi: 64 }).map(({ string, fret }) => `${string}.${fret}`)).toEqual(
    [...["1.0", "2.5", "3.9", "4.14", "5.19"]],
  );
  // a capo is a new nut: its place is open, and millimetres are shorter
  const capo = { ...USUAL_NECK, capo: 2 };
  expect(placesOf(capo, { midi: 66 })[0]).toEqual({ string: 1, fret: 0 });
  expect(between(capo, 0, 1)).toBeCloseTo(between(USUAL_NECK, 2, 3));
  expect(["I", "IV", "IX", "XII"]).toEqual([1, 4, 9, 12].map(roman));
});

it("asks no more of a hand than it reaches", () => {
  // F2 and C4 five frets apart on neighbouring strings: 162 mm
  const wide = [note("a", 41, 0, 1), note("b", 53, 0, 1), note("c", 62, 0, 1), note("d", 70, 0, 1)];
  const small = leftHand({ stretch: 90 });
  for (const one of small.choices({
    ...({ bar: 0, at: fraction(0, 1), keys: [], struck: [], link: undefined, seconds: 1 } as const),
    ...{ notes: wide, beyond: [], doubled: [], released: [] },
  })) {
    const frets = one.notes.filter(({ finger }) => finger > 0).map(({ fret }) => fret);
    expect(between(USUAL_NECK, Math.min(...frets), Math.max(...frets))).toBeLessThanOrEqual(90);
  }
});

it("names what is not on the neck, also before anything else is played", () => {
  const found = proposeNotes(
    [note("low", 38, 0, 1), note("a", 40, 1, 1), note("high", 90, 2, 1)],
    hand,
    { hand: "hands" },
  );
  expect(found.notes.map(({ id, finger }) => `${id} ${finger}`)).toEqual([
    ...["low undefined", "a 0", "high undefined"],
  ]);
  // each by itself
  expect(found.problems.map(({ kind, notes }) => [kind, ...notes])).toEqual([
    ["unreachable", "low"],
    ["unreachable", "high"],
  ]);
});
