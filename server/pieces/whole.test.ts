import { demoFile, openTestStudio, type Answer, type TestStudio } from "../testing.ts";

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

describe("a piece on paper", () => {
  const paper = {
    bars: 17,
    metres: [{ bar: 0, beats: 3, beatType: 4 }],
    keys: [{ bar: 0, fifths: 2, mode: "major" }],
    pickup: "1",
    repeats: [{ from: 0, to: 8 }],
    lengths: [],
    tempo: 96,
  };
  const bring = async () =>
    (
      await studio.ask("POST", "/api/pieces/paper", {
        title: "Old Landler",
        composer: "Anon.",
        paper,
      })
    ).json;
  beforeEach(async () => {
    ({ id } = await bring());
  });

  it("has bars, a road, a survey and a form of which every bar is new", async () => {
    expect((await studio.ask("GET", at())).json).toMatchObject({
      title: "Old Landler",
      bars: 17,
      newBars: 17,
      key: "D major",
      metre: "3/4",
      hands: ["right", "left"],
      onPaper: true,
      tempo: 96,
    });
    expect((await studio.ask("GET", at("/order"))).json.text).toBe("0–8, 0–16");
    expect((await studio.ask("GET", at("/survey"))).json).toMatchObject({
      bars: 17,
      playedBars: 26,
      range: [],
    });
    expect((await studio.ask("GET", at("/paper"))).json).toEqual(paper);
    expect(
      (await studio.ask("POST", at("/fingerings/propose"), { hand: "right", from: 0, to: 3 })).json
        .notes,
    ).toEqual([]);
  });
  it("learns from the names of sections what returns, and plans with it", async () => {
    await studio.ask("PUT", at("/sections"), {
      put: [
        ["A", 0, 5],
        ["B", 5, 9],
        ["A", 9, 14],
        ["B′", 14, 17],
      ].map(([name, from, to], i) => ({
        id: `${id}-${i}`,
        name,
        from: { bar: from },
        to: { bar: to },
      })),
      remove: [],
    });
    expect((await studio.ask("GET", at("/form"))).json).toMatchObject({
      newBars: 12,
      nearlyKnown: 3,
      newWork: 10.5,
      newBarsByHand: { right: 12, left: 12 },
    });
    const student = (await studio.ask("POST", "/api/students", { name: "Ilse" })).json;
    const assignment = (
      await studio.ask("POST", "/api/assignments", { studentId: student.id, pieceId: id })
    ).json;
    const plan = (
      await studio.ask("POST", "/api/plans", {
        assignmentId: assignment.id,
        goalTempo: 96,
        readyBy: "2030-05-01",
        minutesByWeekday: [20, 20, 20, 20, 20, 20, 0],
      })
    ).json as Answer & {
      days: { cards: { id: string; from: number; to: number; hands: string }[] }[];
    };
    const cards = plan.days.flatMap((day) => day.cards);
    expect(
      cards.some((card) => card.hands === "right") && cards.some((card) => card.hands === "left"),
    ).toBe(true);
    expect(cards.some((card) => card.from >= 9 && card.to <= 13 && card.to - card.from < 4)).toBe(
      false,
    );
    const tried = (
      await studio.ask("POST", "/api/attempts", { cardId: cards[0]!.id, result: "clean" })
    ).json;
    expect(tried).toMatchObject({ card: { tries: [{ result: "clean" }] } });
    expect((await studio.ask("GET", `/api/assignments/${assignment.id}/ridge`)).json).toMatchObject(
      {
        bars: expect.arrayContaining([
          expect.objectContaining({ silent: false, isNew: true }),
        ]) as unknown,
      },
    );
  });
  it("is told anew, but not so that a section falls off its end", async () => {
    await studio.ask("PUT", at("/sections"), {
      put: [{ id: `${id}-z`, name: "Z", from: { bar: 12 }, to: { bar: 17 } }],
      remove: [],
    });
    expect(
      (await studio.ask("PUT", at("/paper"), { ...paper, bars: 14, repeats: [] })).json.detail,
    ).toBe("Section Z reaches past the new end; shorten or remove it first.");
    expect((await studio.ask("PUT", at("/paper"), { ...paper, bars: 20 })).json).toMatchObject({
      bars: 20,
    });
  });
  it("is refused with a sentence when it cannot be", async () => {
    expect(
      (
        await studio.ask("POST", "/api/pieces/paper", {
          title: "X",
          paper: { ...paper, repeats: [{ from: 3, to: 40 }] },
        })
      ).json.detail,
    ).toBe("A repeat stands after the last of the 17 bars.");
    expect(
      (
        await studio.ask("POST", "/api/pieces/paper", {
          title: "X",
          paper: { ...paper, metres: [] },
        })
      ).status,
    ).toBe(400);
  });
  it("takes a file when one is found, and its sections stay", async () => {
    await studio.ask("PUT", at("/sections"), {
      put: [{ id: `${id}-s`, name: "A", from: { bar: 0 }, to: { bar: 8 } }],
      remove: [],
    });
    const form = new FormData();
    form.set("file", new File([wheel()], "wheel.musicxml"));
    const response = await studio.app.request(`http://127.0.0.1${at("/correction")}`, {
      method: "POST",
      body: form,
      headers: { host: "127.0.0.1" },
    });
    expect(response.status).toBe(200);
    expect((await studio.ask("GET", at())).json).toMatchObject({ onPaper: false, bars: 79 });
    expect((await annotations()).sections).toMatchObject([
      { name: "A", from: { bar: 0 }, to: { bar: 8 } },
    ]);
    await studio.ask("DELETE", at("/correction"));
    expect((await studio.ask("GET", at())).json).toMatchObject({ onPaper: true, bars: 17 });
  });
});

describe("pages", () => {
  // the smallest PNG there is: one pixel; from memory
  const pixel = Uint8Array.from(
    atob(
      "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
    ),
    (char) => char.charCodeAt(0),
  );
  const add = async (bytes: Uint8Array, name = "page.png") => {
    const form = new FormData();
    form.set("file", new File([bytes as BlobPart], name));
    const response = await studio.app.request(`http://127.0.0.1${at("/pages")}`, {
      method: "POST",
      body: form,
      headers: { host: "127.0.0.1" },
    });
    return { status: response.status, json: (await response.json()) as Answer };
  };
  it("are kept as they came, with bars marked on them, and one that was removed comes back", async () => {
    const page = (await add(pixel)).json;
    expect(page).toMatchObject({ name: "page", position: 0, width: 1, height: 1, marks: [] });
    const picture = await studio.app.request(`http://127.0.0.1${at(`/pages/${page.id}/picture`)}`, {
      headers: { host: "127.0.0.1" },
    });
    expect(new Uint8Array(await picture.arrayBuffer())).toEqual(pixel);
    expect(picture.headers.get("content-type")).toBe("image/png");
    const marks = [{ bar: 0, x: 0.1, y: 0.1, width: 0.4, height: 0.1 }];
    expect((await studio.ask("PATCH", at(`/pages/${page.id}`), { marks })).json.marks).toEqual(
      marks,
    );
    expect(
      (await studio.ask("PATCH", at(`/pages/${page.id}`), { marks: [{ ...marks[0], bar: 4000 }] }))
        .status,
    ).toBe(400);
    expect(
      (
        await studio.ask("PATCH", at(`/pages/${page.id}`), {
          marks: [{ ...marks[0], width: 0.95 }],
        })
      ).status,
    ).toBe(400);
    await studio.ask("DELETE", at(`/pages/${page.id}`));
    expect((await studio.ask("GET", at("/pages"))).json.items).toEqual([]);
    await studio.ask("PATCH", at(`/pages/${page.id}`), { removed: false });
    expect((await studio.ask("GET", at("/pages"))).json.items).toMatchObject([
      { id: page.id, marks },
    ]);
  });
  it.each([
    ["a text", new TextEncoder().encode("hello")],
    ["a PDF", new TextEncoder().encode("%PDF-1.7")],
    ["a picture cut short", pixel.slice(0, 12)],
    ["a picture of no kind", Uint8Array.of(0xff, 0xd8, 0xff, 0xe0, 0, 0)],
    ["nothing", new Uint8Array()],
  ])("%s is refused with a sentence", async (_, bytes) => {
    const { status, json } = await add(bytes);
    expect([status, json.detail]).toEqual([422, expect.stringContaining("PNG or JPEG")]);
  });
});
