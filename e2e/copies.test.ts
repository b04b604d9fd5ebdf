import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import { fill, press, says } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// The studio in one file and back, by clicks; forms that are filled in and left; a part that fails.
const here = studio();
const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-copy-"));
let page: Page;
let id: string;
beforeAll(async () => {
  page = here.page();
  id = await here.bring(demo("lanterns-on-the-ettle"));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const choose = async (testId: string, file: string) => {
  const input = (await page.$(`[data-testid=${testId}]`)) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
};
const saved = async (path: string, name: string): Promise<string> => {
  const file = join(folder, name);
  writeFileSync(file, Buffer.from(await (await fetch(here.url(path))).arrayBuffer()));
  return file;
};

it("brings a copy back, and asks before it goes over what is otherwise here", async () => {
  const file = await saved("/api/studio/copy", "studio.zip");
  await page.goto(here.url("/copies"));
  await says(page, "Save a copy of the studio");
  await choose("copy-file", file);
  await says(page, "All of it was here already.");
  await here.send("PATCH", `/api/pieces/${id}`, { title: "Lamps" });
  await choose("copy-file", file);
  await says(page, "Nothing was changed yet");
  await press(page, "Take the copy’s");
  await says(page, "All of it was here already.");
  const { title } = await here.json<{ title: string }>(`/api/pieces/${id}`);
  expect(title).toBe("Lanterns on the Ettle");
});

it("takes a colleague’s piece where scores are brought, and says what is no copy", async () => {
  const file = await saved(`/api/pieces/${id}/copy`, "lanterns.piece.zip");
  await page.goto(here.url("/"));
  await says(page, "Lanterns on the Ettle");
  await choose("score-file", file);
  await says(page, "Open the piece");
  const broken = join(folder, "broken.zip");
  writeFileSync(broken, "PK no zip");
  await choose("score-file", broken);
  await says(page, "Nothing was changed.");
});

it("asks before Escape lets go of what was typed, and a click beside does nothing", async () => {
  await page.goto(here.url("/"));
  await press(page, "Add a student");
  await fill(page, "Name", "Odo Tarn");
  await page.mouse.click(5, 400);
  await page.keyboard.press("Escape");
  await says(page, "What you typed is not stored.");
  await press(page, "Keep it");
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>("[role=dialog] input")?.value === "Odo Tarn",
  );
  await page.keyboard.press("Escape");
  await press(page, "Let it go");
  await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
});

it("shows a bar that is not there as no bar, and a part that does not load in its place", async () => {
  await page.goto(here.url(`/pieces/${id}?bars=99-99`));
  await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
  await page.setRequestInterception(true);
  const stop = (request: { url: () => string; abort: () => unknown; continue: () => unknown }) =>
    void (/assets\/SurveyScreen/.test(request.url()) ? request.abort() : request.continue());
  page.on("request", stop);
  await page.goto(here.url(`/pieces/${id}/survey`));
  await says(page, "This page did not open");
  await says(page, "Nothing you did is lost.");
  page.off("request", stop);
  await page.setRequestInterception(false);
  await Promise.all([page.waitForNavigation(), page.click("[role=alert] button")]);
  await says(page, "Work on these first");
});
