import { press, says } from "./browser.ts";
import { studio } from "./studio.ts";

// The page of a student with several pieces: the minutes they share, days off, and what follows.
const here = studio("--demo");

interface Portfolio {
  minutesByWeekday: number[];
  daysOff: string[];
  plans: { pieceTitle: string; feasible: boolean; missingMinutes: number }[];
  days: { date: string; minutes: number; cards: { minutes: number; pieceTitle: string }[] }[];
}
const juna = async () =>
  (await here.json<{ items: { id: string; name: string }[] }>("/api/students")).items.find(
    (one) => one.name === "Juna Perrow",
  )!.id;
const portfolio = async () => here.json<Portfolio>(`/api/students/${await juna()}/portfolio`);
const cells = () =>
  here.page().$$eval(".calendar-day", (all) => all.map((one) => one.getAttribute("aria-label")!));

it("shows four pieces at four stages, and which of them does not get ready", async () => {
  const page = here.page();
  await page.goto(here.url(`/students/${await juna()}`));
  for (const stage of ["Keeping", "Settling", "Taking shape", "First reading"])
    await says(page, stage);
  const late = (await portfolio()).plans.filter((plan) => !plan.feasible);
  expect(late.map((plan) => plan.pieceTitle)).toEqual(["The Ferryman's Wheel"]);
  await says(page, `${late[0]!.missingMinutes} min too few`);
});

it("says of each day what is practised in how many minutes", async () => {
  const { days } = await portfolio();
  const told = await cells();
  expect(told.length).toBeGreaterThanOrEqual(22);
  days.slice(0, told.length).forEach((day, i) => {
    const used = day.cards.reduce((sum, card) => sum + card.minutes, 0);
    expect(told[i]).toContain(`${used} of ${day.minutes} min`);
    for (const { pieceTitle } of day.cards) expect(told[i]).toContain(pieceTitle);
  });
});

it("makes a day free by keys, moves what it had, and undoes it", async () => {
  const page = here.page();
  const { days } = await portfolio();
  const at = days.findIndex((day, i) => i > 0 && day.minutes > 0);
  await page.focus(".calendar-day[tabindex='0']");
  for (let i = 0; i < at; i++) await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Enter");
  await page.waitForSelector(".calendar-day.off");
  const off = await portfolio();
  expect(off.daysOff).toEqual([days[at]!.date]);
  expect(off.days[at]).toMatchObject({ minutes: 0, cards: [] });
  expect((await cells())[at]).toContain("a day off");
  await press(page, "Undo");
  await page.waitForFunction(() => !document.querySelector(".calendar-day.off"));
  expect((await portfolio()).daysOff).toEqual([]);
});

it("takes other minutes for a weekday, over all pieces", async () => {
  const page = here.page();
  const before = (await portfolio()).minutesByWeekday;
  const field = await page.waitForSelector("[aria-label='Minutes on Mondays']");
  await field!.click({ count: 3 });
  await page.keyboard.type("25");
  await page.keyboard.press("Enter");
  await says(page, `${before.reduce((sum, one) => sum + one, 0) - 20} min a week`);
  const after = await portfolio();
  expect(after.minutesByWeekday).toEqual([25, ...before.slice(1)]);
  for (const day of after.days)
    expect(day.cards.reduce((sum, card) => sum + card.minutes, 0)).toBeLessThanOrEqual(day.minutes);
});
