import { strToU8, zipSync } from "fflate";
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

describe("bringing a score", () => {
  it("reads title, composer, key, metre, bars and hands from it", () => {
    expect(piece).toMatchObject({
      title: "The Ferryman's Wheel",
      composer: "Maud Ferrier-Lisle",
      bars: 79,
      newBars: 57,
      key: "E minor",
      metre: "2/4",
      hands: ["right", "left"],
      tempo: 88,
      instrument: "piano",
      archived: false,
    });
  });

  it("refuses what is no score with a sentence, stores nothing, and goes on serving", async () => {
    const before = (await studio.ask("GET", "/api/pieces")).json.total;
    const bad: (Uint8Array | string)[] = [
      "",
      "hello",
      "<html/>",
      "<score-partwise>",
      zipSync({ "a.txt": strToU8("x") }),
      zipSync({ "a.xml": new Uint8Array(30 * 1024 * 1024) }),
      demoFile("the-ferrymans-wheel").slice(0, 5000),
    ];
    for (const file of bad) {
      const { status, json } = await studio.bring(file);
      expect([status, typeof json.detail]).toEqual([422, "string"]);
      expect(json.detail).toMatch(/^[A-Z].*\.$/s);
    }
    const placed = await studio.bring(
      new TextDecoder()
        .decode(demoFile("lanterns-on-the-ettle"))
        .replace("<duration>8</duration>", "<duration>-8</duration>"),
    );
    expect(placed.json).toMatchObject({
      status: 422,
      bar: "1",
      detail: expect.stringContaining("Measure 1") as string,
    });
    expect((await studio.bring(new Uint8Array(21 * 1024 * 1024))).status).toBe(413);
    expect((await studio.ask("POST", "/api/pieces", {})).status).toBe(400);
    expect((await studio.ask("GET", "/api/pieces")).json.total).toBe(before);
  });

  it("takes a compressed score and any of the five instruments", async () => {
    const mxl = zipSync({
      "META-INF/container.xml": strToU8(
        '<container><rootfiles><rootfile full-path="s.xml"/></rootfiles></container>',
      ),
      "s.xml": demoFile("lanterns-on-the-ettle"),
    });
    for (const [instrument, hands] of [
      ["organ", ["right", "left"]],
      ["guitar", ["hands"]],
      ["harp", ["right", "left"]],
      ["accordion", ["right", "left"]],
    ] as const) {
      const { status, json } = await studio.bring(mxl, "l.mxl", instrument);
      expect([status, json.bars, json.hands]).toEqual([201, 24, hands]);
      const asked = await studio.ask("POST", `/api/pieces/${json.id}/fingerings/propose`, {
        hand: hands[0],
        from: 0,
        to: 3,
      });
      // the manuals of the organ are fingered; the others not yet
      expect((asked.json.notes as unknown[]).length > 0).toBe(instrument === "organ");
      await studio.ask("PATCH", `/api/pieces/${json.id}`, { archived: true });
    }
    expect((await studio.bring(mxl, "l.mxl", "kazoo")).json.detail).toMatch(
      /piano, organ, harp, guitar, accordion/,
    );
  });

  it("takes ABC, one tune of several, and MIDI, and says what was guessed", async () => {
    const book =
      "X:1\nT:Weir Reel\nM:4/4\nL:1/4\nK:G\nGABc|d2G2|]\n\nX:2\nT:Ford\nM:3/4\nL:1/4\nK:D\nDFA|d3|]\n";
    const refused = await studio.bring(book, "book.abc", "accordion");
    expect(refused.json).toMatchObject({
      status: 422,
      choices: [
        { index: 0, title: "Weir Reel" },
        { index: 1, title: "Ford" },
      ],
    });
    const form = new FormData();
    form.set("file", new File([book], "book.abc"));
    form.set("tune", "1");
    const chosen = await studio.app.request("http://127.0.0.1/api/pieces", {
      method: "POST",
      body: form,
      headers: { host: "127.0.0.1" },
    });
    const tune = (await chosen.json()) as Answer;
    expect([chosen.status, tune]).toEqual([
      201,
      expect.objectContaining({ title: "Ford", bars: 2, metre: "3/4", key: "D major" }),
    ]);
    const midi = await (
      await studio.app.request(`http://127.0.0.1/api/pieces/${piece.id}/section.mid`, {
        headers: { host: "127.0.0.1" },
      })
    ).arrayBuffer();
    const heard = await studio.bring(new Uint8Array(midi), "from the keyboard.mid");
    expect(heard.json).toMatchObject({
      title: "from the keyboard",
      hands: ["right", "left"],
      warnings: expect.arrayContaining([expect.objectContaining({ kind: "guess" })]) as unknown,
    });
    for (const one of [tune, heard.json])
      await studio.ask("PATCH", `/api/pieces/${one.id}`, { archived: true });
  });

  it("practises the parts of a file that are chosen", async () => {
    const part = (id: string, step: string) =>
      `<part id="${id}"><measure number="1"><attributes><divisions>1</divisions></attributes><note><pitch><step>${step}</step><octave>4</octave></pitch><duration>4</duration></note></measure></part>`;
    const { json } = await studio.bring(
      `<score-partwise><part-list><score-part id="A"><part-name>Flute</part-name></score-part><score-part id="B"><part-name>Harp</part-name></score-part><score-part id="C"><part-name>Cello</part-name></score-part></part-list>${part("A", "C")}${part("B", "D")}${part("C", "E")}</score-partwise>`,
      "trio.musicxml",
    );
    const steps = async () =>
      (
        (await studio.ask("GET", `/api/pieces/${json.id}/score`)).json as unknown as {
          notes: { pitch: { step: string } }[];
        }
      ).notes.map((one) => one.pitch.step);
    expect(await steps()).toEqual(["C"]);
    expect(
      (await studio.ask("PATCH", `/api/pieces/${json.id}`, { parts: [1] })).json,
    ).toMatchObject({ hands: ["right"] });
    expect(await steps()).toEqual(["D"]);
    expect(
      (await studio.ask("PATCH", `/api/pieces/${json.id}`, { parts: [1, 2] })).json,
    ).toMatchObject({ hands: ["right", "left"] });
    expect(
      (await studio.ask("PATCH", `/api/pieces/${json.id}`, { parts: [3] })).json,
    ).toMatchObject({ status: 400, field: "parts" });
    expect(await steps()).toEqual(["D", "E"]);
    await studio.ask("PATCH", `/api/pieces/${json.id}`, { parts: null });
    expect(await steps()).toEqual(["C"]);
    await studio.ask("PATCH", `/api/pieces/${json.id}`, { archived: true });
  });

  it("lists, searches, edits, archives and brings back", async () => {
    expect((await studio.ask("GET", "/api/pieces?q=ferry")).json.total).toBe(1);
    expect((await studio.ask("GET", "/api/pieces?q=%25")).json.total).toBe(0);
    expect((await studio.ask("GET", "/api/pieces?archived=true&sort=title")).json.total).toBe(7);
    expect((await studio.ask("PATCH", at(""), { title: "x".repeat(201) })).json).toMatchObject({
      status: 400,
      field: "title",
    });
    expect((await studio.ask("PATCH", at(""), { archived: true })).json.archived).toBe(true);
    expect(
      (await studio.ask("PATCH", at(""), { archived: false, composer: "M. F.-L." })).json,
    ).toMatchObject({ archived: false, composer: "M. F.-L." });
    expect((await studio.ask("GET", "/api/pieces/nobody")).status).toBe(404);
  });
});

describe("form", () => {
  it("answers bars, new bars and returns as the contract says", async () => {
    const { json } = await studio.ask("GET", at("/form"));
    expect(json).toMatchObject({ bars: 79, newBars: 57, newBarsByHand: { right: 55, left: 36 } });
    expect(json.returns).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ from: 26, to: 33, of: 1, relation: "exact", hand: "left" }),
        expect.objectContaining({ from: 18, to: 21, of: 10, relation: "exact", hand: "both" }),
        expect.objectContaining({ from: 51, to: 54, of: 1, relation: "octave", hand: "right" }),
      ]),
    );
    expect(json.returns).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          from: 59,
          to: 66,
          of: 10,
          ofTo: 17,
          relation: "transposed",
          hand: "both",
          interval: -3,
        }),
        expect.objectContaining({
          from: 26,
          to: 33,
          of: 1,
          ofTo: 8,
          relation: "varied",
          hand: "both",
          differences: expect.arrayContaining([
            expect.objectContaining({
              bar: 28,
              text: "bar 28, right hand, beat 2: A instead of G",
            }),
          ]) as unknown,
        }),
      ]),
    );
    expect(
      (json.sections as { label: string; from: number }[])
        .slice(0, 4)
        .map((one) => `${one.label} ${one.from}`),
    ).toEqual(["A 0", "B 10", "B′ 18", "A′ 26"]);
    expect((await studio.ask("GET", at("/form?grain=sandy"))).status).toBe(400);
  });
});

describe("before a note is played", () => {
  it("surveys the piece", async () => {
    const { status, json } = await studio.ask("GET", at("/survey?reach=165"));
    expect(status).toBe(200);
    expect(json).toMatchObject({
      bars: 79,
      playedBars: 86,
      loudest: { mark: "ff", bars: [49] },
      softest: { mark: "pp", bars: [35, 77] },
      clefChanges: [],
      polyrhythms: [],
      feltMetre: null,
      stretches: [{ bar: 73, millimetres: 193 }],
      meters: [{ bar: 0, beats: 2, beatType: 4 }, { bar: 34 }, { bar: 35 }],
    });
    expect((await studio.ask("GET", at("/survey?reach=far"))).json).toMatchObject({
      status: 400,
      field: "reach",
    });
  });

  it("tells the road with and without repeats, cut, and its length", async () => {
    const order = async (query = "") =>
      (await studio.ask("GET", at(`/order${query}`))).json as unknown as {
        bars: number[];
        text: string;
        seconds: number;
      };
    expect(await order()).toMatchObject({
      text: "0–8, 1–7, 9–78",
      repeats: [{ from: 1, to: 8, times: 2 }],
    });
    expect((await order("?repeats=none")).text).toBe("0–7, 9–78");
    expect((await order("?repeats=8")).bars).toHaveLength(86);
    expect((await order("?cut=0-23,60-78")).text).toBe("0–7, 9–23, 60–78");
    expect((await order("?tempo=44")).seconds / (await order("?tempo=88")).seconds).toBeCloseTo(
      2,
      1,
    );
    for (const query of ["?cut=5-2", "?cut=0-79", "?cut=x", "?repeats=some", "?tempo=5000"])
      expect((await studio.ask("GET", at(`/order${query}`))).status).toBe(400);
  });
});

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
