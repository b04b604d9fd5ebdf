import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let id: string;
beforeAll(async () => {
  studio = await openTestStudio();
  id = (await studio.bring(demoFile("before-the-bells"), "bells.musicxml", "organ")).json.id;
});
afterAll(() => studio.close());

interface Changes {
  changes: {
    bar: number;
    what: string;
    by: string[];
    nearest?: { bar: number; by: string[] };
  }[];
  detail: string;
}
const put = (marks: readonly object[]) =>
  studio.ask("PUT", `/api/pieces/${id}/marks/registration`, { put: marks, remove: [] });
const check = async (body: object) =>
  (await studio.ask("POST", `/api/pieces/${id}/registration/check`, body)) as unknown as {
    status: number;
    json: Changes;
  };
const mark = (key: string, bar: number, data: object) => ({
  ...{ id: key, data },
  from: { bar, offset: "0" },
});

it("says of each change who makes it, and where somebody is free when here nobody is", async () => {
  const stops = { stops: "Flute 8′, Krummhorn 8′", combination: 2 };
  const other = { stops: "Principal 8′, Krummhorn 8′" };
  const all = [mark("a", 0, { stops: "Principal 8′" }), mark("b", 8, stops), mark("c", 20, other)];
  expect((await put(all)).status).toBe(200);
  const { status, json } = await check({ tempo: 72 });
  expect(status).toBe(200);
  // the first is set before the piece begins
  expect(json.changes.map(({ bar }) => bar)).toEqual([8, 20]);
  for (const { by, nearest, what } of json.changes) {
    expect(what).toContain("Krummhorn");
    if (by.length === 0 && nearest) expect(nearest.by.length).toBeGreaterThan(0);
  }
  const looked = await studio.ask("POST", `/api/pieces/${id}/marks/registration/check`, {});
  const { doubts } = looked.json as unknown as { doubts: { text: string }[] };
  expect(doubts.length).toBe(json.changes.filter(({ by }) => by.length === 0).length);
  for (const { text } of doubts) expect(text).toMatch(/nobody is free for/);
});

it("comes back from export and import as it was", async () => {
  const written = async (piece: string) =>
    (
      (await studio.ask("GET", `/api/pieces/${piece}/annotations`)).json as unknown as {
        marks: { stratum: string; from: { bar: number }; data: object }[];
      }
    ).marks
      .filter(({ stratum }) => stratum === "registration")
      .map(({ from, data }) => [from.bar, data]);
  const response = await studio.app.request(`http://127.0.0.1/api/pieces/${id}/export.musicxml`, {
    headers: { host: "127.0.0.1" },
  });
  const again = await studio.bring(await response.text(), "again.musicxml", "organ");
  expect(await written(again.json.id)).toEqual(await written(id));
});

it("says what is wrong: a stop of 3,000 letters, two at one place, an instrument without stops", async () => {
  const long = await put([mark("long-stop", 3, { stops: "x".repeat(3000) })]);
  expect(long.status).toBe(400);
  expect(JSON.stringify(long.json)).toMatch(/200/);
  const twice = await put([mark("d", 8, { combination: 4 })]);
  expect(twice.status).toBe(400);
  expect(JSON.stringify(twice.json)).toMatch(/same place in bar 9/);
  expect((await check({ from: 5, to: 2 })).status).toBe(400);
  const piano = (await studio.bring(demoFile("the-ferrymans-wheel"))).json.id;
  const refused = await studio.ask("POST", `/api/pieces/${piano}/registration/check`, {});
  expect(refused.status).toBeGreaterThanOrEqual(400);
});
