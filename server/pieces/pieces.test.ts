import { strToU8, zipSync } from "fflate";
import { demoFile, openTestStudio, type Answer, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let piece: Answer;
beforeAll(async () => {
  studio = await openTestStudio();
  piece = (await studio.bring(demoFile("the-ferrymans-wheel"), "wheel.musicxml")).json;
});
afterAll(() => studio.close());
const at = (path: string) => `/api/pieces/${piece.id}${path}`;

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
      // something is proposed for each of them
      expect((asked.json.notes as unknown[]).length).toBeGreaterThan(0);
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
      `<part id="${id}"><measure number="1"><attributes>` +
      `<divisions>1</divisions></attributes><note><pitch><step>${step}</step>` +
      "<octave>4</octave></pitch><duration>4</duration></note></measure></part>";
    const { json } = await studio.bring(
      "<score-partwise><part-list><score-part " +
        `id="A"><part-name>Flute</part-name></score-part><score-part ` +
        `id="B"><part-name>Harp</part-name></score-part><score-part id="C">` +
        `<part-name>Cello</part-name></score-part></part-list>${part("A", "C")}` +
        `${part("B", "D")}${part("C", "E")}</score-partwise>`,
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
