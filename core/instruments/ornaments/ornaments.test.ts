import { readFile, startOf, perform, toNumber, type Note, type Score } from "../../score/index.ts";
import { readFileSync } from "node:fs";
import { scoreOf } from "../../testing.ts";
import { instrument, sounded } from "../index.ts";
import { fingersTogether } from "../ornamented.ts";
import { propose } from "../propose.ts";
import { graceId } from "./adorned.ts";
import { adornments, type Adornment, type OrnamentOptions } from "./layers.ts";
import { ornamentsOver } from "./ornaments.ts";
import { onKeys } from "./slides.ts";
import { tuneOf } from "./tune.ts";
import { ornamentWork } from "./work.ts";

const accordion = instrument("accordion");

/** A generator of its own, so that the tunes are the same each time. */
function randomOf(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648;
}

const SCALE = "C D E F G A B".split(" ");
const named = (degree: number) => `${SCALE[degree % 7]}${4 + Math.floor(degree / 7)}`;
/** Quarters of a bar of three or four, and the degrees of a tune that mostly steps. */
function tune(random: () => number, bars: number): { score: Score; text: string[] } {
  const metre: [number, number] = random() < 0.5 ? [3, 4] : [4, 4];
  let degree = 4;
  const text = Array.from({ length: bars }, () => {
    const notes: string[] = [];
    for (let left = metre[0]; left > 0;) {
      const length = Math.min(left, [0.5, 0.5, 1, 1, 1.5, 2][Math.floor(random() * 6)]!);
      const step = [-2, -1, -1, 0, 0, 1, 1, 2, 3, -3][Math.floor(random() * 10)]!;
      degree = Math.max(0, Math.min(11, degree + step));
      notes.push(random() < 0.08 ? `r:${length}` : `${named(degree)}:${length}`);
      left -= length;
    }
    return notes.join(" ");
  });
  const rest = `r:${metre[0]}`;
  return {
    text,
    score: scoreOf(
      text.map((bar): [string, string] => [bar, rest]),
      metre,
    ),
  };
}

const all = (score: Score): [number, number] => [0, score.bars.length - 1];
/** Every layer, one over the other. */
function layered(score: Score, options: Omit<OrnamentOptions, "layer"> = {}): Adornment[] {
  const found: Adornment[] = [];
  for (const layer of [1, 2, 3, 4]) {
    const taken = new Set(found.map(({ note }) => note.id));
    const asked = { ...options, layer };
    found.push(...adornments(score, "right", all(score), asked, taken, onKeys));
  }
  return found;
}
const heard = (score: Score, some: readonly Adornment[], layers?: number) =>
  sounded(
    accordion,
    perform(score, startOf(0), startOf(score.bars.length), {
      marks: some.map(({ note, data }) => ({
        from: note,
        data: { ...data },
        stratum: "ornaments",
      })),
      layers,
    }),
  ).notes.filter(({ hand }) => hand === "right");

it("no beat moves, no note overlaps, no bar grows, in 1,000 generated tunes in all layers", () => {
  const random = randomOf(11);
  const found = { notes: 0, ornaments: 0, moved: 0, overlaps: 0, short: 0, ends: 0 };
  for (let i = 0; i < 1000; i++) {
    const { score } = tune(random, 6);
    const some = layered(score);
    const plain = heard(score, []);
    const tones = heard(score, some);
    found.notes += plain.length;
    found.ornaments += some.length;
    expect(new Set(some.map(({ note }) => note.id)).size).toBe(some.length);
    for (const note of plain) {
      const own = tones.filter(({ id }) => id === note.id);
      if (!own.some(({ onset }) => Math.abs(onset - note.onset) < 1e-9)) found.moved++;
      const main = own.filter(({ midi }) => midi === note.midi);
      if (main.reduce((sum, { length }) => sum + length, 0) < note.length / 5) found.short++;
    }
    const inOrder = [...tones].sort((a, b) => a.onset - b.onset);
    inOrder.slice(1).forEach((one, at) => {
      const before = inOrder[at]!;
      if (before.onset + before.length > one.onset + 1e-9) found.overlaps++;
    });
    const end = (list: typeof tones) =>
      Math.max(...list.map(({ onset, length }) => onset + length));
    if (Math.abs(end(plain) - end(tones)) > 1e-9) found.ends++;
  }
  expect(found).toMatchObject({ moved: 0, overlaps: 0, short: 0, ends: 0 });
  expect(found.notes).toBeGreaterThan(15_000);
  expect(found.ornaments).toBeGreaterThan(5_000);
});

const facts = (some: readonly Adornment[], score: Score) =>
  some.map(({ note, data }) => {
    const { bar, offset } = note;
    return `${score.bars[bar]!.number} ${toNumber(offset)} ${data.kind} ${data.side ?? ""} ${data.by}`;
  });

// what the layers are: common practice of dance tunes, no source
describe("a layer", () => {
  const { score } = {
    score: scoreOf([
      ["C4 D4 E4 C4", "r:4"],
      ["G4 G4 G4 E4", "r:4"],
      ["F4 E4 D4:2", "r:4"],
      ["C4:4", "r:4"],
    ]),
  };
  const of = (layer: number, options = {}) =>
    facts(adornments(score, "right", all(score), { layer, ...options }), score);

  it("of graces leans on strong beats: from above where the tune rises, a half step below where it falls", () => {
    expect(of(1)).toEqual(["1 2 grace above 1", "2 0 grace above 2", "3 0 grace above 2"]);
    expect(of(1, { style: "above", interval: "third" }).at(0)).toBe("1 2 grace above 3");
  });
  it("cuts repeated notes by graces above and below in turn", () => {
    expect(of(2)).toEqual(["2 1 grace above 2", "2 2 grace below 1"]);
  });
  it("has mordents before a rise, short trills before a fall, trills on long notes", () => {
    expect(of(3)).toContain("1 0 mordent  1");
    expect(of(3)).toContain("3 0 short trill  2");
    const long = scoreOf([
      ["E4:4", "r:4"],
      ["C4:4", "r:4"],
      ["D4 D4 E4:2", "r:4"],
    ]);
    expect(facts(adornments(long, "right", [0, 2], { layer: 3 }), long)[0]).toBe("1 0 trill  1");
  });
  it("closes a phrase with a turn and a grace from below", () => {
    expect(of(4)).toEqual(["3 2 turn  2", "4 0 grace below 1"]);
  });
  it("takes the inverses where it is told from which side", () => {
    const kinds = (layer: number, style: string) =>
      of(layer, { style }).map((one) => one.split(" ").slice(2, -1).join(" ").trim());
    expect(new Set(kinds(3, "below"))).toEqual(new Set(["mordent"]));
    expect(new Set(kinds(3, "above"))).toEqual(new Set(["short trill"]));
    expect(kinds(4, "below")).toEqual(["inverted turn", "grace below"]);
    expect(kinds(4, "above")).toEqual(["turn", "grace above"]);
    const long = scoreOf([
      ["E4:4", "r:4"],
      ["C4:4", "r:4"],
      ["D4 D4 E4:2", "r:4"],
    ]);
    const [first] = adornments(long, "right", [0, 2], { layer: 3, style: "below" });
    // its neighbours in the key: F a half step above E, D a whole one below
    expect(first!.data).toMatchObject({ kind: "trill from below", by: 1, under: 2 });
  });
  it("leaves what has an ornament, printed or written", () => {
    const [first] = adornments(score, "right", all(score), { layer: 1 });
    const again = adornments(score, "right", all(score), { layer: 3 }, new Set([first!.note.id]));
    expect(again.some(({ note }) => note.id === first!.note.id)).toBe(false);
  });
});

it("the half in another key is adorned alike, by degree", () => {
  const random = randomOf(5);
  for (let i = 0; i < 100; i++) {
    const { text } = tune(random, 4);
    // the same degrees a fifth higher: F sharp stands in the key
    const rest = `r:${text[0]!.split(" ").reduce((sum, one) => sum + Number(one.split(":")[1]), 0)}`;
    const size = Number(rest.slice(2));
    const up = (bar: string) =>
      bar.replaceAll(/([A-G])(\d)/g, (_, step: string, octave: string) => {
        const degree = SCALE.indexOf(step) + 7 * Number(octave) + 4;
        const name = SCALE[degree % 7]!;
        return `${name === "F" ? "F#" : name}${Math.floor(degree / 7)}`;
      });
    const half = (bars: string[], fifths: number) => {
      const read = scoreOf(
        bars.map((bar): [string, string] => [bar, rest]),
        [size, 4],
      );
      const keyed = read.bars.map((bar) => ({ ...bar, key: { ...bar.key, fifths } }));
      const score = { ...read, bars: keyed };
      return facts(layered(score), score);
    };
    expect(half(text.map(up), 1)).toEqual(half(text, 0));
  }
});

describe("fingers", () => {
  const options = { hand: "right", instrument: "accordion" };
  const ornamentsOf = (some: readonly Adornment[]) =>
    new Map(some.map(({ note, data }) => [note.id, data]));

  it("of the bare tune stay when it is adorned, and graces have one of their own", () => {
    const random = randomOf(3);
    const found = { kept: 0, notes: 0, graces: 0, fingered: 0, awkward: 0 };
    for (let i = 0; i < 25; i++) {
      const { score } = tune(random, 6);
      const some = layered(score);
      const { adorned } = fingersTogether(score, ornamentsOf(some), options);
      // a bare tune that was fingered before anybody thought of ornaments
      const alone = propose(score, { ...options, from: 0, to: score.bars.length - 1 });
      const locks = new Map(alone.notes.map(({ id, finger }) => [id, finger!]));
      const over = fingersTogether(score, ornamentsOf(some), { ...options, locks });
      for (const [id, finger] of locks) {
        found.notes++;
        if (over.adorned.get(id) === finger && over.bare.get(id) === finger) found.kept++;
      }
      for (const { note, data } of some)
        if (data.kind === "grace") {
          found.graces++;
          const [grace, main] = [graceId(note.id), note.id].map((id) =>
            Number(adorned.get(id)?.[0]),
          );
          const beyond = (grace! - main!) * (data.side === "above" ? 1 : -1);
          if (beyond === 0 || (beyond < 0 && main !== 1)) found.awkward++;
          if (adorned.get(graceId(note.id))) found.fingered++;
        }
    }
    expect(found.kept).toBe(found.notes);
    // a hand does not leap for a grace, nor cross but over the thumb. Common practice, no source
    expect(found.awkward / found.graces).toBeLessThan(0.01);
    expect(found.graces).toBeGreaterThan(200);
    expect(found.fingered / found.graces).toBeGreaterThanOrEqual(0.99);
  });

  // one finger off a black key on to the white one beside it: common practice, no source
  it("of graces that are slid are those of their notes, of the others two", () => {
    const score = scoreOf([
      ["C4 E4 F4 D4", "r:4"],
      ["E4 G4 C5 B4", "r:4"],
      ["G4 A4 F4:2", "r:4"],
    ]);
    const slid = layered(score, { style: "below", how: "slid" }).filter(
      ({ data }) => data.kind === "grace",
    );
    // below F and C there is no black key: they take two fingers
    expect(slid.map(({ note, data }) => `${note.midi} ${data.how} ${data.by}`)).toEqual(
      expect.arrayContaining(["64 slid 1"]),
    );
    for (const { note, data } of slid)
      expect(data.how === "slid").toBe(onKeys(note.midi - 1, note.midi));
    const both = new Map(slid.map(({ note, data }) => [note.id, data]));
    const { adorned } = fingersTogether(score, both, options);
    for (const { note, data } of slid)
      expect(adorned.get(graceId(note.id)) === adorned.get(note.id)).toBe(data.how === "slid");
    const apart = layered(score, { how: "two fingers" }).filter(
      ({ data }) => data.kind === "grace",
    );
    expect(apart.length).toBeGreaterThan(2);
    const fingers = fingersTogether(
      score,
      new Map(apart.map(({ note, data }) => [note.id, data])),
      options,
    );
    for (const { note } of apart)
      expect(fingers.adorned.get(graceId(note.id))).not.toBe(fingers.adorned.get(note.id));
  });

  it("that are written stay when a layer comes over them", () => {
    const score = scoreOf([
      ["C4 D4 E4 F4", "r:4"],
      ["G4 F4 E4 D4", "r:4"],
    ]);
    const ids = score.notes.filter(({ hand }) => hand === "right").map(({ id }) => id);
    const locks = new Map(ids.map((id, i) => [id, "12312321"[i]!]));
    const { adorned } = fingersTogether(score, ornamentsOf(layered(score)), { ...options, locks });
    expect(ids.map((id) => adorned.get(id)).join("")).toBe("12312321");
  });
});

const lamps = readFile(
  readFileSync(new URL("../../../demo/pieces/lamps-along-the-quay.musicxml", import.meta.url)),
).score;

it("in the demo's tune what returns on the same notes is adorned alike", () => {
  const some = layered(lamps);
  expect(some.length).toBeGreaterThan(30);
  const at = new Map(some.map(({ note, data }) => [note.id, JSON.stringify({ ...data })]));
  const line = tuneOf(lamps, "right");
  const around = (i: number) =>
    line
      .slice(Math.max(0, i - 2), i + 3)
      .map(({ note, length, isStrong, rest }) => `${note.midi} ${length} ${isStrong} ${rest}`)
      .join();
  const known = new Map<string, string | undefined>();
  let again = 0;
  line.forEach(({ note }, i) => {
    if (printed(note)) return;
    const key = around(i);
    if (known.has(key)) again++;
    else known.set(key, at.get(note.id));
    expect(at.get(note.id)).toBe(known.get(key));
  });
  expect(again).toBeGreaterThan(10);
});
const printed = (note: Note) =>
  note.ornaments !== undefined || lamps.notes.some((one) => one.grace && one.bar === note.bar);

describe("what is written", () => {
  const score = scoreOf([["C4:0.125 E4:1 D4:2.875", "r:4"]]);
  const mark = (bar: number, num: number, den: number, data: object) => ({
    ...{ id: "a", layer: "teacher", from: { bar, offset: { num, den } } },
    data: { ...data },
  });
  const doubts = (...written: ReturnType<typeof mark>[]) =>
    ornamentWork("right", onKeys).check!({
      score,
      from: 0,
      to: 0,
      tempo: 90,
      written,
      options: {},
    }).map(({ text }) => text);

  it("is doubted with its bar where there is no note, or no time", () => {
    const grace = { kind: "grace", side: "above", by: 2 };
    expect(doubts(mark(0, 3, 1, grace))[0]).toMatch(/no note of the tune begins/);
    expect(doubts(mark(0, 1, 8, grace))[0]).toMatch(/no time for this grace/);
    expect(doubts(mark(0, 0, 1, grace))[0]).toMatch(/no time for this grace/);
    expect(doubts(mark(0, 9, 8, grace))).toEqual([]);
  });

  it("is doubted where no finger slides: from white to white, or over more than a half step", () => {
    const grace = { kind: "grace", side: "below", how: "slid" };
    const at = (by: number) => doubts(mark(0, 9, 8, { ...grace, by }));
    // to D from C sharp, from C
    expect(at(1)).toEqual([]);
    expect(at(2)[0]).toMatch(/no finger slides from this grace to its note/);
  });

  it("is typed with the neighbour of its key, is silent in the bare tune, and one of a note", () => {
    const stratum = ornamentsOver("right", onKeys);
    const typed = stratum.signs!.find(({ key }) => key === "m")!.data;
    const at = { bar: 0, offset: { num: 1, den: 8 } };
    const data = typeof typed === "function" ? typed([], at, score) : typed;
    expect(data).toEqual({ kind: "mordent", by: 2 });
    const below = stratum.signs!.find(({ key }) => key === "shift+t")!.data;
    const trill = typeof below === "function" ? below([], at, score) : below;
    expect(trill).toEqual({ kind: "trill from below", by: 1, under: 2 });
    const [note] = score.notes.filter(({ midi }) => midi === 64);
    const one: Adornment = { note: note!, data: { kind: "mordent", by: 2 }, why: "" };
    expect(heard(score, [one]).map(({ midi }) => midi)).toEqual([60, 64, 62, 64, 62]);
    expect(heard(score, [one], 0).map(({ midi }) => midi)).toEqual([60, 64, 62]);
    const twice = [mark(0, 1, 8, {}), mark(0, 1, 8, {})];
    expect(stratum.clash!(twice, score)).toMatch(/Two ornaments stand on one note in bar 1/);
  });
});
