import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { fill, press, says, until } from "./browser.ts";
import { root } from "./server.ts";
import { demo, studio } from "./studio.ts";

// A piece on paper, its pages, and practice from them, in the real browser.
const here = studio();
let page: Page;
beforeAll(() => {
  page = here.page();
});
const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-paper-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const { json, send } = here;

/**
 * A piece engraved by a program that is not ours, as pictures and as a PDF, laid a little askew.
 * How many bars are on each page.
 */
async function print(
  name: string,
  degrees: number,
): Promise<{ pictures: string[]; pdf: string; bars: number[] }> {
  const toolkit = new VerovioToolkit(await createVerovioModule());
  toolkit.setOptions({
    pageWidth: 2100,
    pageHeight: 2970,
    scale: 60,
    header: "none",
    footer: "none",
  });
  toolkit.loadData(demo(name));
  const svgs = Array.from({ length: toolkit.getPageCount() }, (_, i) => toolkit.renderToSVG(i + 1));
  const { page: desk } = await here.browser().window(1260, 1782);
  const pictures: string[] = [];
  for (const [i, svg] of svgs.entries()) {
    await desk.setContent(
      `<body style="margin:0;background:#fff;transform:rotate(${degrees}deg)">${svg}</body>`,
    );
    const path = join(folder, `${name}-${i + 1}.png`);
    writeFileSync(path, await desk.screenshot());
    pictures.push(path);
  }
  await desk.setContent(
    "<style>@page { margin: 0 } div { break-after: page; height: 1780px; " +
      `overflow: hidden }</style><body style="margin:0">${svgs.map((svg) => `<div>${svg}</div>`).join("")}</body>`,
  );
  const pdf = join(folder, `${name}.pdf`);
  writeFileSync(pdf, await desk.pdf({ width: 1260, height: 1782, printBackground: true }));
  await desk.close();
  return { pictures, pdf, bars: svgs.map((svg) => [...svg.matchAll(/class="measure"/g)].length) };
}

const upload = async (paths: string[]) => {
  const input = (await page.waitForSelector(
    '[aria-label="Page pictures"]',
  )) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(...paths);
};
interface Pages {
  items: { id: string; marks: { bar: number; x: number; y: number }[] }[];
}

let id = "";

it("is brought by telling its bars, and has a road, a form and a plan", async () => {
  await page.goto(here.url("/"));
  await press(page, "It is only on paper");
  await press(page, /^Bring it$/);
  await says(page, "A piece needs a title");
  await fill(page, "Title", "The Miller’s Waltz");
  await press(page, /^Bring it$/);
  await says(page, "Say how many bars the piece has");
  await fill(page, "Last bar", "24");
  await fill(page, "Metre", "3/4");
  await press(page, "Add a repeat");
  await fill(page, "from bar", "1");
  await fill(page, "to bar", "8");
  await press(page, /^Bring it$/);
  await says(page, "24 of 24 bars new");
  id = (await json<{ items: { id: string; title: string }[] }>("/api/pieces")).items[0]!.id;
  expect((await json<{ text: string }>(`/api/pieces/${id}/order`)).text).toBe("1–8, 1–24");
  await send("PUT", `/api/pieces/${id}/sections`, {
    put: [
      ["A", 0, 8],
      ["B", 8, 16],
      ["A", 16, 24],
    ].map(([name, from, to]) => ({
      id: crypto.randomUUID(),
      name,
      from: { bar: from },
      to: { bar: to },
    })),
    remove: [],
  });
  await page.reload();
  await says(page, "16 of 24 bars new");
  await press(page, "Survey");
  await says(page, "This piece is on paper");
  await says(page, "1–8, 1–24");
});

it("shows its pages, with the bars found on them", async () => {
  const { pictures, bars } = await print("lanterns-on-the-ettle", 0.5);
  expect(bars).toEqual([24]);
  await page.goto(here.url(`/pieces/${id}/pages`));
  await says(page, "No pages yet");
  await upload([join(root, "README.md")]);
  await says(page, "no PNG or JPEG picture");
  await upload(pictures);
  await press(page, /^Find the bars$/);
  await says(page, "24 of 24 bars marked");
  const [printed] = (await json<Pages>(`/api/pieces/${id}/pages`)).items;
  expect(printed!.marks.map((mark) => mark.bar)).toEqual(
    Array.from({ length: 24 }, (_, bar) => bar),
  );
  // three lines, each from left to right
  const downs = printed!.marks.filter((mark, i, all) => i > 0 && mark.x < all[i - 1]!.x);
  expect(downs.map((mark) => mark.bar)).toEqual([7, 16]);
  await (await page.$('[data-bar="23"]'))!.focus();
  await page.keyboard.press("Delete");
  await says(page, "23 of 24 bars marked");
  await says(page, "Not marked yet: 24");
  await press(page, "Undo");
  await says(page, "24 of 24 bars marked");
  // what the mouse draws the keys can: move, size, split
  const box = async (bar: number) =>
    (await json<Pages>(`/api/pieces/${id}/pages`)).items[0]!.marks.find(
      (mark) => mark.bar === bar,
    ) as unknown as { x: number; width: number };
  const first = await box(0);
  await (await page.$('[data-bar="0"]'))!.focus();
  await page.keyboard.press("ArrowRight");
  await until(async () => (await box(0)).x > first.x);
  await press(page, "Undo");
  await until(async () => (await box(0)).x === first.x);
  await (await page.$('[data-bar="23"]'))!.focus();
  await page.keyboard.press("s");
  await until(async () => (await box(23)).width < first.width);
  await press(page, "Undo");
  await says(page, "24 of 24 bars marked");
  await press(page, "To the desk");
  await page.waitForSelector('.desk-pages [data-bar="9"]');
  await page.click('.desk-pages [data-bar="9"]');
  await says(page, "Bar 10");
});

it("is practised from its page", async () => {
  const student = await send<{ id: string }>("POST", "/api/students", { name: "Ilse" });
  const assignment = await send<{ id: string }>("POST", "/api/assignments", {
    studentId: student.id,
    pieceId: id,
  });
  const ready = new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10);
  const plan = await send<{ days: { cards: { id: string }[] }[] }>("POST", "/api/plans", {
    forecast: false,
    assignmentId: assignment.id,
    goalTempo: 96,
    readyBy: ready,
    minutesByWeekday: [20, 20, 20, 20, 20, 20, 20],
  });
  await page.goto(here.url(`/practice/${plan.days[0]!.cards[0]!.id}`));
  await page.waitForSelector(".page-strip img");
  await page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLImageElement>(".page-strip img")].every(
      (one) => one.complete && one.naturalWidth > 0,
    ),
  );
  await page.keyboard.press("ArrowRight");
  await says(page, "1 clean");
  // a tap on a bar of the page logs a slip there
  await page.click(".page-bar");
  await says(page, "1 slip");
  await press(page, "engraved");
  await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
});

it("takes a PDF page by page", async () => {
  const { pdf, bars } = await print("the-ferrymans-wheel", 0);
  const piece = await send<{ id: string }>("POST", "/api/pieces/paper", {
    title: "Long",
    paper: {
      bars: bars.reduce((sum, count) => sum + count, 0),
      metres: [{ bar: 0, beats: 2, beatType: 4 }],
      keys: [],
      repeats: [],
      lengths: [],
    },
  });
  await page.goto(here.url(`/pieces/${piece.id}/pages`));
  await upload([pdf]);
  await page.waitForFunction(
    (count) => document.querySelectorAll(".page-sheet").length === count,
    {},
    bars.length,
  );
  await page.waitForFunction(() => !document.querySelector("[role=status]"));
  let before = 0;
  for (const [i, count] of bars.entries()) {
    await press(page, /^Find the bars$/);
    before += count;
    await page.waitForFunction(
      (marked) => document.body.innerText.includes(`${marked} of `),
      {},
      before,
    );
    expect((await json<Pages>(`/api/pieces/${piece.id}/pages`)).items[i]!.marks).toHaveLength(
      count,
    );
  }
  const cut = join(folder, "cut.pdf");
  writeFileSync(cut, readFileSync(pdf).subarray(0, 900));
  await upload([cut]);
  await says(page, "is a PDF that cannot be opened");
  expect(here.complaints().filter((text) => !/InvalidPDF|Warning/.test(text))).toEqual([]);
});
