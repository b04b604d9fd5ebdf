import type { Page } from "puppeteer-core";
import { chooseBars, fill, press, says, undo, until } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// An edit is kept from the moment it is made: the studio slow, stopped, started again, the browser
// killed, another window quicker. Everything that was done is there afterwards, once.
const here = studio();
let page: Page;
let id: string;
beforeAll(async () => {
  page = here.page();
  id = await here.bring(demo("lanterns-on-the-ettle"));
});

interface Annotations {
  revision: number;
  notes: { note: string; value: string }[];
}
const written = () => here.json<Annotations>(`/api/pieces/${id}/annotations`);
const values = async () => (await written()).notes.map(({ value }) => value).join("");
const sign = (state: string) => page.waitForSelector(`[data-outbox=${state}]`);
const clear = async () => {
  const { notes } = await written();
  await here.send("PUT", `/api/pieces/${id}/notes/finger`, {
    values: notes.map(({ note }) => ({ note, value: null })),
  });
};
/** At the desk with the first note of a bar chosen. */
const atNote = async (bar: number) => {
  await here.open(page, id);
  await press(page, "Hands");
  await chooseBars(page, bar, bar, 24);
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
};
const type = async (keys: string) => {
  for (const key of keys) await page.keyboard.press(key as "1");
};

it("ten fingers typed over a slow line are there though the page was left at once", async () => {
  await atNote(0);
  await page.emulateNetworkConditions({ offline: false, latency: 700, upload: -1, download: -1 });
  await type("1234512345");
  await page.waitForFunction(() => document.querySelectorAll(".finger.ink").length >= 10);
  await page.goto("about:blank");
  await page.emulateNetworkConditions(null);
  expect((await written()).notes.length).toBeLessThan(10);
  await here.open(page, id);
  await sign("stored");
  await until(async () => (await written()).notes.length === 10);
  expect((await written()).revision).toBe(10);
});

it("what is asked over a slow line is answered about what is seen", async () => {
  await clear();
  await atNote(0);
  const order: string[] = [];
  page.on("request", (one) => {
    if (one.url().endsWith("/check")) order.push("asked");
  });
  page.on("requestfinished", (one) => {
    if (one.method() === "PUT") order.push("stored");
  });
  await page.emulateNetworkConditions({ offline: false, latency: 700, upload: -1, download: -1 });
  await type("123");
  await press(page, "Check");
  await says(page, "Check again");
  await page.emulateNetworkConditions(null);
  expect(order).toEqual(["stored", "stored", "stored", "asked"]);
  expect(await page.evaluate(() => document.body.innerText)).not.toContain("Edited since");
  page.removeAllListeners("request");
  page.removeAllListeners("requestfinished");
});

it("what is typed while the studio is stopped waits, is said, and is stored once it answers", async () => {
  await clear();
  await atNote(2);
  await here.server().kill();
  await type("321");
  await sign("away");
  await says(page, "The studio cannot be reached: 3 edits kept on this device");
  expect(await page.$$eval(".finger.ink", (all) => all.length)).toBe(3);
  await here.server().restart();
  await sign("stored");
  expect((await values()).length).toBe(3);
  // and it can be taken back, one by one
  await undo(page);
  await until(async () => (await values()).length === 2);
});

it("what waits survives the browser, and what was done can be undone after a reload", async () => {
  await clear();
  await atNote(4);
  await here.server().kill();
  await type("12");
  // only what is shown as kept is promised
  await says(page, "The studio cannot be reached: 2 edits kept on this device");
  await here.browser().killAndRestart();
  await here.server().restart();
  ({ page } = await here.browser().window());
  await here.open(page, id);
  await sign("stored");
  expect((await values()).length).toBe(2);
  await undo(page);
  await until(async () => (await values()).length === 1);
});

it("another window was quicker: it is said what it changed, and mine goes on top in one step", async () => {
  await clear();
  await atNote(0);
  await type("1");
  await sign("stored");
  // a window that does not hear of the other: its page is asked for nothing in between
  const { notes } = await here.json<{ notes: { id: string; bar: number }[] }>(
    `/api/pieces/${id}/score`,
  );
  const other = notes.find((one) => one.bar === 5)!.id;
  await here.send("PUT", `/api/pieces/${id}/notes/finger`, {
    values: [{ note: other, value: "5" }],
  });
  await type("23");
  await says(page, "Another window changed this piece in the meantime: one finger or sign");
  expect(await values()).toBe("15");
  await press(page, "Put mine on top");
  await sign("stored");
  expect([...(await values())].sort().join("")).toBe("1235");
});

it("a form keeps what was typed while it cannot be stored, and a name given meanwhile is seen", async () => {
  const { id: student } = await here.send<{ id: string }>("POST", "/api/students", {
    name: "Odo Tarn",
  });
  await page.goto(here.url(`/students/${student}`));
  await press(page, "Edit");
  await fill(page, "Notes", "Sits too high.");
  await here.server().kill();
  await press(page, "Save");
  await sign("away");
  await says(page, "Sits too high.");
  await here.server().restart();
  await sign("stored");
  const known = () => here.json<{ notes: string; name: string }>(`/api/students/${student}`);
  expect((await known()).notes).toBe("Sits too high.");
  await press(page, "Edit");
  await fill(page, "Name", "Odo Tarne");
  await here.send("PATCH", `/api/students/${student}`, { name: "Odo of the Tarn" });
  await press(page, "Save");
  await says(page, "Another window changed name to “Odo of the Tarn” in the meantime.");
  // what is in doubt holds up nothing else
  await page.goto(here.url("/"));
  await press(page, "Add a student");
  await fill(page, "Name", "Ines Aldous");
  await press(page, /^Add$/);
  await says(page, "Ines Aldous is in the studio.");
  await until(async () => (await here.json<{ total: number }>("/api/students")).total === 2);
  await page.goto(here.url(`/students/${student}`));
  await press(page, "Put mine on top");
  await until(async () => (await known()).name === "Odo Tarne");
});

it("tries made while the studio is stopped count once it answers, in their order", async () => {
  const { id: student } = await here.send<{ id: string }>("POST", "/api/students", {
    name: "Ada Rill",
  });
  const { id: given } = await here.send<{ id: string }>("POST", "/api/assignments", {
    studentId: student,
    pieceId: id,
  });
  await here.send("POST", "/api/plans", {
    forecast: false,
    assignmentId: given,
    goalTempo: 80,
    readyBy: new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10),
    minutesByWeekday: [30, 30, 30, 30, 30, 30, 30],
  });
  const { items } = await here.json<{ items: { id: string; assignmentId: string }[] }>(
    "/api/cards",
  );
  const card = items.find((one) => one.assignmentId === given)!;
  await page.goto(here.url(`/practice/${card.id}`));
  await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
  await here.server().kill();
  for (const key of ["ArrowLeft", "ArrowRight", "ArrowRight"] as const)
    await page.keyboard.press(key);
  await sign("away");
  await page.waitForFunction(() => document.querySelectorAll(".try.clean").length === 2);
  await here.server().restart();
  await sign("stored");
  const { tries } = await here.json<{ tries: { result: string }[] }>(`/api/cards/${card.id}`);
  expect(tries.map(({ result }) => result)).toEqual(["slip", "clean", "clean"]);
});
