import { openTestStudio, type TestStudio } from "../testing.ts";

// What is known of a student's hands, and how the instrument of a piece is set up: records that
// each instrument asks for by itself.
let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

const add = async (body: object) =>
  (await studio.ask("POST", "/api/students", { name: "Ada Quill", ...body })).json;

describe("a student", () => {
  it("has a record for each instrument, and keeps those of the others", async () => {
    const { id } = await add({ instrument: "guitar", player: { guitar: { stretch: 110 } } });
    const path = `/api/students/${id}`;
    await studio.ask("PATCH", path, { player: { organ: { spread: 70, heels: false } } });
    const { json } = await studio.ask("PATCH", path, { player: { guitar: { stretch: null } } });
    expect(json.player).toEqual({ guitar: {}, organ: { spread: 70, heels: false } });
  });

  it("has a reach in the record of the keyboard, as it was asked for before", async () => {
    const { id } = await add({ reach: 165, hand: { pairs: { 25: 60 } } });
    const { json } = await studio.ask("PATCH", `/api/students/${id}`, { reach: 189 });
    expect(json).toMatchObject({
      reach: 189,
      hand: { pairs: { 25: 60 } },
      player: { piano: { reach: 189, pairs: { 25: 60 } } },
    });
  });

  it("keeps what is said of the feet when the reach is said anew", async () => {
    const { id } = await add({
      instrument: "organ",
      player: { organ: { reach: 165, spread: 70 } },
    });
    const { json } = await studio.ask("PATCH", `/api/students/${id}`, {
      reach: null,
      hand: { level: "beginner" },
    });
    expect(json).toMatchObject({ reach: null, hand: { level: "beginner" } });
    expect(json.player).toEqual({ organ: { spread: 70, level: "beginner" } });
  });

  it.each([
    [{ guitar: { stretch: 900 } }, /Guitar: "stretch" must be millimetres, 40 to 250/],
    [{ guitar: { reach: 165 } }, /Guitar: "reach" is not known here/],
    [{ organ: { heels: "sometimes" } }, /Organ: "heels" must be true where heels are played/],
    [{ theremin: {} }, /no instrument called theremin/],
  ])("is refused %j, and nothing of it is stored", async (player, sentence) => {
    const { id } = await add({ instrument: "guitar" });
    const { status, json } = await studio.ask("PATCH", `/api/students/${id}`, { player });
    expect(status).toBe(400);
    expect(json.detail).toMatch(sentence);
    expect((await studio.ask("GET", `/api/students/${id}`)).json.player).toEqual({});
  });
});

describe("the instrument of a piece", () => {
  const low = "<note><pitch><step>D</step><octave>2</octave></pitch><duration>4</duration></note>";
  const file =
    `<score-partwise><part-list/><part id="P1"><measure number="1">` +
    `<attributes><divisions>1</divisions></attributes>${low}</measure></part>` +
    "</score-partwise>";
  const outside = async (id: string) =>
    ((await studio.ask("GET", `/api/pieces/${id}/survey`)).json.outside as { text: string }[]).map(
      (one) => one.text,
    );

  // a guitar's sixth string is E as it sounds (40), or D with a dropped tuning. Common practice
  it("is set up in its own way, and the survey goes by it", async () => {
    const { id } = (await studio.bring(file, "low.musicxml", "guitar")).json;
    expect(await outside(id)).toEqual(["D2 is below the guitar"]);
    const path = `/api/pieces/${id}`;
    const dropped = { tuning: [64, 59, 55, 50, 45, 38] };
    expect((await studio.ask("PATCH", path, { setup: dropped })).json.setup).toEqual(dropped);
    expect(await outside(id)).toEqual([]);
    await studio.ask("PATCH", path, { setup: { ...dropped, capo: 2 } });
    expect(await outside(id)).toEqual(["D2 is below the guitar"]);
    // another instrument is set up in its own way
    expect((await studio.ask("PATCH", path, { instrument: "harp" })).json.setup).toBeNull();
  });

  // the pedalboard has 30 keys to f′ or 32 to g′, from C (36); from memory
  it("has the pedals its board has", async () => {
    const staff = (step: string, n: number, octave: number) =>
      `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
      `<duration>4</duration><voice>${n}</voice><staff>${n}</staff></note>`;
    const back = "<backup><duration>4</duration></backup>";
    const organ = (step: string, octave: number) =>
      `<score-partwise><part-list/><part id="P1"><measure number="1">` +
      "<attributes><divisions>1</divisions><staves>3</staves></attributes>" +
      `${staff("C", 1, 5)}${back}${staff("C", 2, 4)}${back}` +
      `${staff(step, 3, octave)}</measure>` +
      "</part></score-partwise>";
    const { id } = (await studio.bring(organ("G", 4), "g.musicxml", "organ")).json;
    expect(await outside(id)).toEqual([]);
    await studio.ask("PATCH", `/api/pieces/${id}`, { setup: { pedals: 30 } });
    expect(await outside(id)).toEqual(["G4 is above the organ"]);
    const lower = (await studio.bring(organ("B", 1), "b.musicxml", "organ")).json;
    expect(await outside(lower.id)).toEqual(["B1 is below the organ"]);
  });

  it("is refused what it does not have", async () => {
    const { id } = (await studio.bring(file, "low.musicxml", "guitar")).json;
    const set = (setup: object) => studio.ask("PATCH", `/api/pieces/${id}`, { setup });
    expect((await set({ capo: 40 })).json.detail).toMatch(
      /Guitar: "capo" must be a fret from 0 to 12/,
    );
    expect((await set({ pedals: 30 })).json.detail).toMatch(/Guitar: "pedals" is not known here/);
    const piano = (await studio.bring(file, "low.musicxml", "piano")).json;
    const { json } = await studio.ask("PATCH", `/api/pieces/${piano.id}`, { setup: { capo: 1 } });
    expect(json.detail).toMatch(/nothing to say of that for the piano/);
    // leaps are measured where hands go over keys
    const { json: survey } = await studio.ask("GET", `/api/pieces/${id}/survey`);
    expect([survey.leaps, survey.stretches]).toEqual([[], []]);
  });
});
