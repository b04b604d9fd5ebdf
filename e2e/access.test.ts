import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { AxeResults } from "axe-core";
import type { ElementHandle, Page } from "puppeteer-core";
import { press, quiet, says } from "./browser.ts";
import { studio, type Ids } from "./studio.ts";

// WCAG 2.2 A and AA as far as axe-core can tell, on every view, dialog and open menu, light and
// dark, at the widths of a desk, a laptop, a tablet upright, a window at 200 % and a phone.
const here = studio("--demo");
const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

const SIZES = [
  [1280, 800],
  [1024, 768],
  [768, 1024],
  [640, 400],
  [390, 844],
] as const;

const RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

interface Axe {
  run: (where: Node, options: object) => Promise<AxeResults>;
}

/** A button pressed, or something else done. */
type Step = string | RegExp | (() => Promise<void>);

/** A view, what it says when it is there, and what is opened in it: steps done in turn. */
type View = readonly [
  path: (ids: Ids) => string,
  text: string,
  opened?: readonly (readonly Step[])[],
];

/** The first list to choose from, opened. */
async function openList(): Promise<void> {
  await here.page().waitForFunction(() => {
    for (const folded of document.querySelectorAll("details")) folded.open = true;
    const lists = [...document.querySelectorAll<HTMLElement>("[role=combobox]")];
    const list = lists.find((one) => one.checkVisibility() && !one.ariaDisabled);
    list?.focus();
    return list !== undefined;
  });
  await here.page().keyboard.press("Enter");
  await here.page().waitForSelector("[role=option]");
}

/** The piece's own file brought as a corrected one, until its report is there. */
async function correct(): Promise<void> {
  const { title } = await here.json<{ title: string }>(`/api/pieces/${known.piece}`);
  const name = title
    .toLowerCase()
    .replace(/[^a-z ]/g, "")
    .replaceAll(" ", "-");
  const input = await here.page().waitForSelector(".MuiDialog-root input[type=file]");
  const file = new URL(`../demo/pieces/${name}.musicxml`, import.meta.url).pathname;
  await (input as ElementHandle<HTMLInputElement>).uploadFile(file);
  await says(here.page(), "The score was corrected");
}

const PIECE_MENU = "Edit the piece";
const VIEWS: readonly View[] = [
  [() => "/", "Ines Aldous", [["Add a student"], ["It is only on paper"], ["Keyboard shortcuts"]]],
  [({ student }) => `/students/${student}`, "Put away", [["Edit"]]],
  [
    ({ piece, assignment }) => `/pieces/${piece}?for=${assignment}&bars=4-7`,
    "bars new",
    [
      ["Form"],
      ["Hands"],
      ["Pedal"],
      ["Shape"],
      [PIECE_MENU],
      ["Print, save"],
      [PIECE_MENU, "Title, composer"],
      [PIECE_MENU, "Bring a corrected file"],
      [PIECE_MENU, "Compare with"],
      ["Form", /^Carry section/],
      ["Hands", openList],
      [/ ▾$/],
      [/ ▾$/, "Give it to a student"],
    ],
  ],
  [({ piece, assignment }) => `/pieces/${piece}/survey?for=${assignment}`, "Work on these first"],
  [({ piece }) => `/pieces/${piece}/map`, "The darker"],
  [({ piece }) => `/pieces/${piece}/pages`, "page"],
  [
    ({ assignment }) => `/assignments/${assignment}`,
    "The plan",
    [[/^Choose date/], [openList], ["Move cards"]],
  ],
  [({ student }) => `/students/${student}/lesson`, "For next time"],
  [({ card }) => `/practice/${card}`, "Clean", [["Start"], [/Slip/]]],
  [() => "/archive", "Nothing is archived"],
  [() => "/copies", "copy"],
  [({ assignment }) => `/print/week/${assignment}`, "min"],
  [({ student }) => `/print/students/${student}`, "min on"],
  [({ piece }) => `/print/score/${piece}`, "Print"],
  [() => "/nowhere", "There is no page"],
  // last: what is corrected is read anew
  [
    ({ piece }) => `/pieces/${piece}?bars=4-7`,
    "bars new",
    [[PIECE_MENU, "Bring a corrected file", correct]],
  ],
];

/** What axe-core finds serious or critical, each with the first places it is at. */
async function scan(page: Page, rules: readonly string[], tags = true): Promise<string[]> {
  const { violations } = await page.evaluate(
    (values, type) => {
      // engraved music has no controls of its own, and its notes are not words
      for (const svg of document.querySelectorAll(".score-page > svg")) svg.replaceChildren();
      // what lies under an open dialog or menu is looked at without it
      const where = document.querySelector(".MuiModal-root") ?? document;
      return (globalThis as unknown as { axe: Axe }).axe.run(where, {
        runOnly: { type, values },
        resultTypes: ["violations"],
      });
    },
    rules as string[],
    tags ? "tag" : "rule",
  );
  return violations
    .filter(({ impact }) => impact === "serious" || impact === "critical")
    .map(({ id, nodes }) => {
      const places = nodes.map(({ target }) => target.join(" "));
      return `${id} (${nodes.length}): ${places.slice(0, 3).join(" | ")}`;
    });
}

/** A page is never wider than its window; a sheet of paper is as wide as paper. */
const tooWide = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const wide = document.documentElement.scrollWidth;
    const isPaper = document.querySelector(".sheet") !== null;
    return wide > innerWidth + 1 && !isPaper ? [`is ${wide} wide`] : [];
  });

/** The same at every size in light; in dark what depends on colour. */
async function everySize(page: Page, name: string): Promise<string[]> {
  const found: string[] = [];
  await page.evaluate(axe);
  for (const mode of ["light", "dark"]) {
    await page.emulateMediaFeatures([
      { name: "prefers-color-scheme", value: mode },
      { name: "prefers-reduced-motion", value: "reduce" },
    ]);
    for (const [width, height] of SIZES) {
      await page.setViewport({ width, height });
      await new Promise((resolve) => setTimeout(resolve, 150));
      const problems =
        mode === "light" ? await scan(page, RULES) : await scan(page, ["color-contrast"], false);
      const over = mode === "light" ? await tooWide(page) : [];
      found.push(...[...problems, ...over].map((one) => `${name} ${width} ${mode} ${one}`));
    }
  }
  await page.setViewport({ width: 1280, height: 800 });
  return found;
}

let known: Ids;
beforeAll(async () => {
  await here.page().setBypassCSP(true);
  here.page().setDefaultTimeout(20_000);
  known = await here.ids();
});

const nameOf = (step: Step): string => (typeof step === "function" ? step.name : String(step));

// one test for each thing that opens: a slow machine needs a minute for some of them
const OPENED = VIEWS.flatMap(([path, text, opened = []]) =>
  [[], ...opened].map((steps) => [text, steps.map(nameOf).join(" › "), steps, path] as const),
);
it.each(OPENED)(
  "has nothing serious axe-core knows of where it says %s, with open: %s",
  async (text, name, steps, path) => {
    const page = here.page();
    await page.goto(here.url(path(known)));
    await says(page, text);
    await quiet(page);
    for (const one of steps) await (typeof one === "function" ? one() : press(page, one));
    await quiet(page);
    expect(await everySize(page, name)).toEqual([]);
    expect(here.complaints().splice(0)).toEqual([]);
  },
);

/** Role and name of what has the focus, as a reader aloud says it. */
async function focused(page: Page): Promise<string> {
  const client = await page.createCDPSession();
  const { result } = await client.send("Runtime.evaluate", {
    expression: "document.activeElement",
  });
  const { nodes } = await client.send("Accessibility.getPartialAXTree", {
    objectId: result.objectId!,
    fetchRelatives: false,
  });
  const [node] = nodes;
  await client.detach();
  const name = String(node?.name?.value ?? "").trim();
  const tag = await page.evaluate(() => document.activeElement!.outerHTML.slice(0, 120));
  return `${String(node?.role?.value)}: ${name || `nameless ${tag}`}`;
}

// Tab is caught nowhere, no stop is nameless, and no page has more of them than one has patience
const MOST_STOPS = 90;
it.each(VIEWS.map((view) => [view[1], view[0]] as const))(
  "Tab goes through the page that says %s, every stop has a name, and comes out again",
  async (text, path) => {
    const page = here.page();
    await page.goto(here.url(path(known)));
    await says(page, text);
    await quiet(page);
    const stops: string[] = [];
    const isOut = () =>
      page.evaluate(() => {
        const held = document.activeElement!;
        const again = held.hasAttribute("data-was-held");
        held.setAttribute("data-was-held", "");
        return held === document.body || again;
      });
    await page.evaluate(() => document.body.focus());
    while (stops.length <= MOST_STOPS) {
      await page.keyboard.press("Tab");
      if (await isOut()) break;
      stops.push(await focused(page));
    }
    expect(stops.length).toBeLessThan(MOST_STOPS);
    expect(stops.filter((one) => /: nameless|^generic/.test(one))).toEqual([]);
  },
);

it("with a note chosen, Tab still goes on", async () => {
  const page = here.page();
  await page.goto(here.url(VIEWS[2]![0](known)));
  await says(page, "bars new");
  await quiet(page);
  await press(page, "Hands");
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
  const before = await focused(page);
  await page.keyboard.press("Tab");
  expect(await focused(page)).not.toBe(before);
});

it("the focus stays on the page when its control goes", async () => {
  const page = here.page();
  await page.goto(here.url(`/students/${known.student}`));
  await says(page, "Put away");
  await quiet(page);
  const away = await page.waitForSelector("::-p-text(Put away)");
  await away!.focus();
  await page.keyboard.press("Enter");
  await page
    .waitForFunction(() => !document.querySelector(".MuiButton-root:focus"), {
      timeout: 3000,
    })
    .catch(() => undefined);
  await quiet(page);
  expect(await page.evaluate(() => document.activeElement === document.body)).toBe(false);
  await press(page, "Undo");
});

it("in the practice room Space is the beat wherever the focus is, Enter goes on, and all is large", async () => {
  const page = here.page();
  await page.goto(here.url(`/practice/${known.card}`));
  await says(page, "Clean");
  await quiet(page);
  const isOn = () =>
    page.$eval(".room-key.main", (one) => one.getAttribute("aria-pressed") === "true");
  const controls = await page.$$(
    ".room button:not(:disabled), .room [role=slider], .room div.score",
  );
  for (const control of controls) {
    await control.focus();
    const before = await isOn();
    await page.keyboard.press("Space");
    await page.waitForFunction(
      (was) =>
        (document.querySelector(".room-key.main")?.getAttribute("aria-pressed") === "true") !== was,
      {},
      before,
    );
  }
  if (await isOn()) await page.keyboard.press("Space");
  for (const size of [
    [1280, 800],
    [390, 844],
    [844, 390],
  ] as const) {
    await page.setViewport({ width: size[0], height: size[1] });
    const small = await page.$$eval(".room button", (all) =>
      all
        .filter((one) => one.offsetParent !== null)
        .map((one) => [one.innerText, one.getBoundingClientRect()] as const)
        .filter(([, { width, height }]) => width < 48 || height < 48)
        .map(([text, { width, height }]) => `${text} ${width} × ${height}`),
    );
    expect(small).toEqual([]);
  }
  await page.setViewport({ width: 1280, height: 800 });
  // three clean tries earn the step, whatever has the focus; Space is the beat after that too
  const steps = () => page.$eval(".stair .now, .stair .goal", (one) => one.textContent);
  const first = await steps();
  for (let i = 0; i < 3; i++) await page.keyboard.press("ArrowRight");
  await page.waitForFunction(
    (was) => document.querySelector(".stair .now")?.textContent !== was,
    {},
    first,
  );
  await page.keyboard.press("Space");
  await page.waitForFunction(
    () =>
      document.querySelector(".room-key.main")?.getAttribute("aria-pressed") === "true" ||
      document.querySelector(".room-key.main")?.textContent?.startsWith("Next"),
  );
});
