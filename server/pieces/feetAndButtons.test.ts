import { openTestStudio, type TestStudio } from "../testing.ts";

// Feet on pedals and buttons of a bass, over the API. Common practice, no source.

let studio: TestStudio;
beforeAll(async () => void (studio = await openTestStudio()));
afterAll(() => studio.close());

interface Foot {
  readonly id: string;
  readonly finger: string | null;
  readonly to?: string;
  readonly cross?: string;
  readonly button?: { readonly row: string | number };
}
const ask = async (path: string, body: object) =>
  (await studio.ask("POST", path, body)) as unknown as {
    status: number;
    json: {
      notes: Foot[];
      reasons: string[];
      detail: string;
      doubts: { kind: string; text: string }[];
    };
  };
const bare = (pitches: string, body: object = {}) =>
  ask("/api/fingerings/propose", {
    ...{ instrument: "organ", hand: "feet" },
    notes: pitches.split(" ").map((pitch, i) => ({ pitch, onset: i / 2, duration: 0.5 })),
    ...body,
  });
const codes = (notes: readonly Foot[]) => notes.map(({ finger }) => finger).join(" ");

it("proposes feet on bare notes, by both schools, with locks", async () => {
  const { status, json } = await bare("C3 G3 C3 A3 C3");
  expect([status, codes(json.notes)]).toEqual([200, "Lt Rt Lt Rt Lt"]);
  const toes = await bare("C3 D3 E3 F3 G3", { school: { feet: "toes" } });
  expect(toes.json.notes.every(({ finger }) => finger?.endsWith("t"))).toBe(true);
  const crossed = toes.json.notes.filter(({ cross }) => cross);
  expect(crossed.length).toBeGreaterThan(0);
  const locked = await bare("C3 G3", { locks: [{ id: "0", finger: "Rt" }] });
  expect(locked.json.notes[0]!.finger).toBe("Rt");
  const low = await bare("B1");
  expect([low.status, low.json.detail]).toEqual([400, "Note 1, B1, is not on this organ."]);
});

it("knows the width of the board and where the bench is", async () => {
  const octave = ["C2", "C3"].map((pitch) => ({ pitch, onset: 0, duration: 1 }));
  const fingers = async (setup: object) => {
    const { json } = await bare("C2", { notes: octave, setup, player: { spread: 40 } });
    return json.notes.map(({ finger }) => finger);
  };
  // seven naturals: 445 mm on a usual board, 368 on one of a metre (arithmetic)
  expect(await fingers({})).toContain(null);
  expect(await fingers({ width: 1000, bench: 48 })).toEqual(["Lt", "Rt"]);
  const { status, json } = await bare("C2", { setup: { width: 10 } });
  expect(status).toBe(400);
  expect(json.detail).toContain("millimetres of the pedalboard over all its keys, 700 to 1600");
});

const exportOf = async (id: string) => {
  const response = await studio.app.request(`http://127.0.0.1/api/pieces/${id}/export.musicxml`, {
    headers: { host: "127.0.0.1" },
  });
  return response.text();
};
const scoreOf = async (id: string) =>
  (
    (await studio.ask("GET", `/api/pieces/${id}/score`)) as unknown as {
      json: { notes: { hand: string; printed?: { part?: string } }[] };
    }
  ).json.notes;

const note = (step: string, octave: number, staff: number) =>
  `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>1</duration>` +
  `<voice>${staff}</voice><staff>${staff}</staff></note>`;
const staff = (text: string, octave: number, number: number) =>
  [...text].map((step) => note(step, octave, number)).join("");
const file =
  '<score-partwise version="4.0"><work><work-title>Voluntary</work-title></work><part-list>' +
  '<score-part id="P1"><part-name>Organ</part-name></score-part></part-list><part id="P1">' +
  '<measure number="1"><attributes><divisions>1</divisions><time><beats>4</beats>' +
  "<beat-type>4</beat-type></time><staves>3</staves></attributes>" +
  `${staff("CDEF", 5, 1)}<backup><duration>4</duration></backup>${staff("EFGA", 3, 2)}` +
  `<backup><duration>4</duration></backup>${staff("CGCA", 3, 3)}</measure></part></score-partwise>`;

it("pencils, keeps, checks and writes them out: toe and heel over or under the staff", async () => {
  const { id } = (await studio.bring(file, "o.musicxml", "organ")).json;
  const propose = (body: object = {}) =>
    ask(`/api/pieces/${id}/fingerings/propose`, { hand: "feet", from: 0, to: 0, ...body });
  const { json } = await propose();
  expect(codes(json.notes)).toBe("Lt Rt Lt Rt");
  const [first, second] = json.notes;
  const write = async (values: { note: string; value: string }[]) =>
    (await studio.ask("PUT", `/api/pieces/${id}/notes/part`, { values })).status;
  expect(await write([{ note: second!.id, value: "Lh" }])).toBe(200);
  // what is written stays
  expect((await propose()).json.notes[1]!.finger).toBe("Lh");
  expect(
    await write([
      { note: first!.id, value: "Lt" },
      { note: second!.id, value: "Lt" },
    ]),
  ).toBe(200);
  const { doubts } = (await ask(`/api/pieces/${id}/fingerings/check`, {})).json;
  expect(doubts.map(({ text }) => text)).toContain("Bar 1, beat 2: one foot cannot join C and G.");
  expect(await write([{ note: second!.id, value: "Rt-Rh" }])).toBe(200);
  const out = await exportOf(id);
  expect(out).toContain('<toe placement="below"/>');
  expect(out).toContain('<toe placement="above"/><heel placement="above" substitution="yes"/>');
  // and they come back exactly
  const again = (await studio.bring(out, "again.musicxml", "organ")).json.id;
  const feet = (await scoreOf(again)).filter(({ hand }) => hand === "feet");
  expect(feet.flatMap(({ printed }) => printed?.part ?? [])).toEqual(["Lt", "Rt-Rh"]);
});

it("proposes bass buttons and fingers for an accordion, by both schools", async () => {
  const chord = (onset: number, ...pitches: string[]) =>
    pitches.map((pitch) => ({ pitch, onset, duration: 0.5 }));
  const notes = [
    ...chord(0, "C2"),
    ...chord(0.5, "C4", "E4", "G4"),
    ...chord(1, "G2"),
    ...chord(1.5, "C4", "E4", "G4"),
  ];
  const accordion = (body: object) =>
    ask("/api/fingerings/propose", { instrument: "accordion", hand: "left", notes, ...body });
  const fingers = async (bass: string) =>
    (await accordion({ school: { bass } })).json.notes.map(({ finger }) => finger).join("");
  // a chord is one button under one finger
  expect(await fingers("4-3")).toBe("43332333");
  expect((await fingers("3-2")).startsWith("3222")).toBe(true);
  const { json } = await accordion({});
  expect(json.notes[0]).toMatchObject({ button: { row: "fundamental", column: 0 } });
  expect(json.notes[1]).toMatchObject({ button: { row: "major", column: 0 } });
  const right = await accordion({ hand: "right", notes: chord(0, "C5", "E5") });
  expect(right.json.notes.every(({ finger }) => finger !== null)).toBe(true);
});

it("proposes rows and fingers on buttons of one note each: right hands and a free bass", async () => {
  const notes = ["C4", "D4", "E4"].map((pitch, i) => ({ pitch, onset: i / 2, duration: 0.5 }));
  const accordion = (body: object) =>
    ask("/api/fingerings/propose", { instrument: "accordion", notes, ...body });
  const setup = { treble: "buttons", system: "C", rows: 3 };
  const { json } = await accordion({ hand: "right", setup });
  // C at the edge, D two rows from it, E between: the C system, common practice
  expect(json.notes.map(({ button }) => button!.row)).toEqual([1, 3, 2]);
  expect(json.notes.every(({ finger }) => typeof finger === "number")).toBe(true);
  const lower = notes.map((one) => ({ ...one, pitch: one.pitch.replace("4", "3") }));
  for (const freeBass of ["C", "B", "fifths"]) {
    const setup = { bass: "free", freeBass };
    const free = await accordion({ hand: "left", setup, notes: lower });
    expect(free.json.notes.every(({ finger }) => Number(finger) >= 2)).toBe(true);
  }
  const odd = await accordion({ hand: "right", setup: { ...setup, rows: 7 } });
  expect([odd.status, odd.json.detail]).toEqual([
    400,
    'Accordion: "rows" must be rows of the right hand: 5, 4 or 3.',
  ]);
  const low = await accordion({
    ...{ hand: "right", setup },
    notes: [{ ...notes[0], pitch: "C2" }],
  });
  expect([low.status, low.json.detail]).toEqual([400, "Note 1, C2, is not on this accordion."]);
});

// letters of chords as accordionists write them: common practice, no source
it("takes a chord by its letters as the button it is, the same as written out", async () => {
  const waltz = (...letters: string[]) =>
    letters.flatMap((chord, i) => [
      {
        id: `bass-${i}`,
        pitch: `${chord[0]}${chord.includes("b") ? "b" : ""}2`,
        onset: 3 * i,
        duration: 1,
      },
      { id: `chord-${i}`, chord, onset: 3 * i + 1, duration: 1 },
      { id: `again-${i}`, chord, onset: 3 * i + 2, duration: 1 },
    ]);
  const asked = (notes: object[]) =>
    ask("/api/fingerings/propose", { instrument: "accordion", hand: "left", notes });
  const { status, json } = await asked(waltz("C", "Am", "Dm", "G7", "Bb", "Bd", "C"));
  expect([status, json.notes.length]).toEqual([200, 21]);
  const buttons = new Map(
    (json.notes as unknown as { id: string; button: { row: string; column: number } }[]).map(
      ({ id, button }) => [id, `${button.row} ${button.column}`],
    ),
  );
  expect(Array.from({ length: 7 }, (_, i) => buttons.get(`chord-${i}`))).toEqual([
    ...["major 0", "minor 3", "minor 2", "seventh 1", "major -2", "diminished 5", "major 0"],
  ]);
  for (const one of json.notes) expect(one.finger).not.toBeNull();
  for (const wrong of ["Csus4", "H", "C9"]) {
    const refused = await asked([{ chord: wrong, onset: 0, duration: 1 }]);
    expect([refused.status, refused.json.detail]).toEqual([
      400,
      expect.stringMatching(new RegExp(`${wrong} is no chord of a bass button`)),
    ]);
  }
  const neither = await asked([{ onset: 0, duration: 1 }]);
  expect([neither.status, neither.json.detail]).toEqual([
    400,
    expect.stringMatching(/neither a pitch nor a chord/),
  ]);
});
