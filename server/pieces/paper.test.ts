import { demoFile, openTestStudio, type Answer, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let id: string;
const decoder = new TextDecoder();
const wheel = () => decoder.decode(demoFile("the-ferrymans-wheel"));
const at = (path = "") => `/api/pieces/${id}${path}`;
const annotations = async () =>
  (await studio.ask("GET", at("/annotations"))).json as unknown as { sections: unknown[] };

beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());
beforeEach(async () => {
  ({ id } = (await studio.bring(wheel())).json);
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
        forecast: false,
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
