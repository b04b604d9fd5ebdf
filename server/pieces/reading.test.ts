import { openTestStudio, type TestStudio } from "../testing.ts";

// Whose the notes of a file are: guessed from its staves, changed in one step.

let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio({ date: "2030-03-04" });
});
afterAll(() => studio.close());

const note = (step: string, octave: number, staff: number, voice: number) =>
  `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
  `<duration>1</duration><voice>${voice}</voice><staff>${staff}</staff>` +
  "</note>";
const voice = (steps: string, octave: number, staff: number, at: number) =>
  [...steps].map((step) => note(step, octave, staff, at)).join("");
const hymn = Array.from(
  { length: 4 },
  (_, i) =>
    `<measure number="${i + 1}">${i ? "" : "<attributes><divisions>1</divisions><time><beats>4</beats>" + "<beat-type>4</beat-type></time><staves>2</staves></attributes>"}${[
      voice(["GABG", "EEDE", "AGFG", "GFED"][i]!, 4, 1, 1),
      voice(["DDDD", "CCBC", "DDDD", "DDCC"][i]!, 4, 1, 2),
      voice(["BAGB", "GGGG", "FEFG", "BBAG"][i]!, 3, 2, 3),
      voice(["GFGG", "CEGC", "DEFG", "GGAB"][i]!, 2, 2, 4),
    ].join("<backup><duration>4</duration></backup>")}</measure>`,
).join("");
const file =
  "<score-partwise><work><work-title>Hymn for the " +
  `weir</work-title></work><part-list/><part id="P">${hymn}</part>` +
  "</score-partwise>";

const bring = async () => (await studio.bring(file, "hymn.musicxml", "organ")).json.id;
interface Read {
  layout: { id: string; guessed: boolean; others: { id: string }[] };
  notes: { id: string; hand: string; midi: number }[];
}
const score = async (id: string) =>
  (await studio.ask("GET", `/api/pieces/${id}/score`)).json as unknown as Read;
const edit = (id: string, body: object) => studio.ask("PATCH", `/api/pieces/${id}`, body);

it("guesses a hymn, reads it otherwise when told, and keeps what is written", async () => {
  const id = await bring();
  const before = await score(id);
  expect(before.layout).toMatchObject({ id: "hymn", guessed: true, others: [{ id: "manuals" }] });
  const bass = before.notes.find((one) => one.midi === 43)!;
  expect(bass.hand).toBe("feet");
  await studio.ask("PUT", `/api/pieces/${id}/notes/part`, {
    values: [{ note: bass.id, value: "t" }],
  });
  expect((await edit(id, { layout: "manuals" })).status).toBe(200);
  const after = await score(id);
  expect(after.layout).toMatchObject({ id: "manuals", guessed: false });
  expect(after.notes.find((one) => one.id === bass.id)!.hand).toBe("left");
  expect((await studio.ask("GET", `/api/pieces/${id}`)).json.hands).toEqual(["right", "left"]);
  expect((await edit(id, { layout: null })).json.hands).toEqual(["right", "left", "feet"]);
  const { notes } = (await studio.ask("GET", `/api/pieces/${id}/annotations`)).json as unknown as {
    notes: { note: string; value: string }[];
  };
  expect(notes).toMatchObject([{ note: bass.id, value: "t" }]);
});

it("knows whose a note is by the layout when it was given away, and gives it back there", async () => {
  const id = await bring();
  const bass = (await score(id)).notes.find((one) => one.midi === 43)!;
  const give = (hand: string | null) =>
    studio.ask("PUT", `/api/pieces/${id}/hands`, { notes: [{ id: bass.id, hand }] });
  await give("left");
  const given = (await score(id)).notes.find((one) => one.id === bass.id)!;
  expect(given).toMatchObject({ hand: "left", writtenFor: "feet" });
  await give(null);
  const back = (await score(id)).notes.find((one) => one.id === bass.id)!;
  expect(back.hand).toBe("feet");
  expect(back).not.toHaveProperty("writtenFor");
});

it("says what ways there are where it is told one that is not", async () => {
  const id = await bring();
  const wrong = await edit(id, { layout: "upside down" });
  expect([wrong.status, wrong.json.detail]).toEqual([
    400,
    '"layout" must be one of manuals, hymn, pedal, sung-manuals, sung-hymn, open, sung-pedal.',
  ]);
  expect((await edit(id, { instrument: "piano", layout: "hymn" })).json.detail).toBe(
    '"layout" has no meaning here: the piano has one way to read staves.',
  );
  // another instrument has its own ways: what was chosen for this one is forgotten
  await edit(id, { layout: "manuals" });
  await edit(id, { instrument: "piano" });
  await edit(id, { instrument: "organ" });
  expect((await score(id)).layout).toMatchObject({ id: "hymn", guessed: true });
});

it("plans a hand with the feet, and says so in the calendar", async () => {
  const id = await bring();
  const student = (await studio.ask("POST", "/api/students", { name: "Tamsin Orrell" })).json;
  const assignment = (
    await studio.ask("POST", "/api/assignments", { studentId: student.id, pieceId: id })
  ).json;
  const plan = (
    await studio.ask("POST", "/api/plans", {
      forecast: false,
      assignmentId: assignment.id,
      goalTempo: 60,
      readyBy: "2030-04-24",
      minutesByWeekday: [30, 30, 30, 30, 30, 30, 30],
      rule: "three-to-one",
    })
  ).json as unknown as { id: string; days: { cards: { id: string; hands: string }[] }[] };
  const cards = plan.days.flatMap((day) => day.cards);
  expect(new Set(cards.map((card) => card.hands))).toEqual(
    new Set(["right", "left", "feet", "left-feet", "right-feet", "hands", "both"]),
  );
  const answer = await studio.app.request(`http://127.0.0.1/api/plans/${plan.id}/calendar.ics`, {
    headers: { host: "127.0.0.1" },
  });
  const calendar = await answer.text();
  // lines are folded after 75 octets (RFC 5545, 3.1)
  expect(calendar.replace(/\r\n /g, "")).toMatch(
    /bars? [\d–]+\\, left hand and feet\\, at ♩ = \d+/,
  );
});
