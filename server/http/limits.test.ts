import { openTestStudio, type TestStudio } from "../testing.ts";

// Files that hold more than music ever does are refused at import with a sentence: once accepted
// they would stall what is asked of them later. Invented; the sentence names the place.
let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

const note = (more = "") =>
  `<note>${more}<pitch><step>C</step><octave>4</octave></pitch>${more ? "" : "<duration>1</duration>"}</note>`;
const file = (bar: string, divisions = "1") =>
  "<score-partwise><part-list><score-part " +
  `id="P"><part-name/></score-part></part-list><part id="P"><measure ` +
  `number="1"><attributes><divisions>${divisions}</divisions></attributes>${bar}</measure>` +
  "</part></score-partwise>";
const parts = (count: number) =>
  "<score-partwise><part-list>" +
  Array.from({ length: count }, (_, i) => `<score-part id="P${i}"><part-name/></score-part>`).join(
    "",
  ) +
  "</part-list>" +
  Array.from(
    { length: count },
    (_, i) =>
      `<part id="P${i}"><measure number="1"><attributes><divisions>1</divisions>` +
      `</attributes>${note()}</measure></part>`,
  ).join("") +
  "</score-partwise>";
const voices = Array.from({ length: 5000 }, (_, i) => `V:${i + 1}\nCDEF|\n`).join("");

it.each([
  ["60,000 notes in a bar", file(note().repeat(60_000)), /^Measure 1: it has more than 2000 notes/],
  [
    "60,000 grace notes",
    file(note("<grace/>").repeat(60_000) + note()),
    /^Measure 1: it has more than 500 grace notes/,
  ],
  [
    "50,000 steps back",
    file(note() + "<backup><duration>1</duration></backup>".repeat(50_000)),
    /^Measure 1: it has more than 2000 moves/,
  ],
  ["absurd divisions", file(note(), "123456789"), /^Measure 1: <divisions> is 123456789/],
  ["2,000 parts", parts(2000), /^The score has 2000 parts; up to 200 can be read/],
])("refuses %s at once", async (_, xml, sentence) => {
  const { status, json } = await studio.bring(xml);
  expect([status, json.detail]).toEqual([422, expect.stringMatching(sentence)]);
});

it("refuses 5,000 voices of a tune, and an encoding stated 200,000 times costs nothing", async () => {
  const tune = await studio.bring(`X:1\nT:Many\nM:4/4\nL:1/4\nK:C\n${voices}`, "many.abc");
  expect([tune.status, tune.json.detail]).toEqual([422, expect.stringMatching(/5000 voices/)]);
  const { status } = await studio.bring(
    `<?xml version="1.0" ${'encoding="latin1" '.repeat(200_000)}?>${file(note())}`,
  );
  expect([201, 422]).toContain(status);
});

it("exports pieces whose titles no file can be called", async () => {
  for (const title of ["🎹🎶", "a/b\\c:d", "\u202Egpj.exe", "x\u0007y", `${"a".repeat(79)}🎹`]) {
    const { json } = await studio.bring(
      file(note()).replace("<part-list>", `<work><work-title>piece</work-title></work><part-list>`),
    );
    await studio.ask("PATCH", `/api/pieces/${json.id}`, { title });
    for (const what of ["export.musicxml", "section.mid"]) {
      const answer = await studio.app.request(`http://127.0.0.1/api/pieces/${json.id}/${what}`, {
        headers: { host: "127.0.0.1" },
      });
      const name = answer.headers.get("content-disposition") ?? "";
      expect([answer.status, name]).toEqual([
        200,
        expect.stringMatching(/^attachment; filename="[\w-]+\.\w+"; filename\*=UTF-8''[\w.%~!-]+$/),
      ]);
    }
  }
});

it.each(["\ud800", "x\udfff", "\ud83c"])(
  "refuses half a character (%j) with a sentence",
  async (half) => {
    const { status, json } = await studio.ask("POST", "/api/students", { name: `A ${half}` });
    expect([status, json.detail]).toEqual([400, expect.stringMatching(/half a character/)]);
  },
);

it("takes a whole one, and a backslash that only looks like half", async () => {
  for (const name of ["🎹 Ada", "C:\\ud800"])
    expect((await studio.ask("POST", "/api/students", { name })).json.name).toBe(name);
});
