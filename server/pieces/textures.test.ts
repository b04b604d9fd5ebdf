import { openTestStudio, type TestStudio } from "../testing.ts";

// Voices of an organ piece shared out. Common practice, no source.

let studio: TestStudio;
beforeAll(async () => void (studio = await openTestStudio()));
afterAll(() => studio.close());

const note = (pitch: string, chord = false) =>
  `<note>${chord ? "<chord/>" : ""}<pitch><step>${pitch[0]}</step><octave>${pitch[1]}</octave>` +
  `</pitch><duration>2</duration><voice>STAFF</voice><staff>STAFF</staff></note>`;
const staff = (number: number, ...chords: string[]) =>
  chords
    .map((chord) =>
      chord
        .split("+")
        .map((pitch, i) => note(pitch, i > 0))
        .join(""),
    )
    .join("")
    .replaceAll("STAFF", String(number));
const HYMN =
  '<score-partwise version="4.0"><work><work-title>Evening hymn</work-title></work><part-list>' +
  '<score-part id="P1"><part-name>Organ</part-name></score-part></part-list><part id="P1">' +
  '<measure number="1"><attributes><divisions>1</divisions><time><beats>4</beats>' +
  "<beat-type>4</beat-type></time><staves>2</staves></attributes>" +
  `${staff(1, "C5+G4", "G5+C4")}<backup><duration>4</duration></backup>${staff(2, "E4+C3", "G3+C3")}` +
  "</measure></part></score-partwise>";

interface Shared {
  hands: { id: string; hand: string; moved: string | null; changes: boolean; why: string }[];
  manuals: object | null;
  reasons: string[];
  problems: object[];
  detail: string;
  field: string;
}
const share = async (id: string, body: object) =>
  (await studio.ask("POST", `/api/pieces/${id}/textures/propose`, body)) as unknown as {
    status: number;
    json: Shared;
  };

it("shares a hymn out, hands it over in one request, and finds it done", async () => {
  const { id } = (await studio.bring(HYMN, "h.musicxml", "organ")).json;
  await studio.ask("PATCH", `/api/pieces/${id}`, { layout: "manuals" });
  const { status, json } = await share(id, { texture: "hymn" });
  expect(status).toBe(200);
  expect(json.problems).toEqual([]);
  expect(json.manuals).toBeNull();
  const moving = json.hands.filter(({ changes }) => changes);
  // two basses to the feet, and an alto a twelfth under its soprano to the left
  expect(moving.map(({ hand }) => hand).sort()).toEqual(["feet", "feet", "left"]);
  expect(json.reasons[0]).toContain("The left hand takes the alto");
  const notes = moving.map((one) => ({ id: one.id, hand: one.moved }));
  expect((await studio.ask("PUT", `/api/pieces/${id}/hands`, { notes })).status).toBe(200);
  const done = (await share(id, { texture: "hymn" })).json.hands;
  expect(done.filter(({ changes }) => changes)).toEqual([]);
  // what its staff says again needs no word
  const back = (await share(id, { texture: "solo" })).json;
  expect(back.manuals).toEqual({ right: 2, left: 1 });
  expect(back.hands.every(({ hand, moved }) => moved === null || moved === hand)).toBe(true);
});

it("refuses bars that are not there, textures nobody knows, and other instruments", async () => {
  const { id } = (await studio.bring(HYMN, "h2.musicxml", "organ")).json;
  expect((await share(id, { texture: "hymn", from: 3, to: 9 })).status).toBe(400);
  expect((await share(id, { texture: "fugue" })).status).toBe(400);
  const piano = (await studio.bring(HYMN, "h3.musicxml", "piano")).json.id;
  const refused = await share(piano, { texture: "hymn" });
  expect([refused.status, refused.json.detail]).toEqual([
    400,
    "Piano: its voices are not shared out as a hymn.",
  ]);
});

it("does not give notes from one manual to another, and looks manuals through", async () => {
  const { id } = (await studio.bring(HYMN, "h4.musicxml", "organ")).json;
  const mark = { id: "m", from: { bar: 0, offset: 0 }, data: { right: 4, left: 1 } };
  const put = await studio.ask("PUT", `/api/pieces/${id}/marks/registration`, {
    put: [mark],
    remove: [],
  });
  expect(put.status).toBe(200);
  const check = (await studio.ask("POST", `/api/pieces/${id}/marks/registration/check`, {}))
    .json as unknown as { doubts: { text: string }[] };
  expect(check.doubts[0]!.text).toMatch(/manual IV is not on this organ; it has 2/);
  const given = (await studio.ask("POST", `/api/pieces/${id}/hands/propose`, { from: 0, to: 0 }))
    .json as unknown as { handovers: object[] };
  expect(given.handovers).toEqual([]);
});
