import { plain } from "../../words/say.ts";
import { perform, readScore, startOf, type Mark, type Score } from "../../score/index.ts";
import { instrument, marksHeard, readingOf, sounded } from "../index.ts";
import { check } from "../propose.ts";
import { changesMade, drawnAfter, jobsIn, registrationText, understood } from "./organ.ts";
import { apart } from "./registration/manuals.ts";
import { REGISTRATION } from "./registration/registration.ts";
import { registrationWork } from "./registration/registrationWork.ts";

// Situations of an organist: common practice, no source. Seconds a change takes: from memory.

/**
 * Bars of four quarters for the right hand, the left hand and the feet, parted by bar lines: a
 * note, `-` for one that goes on, `.` for silence.
 */
function scoreOf(bars: readonly string[]): Score {
  const line = (text: string, staff: number) => {
    const tokens = text.trim().split(/\s+/);
    let xml = "";
    for (let i = 0; i < tokens.length;) {
      let length = 1;
      while (tokens[i + length] === "-") length++;
      const [, step, octave] = /^([A-G])(\d)$/.exec(tokens[i]!) ?? [];
      const pitch = step
        ? `<pitch><step>${step}</step><octave>${octave}</octave></pitch>`
        : "<rest/>";
      xml += `<note>${pitch}<duration>${length}</duration><voice>${staff}</voice><staff>${staff}</staff></note>`;
      i += length;
    }
    return xml;
  };
  const measures = bars.map((bar, i) => {
    const staves = bar.split("|");
    return (
      `<measure number="${i + 1}">` +
      (i
        ? ""
        : "<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time>" +
          "<staves>3</staves></attributes>") +
      staves
        .map((text, staff) => line(text, staff + 1))
        .join("<backup><duration>4</duration></backup>") +
      "</measure>"
    );
  });
  const xml =
    `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>x</part-name>` +
    `</score-part></part-list><part id="P1">${measures.join("")}</part></score-partwise>`;
  const how = { parts: null, layout: null, onPaper: false };
  return readScore(xml, readingOf(instrument("organ"), how)).score;
}

const BUSY = "C5 D5 E5 F5 | C4 D4 E4 F4 | C3 D3 E3 F3";
const at = (bar: number, quarters: number, data: Mark["data"]): Mark => ({
  ...{ id: `${bar}.${quarters}`, layer: "teacher", data },
  from: { bar, offset: { num: quarters, den: 1 } },
});

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

describe("manuals", () => {
  const doubts = (bars: readonly string[], marks: readonly Mark[], setup: object = {}) =>
    registrationWork.check!({
      ...{ score: scoreOf(bars), from: 0, to: bars.length - 1, tempo: 60, written: marks },
      ...{ options: {}, setup: { ...setup } },
    }).map(({ kind, text }) => `${kind}: ${text.replaceAll(/[\u001b-\u001f]/g, "")}`);
  const APART = at(0, 0, { right: 2, left: 1 });

  it("of a hand are changed between its notes: by nobody else, and in no time but its own", () => {
    expect(doubts([BUSY, BUSY], [APART, at(1, 0, { right: 1 })])).toEqual([]);
    // four crotchets a second leave a quarter of one
    const quick = registrationWork.check!({
      ...{ score: scoreOf([BUSY, BUSY]), from: 0, to: 1, tempo: 240, options: {} },
      written: [APART, at(1, 0, { right: 1 })],
    });
    expect(quick.map(({ kind }) => kind)).toEqual(["no time"]);
  });

  it("are not left while a note is held, nor gone to where they are not", () => {
    const held = "C5 - - - | C4 D4 E4 F4 | C3 - - -";
    expect(doubts([held], [APART, at(0, 2, { right: 1 })])[0]).toMatch(
      /^held: .*the right hand holds C while it goes to\s+manual I/,
    );
    expect(doubts([BUSY], [at(0, 0, { right: 3 })])[0]).toMatch(
      /^no manual: .*manual III is not on this organ; it has\s+2/,
    );
    expect(doubts([BUSY], [at(0, 0, { right: 3 })], { manuals: 3 })).toEqual([]);
    expect(doubts(["C5 D5 E5 F5 | C1 - - - | . . . ."], [APART])[0]).toContain(
      "is beyond the keys of a manual",
    );
  });

  it("keep the hands apart, so that they may have one note", () => {
    const crossed = scoreOf(["C5 E4 G4 C5 | C4 E4 D4 C4 | C3 - - -", BUSY]);
    const asked = { instrument: "organ" };
    const meet = (marks: readonly Mark[]) =>
      check(crossed, new Map(), { ...asked, apart: apart(marks) }).filter(
        ({ kind }) => kind === "hands meet",
      ).length;
    expect(meet([])).toBe(1);
    expect(meet([APART])).toBe(0);
    expect(meet([APART, at(0, 1, { right: 1 })])).toBe(1);
    expect(apart([APART, at(1, 0, { left: 2 })])).toEqual([
      { from: { bar: 0, offset: { num: 0, den: 1 } }, to: { bar: 1, offset: { num: 0, den: 1 } } },
    ]);
  });

  it("are told as organists count them, couplers beside them", () => {
    const text = registrationText({ right: 2, left: 1, couplers: "II to I" });
    expect(text.replaceAll(/[\u001b-\u001f]/g, "")).toBe(
      "right hand II, left hand I, couplers II to I",
    );
  });
});

// A pipe of f feet sounds at 8 / f of what its key says: 12 log2 of it in semitones, rounded.
describe("stops are heard", () => {
  const score = scoreOf([BUSY, BUSY, BUSY, BUSY]);
  const heard = (marks: readonly Mark[], from = 0, to = 4) =>
    sounded(
      instrument("organ"),
      perform(score, startOf(from), startOf(to), {
        marks: marksHeard(new Map([["registration", marks]])),
      }),
    ).notes;
  const pitches = (notes: ReturnType<typeof heard>, hand: string, onset: number) =>
    notes
      .filter((note) => note.hand === hand && note.onset === onset)
      .map(({ midi }) => midi)
      .sort((a, b) => a - b);

  it.each(["32", "16", "10 2/3", "8", "5 1/3", "4", "2 2/3", "2", "1 3/5", "1 1/3", "1"])(
    "%s feet at their pitch",
    (feet) => {
      const [whole, part] = feet.split(" ");
      const [num, den] = (part ?? "0/1").split("/").map(Number) as [number, number];
      const by = Math.round(12 * Math.log2(8 / (Number(whole) + num / den)));
      const hand = feet === "32" ? "feet" : "right";
      const key = hand === "feet" ? 48 : 72;
      expect(pitches(heard([at(0, 0, { stops: `Stop ${feet}` })]), hand, 0)).toEqual([key + by]);
    },
  );

  it("each beside the others, of the pedal under the feet, without their own those of the hands", () => {
    const stops = "Principal 8′, Octave 4′, Subbass 16′";
    const notes = heard([at(0, 0, { stops })]);
    expect(pitches(notes, "right", 0)).toEqual([72, 84]);
    expect(pitches(notes, "feet", 0)).toEqual([36]);
    const coupled = heard([at(0, 0, { stops: "Flute 8, Octave 4" })]);
    expect(pitches(coupled, "feet", 0)).toEqual([48, 60]);
  });

  it("from their place on, also where one begins later; words nobody knows change nothing", () => {
    const marks = [at(1, 0, { stops: "Flute 4" }), at(2, 0, { combination: 3 })];
    expect(pitches(heard(marks), "right", 0)).toEqual([72]);
    expect(pitches(heard(marks), "right", 4)).toEqual([84]);
    expect(pitches(heard(marks), "right", 8)).toEqual([84]);
    expect(pitches(heard(marks, 3), "right", 0)).toEqual([84]);
    expect(pitches(heard([at(0, 0, { stops: "something soft" })]), "right", 0)).toEqual([72]);
  });

  it("a combination brings its stops back, once they are written with its number", () => {
    const marks = [
      at(0, 0, { stops: "Flute 4", combination: 1 }),
      at(1, 0, { stops: "Principal 8, Octave 4" }),
      at(2, 0, { combination: 1 }),
      at(3, 0, { combination: 2 }),
    ];
    const first = (bar: number) => pitches(heard(marks), "right", 4 * bar);
    expect([0, 1, 2, 3].map(first)).toEqual([[84], [72, 84], [84], [84]]);
    const told = plain(REGISTRATION.state!(marks, startOf(2), score)!);
    expect(told).toBe("registration: combination 1, Flute 4");
    // other stops are no longer the combination
    expect(plain(REGISTRATION.state!(marks, startOf(1), score)!)).toBe(
      "registration: Principal 8, Octave 4",
    );
  });

  it("more are louder, and less than so many times as loud", () => {
    const one = heard([at(0, 0, { stops: "Flute 8" })])[0]!.loudness;
    const two = heard([at(0, 0, { stops: "Flute 8, Octave 4" })])[0]!.loudness;
    expect(two).toBeLessThan(one);
    expect(2 * two).toBeGreaterThan(one);
  });
});
