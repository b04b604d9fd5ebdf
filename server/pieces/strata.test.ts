import { openTestStudio, demoFile, type TestStudio } from "../testing.ts";

// What is said of notes and between them, by the requests that serve every instrument.
let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

interface Written {
  revision: number;
  notes: { note: string; aspect: string; value: string; layer: string }[];
  marks: { id: string; stratum: string; from: { bar: number; exact: string }; data: object }[];
  taken: string[];
}
interface Scored {
  notes: { id: string; hand: string; printed?: Record<string, string> }[];
}
const note = (step: string, staff: number, technical = "") =>
  `<note><pitch><step>${step}</step><octave>${staff === 3 ? 2 : 3}</octave>` +
  `</pitch><duration>4</duration><voice>${staff}</voice><type>whole</type>` +
  `<staff>${staff}</staff>${technical ? `<notations><technical>${technical}</technical></notations>` : ""}</note>`;
const file = (staves: string[]) =>
  `<score-partwise version="4.0"><part-list><score-part ` +
  `id="P1"><part-name/></score-part></part-list><part id="P1"><measure ` +
  `number="1"><attributes><divisions>1</divisions><staves>${staves.length}</staves>` +
  `</attributes>${staves.join("<backup><duration>4</duration></backup>")}</measure>` +
  "</part></score-partwise>";
const guitarFile = file([
  note("E", 1, "<fingering>1</fingering><pluck>p</pluck><string>6</string><fret>0</fret>"),
]);
const organFile = file([
  note("C", 1),
  note("E", 2),
  note("G", 3, '<toe/><heel substitution="yes"/>'),
]);
const scoreOf = async (id: string) =>
  (await studio.ask("GET", `/api/pieces/${id}/score`)).json as unknown as Scored;
const writtenIn = async (id: string) =>
  (await studio.ask("GET", `/api/pieces/${id}/annotations`)).json as unknown as Written;
const exportOf = async (id: string) => {
  const response = await studio.app.request(`http://127.0.0.1/api/pieces/${id}/export.musicxml`, {
    headers: { host: "127.0.0.1" },
  });
  return response.text();
};

// The elements are those of the MusicXML 4.0 schema for <technical>.
describe("what is said of a note", () => {
  it("is read from a guitar’s file, written, and comes back from the export", async () => {
    const { json } = await studio.bring(guitarFile, "g.musicxml", "guitar");
    const [only] = (await scoreOf(json.id)).notes;
    expect(only!.printed).toEqual({ finger: "1", pluck: "p", string: "6", fret: "0" });
    const put = (aspect: string, value: string | null) =>
      studio.ask("PUT", `/api/pieces/${json.id}/notes/${aspect}`, {
        values: [{ note: only!.id, value }],
      });
    expect((await put("pluck", "i")).status).toBe(200);
    expect((await put("finger", "2")).status).toBe(200);
    const out = await exportOf(json.id);
    expect(out).toContain("<pluck>i</pluck>");
    expect(out).toContain("<fingering>2</fingering>");
    expect(out).not.toContain("<pluck>p</pluck>");
    const again = await studio.bring(out, "again.musicxml", "guitar");
    expect((await scoreOf(again.json.id)).notes[0]!.printed).toMatchObject({
      finger: "2",
      pluck: "i",
      string: "6",
    });
    // none at all lets the printed one be seen again
    await put("pluck", null);
    expect((await writtenIn(json.id)).notes.map((one) => one.aspect)).toEqual(["finger"]);
  });

  it("is once where tablature stands under the notes, with its strings and frets", async () => {
    const below = note("E", 2, "<string>6</string><fret>0</fret>");
    const clefs =
      '<clef number="1"><sign>G</sign><line>2</line></clef><clef number="2"><sign>TAB</sign><line>5</line></clef>';
    const both = file([note("E", 1, "<pluck>p</pluck>"), below]).replace(
      "</staves>",
      `</staves>${clefs}`,
    );
    const { json } = await studio.bring(both, "t.musicxml", "guitar");
    expect((await scoreOf(json.id)).notes.map((one) => one.printed)).toEqual([
      { pluck: "p", string: "6", fret: "0" },
    ]);
    // tablature alone is the music
    const alone = file([note("E", 1, "<string>6</string><fret>0</fret>")]).replace(
      "</staves>",
      "</staves><clef><sign>TAB</sign><line>5</line></clef>",
    );
    const tab = await studio.bring(alone, "tab.musicxml", "guitar");
    expect((await scoreOf(tab.json.id)).notes).toHaveLength(1);
  });

  it("is toe and heel for the organ’s feet, a silent change among them", async () => {
    const { json } = await studio.bring(organFile, "o.musicxml", "organ");
    const feet = (await scoreOf(json.id)).notes.find((one) => one.hand === "feet")!;
    expect(feet.printed).toEqual({ part: "t-h" });
    const path = `/api/pieces/${json.id}/notes/part`;
    await studio.ask("PUT", path, { values: [{ note: feet.id, value: "h" }] });
    const out = await exportOf(json.id);
    expect(out).toContain("<heel/>");
    expect(out).not.toContain("<toe/>");
    // the earlier request writes the same
    await studio.ask("PUT", `/api/pieces/${json.id}/fingerings`, {
      fingerings: [{ id: feet.id, finger: "t" }],
    });
    expect((await writtenIn(json.id)).notes).toEqual([
      { note: feet.id, aspect: "part", value: "t", layer: "teacher" },
    ]);
  });
});

describe("marks", () => {
  it("take over what is printed at the first edit, and go back to it", async () => {
    const { json } = await studio.bring(demoFile("the-ferrymans-wheel"));
    const path = `/api/pieces/${json.id}/marks/pedal`;
    const first = await writtenIn(json.id);
    expect(first.taken).not.toContain("pedal");
    const printed = first.marks.filter((one) => one.stratum === "pedal");
    const put = [{ id: "mine", from: { bar: 2, offset: "1/2" }, data: { kind: "flutter" } }];
    const remove = [printed[0]!.id];
    expect((await studio.ask("PUT", path, { put, remove })).status).toBe(200);
    const after = await writtenIn(json.id);
    expect(after.taken).toContain("pedal");
    const ids = after.marks.filter((one) => one.stratum === "pedal").map((one) => one.id);
    expect(ids).toHaveLength(printed.length);
    expect(ids).toContain("mine");
    expect(ids).not.toContain(printed[0]!.id);
    await studio.ask("PUT", path, { put: [], remove: [], printed: true });
    expect((await writtenIn(json.id)).marks).toEqual(first.marks);
  });
});

describe("marks of a piece", () => {
  let id: string;
  const put = (stratum: string, body: object) =>
    studio.ask("PUT", `/api/pieces/${id}/marks/${stratum}`, { put: [], remove: [], ...body });
  const kept = async () =>
    (await writtenIn(id)).marks
      .filter((one) => one.stratum === "position")
      .map((one) => one.id)
      .sort();
  const span = (from: number) => ({ line: "right", from: { bar: from }, to: { bar: from + 1 } });
  beforeEach(async () => {
    ({ id } = (await studio.bring(demoFile("the-ferrymans-wheel"))).json);
    const own = { ...span(0), id: "mine", data: { thumb: 60 } };
    await put("position", { put: [own] });
    await put("position", { put: [{ ...own, id: "small" }], layer: "small-hand" });
  });

  it("are removed in the layer that is written in, and in no other", async () => {
    expect((await put("position", { remove: ["small"] })).status).toBe(200);
    expect(await kept()).toEqual(["mine", "small"]);
    await put("position", { remove: ["small"], layer: "small-hand" });
    expect(await kept()).toEqual(["mine"]);
  });

  it.each([
    [
      "an id twice",
      "position",
      { put: [0, 2].map((bar) => ({ ...span(bar), id: "a", data: { thumb: 60 } })) },
      /"a" is there twice/,
    ],
    [
      "an id of another layer",
      "position",
      { put: [{ ...span(4), id: "small", data: { thumb: 60 } }] },
      /"small" is a mark of another kind or layer/,
    ],
    [
      "an id of another kind",
      "pedal",
      { put: [{ id: "mine", from: { bar: 3 }, data: { kind: "down" } }] },
      /"mine" is a mark of another kind or layer/,
    ],
    [
      "what is printed where nothing is",
      "position",
      { printed: true },
      /A file prints no positions of the hands/,
    ],
  ] as const)("refuse %s, and nothing of it is stored", async (_, stratum, body, sentence) => {
    const before = await writtenIn(id);
    const { status, json } = await put(stratum, body);
    expect(json.detail).toMatch(sentence);
    expect(status).toBe(400);
    expect(await writtenIn(id)).toEqual(before);
  });

  it("are taken over once when two windows make the first edit together", async () => {
    const printed = (await writtenIn(id)).marks.filter((one) => one.stratum === "pedal").length;
    const edit = (name: string, bar: number) =>
      put("pedal", {
        put: [{ id: name, from: { bar, offset: "1/3" }, data: { kind: "flutter" } }],
      });
    const answers = await Promise.all([edit("one", 2), edit("two", 3)]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200]);
    const now = (await writtenIn(id)).marks.filter((one) => one.stratum === "pedal");
    expect(now).toHaveLength(printed + 2);
  });

  it("may be as many as a long piece has", async () => {
    const marks = Array.from({ length: 14_000 }, (_, i) => ({
      bar: i % 79,
      offset: `${Math.floor(i / 79)}/400`,
      kind: "change",
    }));
    const { status } = await studio.ask("PUT", `/api/pieces/${id}/pedal`, { marks });
    expect(status).toBe(200);
    const now = (await writtenIn(id)).marks.filter((one) => one.stratum === "pedal");
    expect(now).toHaveLength(marks.length);
  });
});

describe("what cannot be is refused with its place, and nothing of it is stored", () => {
  let id: string;
  let right: string;
  beforeAll(async () => {
    ({ id } = (await studio.bring(demoFile("lanterns-on-the-ettle"))).json);
    right = (await scoreOf(id)).notes.find((one) => one.hand === "right")!.id;
  });
  const at = { from: { bar: 0 }, to: { bar: 1 } };
  const mark = (more: object) => ({ put: [{ id: "x", ...at, data: {}, ...more }], remove: [] });
  it.each([
    ["an aspect", "notes/bellows", () => ({ values: [] }), 404, /Nothing called "bellows" is said/],
    [
      "a note",
      "notes/finger",
      () => ({ values: [{ note: "nobody", value: "1" }] }),
      400,
      /no note "nobody"/,
    ],
    [
      "a sign",
      "notes/finger",
      () => ({ values: [{ note: right, value: "9" }] }),
      400,
      /Bar 1: "9" is no finger of the piano; write 1 2 3 4 5/,
    ],
    ["a stratum", "marks/bellows", () => mark({}), 404, /no marks called "bellows" for the piano/],
    [
      "data its schema refuses",
      "marks/pedal",
      () => mark({ data: { kind: "sideways" } }),
      400,
      /must be down, change, up or flutter/,
    ],
    [
      "data its schema does not know",
      "marks/position",
      () => mark({ line: "right", data: { thumb: 60, nail: 1 } }),
      400,
      /"nail" is not known here/,
    ],
    [
      "a line that plays nothing",
      "marks/position",
      () => mark({ line: "feet", data: { thumb: 60 } }),
      400,
      /belongs to a hand that has notes, not to "feet"/,
    ],
    [
      "a place after the end",
      "marks/pedal",
      () => mark({ from: { bar: 900 }, data: { kind: "down" } }),
      400,
      /after the last bar; the piece has 24/,
    ],
    [
      "marks that clash",
      "marks/position",
      () => ({
        put: [
          { id: "a", line: "right", ...at, data: { thumb: 60 } },
          { id: "b", line: "right", ...at, data: { thumb: 62 } },
        ],
        remove: [],
      }),
      400,
      /two positions at once in bar 1/,
    ],
    [
      "a layer of another piece",
      "notes/finger",
      () => ({ layer: "student:nobody", values: [{ note: right, value: "1" }] }),
      400,
      /no layer called "student:nobody"/,
    ],
    [
      "a layer where there is but one",
      "marks/pedal",
      () => ({ layer: "small-hand", ...mark({ data: { kind: "down" } }) }),
      400,
      /belongs to the teacher's layer/,
    ],
  ] as const)("%s", async (_, path, body, status, sentence) => {
    const before = await writtenIn(id);
    const { status: got, json } = await studio.ask("PUT", `/api/pieces/${id}/${path}`, body());
    expect(json.detail).toMatch(sentence);
    expect(got).toBe(status);
    expect(await writtenIn(id)).toEqual(before);
  });
});
