import MidiPackage from "@tonejs/midi";
import { demoFile, openTestStudio, type Answer, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let piece: Answer;
beforeAll(async () => {
  studio = await openTestStudio();
  piece = (await studio.bring(demoFile("the-ferrymans-wheel"), "wheel.musicxml")).json;
});
afterAll(() => studio.close());
const at = (path: string) => `/api/pieces/${piece.id}${path}`;

interface Place {
  bar: number;
  offset: number;
  exact: string;
}
interface Marks {
  revision: number;
  fingerings: { id: string; finger: string }[];
  pedal: { source: string; marks: (Place & { kind: string })[] };
  sections: { id: string; name: string; from: Place; to: Place; words: string }[];
}
interface Notes {
  notes: { id: string; bar: number; pitch: string; finger: number | null }[];
  reasons: string[];
}
const marks = async (id = piece.id) =>
  (await studio.ask("GET", `/api/pieces/${id}/annotations`)).json as unknown as Marks;

// What is written into a piece, and what goes out with it.

describe("marking", () => {
  it("writes fingers, merges, erases, and keeps layers apart", async () => {
    const { notes } = (
      await studio.ask("POST", at("/fingerings/propose"), { hand: "right", from: 1, to: 2 })
    ).json as unknown as Notes;
    expect(notes[0]).toMatchObject({ bar: 1, pitch: "E5" });
    expect(notes.every((note) => note.finger! >= 1 && note.finger! <= 5)).toBe(true);
    const some = notes.map(({ id, finger }) => ({ id, finger }));
    expect((await studio.ask("PUT", at("/fingerings"), { fingerings: some })).status).toBe(200);
    await studio.ask("PUT", at("/fingerings"), {
      fingerings: [
        { id: some[0]!.id, finger: 4 },
        { id: some[1]!.id, finger: null },
      ],
    });
    await studio.ask("PUT", at("/fingerings"), {
      layer: "small hand",
      fingerings: [{ id: some[2]!.id, finger: 1 }],
    });
    const written = new Map((await marks()).fingerings.map(({ id, finger }) => [id, finger]));
    expect([
      written.get(some[0]!.id),
      written.has(some[1]!.id),
      written.get(some[2]!.id),
      written.size,
    ]).toEqual(["4", false, String(some[2]!.finger), some.length - 1]);
    const around = (
      await studio.ask("POST", at("/fingerings/propose"), { hand: "right", from: 1, to: 2 })
    ).json as unknown as Notes;
    expect(around.notes[0]!.finger).toBe(4);
  });

  it("refuses fingers, hands and bars that are not there, and nothing of such an edit is stored", async () => {
    const before = await marks();
    const [first] = before.fingerings;
    for (const fingerings of [
      [
        { id: first!.id, finger: 2 },
        { id: "nope", finger: 1 },
      ],
      [
        { id: first!.id, finger: 2 },
        { id: first!.id, finger: "9" },
      ],
    ]) {
      expect((await studio.ask("PUT", at("/fingerings"), { fingerings })).status).toBe(400);
    }
    for (const body of [
      { hand: "feet", from: 0, to: 1 },
      { hand: "right", from: 5, to: 2 },
      { hand: "right", from: 0, to: 79 },
      { hand: "right", from: -1, to: 2 },
      {},
    ]) {
      expect((await studio.ask("POST", at("/fingerings/propose"), body)).status).toBe(400);
    }
    expect(await marks()).toEqual(before);
  });

  it("marks the pedal, checks its places, and goes back to the printed marks", async () => {
    expect((await marks()).pedal).toMatchObject({
      source: "printed",
      marks: [
        { bar: 59, kind: "down" },
        { bar: 60 },
        { bar: 61 },
        { bar: 62 },
        { bar: 62, kind: "up" },
      ],
    });
    await studio.ask("PUT", at("/pedal"), {
      marks: [
        { bar: 3, offset: 2, kind: "up" },
        { bar: 1, offset: 0, kind: "down" },
        { bar: 2, offset: "1/3", kind: "change" },
      ],
    });
    expect((await marks()).pedal).toEqual({
      source: "teacher",
      marks: [
        { bar: 1, offset: 0, exact: "0", kind: "down" },
        { bar: 2, offset: 1 / 3, exact: "1/3", kind: "change" },
        { bar: 3, offset: 2, exact: "2", kind: "up" },
      ],
    });
    for (const mark of [
      { bar: 3, offset: 9, kind: "up" },
      { bar: 99, offset: 0, kind: "up" },
      { bar: 1, offset: 0, kind: "stamp" },
      { bar: 1, offset: -1, kind: "up" },
    ]) {
      expect((await studio.ask("PUT", at("/pedal"), { marks: [mark] })).status).toBe(400);
    }
    expect(
      (
        await studio.ask("PUT", at("/pedal"), {
          marks: [
            { bar: 1, offset: 0, kind: "up" },
            { bar: 1, offset: 0, kind: "down" },
          ],
        })
      ).json.detail,
    ).toMatch(/bar 1/);
    expect((await marks()).pedal.marks).toHaveLength(3);
  });

  it("names sections that nest, overlap and begin mid-bar; says what is wrong with others", async () => {
    const made = await studio.ask("POST", at("/sections"), {
      name: "A",
      from: { bar: 0, offset: 0 },
      to: { bar: 9, offset: 2 },
      words: "light",
    });
    expect(made.status).toBe(201);
    expect(made.json).toMatchObject({
      name: "A",
      from: { bar: 0, exact: "0" },
      to: { bar: 10, exact: "0" },
    });
    const inner = await studio.ask("POST", at("/sections"), {
      name: "a",
      from: { bar: 4, offset: 1.5 },
      to: { bar: 8, offset: "3/2" },
    });
    const after = await studio.ask("PATCH", at(`/sections/${inner.json.id}`), {
      name: "a′",
      words: "leads on",
    });
    expect(after.json).toMatchObject({
      name: "a′",
      from: { exact: "3/2" },
      to: { exact: "3/2" },
      words: "leads on",
    });
    const gone = await studio.ask("POST", at("/sections"), {
      name: "x",
      from: { bar: 70 },
      to: { bar: 79 },
    });
    expect((await studio.ask("DELETE", at(`/sections/${gone.json.id}`))).status).toBe(200);
    expect((await studio.ask("DELETE", at(`/sections/${gone.json.id}`))).status).toBe(404);
    for (const [body, sentence] of [
      [{ name: "", from: { bar: 0 }, to: { bar: 1 } }, /name/],
      [{ name: "x".repeat(201), from: { bar: 0 }, to: { bar: 1 } }, /200/],
      [{ name: "B", from: { bar: 4 }, to: { bar: 4 } }, /ends before it begins/],
      [{ name: "B", from: { bar: 0 }, to: { bar: 80 } }, /79/],
      [{ name: "B", from: { bar: 0, offset: 5 }, to: { bar: 4 } }, /end of bar 0/],
    ] as const) {
      const refused = await studio.ask("POST", at("/sections"), body);
      expect(refused.status).toBe(400);
      expect(refused.json.detail).toMatch(sentence);
    }
    expect((await marks()).sections.map((one) => one.name)).toEqual(["A", "a′"]);
  });

  it("shows a conflict instead of overwriting", async () => {
    const { revision, fingerings } = await marks();
    const edit = { fingerings: [{ id: fingerings[0]!.id, finger: 3 }], revision };
    expect((await studio.ask("PUT", at("/fingerings"), edit)).json.revision).toBe(revision + 1);
    const late = await studio.ask("PUT", at("/fingerings"), {
      ...edit,
      fingerings: [{ id: fingerings[0]!.id, finger: 5 }],
    });
    expect([late.status, late.json.detail]).toEqual([
      409,
      expect.stringContaining("another window"),
    ]);
    expect((await marks()).fingerings.find((one) => one.id === fingerings[0]!.id)!.finger).toBe(
      "3",
    );
    expect((await marks()).revision).toBe(revision + 1);
  });
});

describe("taking it away", () => {
  it("exports the marked score, and re-importing brings fingerings, pedal and sections back", async () => {
    const response = await studio.app.request(`http://127.0.0.1${at("/export.musicxml")}`, {
      headers: { host: "127.0.0.1" },
    });
    expect([response.status, response.headers.get("content-disposition")]).toEqual([
      200,
      expect.stringContaining("the-ferrymans-wheel.musicxml"),
    ]);
    const text = await response.text();
    const again = await studio.bring(text, "again.musicxml");
    expect(again.json).toMatchObject({ title: "The Ferryman's Wheel", bars: 79, newBars: 57 });
    const [before, after] = [await marks(), await marks(again.json.id)];
    const bare = (all: Marks) => all.sections.map(({ id: _, ...rest }) => rest);
    expect(bare(after)).toEqual(bare(before));
    expect(after.pedal.marks).toEqual(before.pedal.marks);
    const score = (await studio.ask("GET", `/api/pieces/${again.json.id}/score`))
      .json as unknown as { notes: { id: string; finger?: string }[] };
    const printed = new Map(
      score.notes.filter((note) => note.finger !== undefined).map((note) => [note.id, note.finger]),
    );
    expect(printed).toEqual(new Map(before.fingerings.map(({ id, finger }) => [id, finger])));
    await studio.ask("PATCH", `/api/pieces/${again.json.id}`, { archived: true });
  });

  it("saves a section as MIDI that a general library reads", async () => {
    const response = await studio.app.request(
      `http://127.0.0.1${at("/section.mid?from=10&to=11&tempo=120")}`,
      { headers: { host: "127.0.0.1" } },
    );
    const midi = new MidiPackage.Midi(await response.arrayBuffer());
    expect(midi.header.tempos[0]!.bpm).toBeCloseTo(120);
    expect(midi.header.timeSignatures[0]!.timeSignature).toEqual([2, 4]);
    expect(
      midi.tracks
        .filter((track) => track.notes.length)
        .map((track) => [track.name, track.notes.map((note) => note.name)]),
    ).toEqual([
      ["right", ["G5", "F#5", "E5", "D5"]],
      ["left", ["G3", "B3", "D4", "B3", "C3", "E3", "G3", "E3"]],
    ]);
    expect(midi.tracks.at(-1)!.notes.map((note) => note.time)).toEqual(
      [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75].map((time) => expect.closeTo(time, 3) as number),
    );
    // the foot is heard in every hand's channel: controller 64 of the Standard MIDI Files, up and
    // down again at a change
    await studio.ask("PUT", at("/pedal"), {
      marks: [
        { bar: 10, offset: 0, kind: "down" },
        { bar: 11, offset: 0, kind: "change" },
        { bar: 11, offset: 2, kind: "up" },
      ],
    });
    const pedalled = new MidiPackage.Midi(
      await (
        await studio.app.request(`http://127.0.0.1${at("/section.mid?from=10&to=11&tempo=120")}`, {
          headers: { host: "127.0.0.1" },
        })
      ).arrayBuffer(),
    );
    const feet = pedalled.tracks
      .filter((track) => track.notes.length)
      .map((track) => track.controlChanges[64]!.map((one) => [one.ticks, one.value]));
    expect(feet).toEqual([
      [
        [0, 1],
        [960, 0],
        [990, 1],
        [1920, 0],
      ],
      [
        [0, 1],
        [960, 0],
        [990, 1],
        [1920, 0],
      ],
    ]);
    expect((await studio.ask("GET", at("/section.mid?from=5&to=99"))).status).toBe(400);
  });

  it("takes a half and a quarter pedal, gives them back in the file and in MIDI", async () => {
    await studio.ask("PUT", at("/pedal"), {
      marks: [
        { bar: 10, offset: 0, kind: "down", depth: 0.5 },
        { bar: 10, offset: 1, kind: "change", depth: 0.25 },
        { bar: 11, offset: 0, kind: "up" },
      ],
    });
    const get = (path: string) =>
      studio.app.request(`http://127.0.0.1${at(path)}`, { headers: { host: "127.0.0.1" } });
    const file = await (await get("/export.musicxml")).text();
    expect(file.match(/damper-pedal="\d+"/g)).toEqual(['damper-pedal="50"', 'damper-pedal="25"']);
    expect(file).toContain("<words>½</words>");
    const again = (await studio.bring(file, "half.musicxml")).json;
    const { pedal } = (await studio.ask("GET", `/api/pieces/${again.id}/annotations`))
      .json as unknown as { pedal: { marks: { bar: number; kind: string; depth?: number }[] } };
    expect(
      pedal.marks.filter((mark) => mark.bar <= 11).map((mark) => [mark.bar, mark.kind, mark.depth]),
    ).toEqual([
      [10, "down", 0.5],
      [10, "change", 0.25],
      [11, "up", undefined],
    ]);
    const midi = new MidiPackage.Midi(
      await (await get("/section.mid?from=10&to=11&tempo=120")).arrayBuffer(),
    );
    expect(
      midi.tracks
        .find((track) => track.notes.length)!
        .controlChanges[64]!.map((one) => Math.round(one.value * 127)),
    ).toEqual([64, 32, 127, 0]);
    expect(
      (
        await studio.ask("PUT", at("/pedal"), {
          marks: [{ bar: 10, offset: 0, kind: "down", depth: 0.7 }],
        })
      ).status,
    ).toBe(400);
    await studio.ask("PATCH", `/api/pieces/${again.id}`, { archived: true });
  });

  it("looks through the written pedal", async () => {
    const look = async () =>
      (await studio.ask("POST", at("/pedal/check"), {})).json as unknown as {
        doubts: { kind: string; bar: number; text: string }[];
        marks: number;
      };
    await studio.ask("PUT", at("/pedal"), {
      marks: [
        { bar: 10, offset: 0, kind: "down" },
        { bar: 18, offset: 0, kind: "up" },
      ],
    });
    const { doubts, marks } = await look();
    expect(marks).toBe(2);
    expect(doubts.map((one) => one.kind)).toContain("blur");
    expect(
      doubts.every((one) => one.bar >= 10 && one.bar < 18 && one.text.startsWith("Bar ")),
    ).toBe(true);
    await studio.ask("PUT", at("/pedal"), { marks: [] });
    expect(await look()).toEqual({ doubts: [], marks: 0 });
    expect((await studio.ask("POST", at("/pedal/check"), { from: 5, to: 2 })).status).toBe(400);
  });
});
