import type { Page } from "puppeteer-core";
import { chooseBars, press, says, undo } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// What is suggested at the desk: in pencil first, with reasons, inked or rubbed out.
const here = studio();
let page: Page;
beforeAll(() => {
  page = here.page();
});

interface Marks {
  fingerings: { id: string; finger: string }[];
}
const { json, bring, open: openPiece } = here;
const open = (id: string) => openPiece(page, id);

it("suggests a pedal in pencil with its reasons, which is stored only when it is inked", async () => {
  const id = await bring(demo("the-ferrymans-wheel"));
  await open(id);
  await press(page, "Pedal");
  await chooseBars(page, 10, 17, 79);
  const marks = async () =>
    (
      await json<{ pedal: { source: string; marks: { bar: number }[] } }>(
        `/api/pieces/${id}/annotations`,
      )
    ).pedal;
  const before = await marks();
  await press(page, /^Suggest for 10–17/);
  await says(page, "change, new harmony: C after");
  await page.waitForSelector(".pedal-line.pencil");
  expect(await marks()).toEqual(before);
  await press(page, "Dry");
  await says(page, "Only where the hands cannot join");
  await press(page, "By harmony");
  await press(page, "Ink it");
  await page.waitForFunction(() => document.querySelector(".pedal-line.pencil") === null);
  const after = await marks();
  expect(after.source).toBe("teacher");
  expect(after.marks.filter((mark) => mark.bar >= 10 && mark.bar <= 17).length).toBeGreaterThan(6);
  expect(after.marks.filter((mark) => mark.bar < 10 || mark.bar > 17)).toEqual(
    before.marks.filter((mark) => mark.bar < 10 || mark.bar > 17),
  );
  await press(page, "Undo");
  await says(page, "Undone: the suggested pedal of 10–17");
  expect(await marks()).toEqual(before);
  expect(here.complaints()).toEqual([]);
});

it("suggests fingers for a small hand with ways to compare, fills the return, and checks what is written", async () => {
  const id = await bring(demo("the-ferrymans-wheel"));
  await open(id);
  await press(page, "Hands");
  await chooseBars(page, 1, 4, 79);
  await press(page, /^Suggest for/);
  await says(page, "fingers in pencil");
  // bars 1 to 8 come again from bar 26 and from bar 51
  await says(page, "The same in");
  const pressed = () =>
    page.$$eval(".way", (ways) =>
      ways.map((way) => [way.querySelector("span")!.textContent, way.getAttribute("aria-pressed")]),
    );
  const ways = await pressed();
  expect(ways.filter(([, on]) => on === "true").map(([name]) => name)).toEqual([
    "First choice",
    "First choice",
  ]);
  expect(ways.length).toBeGreaterThanOrEqual(4);
  const other = ways.find(([name]) => name !== "First choice")![0]!;
  await page.evaluate(
    (name) =>
      [...document.querySelectorAll<HTMLElement>(".way")]
        .find((way) => way.textContent.startsWith(name))!
        .click(),
    other,
  );
  expect((await pressed()).find(([name]) => name === other)).toEqual([other, "true"]);
  // elsewhere nothing is pencilled before it is asked for
  await press(page, "Pencil them there too");
  await page.keyboard.press("b");
  await says(page, "fingers in pencil");
  const written = async () => (await json<Marks>(`/api/pieces/${id}/annotations`)).fingerings;
  const bars = new Map(
    (await json<{ notes: { id: string; bar: number }[] }>(`/api/pieces/${id}/score`)).notes.map(
      (note) => [note.id, note.bar],
    ),
  );
  expect(new Set((await written()).map((one) => bars.get(one.id)))).toEqual(new Set([1, 2, 3, 4]));
  await press(page, "Ink them");
  await page.waitForFunction(() => !document.body.innerText.includes("in pencil"));
  expect(new Set((await written()).map((one) => bars.get(one.id))).has(27)).toBe(true);
  await press(page, "Check");
  await says(page, "Nothing to doubt in");
  await press(page, "Shapes");
  await page.waitForSelector(".shape");
  await press(page, "Together");
  await page.waitForSelector(".vertical");
  await press(page, "Keys");
  await page.waitForSelector(".keyboard svg");
});

it("writes a silent change and a finger that may be left, and takes them back", async () => {
  const id = await bring(demo("the-ferrymans-wheel"));
  await open(id);
  await press(page, "Hands");
  await chooseBars(page, 73, 73, 79);
  await page.keyboard.press("ArrowRight");
  const first = async () =>
    (await json<Marks>(`/api/pieces/${id}/annotations`)).fingerings[0]?.finger;
  const becomes = async (wanted: string | undefined) => {
    for (let i = 0; i < 60 && (await first()) !== wanted; i++)
      await new Promise((resolve) => setTimeout(resolve, 100));
    expect(await first()).toBe(wanted);
  };
  await page.keyboard.press("4");
  await becomes("4");
  await page.keyboard.press("ArrowDown");
  await page.waitForSelector('[aria-label="Finger"] [aria-pressed=true]');
  await page.keyboard.press("w");
  await page.keyboard.press("5");
  await becomes("4-5");
  await page.keyboard.press("ArrowDown");
  await page.waitForSelector('[aria-label="Finger"] [aria-pressed=true]');
  await page.keyboard.press("o");
  await becomes("(4-5)");
  for (const back of ["4-5", "4", undefined]) {
    await undo(page);
    await becomes(back);
  }
});

it("makes a pedal mark half a pedal, checks the pedal, and takes it back", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"));
  await open(id);
  await press(page, "Pedal");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("d");
  await says(page, "here: down");
  await page.keyboard.press("2");
  await says(page, "here: half down");
  const marks = async () =>
    (
      await json<{ pedal: { marks: { kind: string; depth?: number }[] } }>(
        `/api/pieces/${id}/annotations`,
      )
    ).pedal.marks;
  expect(await marks()).toMatchObject([{ kind: "down", depth: 0.5 }]);
  await press(page, "Check");
  await says(page, "rings into");
  await undo(page);
  await page.waitForFunction(() => document.body.innerText.includes("here: down"));
  expect((await marks())[0]!.depth).toBeUndefined();
});
