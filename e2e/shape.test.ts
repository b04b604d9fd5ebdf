import type { Page } from "puppeteer-core";
import { chooseBars, press, says, undo } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// Shaping a piece at the desk, in the real browser.
const here = studio();
let page: Page;
let id: string;
beforeAll(async () => {
  page = here.page();
  id = await here.bring(demo("the-ferrymans-wheel"));
});

interface Shaped {
  shape: {
    loudness?: { bar: number; level: number }[];
    timing: { kind: string; from: { bar: number }; amount: number }[];
    leads: { hand: string; line: string }[];
    out: string[];
  } | null;
}
const shape = async () => (await here.json<Shaped>(`/api/pieces/${id}/annotations`)).shape;
/** Waits until the server has what is wanted. */
async function until(what: (now: Awaited<ReturnType<typeof shape>>) => boolean): Promise<void> {
  for (let i = 0; i < 100; i++) {
    if (what(await shape())) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error(`not there: ${JSON.stringify(await shape())}`);
}

it("drags the printed curve into one’s own, moves a point by key, and takes both back", async () => {
  await here.open(page, id);
  await page.keyboard.press("l");
  const field = await page.waitForSelector(".shape-field");
  expect(await page.$(".shape-curve.printed")).not.toBeNull();
  const box = (await field!.boundingBox())!;
  const x = box.x + (60.5 / 79) * box.width;
  await page.mouse.move(x, box.y + box.height * 0.7);
  await page.mouse.down();
  await page.mouse.move(x, box.y + box.height * 0.4, { steps: 4 });
  await page.mouse.move(x, box.y + 4, { steps: 4 });
  await page.mouse.up();
  await until(
    (now) => now?.loudness?.some((point) => point.bar === 60 && point.level === 8) ?? false,
  );
  // louder than the climax the printed marks have: it is said at once
  await page.waitForFunction(() => document.activeElement?.className === "shape-field");
  await page.keyboard.press("ArrowDown");
  await until(
    (now) => now?.loudness?.some((point) => point.bar === 60 && point.level === 7.5) ?? false,
  );
  await undo(page);
  await until(
    (now) => now?.loudness?.some((point) => point.bar === 60 && point.level === 8) ?? false,
  );
  await undo(page);
  await until((now) => now === null);
  await page.waitForSelector(".shape-curve.printed");
});

it("shapes the chosen bars in loudness, time and voices, says so on the section, and keeps it", async () => {
  await here.send("PUT", `/api/pieces/${id}/sections`, {
    put: [{ id: "b", name: "B", from: { bar: 10 }, to: { bar: 18 } }],
    remove: [],
  });
  await here.send("PUT", `/api/pieces/${id}/climax`, { place: { bar: 12 } });
  await here.open(page, id);
  await page.keyboard.press("l");
  await says(page, "The climax you set, bar 12, is p, but bar 49 is louder: ff.");
  await chooseBars(page, 10, 17, 79);
  await says(page, "Bars 10–17");
  await press(page, "Grow");
  await until(
    (now) => now?.loudness?.some((point) => point.bar === 18 && point.level === 5) ?? false,
  );
  await press(page, "Broaden");
  await until((now) => now?.timing.length === 1);
  // an idea in pencil becomes a mark
  await press(page, /^Breathe before 10\?/);
  await until(
    (now) => now?.timing.some((mark) => mark.kind === "breathe" && mark.from.bar === 10) ?? false,
  );
  await page.waitForFunction(() => {
    const box = [...document.querySelectorAll(".MuiFormControl-root")]
      .find((one) => one.textContent.startsWith("Leads"))
      ?.querySelector("[role=combobox]");
    return (
      box?.dispatchEvent(
        new MouseEvent("mousedown", { bubbles: true, cancelable: true, button: 0 }),
      ) !== undefined
    );
  });
  await press(page, /^top of the right hand$/);
  await until((now) => now?.leads[0]?.line === "top");
  expect(
    await page.$$eval(".shape-word", (words) => words.map((word) => word.textContent)),
  ).toEqual(expect.arrayContaining(["broaden", "a tempo", "top of right hand leads"]));
  await page.keyboard.press("Escape");
  await page.keyboard.press("f");
  await says(
    page,
    "p to mf · top of the right hand leads · breathe before bar 10 · broaden bars 10–17",
  );
  await here.open(page, id);
  expect(await shape()).toMatchObject({
    timing: [{ kind: "broaden" }, { kind: "breathe" }],
    leads: [{ hand: "right", line: "top" }],
  });
});

it("brings out a chosen note by key, and sounds the bars", async () => {
  await here.open(page, id);
  await page.keyboard.press("l");
  await chooseBars(page, 10, 11, 79);
  const note = (
    await here.json<{ notes: { id: string; bar: number; hand: string }[] }>(
      `/api/pieces/${id}/score`,
    )
  ).notes.find((one) => one.bar === 10 && one.hand === "right")!;
  const head = (await (await page.waitForSelector(
    `g.note[id="${note.id}"] g.notehead`,
  ))!.boundingBox())!;
  await page.mouse.click(head.x + head.width / 2, head.y + head.height / 2);
  await page.keyboard.press("o");
  await until((now) => now?.out.includes(note.id) ?? false);
  await page.waitForSelector(".shape-out");
  await page.keyboard.press("Space");
  await says(page, "Stop");
  await page.keyboard.press("Space");
  await says(page, "Hear it");
  expect(here.complaints()).toEqual([]);
});
