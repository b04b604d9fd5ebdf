import type { Page } from "puppeteer-core";
import { chooseBars, fill, pick, press, says, until } from "./browser.ts";
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
    .map(({ from, data }): Record<string, unknown> => ({ bar: from.bar, ...data }));
const blur = () => page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());

it("writes a left hand from chord symbols, another way in some bars, and takes it back", async () => {
  const waltz =
    "X:1\nT:Reeds at the Ford\nM:3/4\nL:1/4\nK:G\n" +
    'G|"G"B2 d|"C"e2 c|"Am7"A B c|"D7"A2 F|"G"G3||';
  const id = await bring(waltz, "accordion");
  await openPiece(page, id);
  const left = async () =>
    (
      await json<{ notes: { hand: string; bar: number }[] }>(`/api/pieces/${id}/score`)
    ).notes.filter(({ hand }) => hand === "left").length;
  await says(page, "the left hand has nothing to play yet");
  await press(page, "Write the left hand");
  await press(page, "Write it");
  await says(page, "The left hand is written");
  await says(page, "Am7 has no button of its own; it is played as A m: bar 3.");
  await press(page, "Good");
  await until(async () => (await left()) === 14);
  // on the page, in the choice of hands, and no longer offered
  await page.waitForFunction(() => document.querySelectorAll(".score svg .staff").length === 12);
  await says(page, "left hand");
  expect(await page.evaluate(() => document.body.innerText)).not.toContain("nothing to play yet");
  await blur();
  await chooseBars(page, 1, 2, 6);
  await press(page, "Edit the piece");
  await press(page, "Left hand from the chord symbols");
  await says(page, "For bars 1–2");
  await page.click("input[value=held]");
  await press(page, "Write it");
  await press(page, "Good");
  await until(async () => (await left()) === 12);
  await press(page, "Undo");
  await until(async () => (await left()) === 14);
  await press(page, "Undo");
  await until(async () => (await left()) === 0);
  await says(page, "nothing to play yet");
  await press(page, "Redo");
  await until(async () => (await left()) === 14);
  expect(here.complaints()).toEqual([]);
});

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
  // a turn is moved by key, others go along, and one step takes all of it back
  await page.evaluate(() => {
    const turns = document.querySelectorAll<HTMLElement>(".bellows-strip button");
    turns[1]!.focus();
  });
  await page.keyboard.down("Shift");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.up("Shift");
  await says(page, "1 more go along");
  await until(async () => Number((await written(id, "bellows"))[1]!.bar) > Number(inked[1]!.bar));
  expect(await written(id, "bellows")).toHaveLength(inked.length);
  await press(page, "Check");
  await says(page, "Nothing to doubt");
  await press(page, "Undo");
  await until(async () => JSON.stringify(await written(id, "bellows")) === JSON.stringify(inked));
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

it("draws in the room, in pencil, the turns slow practice needs beside those that are written", async () => {
  const id = await bring(demo("lamps-along-the-quay"), "accordion");
  const { marks } = await here.send<{
    marks: { bar: number; exact: string; direction: string; button: number | null }[];
  }>("POST", `/api/pieces/${id}/bellows/propose`, { tempo: 144 });
  const put = marks.map(({ bar, exact, direction, button }, i) => ({
    ...{ id: `turn-${i}`, from: { bar, offset: exact } },
    data: { direction, ...(button === null ? {} : { button }) },
  }));
  await here.send("PUT", `/api/pieces/${id}/marks/bellows`, { put, remove: [] });
  const { student, cards } = await here.planned(id, 144);
  const card = cards.find(({ hands, from, to }) => hands === "both" && to - from > 7)!;
  const hasStroke = (stroke: number) =>
    here.send("PATCH", `/api/students/${student}`, { player: { accordion: { stroke } } });
  await hasStroke(3);
  await page.goto(here.url(`/practice/${card.id}`));
  await page.waitForSelector(".bellows-marks .pencil");
  await says(page, "as slow as this, turned also in bar");
  // with so long a stroke there is air enough
  await hasStroke(60);
  await page.reload();
  await says(page, "the bellows as planned");
  expect(await page.$(".bellows-marks .pencil")).toBeNull();
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

it("shares the voices of an organ out, with their manuals, in one step that is undone in one", async () => {
  const id = await bring(demo("before-the-bells"), "organ");
  await openPiece(page, id);
  await press(page, "Hands");
  await chooseBars(page, 0, 3, 24);
  await page.evaluate(() => document.querySelector("summary:has(+ .share-out)")!.parentElement!.setAttribute("open", "")); // prettier-ignore
  await pick(page, "As", "solo with accompaniment");
  await press(page, "Share out 1–4");
  await says(page, "to the left hand");
  await says(page, "The right hand on manual 2, the left on manual 1");
  const moved = async () =>
    (await here.json<{ movedHands: object[] }>(`/api/pieces/${id}/annotations`)).movedHands.length;
  expect(await moved()).toBe(0);
  await press(page, "Hand them over");
  await until(async () => (await moved()) > 4);
  expect(await written(id, "registration")).toMatchObject([{ bar: 0, right: 2, left: 1 }]);
  await press(page, "Undo");
  await until(async () => (await moved()) === 0);
  await until(async () => (await written(id, "registration")).length === 0);
  expect(here.complaints()).toEqual([]);
});

it("draws the buttons of an accordion that has them, with fingers and rows", async () => {
  const id = await bring(demo("lamps-along-the-quay"), "accordion");
  await here.send("PATCH", `/api/pieces/${id}`, { setup: { treble: "buttons", rows: 3 } });
  await openPiece(page, id);
  await press(page, "Hands");
  await chooseBars(page, 1, 2, 41);
  await press(page, /^Suggest for/);
  await press(page, "Ink them");
  const rows = async () =>
    (
      await here.json<{ notes: { aspect: string; value: string }[] }>(
        `/api/pieces/${id}/annotations`,
      )
    ).notes.filter(({ aspect }) => aspect === "buttonRow");
  await until(async () => (await rows()).length > 2);
  await blur();
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector("svg[aria-label^=Buttons] .neck-finger.now");
  // three rows are drawn, and the row is typed as every sign is
  expect(await page.$$eval(".board-row", (all) => all.length)).toBe(3);
  await page.keyboard.press("Backspace");
  await press(page, "Check");
  await says(page, "Nothing to doubt");
  expect(here.complaints()).toEqual([]);
});

it("draws reeds as a registration sign, typed stop by stop, from a place on", async () => {
  const id = await bring(demo("lamps-along-the-quay"), "accordion");
  await openPiece(page, id);
  await press(page, "Reeds");
  await chooseBars(page, 17, 17, 41);
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("l");
  await says(page, "here: 16′ 8′");
  await page.keyboard.press("m");
  await says(page, "here: 16′ 8′ 8′");
  await until(async () => (await written(id, "reeds"))[0]?.["middle"] === 2);
  // a round in three with three dots
  await page.waitForSelector(".reeds-marks .reeds-round");
  expect(await page.$$eval(".reeds-marks .reeds-dot", (all) => all.length)).toBe(3);
  await press(page, "Undo");
  await until(async () => (await written(id, "reeds"))[0]?.["middle"] === 1);
  expect(here.complaints()).toEqual([]);
});
