import { perform, readScore, startOf } from "../index.ts";

/** One bar with a whole note that has signs or grace notes; an optional note before it. */
const scoreOf = (inner: string, fifths = 0, first = "") =>
  readScore(
    `<score-partwise><part-list/><part id="P"><measure number="1">` +
      `<attributes><divisions>8</divisions><key><fifths>${fifths}</fifths>` +
      `</key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>${first}${inner}</measure>` +
      "</part></score-partwise>",
  ).score;
const C5 = (duration: number, more = "") =>
  `<note><pitch><step>C</step><octave>5</octave></pitch><duration>${duration}</duration><voice>1</voice>${more}</note>`;
const sign = (name: string) => `<notations><ornaments><${name}/></ornaments></notations>`;
const grace = (step: string, slash = "") =>
  `<note><grace${slash}/><pitch><step>${step}</step><octave>5</octave></pitch><voice>1</voice></note>`;
const heard = (score: ReturnType<typeof scoreOf>, layers?: number) =>
  perform(score, startOf(0), startOf(1), { layers }).notes;
const keys = (score: ReturnType<typeof scoreOf>) => heard(score).map((note) => note.midi);

// J. S. Bach, "Explication unterschiedlicher Zeichen" in the Clavier-Büchlein vor Wilhelm
// Friedemann Bach, 1720: trillo d c d c d c d c, mordant c b c, cadence d c b c
it.each([
  ["trill-mark", [74, 72, 74, 72, 74, 72, 74, 72]],
  ["mordent", [72, 71, 72]],
  ["turn", [74, 72, 71, 72]],
  // doppelt-cadence, begun from below: b c d c d c d c; the other turn is the mirror of the first
  ['trill-mark start-note="below"', [71, 72, 74, 72, 74, 72, 74, 72]],
  ["inverted-turn", [71, 72, 74, 72]],
] as const)("plays a %s as Bach writes it out", (name, expected) => {
  // a quarter, so that a trill of thirty-seconds has eight notes
  expect(keys(scoreOf(C5(8, sign(name))))).toEqual(expected);
});

it("takes the neighbour from the key, or as it was last in the bar", () => {
  expect(keys(scoreOf(C5(8, sign("mordent")), -7))).toEqual([72, 70, 72]);
  expect(keys(scoreOf(C5(8, sign("turn")), 2))).toEqual([74, 72, 71, 72]);
  const flat =
    "<note><pitch><step>B</step><alter>-1</alter><octave>4</octave></pitch>" +
    "<duration>8</duration><voice>1</voice></note>";
  expect(keys(scoreOf(C5(8, sign("mordent")), 0, flat))).toEqual([70, 72, 70, 72]);
});

// C. P. E. Bach, Versuch über die wahre Art das Clavier zu spielen, 1753, II.2 §11
it("leans on a long grace note for half of the note, for two thirds of a dotted one", () => {
  expect(heard(scoreOf(grace("D") + C5(8))).map((note) => note.length)).toEqual([1 / 2, 1 / 2]);
  const [leaning, rest] = heard(scoreOf(grace("D") + C5(12)));
  expect(leaning!.length).toBeCloseTo(1);
  expect([rest!.onset, rest!.length]).toEqual([1, 0.5]);
});

// common practice, no source
it("plays short ones quickly: on the beat, or with a stroke before it", () => {
  const several = heard(scoreOf(grace("D") + grace("E") + C5(8)));
  expect(several.map((note) => [note.midi, note.onset, note.length])).toEqual([
    [74, 0, 1 / 8],
    [76, 1 / 8, 1 / 8],
    [72, 2 / 8, 6 / 8],
  ]);
  const before = heard(scoreOf(grace("D", ' slash="yes"') + C5(8), 0, C5(8)));
  expect(before.map((note) => [note.midi, note.onset])).toEqual([
    [72, 0],
    [74, 7 / 8],
    [72, 1],
  ]);
  // nothing comes before the first beat that is played
  expect(heard(scoreOf(grace("D", ' slash="yes"') + C5(8)))[0]!.onset).toBe(0);
});

it("never takes longer than the note, whatever stands on it", () => {
  for (const duration of [1, 3, 8, 12, 32])
    for (const name of ["trill-mark", "turn", "delayed-turn", "mordent", "inverted-mordent"])
      for (const graces of ["", grace("D"), grace("D").repeat(9)]) {
        const notes = heard(scoreOf(graces + C5(duration, sign(name))));
        const end = Math.max(...notes.map((note) => note.onset + note.length));
        expect(end).toBeCloseTo(duration / 8);
        for (const note of notes) expect(note.length).toBeGreaterThan(0);
      }
});

it("leaves the bare tune without them", () => {
  const score = scoreOf(grace("D") + C5(8, sign("turn")));
  expect(heard(score, 0).map((note) => [note.midi, note.length])).toEqual([[72, 1]]);
});
