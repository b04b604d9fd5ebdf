import type { Page } from "puppeteer-core";
import { chooseBars, press, quiet, type Window } from "../browser.ts";
import { demo } from "../studio.ts";
import { median, report } from "./measure.ts";
import { pianoScore } from "./score.ts";

const LONG = 300;
const SHORT = 24;
const VISITS = 30;

interface Felt {
  nodes: number;
  /** Milliseconds of the slowest task, in the browser's main thread. */
  slowest: number;
  /** Milliseconds from a key to the finger drawn, median. */
  typed: number;
}

/** Starts to note tasks over 50 ms and what they took. */
const watchTasks = (page: Page) =>
  page.evaluate(() => {
    const seen: number[] = [];
    Object.assign(window, { seen });
    new PerformanceObserver((list) =>
      list.getEntries().forEach((entry) => seen.push(entry.duration)),
    ).observe({ type: "longtask" });
  });
const slowestTask = (page: Page) =>
  page.evaluate(() => Math.max(50, ...(window as unknown as { seen: number[] }).seen));

/** Milliseconds until the score is drawn anew after a typed finger, measured in the page. */
const typeFinger = (page: Page, key: string) =>
  page.evaluate(
    (typed) =>
      new Promise<number>((resolve) => {
        const start = performance.now();
        const watcher = new MutationObserver(() => {
          watcher.disconnect();
          requestAnimationFrame(() => resolve(performance.now() - start));
        });
        const svgs = document.querySelectorAll(".score-page svg");
        for (const svg of svgs)
          watcher.observe(svg, { subtree: true, childList: true, characterData: true });
        document.body.dispatchEvent(
          new KeyboardEvent("keydown", { key: typed, code: `Digit${typed}`, bubbles: true }),
        );
        setTimeout(() => resolve(3000), 3000);
      }),
    key,
  );

/** A piece opened, scrolled to its end, chosen in and fingered, as a person does. */
async function feel(page: Page, url: string, bars: number, round: number): Promise<Felt> {
  await page.goto(url);
  await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
  await quiet(page);
  await watchTasks(page);
  await press(page, "Hands");
  await page.evaluate(async () => {
    const box = document.querySelector(".score")!;
    while (box.scrollTop + box.clientHeight < box.scrollHeight - 4) {
      const before = box.scrollTop;
      box.scrollBy(0, box.clientHeight * 0.8);
      await new Promise((resolve) => setTimeout(resolve, 200));
      if (box.scrollTop === before) break;
    }
  });
  const nodes = await page.evaluate(() => document.querySelectorAll("*").length);
  await chooseBars(page, bars - 4, bars - 1, bars);
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
  const typed: number[] = [];
  // other fingers in each round: the same again draws nothing
  for (let i = 0; i < 5; i++) typed.push(await typeFinger(page, String(1 + ((i + round) % 5))));
  await quiet(page);
  return { nodes, slowest: await slowestTask(page), typed: median(typed) };
}

async function bring(server: string, xml: string): Promise<string> {
  const form = new FormData();
  form.set("file", new File([xml], "score.musicxml"));
  const answer = await fetch(`${server}/api/pieces`, { method: "POST", body: form });
  return `${server}/pieces/${((await answer.json()) as { id: string }).id}`;
}

/** What 300 bars cost at the desk against the demo piece’s 24, and what thirty visits leave. */
export async function measureLong({ page }: Window, server: string): Promise<void> {
  // the loader names inner functions by a helper that a page does not have
  await page.evaluateOnNewDocument("globalThis.__name = (one) => one");
  const short = await bring(server, demo("lanterns-on-the-ettle"));
  const long = await bring(server, pianoScore(LONG));
  // once each to have everything loaded, then in turn
  await feel(page, short, SHORT, 4);
  const runs: { a: Felt; b: Felt }[] = [];
  for (let i = 0; i < 3; i++)
    runs.push({ a: await feel(page, long, LONG, i), b: await feel(page, short, SHORT, i) });
  const of = (key: keyof Felt) => ({
    long: median(runs.map(({ a }) => a[key])),
    short: median(runs.map(({ b }) => b[key])),
  });
  const [nodes, slowest, typed] = [of("nodes"), of("slowest"), of("typed")];
  report(
    "elements on the page of 300 bars, scrolled to the end, against 24 bars",
    { nodes300: nodes.long, nodes24: nodes.short },
    nodes.long / nodes.short,
    "<= 3",
  );
  report(
    "slowest task while scrolling, choosing and typing in 300 bars against 24",
    { ms300: slowest.long, ms24: slowest.short },
    slowest.long / slowest.short,
    "<= 3",
  );
  report(
    "a typed finger drawn in 300 bars against 24",
    { ms300: typed.long, ms24: typed.short },
    typed.long / typed.short,
    "<= 3; a frame is 16.7 ms",
  );
  await measureVisits(page, [short, long]);
}

/** Memory and elements after many pieces were opened one after the other in one window. */
async function measureVisits(page: Page, urls: readonly string[]): Promise<void> {
  const visit = async (i: number) => {
    // within the program, as a person goes: without loading the page anew
    await page.evaluate(
      (to) => {
        history.pushState({}, "", to);
        dispatchEvent(new PopStateEvent("popstate"));
      },
      new URL(urls[i % urls.length]!).pathname,
    );
    const drawn = await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
    // what is held here is held in the page
    await drawn?.dispose();
    await quiet(page);
  };
  const client = await page.createCDPSession();
  const used = async () => {
    for (let i = 0; i < 3; i++) await client.send("HeapProfiler.collectGarbage");
    const { JSHeapUsedSize = 0, Nodes = 0 } = await page.metrics();
    return { mb: JSHeapUsedSize / 1e6, nodes: Nodes };
  };
  for (let i = 0; i < 4; i++) await visit(i);
  const before = await used();
  for (let i = 0; i < VISITS; i++) await visit(i);
  const after = await used();
  report(
    "memory after 30 pieces opened against after 4",
    { mb34: after.mb, mb4: before.mb, nodes34: after.nodes, nodes4: before.nodes },
    after.mb / before.mb,
    "<= 1.2",
  );
}
