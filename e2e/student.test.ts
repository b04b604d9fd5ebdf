import { press, says, until } from "./browser.ts";
import { studio } from "./studio.ts";

// The page of a student with several pieces: the minutes they share, days off, and what follows.
const here = studio("--demo");

interface Portfolio {
  minutesByWeekday: number[];
  daysOff: string[];
  plans: { pieceTitle: string; feasible: boolean; missingMinutes: number }[];
  days: { date: string; minutes: number; cards: { minutes: number; pieceTitle: string }[] }[];
}
const una = async () =>
  (await here.json<{ items: { id: string; name: string }[] }>("/api/students")).items.find(
    (one) => one.name === "Una Perrow",
  )!.id;
const portfolio = async () => here.json<Portfolio>(`/api/students/${await una()}/portfolio`);
const cells = () => here.page().$$eval(".calendar-day", (all) => all.map((one) => one.textContent));

it("shows four pieces at four stages, and which of them does not get ready", async () => {
  const page = here.page();
  await page.goto(here.url(`/students/${await una()}`));
  await page.waitForFunction(
    () => document.querySelectorAll(".in-work svg, .in-work canvas").length >= 4,
  );
  const stages = await page.$$eval(".in-work > .soft", (all) =>
    all.map((one) => one.textContent.split(" · ")[0]!),
  );
  expect(stages).toEqual(expect.arrayContaining(["Keeping", "Taking shape", "First reading"]));
  expect(new Set(stages).size).toBe(4);
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

it("prints the week over all pieces on one page, with minutes that add up", async () => {
  const { page } = await here.browser().window(900, 1200);
  await page.goto(here.url(`/print/students/${await una()}`));
  await page.waitForSelector(".sheet-day tr");
  const { days } = await portfolio();
  const week = days.slice(0, 7).filter((day) => day.cards.length > 0);
  const minutes = week.map((day) => day.cards.reduce((sum, card) => sum + card.minutes, 0));
  const told = await page.$$eval(".sheet-day", (all) =>
    all.map((day) => ({
      head: day.querySelector("h2 small")!.textContent,
      sum: [...day.querySelectorAll("tbody td:nth-child(3)")].reduce(
        (sum, cell) => sum + parseInt(cell.textContent),
        0,
      ),
    })),
  );
  expect(told).toEqual(minutes.map((sum) => ({ head: `${sum} min`, sum })));
  await says(page, `${minutes.reduce((a, b) => a + b, 0)} min on ${week.length} days`);
  for (const format of ["A4", "Letter"] as const) {
    const pdf = Buffer.from(
      await page.pdf({
        format,
        margin: { top: "14mm", bottom: "14mm", left: "14mm", right: "14mm" },
      }),
    );
    expect(pdf.toString("latin1").match(/\/Type \/Page\b/g)).toHaveLength(1);
  }
  await page.close();
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
  await page.bringToFront();
  await page.focus("[aria-label='Minutes on Mondays']");
  await page.keyboard.press("Home");
  await page.keyboard.down("Shift");
  await page.keyboard.press("End");
  await page.keyboard.up("Shift");
  await page.keyboard.type("25");
  await page.keyboard.press("Enter");
  await says(page, `${before.reduce((sum, one) => sum + one, 0) - 20} min a week`);
  const after = await portfolio();
  expect(after.minutesByWeekday).toEqual([25, ...before.slice(1)]);
  for (const day of after.days)
    expect(day.cards.reduce((sum, card) => sum + card.minutes, 0)).toBeLessThanOrEqual(day.minutes);
});

it("has a concert in the calendar that was added to a plan", async () => {
  const page = here.page();
  const { items } = await here.json<{ items: { id: string; pieceTitle: string }[] }>(
    `/api/assignments?studentId=${await una()}`,
  );
  const { id } = items.find((one) => one.pieceTitle === "Rain on the Weir")!;
  await page.goto(here.url(`/assignments/${id}`));
  await says(page, "How it is learned");
  await page.$$eval("summary", (all) =>
    all.find((one) => one.textContent.startsWith("How it is learned"))!.click(),
  );
  // pressed in the page itself: what lies above it may still be growing
  await press(page, /^Choose date$/);
  await page.waitForSelector("[role=gridcell]");
  // among the weeks that are shown, whatever day of the month it is today
  const today = new Date();
  const day = new Date(today.getFullYear(), today.getMonth(), today.getDate() + 10);
  const number = String(day.getDate());
  if (day.getMonth() !== today.getMonth()) await press(page, "Next month");
  await page.waitForFunction(
    (wanted) =>
      [...document.querySelectorAll("[role=gridcell]")].filter((one) => one.textContent === wanted)
        .length === 1,
    {},
    number,
  );
  await page.$$eval(
    "[role=gridcell]",
    (all, wanted) => (all.find((one) => one.textContent === wanted) as HTMLElement).click(),
    number,
  );
  await press(page, "Add the day");
  await says(page, number);
  await press(page, "Lay it out again");
  const dates = async () =>
    (await here.json<{ dates: { date: string; kind: string }[] }>(`/api/assignments/${id}/plan`))
      .dates;
  await until(async () => (await dates()).length === 1);
  const [added] = await dates();
  expect(added!.kind).toBe("concert");
  const two = (part: number) => String(part).padStart(2, "0");
  expect(added!.date).toBe(`${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`);
  await page.goto(here.url(`/students/${await una()}`));
  await says(page, "concert: Rain on the Weir");
});
