import { plain } from "../../words/say.ts";
import { type Mark, type Score } from "../../score/index.ts";
import { changesMade, drawnAfter, jobsIn, understood } from "./organ.ts";
import { registrationWork } from "./registration/registrationWork.ts";
import { at, BUSY, scoreOf } from "./testOrgan.ts";

// Situations of an organist: common practice, no source. Seconds a change takes: from memory.

interface Situation {
  readonly name: string;
  readonly bars: readonly string[];
  readonly tempo?: number;
  readonly mark: Mark;
  /** What is drawn from the beginning. */
  readonly drawn?: Mark["data"];
  readonly by: readonly string[];
  readonly nearest?: string;
  /** Feet that are told: the pedal notes in turn. */
  readonly feet?: readonly string[];
}
const STOPS = { stops: "Trumpet 8" };
const SITUATIONS: readonly Situation[] = [
  {
    name: "a hand that rests draws the stop",
    bars: [BUSY, "C5 D5 E5 F5 | . . . . | C3 D3 E3 F3"],
    mark: at(1, 0, STOPS),
    by: ["left"],
  },
  {
    name: "the hand with most time draws it",
    bars: [BUSY, ". C5 E5 F5 | . . . . | C3 D3 E3 F3"],
    mark: at(1, 0, STOPS),
    by: ["left"],
  },
  {
    name: "hands that play on have none free, the feet draw no stops",
    bars: [BUSY, "C5 D5 E5 F5 | C4 D4 E4 F4 | . . . ."],
    mark: at(1, 0, STOPS),
    by: [],
  },
  {
    name: "the nearest place where a hand rests is named",
    bars: [BUSY, "C5 D5 E5 F5 | C4 D4 . F4 | C3 D3 E3 F3"],
    mark: at(1, 0, STOPS),
    by: [],
    nearest: "1.2 left",
  },
  {
    name: "before the first note is no place for a change",
    bars: [BUSY, BUSY],
    mark: at(0, 1, STOPS),
    by: [],
    nearest: "none",
  },
  {
    name: "a rest is too short for a stop when it is quick",
    bars: [BUSY, "C5 D5 E5 F5 | . D4 E4 F4 | C3 D3 E3 F3"],
    tempo: 160,
    mark: at(1, 0, STOPS),
    by: [],
  },
  {
    name: "and long enough for a thumb on a combination",
    bars: [BUSY, "C5 D5 E5 F5 | . D4 E4 F4 | C3 D3 E3 F3"],
    tempo: 160,
    mark: at(1, 0, { combination: 3 }),
    by: ["left"],
  },
  {
    name: "a foot that rests sets a combination with its toe",
    bars: [BUSY, "C5 D5 E5 F5 | C4 D4 E4 F4 | . . E3 F3"],
    mark: at(1, 0, { combination: 3 }),
    by: ["feet"],
  },
  {
    name: "the swell is the feet's",
    bars: [BUSY, "C5 D5 E5 F5 | . . . . | . . . F3"],
    mark: at(1, 0, { swell: "open" }),
    by: ["feet"],
  },
  {
    name: "feet that play move no swell",
    bars: [BUSY, "C5 D5 E5 F5 | . . . . | C3 D3 E3 F3"],
    mark: at(1, 0, { swell: "open" }),
    by: [],
  },
  {
    name: "unless the other foot is known to be free",
    bars: ["C5 D5 E5 F5 | C4 D4 E4 F4 | C3 - - -", "C5 D5 E5 F5 | C4 D4 E4 F4 | D3 - - -"],
    mark: at(1, 0, { swell: "open" }),
    by: ["right foot"],
    feet: ["Lt", "Lh"],
  },
  {
    name: "both feet on a key that is changed silently are not free",
    bars: ["C5 D5 E5 F5 | C4 D4 E4 F4 | C3 - - -", "C5 D5 E5 F5 | C4 D4 E4 F4 | D3 - - -"],
    mark: at(0, 2, { swell: "close" }),
    by: [],
    feet: ["Lt Rt", "Rh"],
  },
  {
    name: "a held note holds its hand",
    bars: ["C5 - - - | C4 D4 E4 F4 | C3 D3 E3 F3", BUSY],
    mark: at(0, 2, STOPS),
    by: [],
  },
  {
    name: "two things want two limbs",
    bars: [BUSY, "C5 D5 E5 F5 | . . . . | . . . ."],
    mark: at(1, 0, { ...STOPS, swell: "open" }),
    by: ["left", "feet"],
  },
  {
    name: "a combination with the swell closed, by both feet's owner and a hand",
    bars: [BUSY, "C5 D5 E5 F5 | . . . . | . . . ."],
    mark: at(1, 0, { combination: 2, swell: "close" }),
    by: ["feet", "left"],
  },
  {
    name: "one of two is not enough",
    bars: [BUSY, "C5 D5 E5 F5 | . . . . | C3 D3 E3 F3"],
    mark: at(1, 0, { ...STOPS, swell: "open" }),
    by: [],
  },
  {
    name: "in a general rest everybody is free",
    bars: [BUSY, ". . E5 F5 | . . E4 F4 | . . E3 F3"],
    mark: at(1, 0, STOPS),
    by: ["right"],
  },
  {
    name: "in the middle of a rest as at its beginning",
    bars: [BUSY, "C5 D5 E5 F5 | . . . F4 | C3 D3 E3 F3"],
    mark: at(1, 2, STOPS),
    by: ["left"],
  },
  {
    name: "at the end of a rest, when the hand comes in again",
    bars: [BUSY, "C5 D5 E5 F5 | . . . F4 | C3 D3 E3 F3"],
    mark: at(1, 3, STOPS),
    by: ["left"],
  },
  {
    name: "after the last note of a hand it is free to the end",
    bars: [BUSY, "C5 D5 E5 F5 | C4 . . . | C3 D3 E3 F3", "C5 - - - | . . . . | C3 - - -"],
    mark: at(2, 0, STOPS),
    by: ["left"],
  },
  {
    name: "a slower tempo makes room",
    bars: [BUSY, "C5 D5 E5 F5 | . D4 E4 F4 | C3 D3 E3 F3"],
    tempo: 60,
    mark: at(1, 0, STOPS),
    by: ["left"],
  },
  {
    name: "a rest that is enough for one stop is not for four",
    bars: [BUSY, "C5 D5 E5 F5 | . D4 E4 F4 | C3 D3 E3 F3"],
    drawn: { stops: "Principal 8, Octave 4, Mixture" },
    mark: at(1, 0, { stops: "Flute 8" }),
    by: [],
  },
  {
    name: "what is drawn already is left",
    bars: [BUSY, "C5 D5 E5 F5 | . D4 E4 F4 | C3 D3 E3 F3"],
    drawn: { stops: "Principal 8, Octave 4, Mixture" },
    mark: at(1, 0, { stops: "Principal 8′, Octave 4′" }),
    by: ["left"],
  },
  {
    name: "two hands share what is too much for one",
    bars: [BUSY, ". . E5 F5 | . . E4 F4 | C3 D3 E3 F3"],
    drawn: { stops: "Principal 8, Octave 4, Mixture" },
    mark: at(1, 0, { stops: "Flute 8, Flute 4, Nazard 2 2/3" }),
    by: ["right", "left"],
  },
  {
    name: "one hand with time enough does both",
    bars: [BUSY, "C5 D5 E5 F5 | . . . . | C3 D3 E3 F3"],
    mark: at(1, 0, { ...STOPS, couplers: "II to I" }),
    by: ["left"],
  },
  {
    name: "a combination brings the stops that are written with it",
    bars: [BUSY, "C5 D5 E5 F5 | . D4 E4 F4 | C3 D3 E3 F3"],
    tempo: 160,
    mark: at(1, 0, { stops: "Flute 8, Flute 4, Krummhorn 8", combination: 4 }),
    by: ["left"],
  },
];

it.each(SITUATIONS)("$name", ({ bars, tempo = 80, mark, drawn, by, nearest, feet }) => {
  const score = scoreOf(bars);
  const pedal = score.notes.filter(({ hand }) => hand === "feet");
  const parts = new Map(feet?.map((foot, i) => [pedal[i]!.id, foot]));
  const [made, ...others] = changesMade({
    ...{ score, from: 0, to: bars.length - 1, tempo, options: {} },
    written: [...(drawn ? [at(0, 0, drawn)] : []), mark],
    said: new Map([["part", parts]]),
  });
  expect(others).toEqual([]);
  expect(made!.by).toEqual(by);
  if (nearest === "none") expect(made!.nearest).toBeUndefined();
  else if (nearest) {
    const { bar, offset, by: who } = made!.nearest!;
    expect(`${bar}.${offset.num / offset.den} ${who.join(", ")}`).toBe(nearest);
  }
});

it("what sounds at the beginning is set before, by nobody in particular", () => {
  const score = scoreOf([BUSY]);
  const written = [at(0, 0, STOPS)];
  const asked = { score, from: 0, to: 0, tempo: 80, written, options: {} };
  expect(changesMade(asked)).toEqual([]);
});

it("a half that is repeated asks for its stops again, where others stand at its end", () => {
  // the left hand is free before the second bar; nobody is where the first one begins again
  const straight = scoreOf([BUSY, ". D5 E5 F5 | . D4 E4 F4 | C3 D3 E3 F3"]);
  const score = {
    ...straight,
    bars: straight.bars.map((bar) => (bar.index === 1 ? { ...bar, repeatEnd: 2 } : bar)),
  };
  const task = (written: readonly Mark[], of: Score = score) => ({
    ...{ score: of, from: 0, to: 1, tempo: 60, written, options: {} },
  });
  const both = [at(0, 0, { stops: "Flute 8" }), at(1, 0, { stops: "Principal 8" })];
  expect(changesMade(task(both, straight)).map(({ by }) => by)).toEqual([["right"]]);
  expect(changesMade(task(both)).map(({ bar, by }) => [bar, by])).toEqual([
    [1, ["right"]],
    [0, []],
  ]);
  const [doubt] = registrationWork.check!(task(both));
  expect(plain(doubt!.text)).toMatch(/^Bar 1, 2nd time: nobody is free for Flute 8/);
  expect(doubt!.bar).toBe(0);
  // what stands already is nobody's work
  expect(changesMade(task([both[0]!]))).toEqual([]);
});

it("pitch and family of stops are understood where they can be, in several languages", () => {
  expect(
    understood("Principal 8', Rohrflöte 4′, Quinte 2 2/3, Trompete 8, Mixtur, Gamba 8 + Tremulant"),
  ).toEqual([
    { text: "Principal 8'", feet: "8", family: "principal" },
    { text: "Rohrflöte 4′", feet: "4", family: "flute" },
    { text: "Quinte 2 2/3", feet: "2⅔" },
    { text: "Trompete 8", feet: "8", family: "reed" },
    { text: "Mixtur", family: "mixture" },
    { text: "Gamba 8", feet: "8", family: "string" },
    { text: "Tremulant" },
  ]);
});

it("stops that nobody is free to draw may be set as a combination, where one could be pressed", () => {
  const doubt = (data: Mark["data"], feet: string) =>
    registrationWork.check!({
      ...{ score: scoreOf([BUSY, `C5 D5 E5 F5 | C4 D4 E4 F4 | ${feet}`]), from: 0, to: 1 },
      ...{ tempo: 80, options: {}, written: [at(1, 0, data)] },
    }).map(({ text }) => plain(text));
  expect(doubt(STOPS, ". . E3 F3")[0]).toMatch(
    /nobody is free for Trumpet 8.*Set as a combination it could be made here \(feet\)\.$/s,
  );
  expect(doubt(STOPS, "C3 D3 E3 F3")[0]).not.toMatch(/combination/);
  expect(doubt({ ...STOPS, swell: "open" }, ". D3 E3 F3")[0]).not.toMatch(/combination/);
});

it("stops with a sign are added to what is drawn or taken from it", () => {
  const stops = (...changes: string[]) =>
    drawnAfter(changes.map((one) => ({ stops: one }))).at(-1)!["stops"];
  const full = "Principal 8′, Octave 4′, Trumpet 8′";
  expect(stops(full, "+ Mixture")).toBe("Principal 8′, Octave 4′, Trumpet 8′, Mixture");
  expect(stops(full, "− Trumpet")).toBe("Principal 8′, Octave 4′");
  expect(stops(full, "off Trumpet 8, Octave 4")).toBe("Principal 8′");
  expect(stops(full, "+ Nazard 2⅔, − Octave 4, Trumpet")).toBe("Principal 8′, Nazard 2⅔");
  expect(stops(full, "add octave 4")).toBe("Principal 8′, Trumpet 8′, octave 4");
  expect(stops(full, "Flute 8 + Flute 4")).toBe("Flute 8, Flute 4");
  expect(stops("- Mixture")).toBe("");
  const work = (...changes: Mark["data"][]) =>
    jobsIn(changes)
      .at(-1)!
      .map(({ action, count }) => `${action} ${count}`);
  // couplers that are taken off are one thing each; other stops under the same number are drawn
  expect(work({ couplers: "II to I" }, { couplers: "none" })).toEqual(["couplers 1"]);
  expect(
    work({ stops: "Flute 8", combination: 1 }, { stops: "Flute 8, Reed 8", combination: 1 }),
  ).toEqual(["stops 1"]);
  // one is moved, not four
  const [, jobs] = jobsIn([{ stops: full }, { stops: "+ Mixture" }]);
  expect(jobs).toEqual([{ action: "stops", count: 1 }]);
});

it("an assistant who is told is free everywhere", () => {
  const made = (data: Mark["data"]) =>
    changesMade({
      ...{ score: scoreOf([BUSY, BUSY]), from: 0, to: 1, tempo: 120, options: {} },
      written: [at(1, 0, data)],
    })[0]!;
  expect(made({ stops: "Flute 8" }).by).toEqual([]);
  const told = made({ stops: "Flute 8", assistant: true });
  expect([told.by, told.nearest]).toEqual([["assistant"], undefined]);
});
