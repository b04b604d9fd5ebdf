import type { ElementHandle, Page } from "puppeteer-core";
import { chooseBars, fill, press, says, until, type Window, settled } from "./browser.ts";

// The steps of the walk, from a piece to paper.

export const json = async <T>(url: string): Promise<T> => {
  await settled();
  return (await fetch(url)).json() as Promise<T>;
};
export interface Marks {
  fingerings: { id: string; finger: string }[];
  pedal: { source: string; marks: { bar: number; kind: string }[] };
  sections: { name: string; words: string; from: { bar: number; exact: string } }[];
}
export const count = (page: Page, selector: string) => page.$$eval(selector, (all) => all.length);
export const drawn = (page: Page) => page.waitForSelector(".score[data-drawn=yes] .score-page svg");
export const idIn = (page: Page) => /(?:pieces|assignments)\/([\w-]+)/.exec(page.url())![1]!;

export async function mapForm(
  page: Page,
  url: string,
  bars: number,
  expected: { name: string; words: string; from: number; to: number },
): Promise<void> {
  const before = (await json<Marks>(`${url}/annotations`)).sections.length;
  await press(page, "Form");
  await chooseBars(page, expected.from, expected.to, bars);
  await fill(page, "Name", expected.name);
  await fill(page, "Character: what is it like?", expected.words);
  await press(page, "Name this section");
  await page.waitForFunction(
    (wanted) =>
      [...document.querySelectorAll(".section-row")].some((one) =>
        one.textContent.includes(wanted),
      ),
    {},
    expected.words,
  );
  const after = (await json<Marks>(`${url}/annotations`)).sections;
  expect(after).toHaveLength(before + 1);
  expect(after.find((one) => one.name === expected.name)).toMatchObject({
    words: expected.words,
    from: { bar: expected.from },
  });
  await press(page, "Undo");
  await says(page, `Undone: section ${expected.name}`);
  expect((await json<Marks>(`${url}/annotations`)).sections).toHaveLength(before);
  await press(page, "Redo");
  await says(page, `Done again: section ${expected.name}`);
  expect((await json<Marks>(`${url}/annotations`)).sections).toHaveLength(before + 1);
}

export async function fingerAndPedal(
  page: Page,
  url: string,
  bars: number,
  from: number,
  to: number,
): Promise<void> {
  const written = (await json<Marks>(`${url}/annotations`)).fingerings.length;
  await press(page, "Hands");
  await chooseBars(page, from, to, bars);
  await press(page, /^Suggest for/);
  await says(page, "in pencil");
  expect((await json<Marks>(`${url}/annotations`)).fingerings.length).toBe(written);
  const pencilled = Number(
    /(\d+) fingers in pencil/.exec(await page.$eval("body", (body) => body.innerText))![1],
  );
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => !document.body.innerText.includes("in pencil"));
  const inked = (await json<Marks>(`${url}/annotations`)).fingerings;
  expect(inked.length).toBeGreaterThanOrEqual(pencilled);
  // the teacher's word: another finger on the first note, by keyboard
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
  await page.keyboard.press("5");
  await until(async () => {
    const own = (await json<Marks>(`${url}/annotations`)).fingerings;
    return (
      own
        .filter((one) => inked.find((other) => other.id === one.id)?.finger !== one.finger)
        .map((one) => one.finger)
        .join() === "5"
    );
  });

  await press(page, "Pedal");
  await page.keyboard.press("Escape");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("d");
  for (let i = 0; i < 3; i++) await page.keyboard.press("ArrowRight");
  await page.keyboard.press("c");
  await page.keyboard.press("ArrowRight");
  await press(page, "Up");
  await page.waitForFunction(() =>
    /up \d/.test(document.querySelector(".script")?.textContent ?? ""),
  );
  const { pedal } = await json<Marks>(`${url}/annotations`);
  expect(pedal.source).toBe("teacher");
  expect(pedal.marks.filter((mark) => mark.bar < 3).map((mark) => mark.kind)).toEqual(
    expect.arrayContaining(["down", "change", "up"]),
  );
  expect(await count(page, ".pedal-line")).toBeGreaterThan(0);
}

/** The practice room with the keyboard alone. */
export async function practise(page: Page, base: string): Promise<void> {
  const cardId = /practice\/([\w-]+)/.exec(page.url())![1]!;
  interface State {
    step: number;
    steps: number[];
    tries: { result: string }[];
    secure: number;
    finished: boolean;
    missing: number;
    from: number;
    to: number;
  }
  const state = () => json<State>(`${base}/api/cards/${cardId}`);
  const start = await state();
  await drawn(page);
  // only those bars are engraved
  expect(await count(page, ".room-score g.measure")).toBe(start.to - start.from + 1);

  // the metronome: count-in first, then beats at the card's tempo
  await page.keyboard.press("Space");
  const first = (await page.waitForSelector('.pulse[data-beat="1"]')) as ElementHandle;
  expect(await first.evaluate((one) => (one as HTMLElement).dataset.countin)).toBe("yes");
  const times = await page.evaluate(
    () =>
      new Promise<number[]>((resolve) => {
        const seen: number[] = [];
        let last = "";
        const look = () => {
          const beat = document.querySelector<HTMLElement>(".pulse")?.dataset.beat ?? "";
          if (beat !== last && beat) seen.push(performance.now());
          last = beat;
          if (seen.length >= 5) resolve(seen);
          else requestAnimationFrame(look);
        };
        look();
      }),
  );
  const beats = times
    .slice(1)
    .map((time, i) => time - times[i]!)
    .slice(1);
  const expected = 60_000 / start.step;
  // what is seen wavers by frames and by the machine's load; the sound is on the audio clock
  expect(beats.reduce((sum, one) => sum + one, 0) / beats.length / expected).toBeCloseTo(1, 0);
  await page.keyboard.press("Space");
  await page.waitForFunction(() => !document.querySelector(".pulse"));

  // listening loads the sampled sound, and stops again
  await page.keyboard.press("ArrowUp");
  await page.waitForFunction(() =>
    [...document.querySelectorAll(".room-key")].some((key) => key.textContent.startsWith("Stop")),
  );
  await page.keyboard.press("ArrowUp");

  const tries = async (length: number) => {
    await page.waitForFunction(
      (wanted) => document.querySelectorAll(".try.clean, .try.slip").length === wanted,
      {},
      length,
    );
    return state();
  };
  await page.keyboard.press("PageUp");
  expect((await tries(1)).tries.map((one) => one.result)).toEqual(["slip"]);
  await says(page, "A slip. Mend it");
  await page.keyboard.press("ArrowDown");
  await says(page, `Mending at ${Math.round(start.step / 2)}`);
  await page.keyboard.press("ArrowRight");
  await says(page, `Mending at ${Math.round(start.step * 0.75)}`);
  expect((await state()).tries).toHaveLength(1);
  await page.keyboard.press("ArrowRight");
  await page.waitForFunction(() => !document.body.innerText.includes("Mending"));
  await page.keyboard.press("ArrowRight");
  await tries(2);
  await page.keyboard.press("Backspace");
  await says(page, "taken back");
  expect((await tries(1)).missing).toBe(3);
  for (const [i, key] of (["ArrowRight", "PageDown", "ArrowRight"] as const).entries()) {
    await page.keyboard.press(key);
    if (i < 2) await tries(i + 2);
  }
  await says(page, "Step earned");
  const end = await state();
  expect(end.secure).toBe(start.step);
  if (!end.finished) expect(end.step).toBe(start.steps[start.steps.indexOf(start.step) + 1]);
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => location.pathname.startsWith("/assignments/"));
}

export async function takeAway(
  page: Page,
  base: string,
  pieceId: string,
  assignmentId: string,
): Promise<void> {
  const plan = await json<{ id: string }>(`${base}/api/assignments/${assignmentId}/plan`);
  const score = await (await fetch(`${base}/api/pieces/${pieceId}/export.musicxml`)).text();
  expect(score).toMatch(/<fingering>5<\/fingering>/);
  expect(score).toMatch(/<pedal type="change"/);
  expect(score).toMatch(/<rehearsal>/);
  expect(await (await fetch(`${base}/api/plans/${plan.id}/calendar.ics`)).text()).toMatch(
    /^BEGIN:VCALENDAR/,
  );
  await page.goto(`${base}/print/score/${pieceId}`);
  await page.waitForSelector(".print[data-ready=yes]");
  const size = async () => {
    const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true })).toString("latin1");
    return /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/
      .exec(pdf)!
      .slice(1)
      .map((one) => Math.round(Number(one)));
  };
  // ISO 216 and ANSI Y14.1: 210 × 297 mm and 8.5 × 11 in, in points
  const a4 = await size();
  expect(Math.abs(a4[0]! - 595) + Math.abs(a4[1]! - 842)).toBeLessThanOrEqual(2);
  await press(page, "Letter");
  const letter = await size();
  expect(Math.abs(letter[0]! - 612) + Math.abs(letter[1]! - 792)).toBeLessThanOrEqual(2);
  expect(await count(page, ".finger")).toBeGreaterThan(10);
  await page.goto(`${base}/print/week/${assignmentId}`);
  await page.waitForSelector(".sheet-day tr");
}

export async function planAndPractise(
  { page }: Window,
  base: string,
  goal: string,
): Promise<{ assignmentId: string }> {
  await fill(page, "Performance tempo, ♩ =", goal);
  await press(page, /^Lay (out the cards|it out again)/);
  await page.waitForSelector(".plan-go");
  const assignmentId = idIn(page);
  await says(page, "It fits");
  const ridge = () =>
    json<{ bars: { secure: number }[] }>(`${base}/api/assignments/${assignmentId}/ridge`).then(
      ({ bars }) => bars.reduce((sum, bar) => sum + bar.secure, 0),
    );
  const low = await ridge();
  const go = (await page.waitForSelector(".plan-go"))!;
  await go.focus();
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => location.pathname.startsWith("/practice/"));
  await practise(page, base);
  // one hand alone does not lift a bar that uses both: the earned step is in the log at least
  const log = await json<{ items: { promoted: boolean }[] }>(
    `${base}/api/assignments/${assignmentId}/log`,
  );
  expect(log.items.some((one) => one.promoted)).toBe(true);
  expect(await ridge()).toBeGreaterThanOrEqual(low);
  await page.waitForSelector(".plan-card");
  return { assignmentId };
}
