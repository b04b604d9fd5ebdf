import type { Page } from "puppeteer-core";
import { chooseBars, pick, press, says, until } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// The bare tune first, then its ornaments layer by layer, at the desk.
const here = studio();
let page: Page;
beforeAll(() => {
  page = here.page();
});

interface Written {
  marks: {
    stratum: string;
    from: { bar: number };
    data: { kind: string; layer?: number; finger?: string; how?: string };
  }[];
}
const written = async (id: string) =>
  (await here.json<Written>(`/api/pieces/${id}/annotations`)).marks.filter(
    ({ stratum }) => stratum === "ornaments",
  );

it("suggests one layer after the other, inks it, leaves one out of what is heard, types one", async () => {
  const id = await here.bring(demo("lamps-along-the-quay"), "accordion");
  await here.open(page, id);
  await press(page, "Ornaments");
  await says(page, "the bare tune: no ornaments yet");
  await chooseBars(page, 0, 16, 41);
  await press(page, /^Suggest for/);
  await says(page, "The tune rises to a strong beat: a grace leans on it.");
  await page.waitForSelector(".ornament-marks .pencil ellipse");
  expect(await written(id)).toEqual([]);
  await press(page, "Ink it");
  await until(async () => (await written(id)).length > 3);
  const first = await written(id);
  expect(first.every(({ data }) => data.kind === "grace" && data.layer === 1)).toBe(true);
  await press(page, /^Suggest for/);
  await says(page, "The same note again");
  await press(page, "Ink it");
  await until(async () => (await written(id)).some(({ data }) => data.layer === 2));
  await says(page, "2 repeated notes cut");
  // the second layer is left out of what is heard, the notes stay
  await press(page, /^2$/);
  await page.waitForSelector(".marks-lane.quiet");
  const all = await written(id);
  // one is typed on a note that has none, and taken back
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await chooseBars(page, 1, 1, 41);
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("t");
  await says(page, "here: trill");
  await until(async () => (await written(id)).some(({ data }) => data.kind === "trill"));
  await press(page, "Undo");
  await until(async () => (await written(id)).length === all.length);
  expect(here.complaints()).toEqual([]);
});

it("suggests the layer that is chosen, graces slid where a finger can; by key with two fingers", async () => {
  const id = await here.bring(demo("lamps-along-the-quay"), "accordion");
  await here.open(page, id);
  await press(page, "Ornaments");
  await chooseBars(page, 0, 6, 41);
  await pick(page, "Graces taken", "slid if it can");
  await press(page, /^Suggest for/);
  await says(page, "grace from above, slid, finger");
  await page.waitForSelector(".pencil .ornament-slide");
  // what is chosen while it stands in pencil is asked for at once
  await pick(page, "Layer", "mordents and trills");
  await page.waitForFunction(() => document.querySelector(".ornament-slide") === null);
  await pick(page, "Layer", "graces on strong beats");
  await page.waitForSelector(".pencil .ornament-slide");
  await press(page, "Ink it");
  await until(async () => (await written(id)).some(({ data }) => data.how === "slid"));
  // one that cannot be slid has two fingers
  expect((await written(id)).every(({ data }) => data.how !== undefined)).toBe(true);
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await chooseBars(page, 1, 1, 41);
  await page.keyboard.press("ArrowRight");
  const first = async () => (await written(id)).find(({ from }) => from.bar === 1)?.data.how;
  expect(await first()).toBe("slid");
  await page.keyboard.press("l");
  await until(async () => (await first()) === "two fingers");
  await press(page, "Undo");
  await until(async () => (await first()) === "slid");
  // what was chosen of ornaments is not asked of other marks
  await press(page, "Bellows");
  await press(page, /^Suggest for/);
  await page.waitForSelector(".bellows-marks .pencil");
  expect(here.complaints()).toEqual([]);
});

it("puts another finger on a grace by key, beside the sign on the score", async () => {
  const id = await here.bring(demo("lamps-along-the-quay"), "accordion");
  await here.send("PUT", `/api/pieces/${id}/marks/ornaments`, {
    put: [
      {
        ...{ id: "a-grace", from: { bar: 1, offset: "0" } },
        data: { kind: "grace", side: "above", by: 2, layer: 1 },
      },
      {
        ...{ id: "a-trill", from: { bar: 3, offset: "0" } },
        data: { kind: "trill", by: 2, layer: 3 },
      },
    ],
    remove: [],
  });
  const { notes } = await here.json<{ notes: { id: string; bar: number; hand: string }[] }>(
    `/api/pieces/${id}/score`,
  );
  const trilled = notes.find(({ bar, hand }) => bar === 3 && hand === "right")!;
  await here.send("PUT", `/api/pieces/${id}/fingerings`, {
    fingerings: [{ id: trilled.id, finger: "2" }],
  });
  await here.open(page, id);
  // second and third finger trill: common practice, no source
  await page.waitForFunction(() =>
    [...document.querySelectorAll(".ornament-finger")].some((one) => one.textContent === "2 3"),
  );
  await press(page, "Ornaments");
  await chooseBars(page, 1, 1, 41);
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("f");
  await page.waitForFunction(() =>
    [...document.querySelectorAll(".ornament-finger")].some((one) => one.textContent === "1"),
  );
  await page.keyboard.press("f");
  await until(async () => (await written(id)).some(({ data }) => data.finger === "2"));
  await says(page, "grace from above, finger 2");
  expect(here.complaints()).toEqual([]);
});

it("has a card for the bare tune and one for each layer, drawn with what it plays", async () => {
  const id = await here.bring(demo("lamps-along-the-quay"), "accordion");
  const at = (bar: number, data: object) => ({
    id: `bar-${bar}`,
    from: { bar, offset: "0" },
    data,
  });
  await here.send("PUT", `/api/pieces/${id}/marks/ornaments`, {
    put: [
      at(19, { kind: "grace", side: "above", by: 2, layer: 1 }),
      at(20, { kind: "trill", by: 2, layer: 3 }),
    ],
    remove: [],
  });
  const { cards } = await here.planned(id, 144);
  const drawnFor = async (hands: string, name: string) => {
    const card = cards.find((one) => one.hands === hands && one.from >= 17 && one.to <= 20)!;
    await page.goto(here.url(`/practice/${card.id}`));
    await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
    await says(page, name);
    const marks = await page.$$eval(".ornament-marks [data-mark]", (all) =>
      all.map((one) => one.getAttribute("data-mark")),
    );
    return [...new Set(marks)].sort();
  };
  expect(await drawnFor("tune", "bare tune")).toEqual([]);
  expect(await drawnFor("tune-1", "tune with layer 1")).toEqual(["bar-19"]);
  expect(await drawnFor("right", "right hand")).toEqual(["bar-19", "bar-20"]);
  expect(here.complaints()).toEqual([]);
});
