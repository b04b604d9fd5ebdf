import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

// Fingers of a harp, and what is looked through on strings. Common practice, no source.

let studio: TestStudio;
beforeAll(async () => void (studio = await openTestStudio()));
afterAll(() => studio.close());

interface Answer {
  readonly notes: { id: string; bar: number; finger: number | null }[];
  readonly reasons: string[];
  readonly problems: { kind: string; text: string; ways: string[] }[];
  readonly detail: string;
  readonly doubts: { kind: string; text: string }[];
}
const ask = async (path: string, body: object) =>
  (await studio.ask("POST", path, body)) as unknown as { status: number; json: Answer };
const inRow = (text: string, duration = 0.5) =>
  text.split(" ").map((pitch, i) => ({ pitch, onset: i * duration, duration }));
const harp = (body: object) =>
  ask("/api/fingerings/propose", { instrument: "harp", hand: "right", ...body });

it("fingers bare notes for a harp: thumb uppermost, four to a placing", async () => {
  const { status, json } = await harp({ notes: inRow("C4 D4 E4 F4 G4 A4 B4 C5") });
  expect(status).toBe(200);
  expect(json.notes.map(({ finger }) => finger).join("")).toBe("43214321");
  expect(json.reasons.join(" ")).toContain("Placed together, then plucked: 4 3 2 1");
  expect(json.reasons.join(" ")).toContain("4 under 1");
  // the same in both hands
  const left = await harp({ hand: "left", notes: inRow("C3 G3 C4 E4") });
  expect(left.json.notes.map(({ finger }) => finger).join("")).toBe("4321");
});

it("takes the harp and the hand as they are, and says in a sentence what cannot be", async () => {
  const small = await harp({
    player: { span: 7 },
    notes: ["C4", "E5"].map((pitch) => ({ pitch, onset: 0, duration: 1 })),
  });
  expect(small.json.problems[0]).toMatchObject({ kind: "too many" });
  const lever = { kind: "lever", lowest: "C2", strings: 34 };
  const low = await harp({ setup: lever, notes: inRow("G1 C2") });
  expect([low.status, low.json.detail]).toEqual([400, "Note 1, G1, is not on this harp."]);
  const three = await harp({ setup: { strings: 3 }, notes: inRow("C4") });
  expect([three.status, three.json.detail]).toEqual([
    400,
    'Harp: "strings" must be 12 to 47 strings.',
  ]);
  const locked = await harp({ notes: inRow("C4 D4 E4"), locks: [{ id: "0", finger: 4 }] });
  expect(locked.json.notes[0]!.finger).toBe(4);
});

const written = async (id: string, aspect: string, values: object[]) =>
  expect((await studio.ask("PUT", `/api/pieces/${id}/notes/${aspect}`, { values })).status).toBe(
    200,
  );

it("fingers a piece for the harp, and looks through what is written", async () => {
  const file = demoFile("evening-on-the-upper-sallow");
  const { id } = (await studio.bring(file, "h.musicxml", "harp")).json;
  const { json } = await ask(`/api/pieces/${id}/fingerings/propose`, {
    ...{ hand: "left", from: 0, to: 3 },
  });
  expect(json.notes.length).toBeGreaterThan(10);
  expect(json.notes.every(({ finger }) => finger !== null)).toBe(true);
  const check = async () => (await ask(`/api/pieces/${id}/fingerings/check`, {})).json.doubts;
  const nothing = await check();
  await written(
    id,
    "finger",
    json.notes.map((note) => ({ note: note.id, value: String(note.finger) })),
  );
  expect((await check()).length).toBe(nothing.length);
  const [first, second] = json.notes;
  const value = String(first!.finger);
  await written(id, "finger", [{ note: second!.id, value }]);
  const doubts = await check();
  expect(doubts.map(({ kind }) => kind)).toContain("same finger");
});

it("fingers the strings the pedals leave, not the letters on the page", async () => {
  const note = (step: string) =>
    `<note><pitch><step>${step}</step><octave>5</octave></pitch><duration>1</duration>` +
    "<type>quarter</type></note>";
  const xml =
    '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Harp</part-name>' +
    '</score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>1' +
    "</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>" +
    `${["C", "D", "E", "F"].map(note).join("")}</measure></part></score-partwise>`;
  const { id } = (await studio.bring(Buffer.from(xml), "s.musicxml", "harp")).json;
  const fingers = async () =>
    (
      await ask(`/api/pieces/${id}/fingerings/propose`, { hand: "right", from: 0, to: 0 })
    ).json.notes.map(({ finger }) => finger);
  expect(await fingers()).toEqual([4, 3, 2, 1]);
  // F as E sharp: E is missing, so that its string is F flat, and two fingers change places
  const data = { D: 0, C: 0, B: 0, E: 1, F: -1, G: 0, A: 0 };
  const mark = { id: "p", from: { bar: 0, offset: 0 }, data };
  const put = { put: [mark], remove: [] };
  expect((await studio.ask("PUT", `/api/pieces/${id}/marks/harp-pedals`, put)).status).toBe(200);
  expect((await fingers()).slice(2)).toEqual([1, 2]);
});

it("looks through strings and fingers on a neck", async () => {
  const file = demoFile("dance-on-the-plank-bridge");
  const { id } = (await studio.bring(file, "g.musicxml", "guitar")).json;
  const { json } = (await studio.ask("POST", `/api/pieces/${id}/fingerings/propose`, {
    ...{ hand: "hands", from: 0, to: 7 },
  })) as unknown as { json: { notes: { id: string; finger: number; string: number }[] } };
  const check = async () => (await ask(`/api/pieces/${id}/fingerings/check`, {})).json.doubts;
  await written(
    id,
    "finger",
    json.notes.map((note) => ({ note: note.id, value: String(note.finger) })),
  );
  await written(
    id,
    "string",
    json.notes.map((note) => ({ note: note.id, value: String(note.string) })),
  );
  // what is proposed is not doubted
  expect(await check()).toEqual([]);
  const [first] = json.notes;
  await written(id, "string", [{ note: first!.id, value: first!.string === 1 ? "6" : "1" }]);
  const [wrong] = await check();
  expect(wrong!.kind).toBe("other pitch");
  expect(wrong!.text).toMatch(/^Bar 1, beat 1: string \d has no /);
});
