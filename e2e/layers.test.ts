import type { Page } from "puppeteer-core";
import { chooseBars, pick, press, says, undo, until } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// Whose fingers are written, for what hand and by which school, in the real browser.
const here = studio();
let page: Page;
let id: string;
let assignment: string;
let student: string;
beforeAll(async () => {
  page = here.page();
  id = await here.bring(demo("lanterns-on-the-ettle"));
  ({ id: student } = await here.send<{ id: string }>("POST", "/api/students", {
    name: "Odo Tarn",
    reach: 150,
  }));
  ({ id: assignment } = await here.send<{ id: string }>("POST", "/api/assignments", {
    studentId: student,
    pieceId: id,
  }));
});

interface Position {
  layer: string;
  hand: string;
  from: { bar: number; offset: string };
  to: { bar: number; offset: string };
  thumb: number;
}
interface Layered {
  positions: Position[];
  fingerings: { id: string; finger: string }[];
  others: { id: string; finger: string; layer: string }[];
}
const fingers = () => here.json<Layered>(`/api/pieces/${id}/annotations`);
const noteAt = async (bar: number) =>
  (
    await here.json<{ notes: { id: string; bar: number; hand: string }[] }>(
      `/api/pieces/${id}/score`,
    )
  ).notes.find((one) => one.bar === bar && one.hand === "right")!.id;

it("writes a student’s own finger over the teacher’s, shows both, and takes it back", async () => {
  const note = await noteAt(0);
  await here.send("PUT", `/api/pieces/${id}/fingerings`, {
    fingerings: [{ id: note, finger: "4" }],
  });
  await page.goto(here.url(`/pieces/${id}?for=${assignment}`));
  await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
  await page.keyboard.press("h");
  await (await page.waitForSelector(".for-whom summary"))!.click();
  await pick(page, "Whose fingers are written", /^Odo Tarn’s own$/);
  await says(page, "Odo Tarn’s own fingers");
  await page.keyboard.press("Escape");
  await chooseBars(page, 0, 0, 24);
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
  await page.keyboard.press("3");
  await until(async () =>
    (await fingers()).others.some(
      (one) => one.id === note && one.finger === "3" && one.layer === `student:${student}`,
    ),
  );
  // the teacher's stands beside it, smaller, in ink
  await page.waitForSelector(`.finger.own[data-note="${note}"]`);
  expect(
    await page.$$eval(".finger.beside", (list) => list.map((one) => one.textContent)),
  ).toContain("4");
  expect((await fingers()).fingerings.find((one) => one.id === note)!.finger).toBe("4");
  await undo(page);
  await until(async () => (await fingers()).others.length === 0);
  await page.waitForFunction(
    (wanted) => document.querySelector(`.finger[data-note="${wanted}"]`)?.textContent === "4",
    {},
    note,
  );
});

it("proposes for a small hand in a layer of its own, around nothing of the teacher’s", async () => {
  await pick(page, "Whose fingers are written", /^for a small hand$/);
  await says(page, "For a small hand");
  await chooseBars(page, 0, 3, 24);
  await press(page, /^Suggest for/);
  await says(page, "in pencil");
  // a finger typed over the pencil stays, and the rest is solved again at once
  const again = page.waitForRequest((request) => request.url().endsWith("/fingerings/propose"));
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
  await page.keyboard.press("2");
  await again;
  await page.waitForFunction(
    () => ![...document.querySelectorAll("button")].some((one) => one.textContent === "Thinking …"),
  );
  const typed = (await fingers()).others.filter((one) => one.layer === "small-hand");
  expect(typed.map((one) => one.finger)).toEqual(["2"]);
  expect(
    await page.$$eval(`.finger.pencil[data-note="${typed[0]!.id}"]`, (list) => list.length),
  ).toBe(0);
  await press(page, "Ink them");
  await until(
    async () => (await fingers()).others.filter((one) => one.layer === "small-hand").length > 8,
  );
  expect((await fingers()).fingerings).toHaveLength(1);
  await pick(page, "Odo Tarn practises from", /^those for a small hand$/);
  await until(
    async () =>
      (await here.json<{ layer: string }>(`/api/assignments/${assignment}`)).layer === "small-hand",
  );
  expect(here.complaints()).toEqual([]);
});

it("keeps a hand in its position by a key, moves it, begins it at a note, lets it go and takes that back", async () => {
  const positions = async () => (await fingers()).positions;
  await page.keyboard.press("Escape");
  await pick(page, "Whose fingers are written", /^the teacher’s$/);
  await page.keyboard.press("Escape");
  await chooseBars(page, 8, 9, 24);
  await page.keyboard.press("k");
  await until(async () => (await positions()).length === 1);
  const [first] = await positions();
  expect(first).toMatchObject({
    layer: "teacher",
    hand: "right",
    from: { bar: 8, offset: "0" },
    to: { bar: 10, offset: "0" },
  });
  await page.waitForSelector(".hand-position text");
  await press(page, "One key higher");
  await until(async () => (await positions())[0]!.thumb > first!.thumb);
  await press(page, "One key lower");
  await until(async () => (await positions())[0]!.thumb === first!.thumb);
  // every note of the bars that lies under the hand is proposed with the finger over it
  await press(page, /^Suggest for/);
  await says(page, "in pencil");
  const { notes } = await here.json<{
    notes: { id: string; bar: number; hand: string; midi: number }[];
  }>(`/api/pieces/${id}/score`);
  const onThumb = notes.filter(
    (one) => one.hand === "right" && (one.bar === 8 || one.bar === 9) && one.midi === first!.thumb,
  );
  expect(onThumb.length).toBeGreaterThan(0);
  for (const one of onThumb)
    expect(await page.$eval(`.finger[data-note="${one.id}"]`, (text) => text.textContent)).toBe(
      "1",
    );
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await press(page, "Begins at this note");
  await until(async () => (await positions())[0]!.from.offset !== "0");
  await press(page, "Let go");
  await until(async () => (await positions()).length === 0);
  await undo(page);
  await until(async () => (await positions()).length === 1);
  expect(here.complaints()).toEqual([]);
});
