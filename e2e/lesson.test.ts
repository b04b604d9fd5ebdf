import { fill, pick, press, quiet, says, until } from "./browser.ts";
import { studio } from "./studio.ts";

// From one lesson to the next, and the plan in a teacher's hands: moved, added to, left out,
// judged.
const here = studio("--demo");

interface Given {
  id: string;
  pieceTitle: string;
  said: string | null;
}
interface Plan {
  id: string;
  order: string;
  added: unknown[];
  dropped: unknown[];
  days: { date: string; cards: { id: string; unit: string; bars: string; pinned: boolean }[] }[];
}
const una = async () =>
  (await here.json<{ items: { id: string; name: string }[] }>("/api/students")).items.find(
    (one) => one.name === "Una Perrow",
  )!.id;
const wheel = async () =>
  (await here.json<{ items: Given[] }>(`/api/assignments?studentId=${await una()}`)).items.find(
    (one) => one.pieceTitle === "The Ferryman's Wheel",
  )!;
const plan = async () => here.json<Plan>(`/api/assignments/${(await wheel()).id}/plan`);
const stored = () => until(async () => (await here.page().$(".outbox-sign.waiting")) === null);

describe("a lesson", () => {
  it("is one step from the student's page: what was set, what is done and why the rest is not", async () => {
    const page = here.page();
    await page.goto(here.url(`/students/${await una()}`));
    await page.waitForSelector(".in-work");
    await press(page, "Lesson");
    await page.waitForSelector(".lesson .in-work, .lesson .card");
    await says(page, "Practised on");
    const told = await here.json<{
      pieces: { pieceTitle: string; done: unknown[]; notDone: { why: string }[] }[];
    }>(`/api/students/${await una()}/lesson`);
    for (const { pieceTitle, notDone } of told.pieces) {
      await says(page, pieceTitle);
      for (const { why } of notDone.slice(0, 6)) await says(page, why);
    }
    expect(told.pieces.some(({ done }) => done.length > 0)).toBe(true);
  });

  it("has the next assignment filled in from the plan; what is typed waits, and is kept", async () => {
    const page = here.page();
    const before = await page.$eval(".lesson textarea", (field) => field.value);
    expect(before).toContain("The Ferryman's Wheel (");
    await page.focus(".lesson textarea");
    await page.keyboard.type("Sing the middle voice. ");
    // one looks at the plan meanwhile
    await page.goto(here.url(`/assignments/${(await wheel()).id}`));
    await page.waitForSelector(".plan-day");
    await page.goBack();
    await page.waitForSelector(".lesson textarea");
    expect(await page.$eval(".lesson textarea", (field) => field.value)).toContain(
      "Sing the middle",
    );
    await press(page, "Write it down");
    await says(page, "Written down");
    await stored();
    const at = `/api/students/${await una()}/lesson`;
    await until(async () => Boolean((await here.json<{ notes: unknown }>(at)).notes));
    await press(page, "Undo");
    await until(async () => (await here.json<{ notes: unknown }>(at)).notes === null);
  });

  it("looks back as far as one asks", async () => {
    const page = here.page();
    await page.goto(here.url(`/students/${await una()}/lesson?since=nonsense`));
    await page.waitForSelector(".lesson textarea");
    await page.goto(here.url("/students/nobody/lesson"));
    await says(page, "There is no such student");
  });
});

/** A card of the days shown, and another of them on which its bars are not. */
function movable(days: Plan["days"]) {
  for (const from of days.slice(1, 4))
    for (const to of days.slice(1, 4))
      for (const [i, card] of from.cards.entries())
        if (to.date > from.date && !to.cards.some(({ unit }) => unit === card.unit))
          return { from, to, card, at: i + 1 };
  throw new Error("every card is on every day");
}

const unfold = () =>
  here
    .page()
    .evaluate(() => document.querySelectorAll("details").forEach((one) => (one.open = true)));

describe("the plan in a teacher's hands", () => {
  const cardsOn = (page: ReturnType<typeof here.page>, date: string) =>
    page.$$eval(`.plan-day[data-date="${date}"] li`, (all) => all.map((one) => one.textContent));

  it("puts a card on another day by the list, where it is pinned, and takes it back", async () => {
    const page = here.page();
    await page.goto(here.url(`/assignments/${(await wheel()).id}`));
    await page.waitForSelector(".plan-day");
    await press(page, "Move cards");
    const { days } = await plan();
    const { from, to, card, at } = movable(days);
    await page.select(`.plan-day[data-date="${from.date}"] li:nth-child(${at}) select`, to.date);
    await until(async () =>
      (await plan()).days.some(
        (day) => day.date === to.date && day.cards.some((one) => one.id === card.id && one.pinned),
      ),
    );
    await until(async () =>
      (await cardsOn(page, to.date)).some((text) => text.includes("Let it go")),
    );
    await press(page, "Undo");
    await until(async () =>
      (await plan()).days.every((day) => day.cards.every(({ pinned }) => !pinned)),
    );
  });

  it("takes a card by its handle and drops it on another day", async () => {
    const page = here.page();
    const { days } = await plan();
    const { from, to, at } = movable(days);
    // the days drawn are those of the plan again, and all of them are in sight
    await page.setViewport({ width: 1280, height: 2400 });
    await page.waitForFunction(() => !document.body.innerText.includes("Let it go"));
    await quiet(page);
    const handle = (await page.$(
      `.plan-day[data-date="${from.date}"] li:nth-child(${at}) .plan-handle`,
    ))!;
    const target = (await page.$(`.plan-day[data-date="${to.date}"]`))!;
    const [a, b] = [(await handle.boundingBox())!, (await target.boundingBox())!];
    await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
    await page.mouse.down();
    await page.mouse.move(a.x + 30, a.y + 40, { steps: 4 });
    await page.mouse.move(b.x + 200, b.y + 30, { steps: 8 });
    // a hand lets go once the day under it is marked
    await page.waitForSelector(`.plan-day.over[data-date="${to.date}"]`);
    await page.mouse.up();
    await until(async () =>
      (await plan()).days.some(
        ({ date, cards }) => date === to.date && cards.some((one) => one.pinned),
      ),
    );
    await press(page, "Undo");
    await until(async () =>
      (await plan()).days.every((day) => day.cards.every(({ pinned }) => !pinned)),
    );
  });

  it("says that another browser was quicker with a card, and puts mine on top in one step", async () => {
    const page = here.page();
    await page.goto(here.url(`/assignments/${(await wheel()).id}`));
    await page.waitForSelector(".plan-day");
    await press(page, "Move cards");
    const { id, days } = await plan();
    const { from, to, card, at } = movable(days);
    const day = async () =>
      (await plan()).days.find(({ cards }) => cards.some((one) => one.id === card.id && one.pinned))
        ?.date;
    const theirs = days[5]!.date;
    const other = { date: theirs, pinned: true };
    await here.send("POST", `/api/plans/${id}/cards/${card.id}/move`, other);
    expect(await day()).toBe(theirs);
    await page.select(`.plan-day[data-date="${from.date}"] li:nth-child(${at}) select`, to.date);
    await says(page, "meantime");
    expect(await day()).toBe(theirs);
    await press(page, "Put mine on top");
    await until(async () => (await day()) === to.date);
    await press(page, "Undo");
    await until(async () => (await day()) === undefined);
  });

  it("leaves bars out and takes them in, and practises others alone", async () => {
    const page = here.page();
    await press(page, "Leave out");
    await until(async () => (await plan()).dropped.length === 1);
    await says(page, "Left out:");
    await press(page, "Take it in");
    await until(async () => (await plan()).dropped.length === 0);
    await press(page, "Done moving");
    await page.evaluate(() =>
      document.querySelectorAll("details").forEach((one) => (one.open = true)),
    );
    await fill(page, "Bars such as 12 or 9–12", "999");
    await says(page, "not in this piece");
    await fill(page, "Bars such as 12 or 9–12", "20-21");
    await press(page, "Practise alone");
    await until(async () => (await plan()).added.length === 1);
    await says(page, "Alone: bars 20–21");
    await press(page, "Undo");
    await until(async () => (await plan()).added.length === 0);
  });

  it("takes the house rules over in three clicks, and keeps others under a name", async () => {
    const page = here.page();
    const rules = async () =>
      (await here.json<{ houseRules: { name: string }[] }>("/api/studio")).houseRules.map(
        ({ name }) => name,
      );
    expect(await rules()).toEqual(["Before an exam", "For the joy of it"]);
    await pick(page, "House rules", "For the joy of it");
    await press(page, "Lay it out again");
    await until(async () => (await plan()).order === "theme-first");
    await unfold();
    await pick(page, "Order of the sections", /^hardest first/);
    await press(page, "Keep as house rules");
    await fill(page, "Name of these rules", "Hard things first");
    await press(page, /^Keep$/);
    await until(async () => (await rules()).includes("Hard things first"));
    await press(page, "Undo");
    await until(async () => (await rules()).length === 2);
    await press(page, "Undo");
    await until(async () => (await plan()).order === "front-to-back");
  });

  it("says how far the piece has come, when it is likely ready, and takes the teacher's word", async () => {
    const page = here.page();
    await says(page, "Likely ready");
    await says(page, "sections at 60 % of the goal");
    await press(page, "Good enough, leave it here");
    await says(page, "Left as it is");
    await until(async () => (await wheel()).said === "ended");
    await press(page, "Go on working on it");
    await until(async () => (await wheel()).said === null);
    await says(page, "Likely ready");
  });
});
