import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let id: string;
const decoder = new TextDecoder();
const wheel = () => decoder.decode(demoFile("the-ferrymans-wheel"));
const at = (path = "") => `/api/pieces/${id}${path}`;
const annotations = async () =>
  (await studio.ask("GET", at("/annotations"))).json as unknown as {
    revision: number;
    sections: {
      id: string;
      name: string;
      words: string;
      about: Record<string, unknown>;
      from: { bar: number };
      to: { bar: number; exact: string };
    }[];
    remarks: { id: string; text: string; bar: number; noteId: string | null }[];
    climax: { bar: number; exact: string } | null;
    movedHands: { id: string; hand: string }[];
    readings: { id: string; inUse: boolean }[];
  };
const score = async () =>
  (await studio.ask("GET", at("/score"))).json as unknown as {
    bars: { id: string; number: string; length: { num: number; den: number } }[];
    notes: { id: string; bar: number; hand: string; midi: number; staff: number }[];
  };

beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(async () => {
  await studio.close();
});
beforeEach(async () => {
  ({ id } = (await studio.bring(wheel())).json);
});

describe("sections, several at once", () => {
  const put = (body: unknown) => studio.ask("PUT", at("/sections"), body);
  it("are split and joined in one edit that is whole or not at all", async () => {
    await put({
      put: [
        {
          id: `${id}-a`,
          name: "A",
          from: { bar: 0 },
          to: { bar: 8 },
          about: { story: "a mill", jobs: { left: "the wheel" }, dynamics: "grow" },
        },
      ],
      remove: [],
    });
    const split = await put({
      put: [
        { id: `${id}-a`, name: "A", from: { bar: 0 }, to: { bar: 4, offset: "1" } },
        { id: `${id}-b`, name: "B", from: { bar: 4, offset: "1" }, to: { bar: 8 } },
      ],
      remove: [],
    });
    expect(split.status).toBe(200);
    expect(
      (await annotations()).sections.map(({ name, from, to }) => [
        name,
        from.bar,
        to.bar,
        to.exact,
      ]),
    ).toEqual([
      ["A", 0, 4, "1"],
      ["B", 4, 8, "0"],
    ]);
    const refused = await put({
      put: [{ id: `${id}-a`, name: "A", from: { bar: 0 }, to: { bar: 3 } }],
      remove: ["nothing"],
    });
    expect([refused.status, refused.json.detail]).toEqual([
      404,
      expect.stringContaining("There is no such section."),
    ]);
    expect((await annotations()).sections[0]!.to.bar).toBe(4);
    const joined = await put({
      put: [{ id: `${id}-a`, name: "A", from: { bar: 0 }, to: { bar: 8 } }],
      remove: [`${id}-b`],
    });
    expect(joined.status).toBe(200);
    expect((await annotations()).sections.map(({ name, to }) => [name, to.bar])).toEqual([
      ["A", 8],
    ]);
  });
  it("keep what is said of them, also through export and back", async () => {
    const about = {
      story: "the river in spate “loud”",
      scoring: "two horns",
      texture: "tune over a drone",
      jobs: { right: "sings", left: "turns" },
      dynamics: "fade",
    };
    await put({
      put: [{ id: `${id}-a`, name: "A", words: "broad", from: { bar: 2 }, to: { bar: 6 }, about }],
      remove: [],
    });
    const exported = await studio.app.request(`http://127.0.0.1${at("/export.musicxml")}`, {
      headers: { host: "127.0.0.1" },
    });
    ({ id } = (await studio.bring(await exported.text())).json);
    expect(
      (await annotations()).sections.map(({ name, words, about: said }) => ({
        name,
        words,
        about: said,
      })),
    ).toEqual([{ name: "A", words: "broad", about }]);
  });
  it("of one piece are not written from another", async () => {
    await put({
      put: [{ id: `${id}-a`, name: "A", from: { bar: 0 }, to: { bar: 8 } }],
      remove: [],
    });
    const taken = `${id}-a`;
    ({ id } = (await studio.bring(wheel())).json);
    expect(
      (await put({ put: [{ id: taken, name: "X", from: { bar: 0 }, to: { bar: 2 } }], remove: [] }))
        .status,
    ).toBe(409);
  });
});

describe("notes to oneself, the climax and the road", () => {
  it("are kept, changed and removed", async () => {
    const [note] = (await score()).notes;
    await studio.ask("PUT", at("/remarks"), {
      put: [
        { id: `${id}-1`, bar: 3, text: "breathe" },
        { id: `${id}-2`, bar: 0, noteId: note!.id, text: "prepare 3" },
      ],
      remove: [],
    });
    expect(
      (await annotations()).remarks.map(({ text, bar, noteId }) => [text, bar, noteId]),
    ).toEqual([
      ["prepare 3", note!.bar, note!.id],
      ["breathe", 3, null],
    ]);
    await studio.ask("PUT", at("/remarks"), {
      put: [{ id: `${id}-1`, bar: 3, text: "breathe late" }],
      remove: [`${id}-2`],
    });
    expect((await annotations()).remarks.map(({ text }) => text)).toEqual(["breathe late"]);
    expect(
      (
        await studio.ask("PUT", at("/remarks"), {
          put: [{ id: `${id}-3`, bar: 900, text: "far" }],
          remove: [],
        })
      ).json.detail,
    ).toContain("after the last bar");
    await studio.ask("PUT", at("/climax"), { place: { bar: 40, offset: "3/2" } });
    expect((await annotations()).climax).toMatchObject({ bar: 40, exact: "3/2" });
    await studio.ask("PUT", at("/climax"), { place: null });
    expect((await annotations()).climax).toBeNull();
  });
  it("an edit made on an older state is refused", async () => {
    const { revision } = await annotations();
    expect((await studio.ask("PUT", at("/climax"), { place: { bar: 1 }, revision })).status).toBe(
      200,
    );
    expect((await studio.ask("PUT", at("/climax"), { place: { bar: 2 }, revision })).status).toBe(
      409,
    );
  });
  it("the road is kept with the piece", async () => {
    const road = {
      repeats: "none",
      cuts: [
        { from: 0, to: 9 },
        { from: 60, to: 78 },
      ],
    };
    expect((await studio.ask("PATCH", at(), { road })).json.road).toEqual(road);
    expect((await studio.ask("GET", at())).json.road).toEqual(road);
    expect(
      (await studio.ask("PATCH", at(), { road: { repeats: "all", cuts: [{ from: 5, to: 200 }] } }))
        .status,
    ).toBe(400);
    expect((await studio.ask("PATCH", at(), { road: null })).json.road).toBeNull();
  });
});

it("a note goes to the other hand and back, and form and lists follow", async () => {
  const before = await score();
  const note = before.notes.find((one) => one.hand === "right")!;
  const form = async () =>
    (await studio.ask("GET", at("/form"))).json as unknown as {
      newBarsByHand: Record<string, number>;
    };
  const told = await form();
  const lower = before.notes.filter((one) => one.bar === note.bar && one.hand === "right");
  await studio.ask("PUT", at("/hands"), {
    notes: lower.map((one) => ({ id: one.id, hand: "left" })),
  });
  expect(
    (await score()).notes.filter((one) => one.bar === note.bar).every((one) => one.hand === "left"),
  ).toBe(true);
  expect(await form()).not.toEqual(told);
  await studio.ask("PUT", at("/hands"), {
    notes: lower.map((one) => ({ id: one.id, hand: null })),
  });
  expect((await score()).notes).toEqual(before.notes);
  expect(await form()).toEqual(told);
  expect(
    (await studio.ask("PUT", at("/hands"), { notes: [{ id: note.id, hand: "feet" }] })).json.detail,
  ).toContain("right, left");
});

it("a simpler reading of another edition stands in for now, and the original comes back as it was", async () => {
  const before = await score();
  // the other edition has one note where bar 5 has its right hand
  const simpler = wheel().replace(/<work-title>[^<]*</, "<work-title>Easy<");
  const other = (
    await studio.bring(
      simpler.replace(
        /(<measure number="5">[\s\S]*?<pitch>\s*<step>)([A-G])/,
        (_, head: string, step: string) => `${head}${step === "C" ? "D" : "C"}`,
      ),
    )
  ).json.id;
  const made = await studio.ask("POST", at("/readings"), { other, from: 5, to: 5 });
  expect([made.status, made.json.source]).toEqual([201, "Easy"]);
  const now = await score();
  const keys = (one: Awaited<ReturnType<typeof score>>, index: number) =>
    one.notes.filter((note) => note.bar === index).map((note) => `${note.midi} ${note.staff}`);
  expect(keys(now, 5)).not.toEqual(keys(before, 5));
  for (const index of before.bars.keys())
    if (index !== 5) expect(keys(now, index)).toEqual(keys(before, index));
  expect((await studio.ask("POST", at("/readings"), { other, from: 4, to: 6 })).status).toBe(409);
  await studio.ask("PATCH", at(`/readings/${made.json.id}`), { inUse: false });
  expect((await score()).notes).toEqual(before.notes);
  expect((await annotations()).readings).toMatchObject([{ inUse: false }]);
  expect((await studio.ask("DELETE", at(`/readings/${made.json.id}`))).status).toBe(200);
});
