import type { Page } from "puppeteer-core";
import { says } from "./browser.ts";
import { studio } from "./studio.ts";

// Lines of an instrument, from the plan to the music desk: an organist's left hand with the feet.
const here = studio();
let page: Page;
let assignment: string;
let card: { id: string; from: number };
beforeAll(async () => {
  page = here.page();
  const STEPS = "CDEFGAB";
  const note = (step: string, octave: number, staff: number) =>
    `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
    `<duration>1</duration><voice>${staff}</voice><type>quarter</type><staff>${staff}</staff>` +
    "</note>";
  const staff = (bar: number, octave: number, staff: number) =>
    [0, 1, 2, 3].map((i) => note(STEPS[(bar * staff + i * 2) % 7]!, octave, staff)).join("");
  const measure = (bar: number) =>
    `<measure number="${bar + 1}">` +
    (bar
      ? ""
      : "<attributes><divisions>1</divisions><time><beats>4</beats>" +
        "<beat-type>4</beat-type></time><staves>3</staves></attributes>") +
    [staff(bar, 5, 1), staff(bar, 4, 2), staff(bar, 3, 3)].join(
      "<backup><duration>4</duration></backup>",
    ) +
    "</measure>";
  const piece = await here.bring(
    "<score-partwise " +
      `version="4.0"><work><work-title>Voluntary</work-title></work><part-list><score-part ` +
      `id="P1"><part-name>Organ</part-name></score-part></part-list><part ` +
      `id="P1">${[0, 1, 2, 3, 4, 5, 6, 7].map(measure).join("")}</part>` +
      "</score-partwise>",
    "organ",
  );
  const { id: student } = await here.send<{ id: string }>("POST", "/api/students", {
    name: "Tamsin Orrell",
  });
  ({ id: assignment } = await here.send<{ id: string }>("POST", "/api/assignments", {
    studentId: student,
    pieceId: piece,
  }));
  const plan = await here.send<{
    days: { cards: { id: string; hands: string; from: number }[] }[];
  }>("POST", "/api/plans", {
    forecast: false,
    assignmentId: assignment,
    goalTempo: 72,
    readyBy: new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10),
    minutesByWeekday: [30, 30, 30, 30, 30, 30, 30],
    rule: "three-to-one",
  });
  card = plan.days.flatMap((day) => day.cards).find((one) => one.hands === "left-feet")!;
});

it("names the line on the card, in the room and on paper", async () => {
  await page.goto(here.url(`/assignments/${assignment}`));
  await page.waitForSelector(".plan-card");
  await says(page, "left hand and feet");
  await page.goto(here.url(`/practice/${card.id}`));
  await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
  await says(page, "left hand and feet first");
  await page.goto(here.url(`/print/week/${assignment}`));
  await page.waitForSelector(".sheet-day tr");
  await says(page, "left hand and feet");
});

it("draws the other hand’s notes in grey, and leaves the score room on a telephone", async () => {
  await page.setViewport({ width: 390, height: 844 });
  await page.goto(here.url(`/practice/${card.id}`));
  await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
  const { notes } = await here.json<{ notes: { id: string; bar: number; hand: string }[] }>(
    `/api/pieces/${(await here.json<{ pieceId: string }>(`/api/cards/${card.id}`)).pieceId}/score`,
  );
  const opacity = async (hand: string) =>
    page.$eval(
      `g.note[id="${notes.find((one) => one.hand === hand && one.bar === card.from)!.id}"]`,
      (element) => Number(getComputedStyle(element).opacity),
    );
  expect(await opacity("right")).toBeLessThan(0.5);
  expect([await opacity("left"), await opacity("feet")]).toEqual([1, 1]);
  const box = (await (await page.$(".room-score"))!.boundingBox())!;
  expect(box.width).toBeGreaterThan(350);
  expect(box.height).toBeGreaterThan(844 / 3);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
  expect(here.complaints()).toEqual([]);
});
