import fc from "fast-check";
import { fraction } from "../score/index.ts";
import { proposeNotes, type HandModel, type Moment, type Played } from "./index.ts";
import { prepareLine } from "./prepare.ts";
import { solveLine } from "./solve.ts";

// What a fretted instrument asks of the search, on a made-up neck: a pitch has several places, a
// held note keeps its own, the position goes along unseen, and there are hundreds of ways at once.

/** Open strings a fourth apart, as MIDI numbers, the lowest first. */
const STRINGS = [40, 45, 50, 55, 60, 65];
const FRETS = 12;
/** Frets that lie under four fingers. */
const HAND = 4;

interface Way {
  /** By note of the moment. */
  readonly places: readonly {
    readonly string: number;
    readonly fret: number;
    readonly id: string;
  }[];
  /** The fret under the first finger: nobody writes it, but it decides what the next costs. */
  readonly position: number;
}

const placesOf = (note: Played) =>
  STRINGS.flatMap((open, string) => {
    const fret = note.midi - open;
    return fret >= 0 && fret <= FRETS ? [{ string, fret, id: note.id }] : [];
  });

function waysOf({ notes }: Pick<Moment, "notes">): Way[] {
  const found: Way[] = [];
  const walk = (places: Way["places"], left: readonly Played[]) => {
    const [next, ...rest] = left;
    if (!next) {
      for (let position = 1; position <= FRETS - HAND + 1; position++)
        if (places.every(({ fret }) => fret === 0 || (fret >= position && fret < position + HAND)))
          found.push({ places, position });
      return;
    }
    for (const place of placesOf(next))
      if (!places.some((one) => one.string === place.string)) walk([...places, place], rest);
  };
  walk([], notes);
  return found;
}

const neck: HandModel<Way> = {
  key: (midi) => midi,
  fit: (struck, held) => {
    const all = [...held, ...struck].sort((a, b) => a.midi - b.midi);
    if (waysOf({ notes: all }).length) return { notes: all, beyond: [], released: [] };
    const alone = [...struck].sort((a, b) => a.midi - b.midi);
    return waysOf({ notes: alone }).length
      ? { notes: alone, beyond: [], released: held }
      : { notes: alone.slice(0, 1), beyond: alone.slice(1), released: held };
  },
  choices: waysOf,
  hold: ({ places }) => places.reduce((sum, { fret }) => sum + fret / 10, 0),
  step: (a, b) =>
    a.places.some((one) =>
      b.places.some((other) => other.id === one.id && other.string !== one.string),
    )
      ? Infinity
      : 2 * Math.abs(a.position - b.position),
  triple: () => 0,
  triples: () => false,
  tableKey: () => undefined,
  alike: {
    pattern: ({ keys, struck }) => keys.map((key, i) => `${key}${struck[i] ? "" : "h"}`).join(),
    place: () => 0,
    still: 0,
  },
  wanted: ({ notes, struck }, { locks }) =>
    notes.some((note, i) => struck[i] && locks?.has(note.id))
      ? [
          {
            obeyedBy: ({ places }) =>
              places.every(
                ({ id, string }) => (locks!.get(id) ?? String(string)) === String(string),
              ),
          },
        ]
      : [],
  written: ({ places }, at) => ({ value: String(places[at]!.string) }),
  plan: ({ moments }) => ({
    moments,
    terms: [],
    problems: () => [],
    reasons: () => [],
    differences: (_, __, others) => others.map(() => ""),
  }),
};

const note = (id: string, midi: number, at: number, length: number): Played => ({
  ...{ id, bar: 0, midi, at: fraction(at), length: fraction(length), grace: false },
  staccato: false,
});

/** The least cost of all ways to take some moments, by trying every one. */
function byTrying(moments: readonly Moment[]): number {
  const walk = (at: number, before: Way | undefined): number =>
    at === moments.length
      ? 0
      : Math.min(
          ...waysOf(moments[at]!).map(
            (way) =>
              neck.hold(way) +
              (before ? Math.min(1e5, neck.step(before, way, moments[at]!.link!)) : 0) +
              walk(at + 1, way),
          ),
        );
  return walk(0, undefined);
}

const lines = fc
  .array(fc.tuple(fc.integer({ min: 52, max: 77 }), fc.constantFrom(1, 1, 2)), {
    minLength: 2,
    maxLength: 4,
  })
  .map((list) => list.map(([midi, length], at) => note(String(at), midi, at, length)));

it("finds the cheapest places and positions there are, as trying all of them does", () => {
  fc.assert(
    fc.property(lines, (played) => {
      const { line, path } = solveLine(prepareLine(played, neck, { hand: "hands" }), {});
      const ways = path.map((way, at) => line.ways[at]![way] as Way);
      const cost = ways.reduce(
        (sum, way, at) =>
          sum +
          neck.hold(way) +
          (at ? Math.min(1e5, neck.step(ways[at - 1]!, way, line.moments[at]!.link!)) : 0),
        0,
      );
      expect(cost).toBeCloseTo(byTrying(line.moments), 6);
    }),
    { numRuns: 40 },
  );
});

it("keeps a held note on its string, whatever is played meanwhile", () => {
  const held = [
    note("bass", 45, 0, 4),
    ...[64, 60, 57, 60].map((midi, i) => note(`${i}`, midi, i, 1)),
  ];
  const { line, path } = solveLine(prepareLine(held, neck, { hand: "hands" }), {});
  const strings = path.map(
    (way, at) => (line.ways[at]![way] as Way).places.find(({ id }) => id === "bass")!.string,
  );
  expect(strings).toHaveLength(4);
  expect(new Set(strings).size).toBe(1);
});

it("takes the string that is written, and the rest around it", () => {
  const played = [64, 65, 67, 65].map((midi, i) => note(`${i}`, midi, i, 1));
  const free = proposeNotes(played, neck, { hand: "hands" }).notes.map((one) => one.finger);
  const locks = new Map([["1", "3"]]);
  const told = proposeNotes(played, neck, { hand: "hands", locks }).notes.map((one) => one.finger);
  expect(free[1]).not.toBe("3");
  // the tenth fret of the fourth string: its neighbours come near it, the last one is open
  expect(told).toEqual(["3", "3", "4", "5"]);
});

it("has no bound on how many ways a moment has", () => {
  const chord = [52, 57, 62, 67].map((midi, i) => note(`${i}`, midi, 0, 1));
  const { line } = prepareLine(
    [...chord, note("4", 64, 1, 1)],
    { ...neck, choices: (moment) => Array.from({ length: 300 }, () => waysOf(moment)[0]!) },
    { hand: "hands" },
  );
  expect(line.ways[0]).toHaveLength(300);
  expect(line.step[1]!.costs).toHaveLength(300 * 300);
});
