import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let id: string;
beforeAll(async () => {
  studio = await openTestStudio();
  id = (await studio.bring(demoFile("lamps-along-the-quay"), "lamps.musicxml", "accordion")).json
    .id;
});
afterAll(() => studio.close());

interface Bellows {
  marks: {
    bar: number;
    offset: number;
    exact: string;
    direction: string;
    button: number | null;
    why: string;
  }[];
  air: { bar: number; share: number }[];
  problems: { bar: number; kind: string; text: string }[];
  detail: string;
}
const propose = async (body: object, piece = id) =>
  (await studio.ask("POST", `/api/pieces/${piece}/bellows/propose`, body)) as unknown as {
    status: number;
    json: Bellows;
  };
interface Mark {
  id: string;
  from: { bar: number; offset: string };
  data: object;
}
const put = (marks: readonly Mark[], remove: string[] = []) =>
  studio.ask("PUT", `/api/pieces/${id}/marks/bellows`, { put: marks, remove });
const written = async (piece = id) =>
  (
    (await studio.ask("GET", `/api/pieces/${piece}/annotations`)).json as unknown as {
      marks: { stratum: string; from: { bar: number; exact: string }; data: object }[];
    }
  ).marks
    .filter(({ stratum }) => stratum === "bellows")
    .map(({ from, data }) => ({ bar: from.bar, exact: from.exact, data }))
    .sort((a, b) => a.bar - b.bar);

it("proposes turns with reasons and the air at each moment, at both tempos of the work", async () => {
  const { status, json } = await propose({ from: 0, to: 40, tempo: 144, stroke: 6 });
  expect(status).toBe(200);
  expect(json.marks[0]).toMatchObject({ bar: 0, direction: "open" });
  json.marks.forEach(({ direction, why }, i) => {
    expect(direction).toBe(i % 2 ? "close" : "open");
    expect(why.length).toBeGreaterThan(10);
  });
  for (const { share } of json.air) {
    expect(share).toBeGreaterThanOrEqual(0);
    expect(share).toBeLessThanOrEqual(1);
  }
  expect(json.problems).toEqual([]);
  const slow = (await propose({ tempo: 72, stroke: 6 })).json;
  expect(slow.marks.length).toBeGreaterThan(json.marks.length);
  expect(slow.problems).toEqual([]);
});

it("is written, looked through, kept through export and import, and carried by no two at once", async () => {
  const { json } = await propose({ tempo: 144 });
  const marks = json.marks.map(({ bar, exact, direction, button }, i): Mark => ({
    ...{ id: `turn-number-${i}`, from: { bar, offset: exact } },
    data: { direction, ...(button === null ? {} : { button }) },
  }));
  marks[1] = { ...marks[1]!, data: { ...marks[1]!.data, pressure: "build" } };
  expect((await put(marks)).status).toBe(200);
  const looked = await studio.ask("POST", `/api/pieces/${id}/marks/bellows/check`, { tempo: 144 });
  expect(looked.json).toMatchObject({ doubts: [], marks: marks.length });
  const slowly = await studio.ask("POST", `/api/pieces/${id}/marks/bellows/check`, { tempo: 60 });
  const { doubts } = slowly.json as unknown as { doubts: { text: string }[] };
  expect(doubts[0]!.text).toMatch(/the air runs out .* s too early/);
  const twice = await put([{ ...marks[1], id: "one-more-at-once", data: { direction: "open" } }]);
  expect(twice.status).toBe(400);
  expect((twice.json as unknown as { detail: string }).detail).toMatch(
    /two things at one place in bar 4/,
  );
  const before = await written();
  expect(before).toHaveLength(marks.length);
  const xml = await (
    await studio.app.request(`http://127.0.0.1/api/pieces/${id}/export.musicxml`, {
      headers: { host: "127.0.0.1" },
    })
  ).text();
  const again = await studio.bring(xml, "again.musicxml", "accordion");
  expect(await written(again.json.id)).toEqual(before);
});

it("heals around a turn that is moved: what goes along is answered and written by nobody", async () => {
  const url = `/api/pieces/${id}/marks/bellows`;
  const { json } = await studio.ask("GET", `/api/pieces/${id}/annotations`);
  type Written = { id: string; stratum: string; from: { bar: number; exact: string } };
  const marks = (json as unknown as { marks: Written[] }).marks
    .filter(({ stratum }) => stratum === "bellows")
    .sort((a, b) => a.from.bar - b.from.bar);
  const asked = { mark: marks[1]!.id, tempo: 144, options: { stroke: 6 } };
  const window = (await studio.ask("POST", `${url}/window`, asked)).json as unknown as {
    places: { bar: number; exact: string }[];
  };
  expect(window.places.length).toBeGreaterThan(4);
  const [first] = window.places;
  const to = { bar: first!.bar, offset: first!.exact };
  const { status, json: found } = await studio.ask("POST", `${url}/move`, { ...asked, to });
  const moved = found as unknown as { put: Written[]; add: Written[]; remove: string[] };
  expect(status).toBe(200);
  expect(moved.put.find((one) => one.id === asked.mark)!.from).toMatchObject(first!);
  expect(moved.put.length + moved.add.length + moved.remove.length).toBeGreaterThan(1);
  expect(await written()).toHaveLength(marks.length);
  const { status: beyond, json: why } = await studio.ask("POST", `${url}/move`, {
    ...asked,
    to: { bar: 400, offset: "0" },
  });
  expect([beyond, why.detail]).toEqual([
    400,
    "A mark can be moved to a place within the bars from 0 to 40.",
  ]);
  const gone = await studio.ask("POST", `${url}/move`, { ...asked, mark: "none", to });
  expect(gone.status).toBe(404);
});

it.each([
  [{ stroke: 0 }, /stroke/],
  [{ tempo: 1000 }, /tempo/],
  [{ from: 3, to: 2 }, /first not after the last/],
  [{ from: 0, to: 400 }, /from 0 to 40/],
  [{ couplers: ["32"] }, /couplers/],
])("says what is wrong with %j", async (body, text) => {
  const { status, json } = await propose(body);
  expect(status).toBeGreaterThanOrEqual(400);
  expect(JSON.stringify(json)).toMatch(text);
});

it("says of another instrument that it has no bellows, and of a note longer than them how much", async () => {
  const piano = (await studio.bring(demoFile("the-ferrymans-wheel"))).json.id;
  const refused = await propose({}, piano);
  expect(refused.status).toBeGreaterThanOrEqual(400);
  expect(refused.json.detail).toMatch(/bellows/);
  const slow = (await propose({ tempo: 10, stroke: 1 })).json.problems;
  expect(slow[0]!.kind).toBe("air");
  expect(slow[0]!.text.replace(/\p{C}/gu, "")).toMatch(/^Bar \d+: the air runs out [\d.]+ s too/);
});
