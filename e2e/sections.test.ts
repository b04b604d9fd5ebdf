import type { Page } from "puppeteer-core";
import { chooseBars, fill, press, says, undo } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// Sections at the desk: their boundaries, their words, what is carried to returns; hands and
// readings, in the real browser.
const here = studio();
let page: Page;
beforeAll(() => {
  page = here.page();
});

const { json, send, bring, open } = here;
interface Marks {
  sections: {
    id: string;
    name: string;
    words: string;
    about: { scoring?: string; jobs?: Record<string, string>; dynamics?: string };
    from: { bar: number; exact: string };
    to: { bar: number; exact: string };
  }[];
  remarks: { text: string; bar: number }[];
  climax: { bar: number } | null;
  pedal: { marks: { bar: number; depth?: number }[] };
  readings: { inUse: boolean }[];
  shape: { timing: { kind: string; from: { bar: number } }[] } | null;
  positions: { from: { bar: number }; thumb: number }[];
}
const marks = (id: string) => json<Marks>(`/api/pieces/${id}/annotations`);
const places = async (id: string) =>
  (await marks(id)).sections.map(
    ({ name, from, to }) => `${name} ${from.bar}+${from.exact} ${to.bar}+${to.exact}`,
  );
/** Waits until the server has what is wanted: an edit is shown before it is kept. */
async function until<T>(ask: () => Promise<T>, wanted: T): Promise<void> {
  for (let i = 0; i < 60 && JSON.stringify(await ask()) !== JSON.stringify(wanted); i++)
    await new Promise((resolve) => setTimeout(resolve, 100));
  expect(await ask()).toEqual(wanted);
}
const section = (name: string, from: number, to: number) => ({
  id: crypto.randomUUID(),
  name,
  from: { bar: from },
  to: { bar: to },
});

async function dragEdge(label: string, toAxis: number, alt = false): Promise<void> {
  const handle = (await (await page.waitForSelector(`[data-edge="${label}"]`))!.boundingBox())!;
  const axis = (await (await page.$(".boundary-axis"))!.boundingBox())!;
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  await page.mouse.down();
  if (alt) await page.keyboard.down("Alt");
  await page.mouse.move(axis.x + toAxis * axis.width, handle.y + handle.height / 2, { steps: 5 });
  await page.mouse.up();
  if (alt) await page.keyboard.up("Alt");
}

it("moves the boundary two sections share, to a bar or a beat, and takes it back", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"));
  await send("PUT", `/api/pieces/${id}/sections`, {
    put: [section("A", 0, 8), section("B", 8, 16)],
    remove: [],
  });
  await open(page, id);
  await press(page, "Form");
  await dragEdge("A to", 10.1 / 24);
  await until(() => places(id), ["A 0+0 10+0", "B 10+0 16+0"]);
  await press(page, /^beat$/);
  // bars of three quarters: two thirds of bar 9
  await dragEdge("B from", 9.66 / 24);
  await until(() => places(id), ["A 0+0 9+2", "B 9+2 16+0"]);
  await press(page, "Undo");
  await until(() => places(id), ["A 0+0 10+0", "B 10+0 16+0"]);
  // an elision: the end of one is the beginning of the other
  await dragEdge("A to", 11 / 24, true);
  await until(() => places(id), ["A 0+0 11+0", "B 10+0 16+0"]);
  // the keys go from boundary to boundary and move one
  await (await page.$(".boundary-axis"))!.focus();
  await page.keyboard.press("ArrowDown");
  expect(await page.$eval(".boundary-axis", (one) => one.getAttribute("aria-valuetext"))).toMatch(
    /^B ends/,
  );
  await page.keyboard.press("ArrowLeft");
  await until(() => places(id), ["A 0+0 11+0", "B 10+0 15+2"]);
  await undo(page);
  await until(() => places(id), ["A 0+0 11+0", "B 10+0 16+0"]);
});

it("splits a section, joins two, and keeps what is said of them", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"));
  await send("PUT", `/api/pieces/${id}/sections`, {
    put: [{ ...section("A", 0, 8), words: "gliding" }],
    remove: [],
  });
  await open(page, id);
  await chooseBars(page, 4, 4, 24);
  await press(page, "Split A before 5");
  await until(() => places(id), ["A 0+0 4+0", "B 4+0 8+0"]);
  await chooseBars(page, 3, 4, 24);
  await press(page, "Join A and B");
  await until(() => places(id), ["A 0+0 8+0"]);
  await page.keyboard.press("Escape");
  await press(page, "Edit section A");
  await page.evaluate(() =>
    [...document.querySelectorAll("summary")]
      .find((one) => one.textContent.startsWith("Story"))!
      .click(),
  );
  await fill(page, "Imagined instruments", "a flute and a harp");
  await fill(page, "What the left hand does", "rocks");
  await press(page, "Save");
  await until(
    async () => (await marks(id)).sections.map(({ words, about }) => [words, about]),
    [["gliding", { jobs: { left: "rocks" }, scoring: "a flute and a harp" }]],
  );
  await page.reload();
  await says(page, "gliding · like a flute and a harp · left hand: rocks");
});

it("has one climax, and notes to oneself that stand in the score", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"));
  await open(page, id);
  await chooseBars(page, 3, 3, 24);
  await press(page, "The climax is in 4");
  await until(async () => (await marks(id)).climax?.bar, 3);
  await says(page, "The climax you set, bar 4, is p, but bar 14 is louder: mf.");
  await fill(page, "Note to yourself", "breathe here");
  await page.keyboard.press("Enter");
  await page.waitForFunction(() =>
    [...document.querySelectorAll("text.remark")].some((one) =>
      one.textContent.startsWith("breathe here"),
    ),
  );
  await until(
    async () => (await marks(id)).remarks.map(({ text, bar }) => [text, bar]),
    [["breathe here", 3]],
  );
  await press(page, "Remove the note breathe here");
  await until(async () => (await marks(id)).remarks, []);
});

it("carries words, pedal, notes, shape and positions of a section to where it returns", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"));
  await send("PUT", `/api/pieces/${id}/sections`, {
    put: [{ ...section("A", 0, 8), words: "gliding" }, section("A′", 16, 24)],
    remove: [],
  });
  await send("PUT", `/api/pieces/${id}/pedal`, {
    marks: [
      { bar: 0, offset: "0", kind: "down", depth: 0.5 },
      { bar: 1, offset: "0", kind: "up" },
    ],
  });
  await send("PUT", `/api/pieces/${id}/remarks`, {
    put: [{ id: crypto.randomUUID(), bar: 1, text: "listen" }],
    remove: [],
  });
  const span = (from: number, to: number) => ({
    from: { bar: from, offset: "0" },
    to: { bar: to, offset: "0" },
  });
  await send("PUT", `/api/pieces/${id}/shape`, {
    shape: {
      timing: [{ id: "b", kind: "broaden", ...span(2, 4), amount: 0.8 }],
      leads: [],
      touch: [],
      out: [],
      meetings: [],
      accents: [],
    },
  });
  await send("PUT", `/api/pieces/${id}/positions`, {
    positions: [{ hand: "left", ...span(0, 2), thumb: 55 }],
  });
  await open(page, id);
  await press(page, "Carry section A to its returns");
  await says(page, "1 section takes its words");
  await press(page, /^Carry$/);
  await until(
    async () => (await marks(id)).sections.map(({ words }) => words),
    ["gliding", "gliding"],
  );
  await until(
    async () => (await marks(id)).pedal.marks.map(({ bar }) => bar).sort((a, b) => a - b),
    [0, 1, 16, 17],
  );
  expect((await marks(id)).pedal.marks.find(({ bar }) => bar === 16)!.depth).toBe(0.5);
  await until(
    async () => (await marks(id)).remarks.map(({ text, bar }) => `${text} ${bar}`),
    ["listen 1", "listen 17"],
  );
  await until(
    async () =>
      (await marks(id)).shape?.timing.map(({ kind, from }) => `${kind} ${from.bar}`) ?? [],
    ["broaden 2", "broaden 18"],
  );
  await until(
    async () => (await marks(id)).positions.map(({ from, thumb }) => `${from.bar} ${thumb}`),
    ["0 55", "16 55"],
  );
});

it("gives a note to the other hand, by which the form follows, and takes it back", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"));
  const hand = async () =>
    (
      await json<{ notes: { bar: number; hand: string; staff: number }[] }>(
        `/api/pieces/${id}/score`,
      )
    ).notes.find((note) => note.bar === 0 && note.staff === 1)!.hand;
  await open(page, id);
  await press(page, "Hands");
  await page.keyboard.press("ArrowRight");
  await says(page, "Give it to the left hand");
  await page.keyboard.press("x");
  await until(hand, "left");
  await press(page, "Undo");
  await until(hand, "right");
});

it("plays a bar of another edition for now, and the original again", async () => {
  const a = await bring(demo("lanterns-on-the-ettle"));
  const b = await bring(
    demo("lanterns-on-the-ettle")
      .replace("Lanterns on the Ettle", "Lamps, made easy")
      .replace("<step>D</step><octave>5</octave>", "<step>B</step><octave>4</octave>"),
  );
  const first = async () =>
    (await json<{ notes: { midi: number; hand: string }[] }>(`/api/pieces/${a}/score`)).notes.find(
      (note) => note.hand === "right",
    )!.midi;
  await page.goto(here.url(`/pieces/${a}/compare/${b}`));
  await press(page, "Play bar 1 as the second has it, for now");
  await until(first, 71);
  await says(page, "They are the same");
  await says(page, "as in “Lamps, made easy”");
  await press(page, "Back to the original");
  await until(first, 74);
  await says(page, "put aside");
  expect(here.complaints()).toEqual([]);
});
