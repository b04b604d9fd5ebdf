import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import { chooseBars, fill, press, says } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// Knowing a piece before it is played: survey, road, map, editions, corrected files and tunes, in
// the real browser.
const here = studio();
let page: Page;
beforeAll(() => {
  page = here.page();
});
const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-survey-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const { json, bring } = here;
const drawn = () => page.waitForSelector(".score[data-drawn=yes] .score-page svg");

it("tells what is in a piece, and every fact leads to its bars", async () => {
  const id = await bring(demo("the-ferrymans-wheel"));
  await page.goto(here.url(`/pieces/${id}`));
  await drawn();
  await press(page, "Survey");
  await says(page, "Work on these first");
  await says(page, "left hand stretches A2–B3, 193 mm");
  await says(page, "0–8, 1–7, 9–78");
  // every chord is named in full, on a desk and on a tablet upright
  const wide = page.viewport()!;
  for (const viewport of [wide, { width: 768, height: 1024 }]) {
    await page.setViewport(viewport);
    const { cells, clipped } = await page.$$eval(".harmony-cell", (all) => ({
      cells: all.length,
      clipped: all.filter(
        (one) =>
          one.scrollWidth > one.clientWidth + 1 || one.getBoundingClientRect().right > innerWidth,
      ).length,
    }));
    expect(cells).toBeGreaterThan(60);
    expect(clipped).toBe(0);
  }
  await page.setViewport(wide);
  await page.click(".survey input[type=checkbox]");
  await page.waitForFunction(() =>
    document.querySelector(".survey-road")?.textContent.startsWith("0–7, 9–78"),
  );
  await fill(page, "Cut for a performance", "0–9, 67–78");
  await page.waitForFunction(() =>
    document.querySelector(".survey-road")?.textContent.startsWith("0–7, 9, 67–78"),
  );
  await fill(page, "Cut for a performance", "nowhere");
  await says(page, "Bars as printed");
  await press(page, /^73$/);
  await page.waitForFunction(() => location.search.includes("bars=73-73"));
  await drawn();
  await page.waitForSelector(".mark-bars");
});

it("says how chosen bars return and what differs, and carries their fingers there", async () => {
  const [piece] = (await json<{ items: { id: string }[] }>("/api/pieces?q=wheel")).items;
  await page.goto(here.url(`/pieces/${piece!.id}`));
  await drawn();
  await press(page, "Form");
  await page.keyboard.press("Escape");
  await chooseBars(page, 26, 33, 79);
  await says(page, "changed: 5 differences");
  await page.waitForFunction(() =>
    [...document.querySelectorAll(".returns-here li")].some((one) =>
      one.textContent.includes("A instead of G"),
    ),
  );
  await press(page, "Hands");
  await chooseBars(page, 1, 8, 79);
  await press(page, /^Suggest for/);
  await says(page, "in pencil");
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => !document.body.innerText.includes("in pencil"));
  await press(page, /^Carry \d+ fingers to/);
  await says(page, "where these bars return");
  const before = (await json<{ fingerings: object[] }>(`/api/pieces/${piece!.id}/annotations`))
    .fingerings.length;
  await press(page, "Ink them");
  await page.waitForFunction(() => !document.body.innerText.includes("in pencil"));
  expect(
    (await json<{ fingerings: object[] }>(`/api/pieces/${piece!.id}/annotations`)).fingerings
      .length,
  ).toBeGreaterThan(before + 60);
});

it("shows the piece against itself, and two places side by side", async () => {
  const [piece] = (await json<{ items: { id: string }[] }>("/api/pieces?q=wheel")).items;
  await page.goto(here.url(`/pieces/${piece!.id}/map`));
  await page.waitForSelector(".map-picture canvas");
  const box = (await (await page.$(".map-picture"))!.boundingBox())!;
  await page.mouse.click(box.x + (28.5 / 79) * box.width, box.y + (3.5 / 79) * box.height);
  await says(page, "Bars 26–33: as 1–8");
  await page.waitForFunction(() => document.querySelectorAll(".map-ring").length === 2);
  await (await page.$(".map-picture"))!.focus();
  await page.keyboard.press("ArrowRight");
  await page.waitForFunction(() =>
    document.querySelector(".map-picture")?.getAttribute("aria-label")?.includes("bars 29 and 3"),
  );
});

it("puts two editions side by side", async () => {
  const a = await bring(demo("lanterns-on-the-ettle"));
  const b = await bring(
    demo("lanterns-on-the-ettle").replace("Lanterns on the Ettle", "Lamps").replace("<p/>", "<f/>"),
  );
  await page.goto(here.url(`/pieces/${a}/compare/${b}`));
  await says(page, "1 bar differs");
  await says(page, "f instead of p");
  await page.waitForFunction(
    () => document.querySelectorAll(".editions-excerpt .score-page svg").length >= 2,
  );
});

it("takes a corrected file, says what became of the marks, and takes it back", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"));
  const { notes } = await json<{ notes: { id: string; bar: number; hand: string }[] }>(
    `/api/pieces/${id}/score`,
  );
  const first = notes.find((note) => note.bar === 0 && note.hand === "right")!;
  await fetch(here.url(`/api/pieces/${id}/fingerings`), {
    method: "PUT",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ fingerings: [{ id: first.id, finger: 4 }] }),
  });
  const file = join(folder, "corrected.musicxml");
  writeFileSync(
    file,
    demo("lanterns-on-the-ettle").replace(
      "<step>D</step><octave>5</octave>",
      "<step>F</step><octave>5</octave>",
    ),
  );
  await page.goto(here.url(`/pieces/${id}`));
  await drawn();
  await press(page, "Edit the piece");
  await press(page, /^Bring a corrected file/);
  const input = (await page.waitForSelector(
    '[aria-label="Corrected file"]',
  )) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
  await says(page, "finger 4 on D");
  await press(page, "Good");
  await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
  await press(page, "Undo");
  await says(page, "Undone: the corrected file");
  expect((await json<{ notes: { id: string }[] }>(`/api/pieces/${id}/score`)).notes).toEqual(notes);
});

it("asks which tune of a book is meant", async () => {
  const book = join(folder, "book.abc");
  writeFileSync(
    book,
    "X:1\nT:Weir Reel\nM:4/4\nL:1/4\nK:G\nGABc|d2G2|]\n\nX:2\nT:Ford Jig\nM:6/8\nL:1/8\nK:D\nDFA dAF|D3 D3|]\n",
  );
  await page.goto(here.url("/"));
  await says(page, "Pieces");
  const input = (await page.$("[data-testid=score-file]")) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(book);
  await says(page, "holds 2 tunes");
  await page.waitForSelector("[role=dialog] .MuiListItemButton-root");
  await page.$$eval("[role=dialog] .MuiListItemButton-root", (all) =>
    (all.find((one) => one.textContent === "Ford Jig") as HTMLElement).click(),
  );
  await drawn();
  await says(page, "Ford Jig");
  expect(here.complaints()).toEqual([]);
});
