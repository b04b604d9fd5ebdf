import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import { chooseBars, fill, openBrowser, press, says, type Window } from "./browser.ts";
import { root, startServer, type RunningServer } from "./server.ts";

// The whole path, in the real browser on the real server: once with a demo piece, once with a file
// that is brought.
let browser: Awaited<ReturnType<typeof openBrowser>>;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const json = async <T>(url: string): Promise<T> => (await fetch(url)).json() as Promise<T>;
interface Marks {
  fingerings: { id: string; finger: string }[];
  pedal: { source: string; marks: { bar: number; kind: string }[] };
  sections: { name: string; words: string; from: { bar: number; exact: string } }[];
}
const count = (page: Page, selector: string) => page.$$eval(selector, (all) => all.length);
const drawn = (page: Page) => page.waitForSelector(".score[data-drawn=yes] .score-page svg");
const idIn = (page: Page) => /(?:pieces|assignments)\/([\w-]+)/.exec(page.url())![1]!;

async function mapForm(
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

async function fingerAndPedal(
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

/** Waits for something outside the page. */
async function until(holds: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 100; i++) {
    if (await holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`it never came: ${holds.toString()}`);
}

/** The practice room with the keyboard alone. */
async function practise(page: Page, base: string): Promise<void> {
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

async function takeAway(
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

async function planAndPractise(
  { page }: Window,
  base: string,
  goal: string,
): Promise<{ assignmentId: string }> {
  await fill(page, "Performance tempo", goal);
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

describe("with a demo piece", () => {
  let server: RunningServer;
  let seen: Window;
  beforeAll(async () => {
    server = await startServer("--demo");
    seen = await browser.window();
  });
  afterAll(() => server.stop());

  it("walks from the studio to paper, and all of it survives a kill", async () => {
    const { page, complaints } = seen;
    await page.goto(server.url);
    await says(page, "Ines Aldous");
    await says(page, "lesson");
    await says(page, "cards left");
    // the link names the student once it is known who works on the piece
    await page.waitForSelector('.piece-open[href*="for="]');
    await press(page, /^The Ferryman's Wheel/);
    await drawn(page);
    await says(page, "57 of 79 bars new");
    const pieceId = idIn(page);
    const url = `${server.url}/api/pieces/${pieceId}`;
    await mapForm(page, url, 79, { name: "Climb", words: "up to the one peak", from: 43, to: 49 });
    await fingerAndPedal(page, url, 79, 35, 42);
    await press(page, "Plan and practice");
    await page.waitForSelector(".plan-go");
    const { assignmentId } = await planAndPractise(seen, server.url, "90");
    const marks = await json<Marks>(`${url}/annotations`);
    await server.killAndRestart();
    expect(await json<Marks>(`${url}/annotations`)).toEqual(marks);
    await takeAway(page, server.url, pieceId, assignmentId);
    expect(complaints).toEqual([]);
  });

  it("adds, archives and brings back a student, and undoes it", async () => {
    const { page } = seen;
    await page.goto(server.url);
    await press(page, "Add a student");
    await fill(page, "Name", "Petra Vane");
    await press(page, /^Add$/);
    await says(page, "Petra Vane is in the studio");
    await press(page, /^Petra Vane/);
    await page.waitForFunction(
      () => location.pathname.startsWith("/students/") && document.querySelector(".student"),
    );
    await press(page, "Archive");
    await page.waitForFunction(
      () =>
        location.pathname === "/" &&
        document.querySelector(".roster") &&
        ![...document.querySelectorAll(".roster-name")].some(
          (one) => one.textContent === "Petra Vane",
        ),
    );
    await page.click('a[href="/archive"]');
    await says(page, "Petra Vane");
    await press(page, "Bring back");
    await page.waitForFunction(() => ![...document.querySelectorAll(".archive .card")].length);
    await press(page, "Undo");
    await page.waitForFunction(() => [...document.querySelectorAll(".archive .card")].length === 1);
  });

  it("shows an edit that another window overtook, and keeps the other one", async () => {
    const { page } = seen;
    await page.goto(server.url);
    await press(page, /^Lanterns on the Ettle/);
    await drawn(page);
    const url = `${server.url}/api/pieces/${idIn(page)}`;
    const { fingerings } = await json<Marks>(`${url}/annotations`);
    const meanwhile = { id: fingerings[5]!.id, finger: fingerings[5]!.finger === "2" ? "3" : "2" };
    await press(page, "Hands");
    await chooseBars(page, 0, 0, 24);
    await page.keyboard.press("ArrowRight");
    await page.waitForSelector(".mark-note");
    await fetch(`${url}/fingerings`, {
      method: "PUT",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ fingerings: [meanwhile] }),
    });
    await page.keyboard.press("1");
    await says(page, "changed in another window");
    const now = await json<Marks>(`${url}/annotations`);
    expect(now.fingerings.find((one) => one.id === meanwhile.id)!.finger).toBe(meanwhile.finger);
  });
});

describe("with a file that is brought", () => {
  let server: RunningServer;
  const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-file-"));
  beforeAll(async () => {
    server = await startServer();
  });
  afterAll(async () => {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  it("walks from an empty studio to paper", async () => {
    const seen = await browser.window(1024, 768);
    const { page, complaints } = seen;
    await page.goto(server.url);
    await says(page, "Bring a score");
    const input = (await page.$("[data-testid=score-file]")) as ElementHandle<HTMLInputElement>;
    const broken = join(folder, "broken.musicxml");
    writeFileSync(broken, "<score-partwise><part-list/>");
    await input.uploadFile(broken);
    await says(page, "Nothing was stored.");
    expect((await json<{ total: number }>(`${server.url}/api/pieces`)).total).toBe(0);
    const mine = join(folder, "evening.musicxml");
    writeFileSync(
      mine,
      readFileSync(join(root, "demo/pieces/lanterns-on-the-ettle.musicxml"), "utf8").replace(
        "Lanterns on the Ettle",
        "An <Evening> Piece".replace(/</g, "&lt;"),
      ),
    );
    await input.uploadFile(mine);
    await drawn(page);
    await says(page, "An <Evening> Piece");
    const pieceId = idIn(page);
    const url = `${server.url}/api/pieces/${pieceId}`;
    // the suggestion first, as it is offered for a piece without sections
    await press(page, "Ink them");
    await until(
      async () =>
        (await json<Marks>(`${url}/annotations`)).sections.map((one) => one.name).join() ===
        "A,B,A′",
    );
    await page.waitForFunction(() => !document.body.innerText.includes("Suggested sections"));
    await mapForm(page, url, 24, {
      name: "bend",
      words: "the current takes them",
      from: 8,
      to: 15,
    });
    await fingerAndPedal(page, url, 24, 0, 7);
    await page.goto(server.url);
    await press(page, "Add a student");
    await fill(page, "Name", "Petra Vane");
    await press(page, /^Add$/);
    await says(page, "Petra Vane is in the studio");
    await page.goto(`${server.url}/pieces/${pieceId}`);
    await drawn(page);
    await press(page, /^Whose ridge/);
    await press(page, "Petra Vane");
    await press(page, "Make a plan");
    await says(page, "No plan yet");
    const { assignmentId } = await planAndPractise(seen, server.url, "77.5");
    await takeAway(page, server.url, pieceId, assignmentId);
    expect(complaints).toEqual([]);
  });
});
