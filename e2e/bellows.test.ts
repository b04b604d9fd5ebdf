import type { Page } from "puppeteer-core";
import { chooseBars, fill, press, says, until } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// Bellows, levers and stops at the desk: from pencil to ink, by key, looked through, undone.
const here = studio();
let page: Page;
beforeAll(() => {
  page = here.page();
});
const { json, bring, open: openPiece } = here;

const written = async (id: string, wanted: string) =>
  (
    await json<{
      marks: { stratum: string; from: { bar: number }; data: Record<string, unknown> }[];
    }>(`/api/pieces/${id}/annotations`)
  ).marks
    .filter(({ stratum }) => stratum === wanted)
    .map(({ from, data }) => ({ bar: from.bar, ...data }));
const blur = () => page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());

it("suggests turns of the bellows, draws how far they are open, turns one by key, undoes", async () => {
  const id = await bring(demo("lamps-along-the-quay"), "accordion");
  await openPiece(page, id);
  await press(page, "Bellows");
  await says(page, "no turns of the bellows yet");
  await press(page, /^Suggest for 0–40/);
  await says(page, "The bellows begin closed.");
  await page.waitForSelector(".bellows-marks .pencil");
  await page.waitForSelector(".bellows-strip polyline.pencil");
  expect(await written(id, "bellows")).toEqual([]);
  await press(page, "Ink it");
  await page.waitForFunction(() => document.querySelector(".bellows-marks .pencil") === null);
  const inked = await written(id, "bellows");
  expect(inked[0]).toEqual({ bar: 0, direction: "open" });
  expect(inked.length).toBeGreaterThan(6);
  await says(page, "how far open, at ♩ = 144");
  await press(page, "Check");
  await says(page, "Nothing to doubt");
  // a turn in the middle of bar 2, of which nobody thought
  await blur();
  await chooseBars(page, 2, 2, 41);
  await page.keyboard.press("ArrowRight");
  await says(page, "the bellows are opening");
  await page.keyboard.press("c");
  await says(page, "here: closing");
  expect(await written(id, "bellows")).toHaveLength(inked.length + 1);
  await press(page, "Check");
  await says(page, "the air runs out");
  await press(page, "Undo");
  expect(await written(id, "bellows")).toEqual(inked);
  expect(here.complaints()).toEqual([]);
});

it("has levers where the harp has levers: a string is raised by its button, from its bar on", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"), "harp");
  await here.send("PATCH", `/api/pieces/${id}`, { setup: { kind: "lever", tuning: "Eb" } });
  await openPiece(page, id);
  await press(page, "Levers");
  await says(page, "no lever settings yet");
  await chooseBars(page, 0, 0, 24);
  await page.keyboard.press("ArrowRight");
  await press(page, "E♭4");
  await until(async () => (await written(id, "harp-levers")).length === 1);
  const [raised] = await written(id, "harp-levers");
  expect(raised).toMatchObject({ bar: 0, E4: 0 });
  await says(page, "here: E♮4");
  await press(page, "Undo");
  await until(async () => (await written(id, "harp-levers")).length === 0);
  expect(here.complaints()).toEqual([]);
});

it("says who is free for a change of stops, and keeps it", async () => {
  const id = await bring(demo("before-the-bells"), "organ");
  await openPiece(page, id);
  await press(page, "Stops");
  await chooseBars(page, 8, 8, 24);
  await page.keyboard.press("ArrowRight");
  await fill(page, "Stops", "Flute 8, Krummhorn 8");
  await says(page, "8′ flute · 8′ reed");
  await page.waitForFunction(() => /free/i.test(document.querySelector(".desk-side")!.textContent));
  await press(page, "Write it");
  await until(async () => (await written(id, "registration")).length === 1);
  const [change] = await written(id, "registration");
  expect(change).toMatchObject({ bar: 8, stops: "Flute 8, Krummhorn 8" });
  await page.waitForSelector(".mark-words text");
  expect(here.complaints()).toEqual([]);
});
