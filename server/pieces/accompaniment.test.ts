import { openTestStudio, type Answer, type TestStudio } from "../testing.ts";

// A left hand written below a tune over the API: once, again, in some bars, taken back, refused.

let studio: TestStudio;
beforeAll(async () => void (studio = await openTestStudio({ date: "2030-03-04" })));
afterAll(() => studio.close());

const TUNE = `X:1
T:Reeds at the Ford
M:3/4
L:1/4
K:G
G|"G"B2 d|"C"e2 c|"Am7"A B c|"D7"A2 F|"G"G3||`;

async function bring(text: string, instrument = "accordion"): Promise<string> {
  const form = new FormData();
  form.set("file", new File([text], "tune.abc"));
  form.set("instrument", instrument);
  const answer = await studio.app.request("http://127.0.0.1/api/pieces", {
    ...{ method: "POST", body: form, headers: { host: "127.0.0.1" } },
  });
  return ((await answer.json()) as { id: string }).id;
}
interface Score {
  readonly notes: {
    readonly id: string;
    readonly bar: number;
    readonly hand: string;
    readonly chord?: readonly number[];
  }[];
  readonly layout?: { readonly id: string; readonly guessed: boolean };
}
const scoreOf = async (id: string) =>
  (await studio.ask("GET", `/api/pieces/${id}/score`)).json as unknown as Score;
const left = async (id: string) => (await scoreOf(id)).notes.filter(({ hand }) => hand === "left");
const write = (id: string, body: object = { pattern: "turns" }) =>
  studio.ask("POST", `/api/pieces/${id}/accompaniment`, body);
const detail = ({ json }: { readonly json: Answer }) =>
  (json as unknown as { detail: string }).detail;

it("writes a left hand that has buttons, keeps what was written, and is taken back", async () => {
  const id = await bring(TUNE);
  const right = (await scoreOf(id)).notes;
  await studio.ask("PUT", `/api/pieces/${id}/fingerings`, {
    fingerings: [{ id: right[1]!.id, finger: "3" }],
  });
  const { status, json } = await write(id);
  expect(status).toBe(200);
  expect(json).toMatchObject({ kept: 1, orphaned: [], piece: { hands: ["right", "left"] } });
  expect((json as unknown as { reasons: string[] }).reasons).toEqual([
    expect.stringMatching(/^Am7 .* A m: bar 3/),
  ]);
  const score = await scoreOf(id);
  expect(score.layout).toMatchObject({ id: "letters", guessed: false });
  expect(score.notes.filter(({ hand }) => hand === "right").map((one) => one.id)).toEqual(
    right.map((one) => one.id),
  );
  // nothing under the pick-up, oom-pah-pah, both under the last note
  const bars = [0, 1, 2, 3, 4, 5].map((bar) => score.notes.filter((one) => one.bar === bar));
  expect(bars.map((all) => all.filter(({ hand }) => hand === "left").length)).toEqual([
    ...[0, 3, 3, 3, 3, 2],
  ]);
  const { json: proposed } = await studio.ask("POST", `/api/pieces/${id}/fingerings/propose`, {
    ...{ hand: "left", from: 0, to: 5 },
  });
  const found = proposed as unknown as { notes: { finger: string | null }[]; problems: unknown[] };
  expect(found.problems).toEqual([]);
  expect(found.notes).toHaveLength(14);
  expect(found.notes.every(({ finger }) => finger !== null)).toBe(true);
  // other bars another way; then step by step back to the tune alone
  await write(id, { pattern: "held", from: 1, to: 2 });
  expect(await left(id)).toHaveLength(12);
  await studio.ask("DELETE", `/api/pieces/${id}/correction`);
  expect(await left(id)).toHaveLength(14);
  const { json: back } = await studio.ask("DELETE", `/api/pieces/${id}/correction`);
  expect(back).toMatchObject({ hands: ["right"] });
  expect(await left(id)).toEqual([]);
  expect((await scoreOf(id)).layout?.id).not.toBe("letters");
});

it("writes whole chords for a piano, which are fingered, in all bars and another way in some", async () => {
  const id = await bring(TUNE, "piano");
  const right = (await scoreOf(id)).notes.map((one) => one.id);
  const { status, json } = await write(id, { pattern: "held" });
  expect([status, json]).toMatchObject([200, { reasons: [], piece: { hands: ["right", "left"] } }]);
  // nothing under the pick-up; three tones of each chord, no fifth in the sevenths
  const perBar = async () => {
    const notes = await left(id);
    return [0, 1, 2, 3, 4, 5].map((bar) => notes.filter((one) => one.bar === bar).length);
  };
  expect(await perBar()).toEqual([0, 3, 3, 3, 3, 3]);
  const { json: proposed } = await studio.ask("POST", `/api/pieces/${id}/fingerings/propose`, {
    ...{ hand: "left", from: 0, to: 5 },
  });
  expect(proposed).toMatchObject({ problems: [] });
  await write(id, { pattern: "broken", from: 1, to: 2 });
  expect(await perBar()).toEqual([0, 6, 6, 3, 3, 3]);
  await studio.ask("DELETE", `/api/pieces/${id}/correction`);
  await studio.ask("DELETE", `/api/pieces/${id}/correction`);
  expect((await scoreOf(id)).notes.map((one) => one.id)).toEqual(right);
});

it("keeps an organ's staff one way to be read: with the feet, or for the hands alone", async () => {
  const id = await bring(TUNE, "organ");
  await write(id, { pattern: "held" });
  const limbs = async () =>
    ["left", "feet"].map(
      async (limb) => (await scoreOf(id)).notes.filter(({ hand }) => hand === limb).length,
    );
  expect(await Promise.all(await limbs())).toEqual([15, 5]);
  const refused = await write(id, { pattern: "manuals", from: 1, to: 2 });
  expect([refused.status, detail(refused)]).toEqual([422, expect.stringContaining("Write all")]);
  expect(await Promise.all(await limbs())).toEqual([15, 5]);
  // some bars with the bass alone are read as the others are
  expect((await write(id, { pattern: "bass", from: 1, to: 2 })).status).toBe(200);
  expect(await Promise.all(await limbs())).toEqual([9, 5]);
  expect((await write(id, { pattern: "manuals" })).status).toBe(200);
  expect(await Promise.all(await limbs())).toEqual([15, 0]);
});

it("is practised in the plan there is, and the plan is again what it was when it is taken back", async () => {
  const id = await bring(TUNE);
  const student = (await studio.ask("POST", "/api/students", { name: "Ada Quill" })).json;
  const given = (
    await studio.ask("POST", "/api/assignments", { studentId: student.id, pieceId: id })
  ).json;
  const made = (
    await studio.ask("POST", "/api/plans", {
      ...{ assignmentId: given.id, goalTempo: 96, readyBy: "2030-03-24", forecast: false },
      ...{ minutesByWeekday: [20, 20, 20, 20, 20, 20, 20], rule: "three-to-one" },
    })
  ).json;
  const lines = async () => {
    const { json } = await studio.ask("GET", `/api/plans/${made.id}`);
    const { days } = json as unknown as { days: { cards: { hands: string }[] }[] };
    return new Set(days.flatMap(({ cards }) => cards.map(({ hands }) => hands)));
  };
  const alone = await lines();
  expect([...alone].some((hands) => /left|both/.test(hands))).toBe(false);
  await write(id);
  expect([...(await lines())].sort()).toEqual(expect.arrayContaining(["left", "right", "both"]));
  await studio.ask("DELETE", `/api/pieces/${id}/correction`);
  expect(await lines()).toEqual(alone);
});

it("goes out and comes in again with its chords", async () => {
  const id = await bring(TUNE);
  await write(id);
  const file = await studio.app.request(`http://127.0.0.1/api/pieces/${id}/export.musicxml`, {
    headers: { host: "127.0.0.1" },
  });
  expect(file.status).toBe(200);
  const again = await bring(await file.text());
  const chords = (all: Score["notes"]) => all.map(({ bar, chord }) => [bar, chord]);
  expect(chords(await left(again))).toEqual(chords(await left(id)));
});

it("refuses what it cannot do, and changes nothing", async () => {
  const bare = await bring("X:1\nT:Bare\nM:3/4\nL:1/4\nK:G\nG B d|e2 c|");
  const harp = await bring(TUNE, "harp");
  const piano = await bring(TUNE, "piano");
  const tune = await bring(TUNE);
  expect(detail(await write(bare))).toContain("No chord symbols stand over this piece");
  expect(detail(await write(harp))).toContain("No left hand is written for the harp");
  expect(detail(await write(piano, { pattern: "half" }))).toBe(
    "A left hand for the piano goes chords held, the bass alone, bass and chord in turn, " +
      "broken chords.",
  );
  expect(await left(piano)).toEqual([]);
  for (const body of [{ pattern: "rumba" }, {}, { pattern: "turns", from: 4, to: 2 }])
    expect((await write(tune, body)).status).toBe(400);
  expect((await write(tune, { pattern: "turns", from: 0, to: 99 })).status).toBe(400);
  expect((await write("nobody")).status).toBe(404);
  expect(await left(tune)).toEqual([]);
  expect(detail(await studio.ask("DELETE", `/api/pieces/${tune}/correction`))).toContain(
    "has not been corrected",
  );
});
