import { execFileSync } from "node:child_process";
import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import type { Page } from "puppeteer-core";
import { openBrowser, press, quiet, says, settled, undo, until } from "./browser.ts";
import { root, startServerOf, type RunningServer } from "./server.ts";

// The proof that an instrument is a folder and a line: a copy of the program with one more, which
// is taken from typing to print. Nothing else in the copy is touched.
const copy = mkdtempSync(join(tmpdir(), "yarrow-ridge-seam-"));
const SOURCES = ["core", "contract", "demo", "server", "web"];
const vite = join(
  dirname(createRequire(join(root, "web", "package.json")).resolve("vite/package.json")),
  "bin",
  "vite.js",
);
let server: RunningServer;
let browser: Awaited<ReturnType<typeof openBrowser>>;
let page: Page;
let id: string;

/** The two lines: one to know the instrument by, one to have it in the list. */
function addInstrument(): number {
  cpSync(join(root, "e2e", "handbells"), join(copy, "core", "instruments", "handbells"), {
    recursive: true,
  });
  const list = join(copy, "core", "instruments", "index.ts");
  const before = readFileSync(list, "utf8");
  const after = before
    .replace("\n\n", '\nimport { handbells } from "./handbells/index.ts";\n\n')
    .replace("[piano, ", "[handbells, piano, ");
  writeFileSync(list, after);
  const old = new Set(before.split("\n"));
  return after.split("\n").filter((line) => !old.has(line)).length;
}

function copyProgram(): void {
  for (const folder of SOURCES)
    cpSync(join(root, folder), join(copy, folder), {
      recursive: true,
      filter: (path) => !/\/(node_modules|dist|data)$/.test(path),
    });
  // the help shows the pictures, the about page the licences
  cpSync(join(root, "docs"), join(copy, "docs"), { recursive: true });
  for (const file of ["package.json", "tsconfig.json"]) cpSync(join(root, file), join(copy, file));
  // packages are those of the program, but for its own parts
  const modules = join(copy, "node_modules");
  mkdirSync(join(modules, "@yarrow-ridge"), { recursive: true });
  for (const name of readdirSync(join(root, "node_modules")))
    if (name !== "@yarrow-ridge")
      symlinkSync(join(root, "node_modules", name), join(modules, name));
  for (const folder of SOURCES) {
    symlinkSync(join(copy, folder), join(modules, "@yarrow-ridge", folder));
    const own = join(root, folder, "node_modules");
    if (readdirSync(join(root, folder)).includes("node_modules"))
      symlinkSync(own, join(copy, folder, "node_modules"));
  }
}

const note = (step: string) =>
  `<note><pitch><step>${step}</step><octave>4</octave></pitch>` +
  "<duration>1</duration><voice>1</voice><type>quarter</type></note>";
const figure = ["C", "D", "E", "C"].map(note).join("");
const other = ["A", "F", "B", "G"].map(note).join("");
const fileOf = (bars: readonly string[]) =>
  `<score-partwise version="4.0"><work><work-title>Eight bells</work-title></work><part-list><score-part id="P1"><part-name/></score-part></part-list><part id="P1">${bars
    .map(
      (bar, i) =>
        `<measure number="${i + 1}">` +
        (i
          ? ""
          : "<attributes><divisions>1</divisions><time><beats>4</beats>" +
            "<beat-type>4</beat-type></time></attributes>") +
        `${bar}</measure>`,
    )
    .join("")}</part></score-partwise>`;
// bars 1 and 2 return in 5 and 6
const BARS = [figure, other, note("G").repeat(4), note("F").repeat(4), figure, other];

interface Written {
  notes: { note: string; aspect: string; value: string; layer: string }[];
  marks: { id: string; from: { bar: number }; layer: string; data: { to: string } }[];
}
const ask = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
  await settled();
  const response = await fetch(`${server.url}${path}`, {
    method,
    ...(body === undefined
      ? {}
      : body instanceof FormData
        ? { body }
        : { body: JSON.stringify(body), headers: { "content-type": "application/json" } }),
  });
  if (!response.ok) throw new Error(`${method} ${path}: ${await response.text()}`);
  return (await response.json()) as T;
};
const upload = (xml: string, instrument?: string) => {
  const form = new FormData();
  form.set("file", new File([xml], "bells.musicxml"));
  if (instrument) form.set("instrument", instrument);
  return form;
};
const written = (query = "") => ask<Written>("GET", `/api/pieces/${id}/annotations${query}`);
const drawn = () => page.waitForSelector(".score[data-drawn=yes] .score-page svg");

beforeAll(async () => {
  copyProgram();
  expect(addInstrument()).toBe(2);
  execFileSync(process.execPath, [vite, "build"], {
    cwd: join(copy, "web"),
    stdio: "pipe",
  });
  server = await startServerOf(copy);
  browser = await openBrowser();
  ({ page } = await browser.window(1280, 800));
  ({ id } = await ask<{ id: string }>("POST", "/api/pieces", upload(fileOf(BARS), "handbells")));
});
afterAll(async () => {
  await browser?.close();
  await server?.stop();
  rmSync(copy, { recursive: true, force: true });
});

it("types and draws its signs on notes, and takes one back", async () => {
  await page.goto(`${server.url}/pieces/${id}`);
  await drawn();
  await press(page, "Hands");
  await says(page, "Nothing is proposed for handbells.");
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
  // h opens the hands where it means nothing else
  await page.keyboard.press("h");
  await page.keyboard.press("d");
  await page.waitForFunction(() => document.querySelectorAll(".finger.ink").length === 2);
  expect((await written()).notes.map((one) => `${one.aspect} ${one.value}`).sort()).toEqual([
    "ring damp",
    "ring echo",
  ]);
  await undo(page);
  await until(async () => (await written()).notes.length === 1);
});

it("types and draws its marks between notes, and takes one back", async () => {
  await press(page, "Changes");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("s");
  await page.waitForSelector(".mark-words text::-p-text(small bells)");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("l");
  await page.waitForSelector(".mark-words text::-p-text(large bells)");
  await undo(page);
  await page.waitForFunction(() => document.querySelectorAll(".mark-words text").length === 1);
  expect((await written()).marks.map((one) => one.data.to)).toEqual(["small"]);
});

it("has them in layers of their own", async () => {
  await ask("PUT", `/api/pieces/${id}/marks/change`, {
    layer: "small-hand",
    put: [{ id: "light", from: { bar: 1 }, data: { to: "small" } }],
    remove: [],
  });
  expect((await written()).marks.map((one) => one.layer).sort()).toEqual(["small-hand", "teacher"]);
});

it("proposes its marks and looks through them, over the requests of every kind", async () => {
  const { marks } = await ask<{
    marks: { from: { bar: number }; data: { to: string }; why: string }[];
  }>("POST", `/api/pieces/${id}/marks/change/propose`, { from: 0, to: 1, options: { from: 60 } });
  expect(marks[0]).toMatchObject({ from: { bar: 0 }, data: { to: "small" } });
  expect(marks[0]!.why).toMatch(/^it begins with key \d+$/);
  const checked = await ask<{ marks: number; doubts: unknown[] }>(
    "POST",
    `/api/pieces/${id}/marks/change/check`,
    {},
  );
  expect(checked).toEqual({ marks: 2, doubts: [] });
});

it("suggests them in pencil at the desk; a key does what the focused control says", async () => {
  await page.goto(`${server.url}/pieces/${id}`);
  await drawn();
  await press(page, "Changes");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await says(page, "small bells since bar 1");
  const suggest = async () => {
    await press(page, /^Suggest for/);
    await page.waitForSelector(".mark-words .pencil::-p-text(large bells)");
    await says(page, "it begins with key 60");
  };
  await suggest();
  const before = (await written()).marks;
  await page.focus("button::-p-text(Rub out)");
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => !document.querySelector(".mark-words .pencil"));
  expect((await written()).marks).toEqual(before);
  await suggest();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press("Enter");
  await until(async () => (await written()).marks.some((one) => one.data.to === "large"));
  await press(page, "Check");
  await says(page, "Nothing to doubt in 2 marks.");
  const midi = await (await fetch(`${server.url}/api/pieces/${id}/section.mid`)).arrayBuffer();
  // bank select, large bells: status B0, controller 0, value 2
  expect(Buffer.from(midi).includes(Buffer.from([0xb0, 0, 2]))).toBe(true);
  await undo(page);
  await until(async () => (await written()).marks.every((one) => one.data.to !== "large"));
});

it("refuses what its schema refuses", async () => {
  await expect(
    ask("PUT", `/api/pieces/${id}/marks/change`, {
      put: [{ id: "x", from: { bar: 1 }, data: { to: "golden" } }],
      remove: [],
    }),
  ).rejects.toThrow(/Bar 2: \\"to\\" must be small or large/);
});

it("carries both to where the music returns", async () => {
  await ask("POST", `/api/pieces/${id}/sections`, {
    name: "A",
    from: { bar: 0 },
    to: { bar: 2 },
  });
  await page.goto(`${server.url}/pieces/${id}`);
  await drawn();
  await press(page, "Form");
  await (await page.waitForSelector('[aria-label^="Carry section A"]'))!.click();
  await says(page, "changes of bells");
  await says(page, "ways of ringing");
  await (await page.waitForSelector("[role=dialog] .MuiButton-contained"))!.click();
  await until(async () => (await written()).marks.some((one) => one.from.bar === 4));
  expect((await written()).notes).toHaveLength(2);
});

it("goes out in the file and comes back", async () => {
  const out = await (await fetch(`${server.url}/api/pieces/${id}/export.musicxml`)).text();
  expect(out).toContain("<handbell>echo</handbell>");
  const again = await ask<{ id: string }>("POST", "/api/pieces", upload(out, "handbells"));
  const back = await ask<Written>("GET", `/api/pieces/${again.id}/annotations`);
  expect(back.marks.map((one) => `${one.from.bar} ${one.data.to}`)).toEqual(["0 small", "4 small"]);
  const { notes } = await ask<{ notes: { printed?: { ring?: string } }[] }>(
    "GET",
    `/api/pieces/${again.id}/score`,
  );
  expect(notes.filter((one) => one.printed?.ring === "echo")).toHaveLength(2);
});

it("moves with a corrected file, which says what lost its place", async () => {
  const shorter = [note("C").repeat(4), ...BARS.slice(0, 4)];
  const answer = await ask<{ orphaned: string[] }>(
    "POST",
    `/api/pieces/${id}/correction`,
    upload(fileOf(shorter)),
  );
  expect(answer.orphaned.join("; ")).toMatch(/bar 5: small bells/);
  expect(answer.orphaned.join("; ")).toMatch(/way of ringing echo/);
  expect(
    (await written()).marks.filter((one) => one.layer === "teacher").map((one) => one.from.bar),
  ).toEqual([1]);
});

it("is on paper and in the practice room", async () => {
  await page.goto(`${server.url}/print/score/${id}`);
  await page.waitForSelector(".mark-words text::-p-text(small bells)");
  await page.waitForSelector(".finger[data-aspect=ring]");
  const student = await ask<{ id: string }>("POST", "/api/students", {
    name: "Bell Ringer",
    instrument: "handbells",
  });
  const given = await ask<{ id: string }>("POST", "/api/assignments", {
    studentId: student.id,
    pieceId: id,
  });
  const day = new Date(Date.now() + 20 * 86_400_000).toISOString().slice(0, 10);
  await ask("POST", "/api/plans", {
    forecast: false,
    assignmentId: given.id,
    goalTempo: 80,
    readyBy: day,
    minutesByWeekday: [30, 30, 30, 30, 30, 30, 30],
    rule: "three-to-one",
  });
  const { items } = await ask<{ items: { id: string; hands: string }[] }>("GET", "/api/cards");
  expect(items.every((one) => one.hands === "ringers")).toBe(true);
  // whichever bars the card has
  const { notes } = await ask<{ notes: { id: string }[] }>("GET", `/api/pieces/${id}/score`);
  await ask("PUT", `/api/pieces/${id}/notes/ring`, {
    values: notes.map((one) => ({ note: one.id, value: "echo" })),
  });
  await page.goto(`${server.url}/practice/${items[0]!.id}`);
  await drawn();
  await quiet(page);
  expect(await page.$$eval(".finger[data-aspect=ring]", (all) => all.length)).toBeGreaterThan(0);
});
