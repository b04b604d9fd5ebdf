import { chooseBars, openBrowser, press, quiet } from "../browser.ts";
import { startServer } from "../server.ts";
import { demo } from "../studio.ts";

// npm run kills: the browser is killed in the middle of typing, KILLS times, over a line that is
// quick, slow or dead. What the sign calls stored or kept must be there afterwards, once; while it
// says "being written down" it speaks of all that waits, and the browser may indeed lose what it
// had confirmed a moment before. A finger is drawn some milliseconds before it is written down;
// that is reported too.
const KILLS = Number(process.env.KILLS ?? 100);
const SEED = Number(process.env.SEED ?? 1);

/** The same numbers for the same seed: Park and Miller, 1988. */
function* numbers(seed: number): Generator<number, never> {
  for (let state = seed; ;) {
    state = (state * 16807) % 2147483647;
    yield state / 2147483647;
  }
}
const random = numbers(SEED);
const below = (limit: number) => Math.floor(random.next().value * limit);
const report = (line: string) => process.stdout.write(`${line}\n`);
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const server = await startServer();
const browser = await openBrowser();
const form = new FormData();
form.set("file", new File([demo("lanterns-on-the-ettle")], "score.musicxml"));
form.set("instrument", "piano");
const brought = await fetch(`${server.url}/api/pieces`, { method: "POST", body: form });
const { id } = (await brought.json()) as { id: string };

interface Written {
  notes: { note: string; value: string }[];
}
const written = async () =>
  ((await (await fetch(`${server.url}/api/pieces/${id}/annotations`)).json()) as Written).notes;
const clear = async () =>
  fetch(`${server.url}/api/pieces/${id}/notes/finger`, {
    method: "PUT",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ values: (await written()).map(({ note }) => ({ note, value: null })) }),
  });
const letters = (all: readonly string[]) => [...all].sort().join("");

let [shownInAll, lost, doubled, drawnOnly] = [0, 0, 0, 0];
for (let round = 1; round <= KILLS; round++) {
  await clear();
  const { page } = await browser.window();
  await page.goto(`${server.url}/pieces/${id}`);
  await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
  await quiet(page);
  await press(page, "Hands");
  const bar = below(20);
  await chooseBars(page, bar, bar, 24);
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
  const line = ["quick", "slow", "dead"][below(3)]!;
  if (line !== "quick")
    await page.emulateNetworkConditions({
      offline: line === "dead",
      latency: 200 + below(800),
      upload: -1,
      download: -1,
    });
  const typed = Array.from({ length: 3 + below(6) }, () => String(1 + below(5)));
  for (const key of typed) {
    await page.keyboard.press(key as "1");
    if (below(3) === 0) await wait(below(120));
  }
  await wait(below(200));
  const [drawn, shown] = await page.evaluate(() => {
    const count = document.querySelectorAll(".finger.ink").length;
    const sign = document.querySelector<HTMLElement>("[data-outbox]")!;
    const { keeping, waiting } = sign.dataset;
    return [count, count - (Number(keeping) ? Number(waiting) : 0)] as const;
  });
  await browser.killAndRestart();
  const after = await browser.window();
  await after.page.goto(`${server.url}/pieces/${id}`);
  await after.page.waitForSelector("[data-outbox=stored]");
  await quiet(after.page);
  const values = (await written()).map(({ value }) => value);
  const isThere =
    values.length >= shown && letters(values) === letters(typed.slice(0, values.length));
  shownInAll += shown;
  drawnOnly += Math.max(0, drawn - Math.max(shown, values.length));
  if (values.length < shown) lost += shown - values.length;
  else if (!isThere) doubled++;
  report(
    `${round}: ${line} line, ${typed.length} typed, ${shown} shown as kept, ${values.length} there` +
      (isThere ? "" : `, typed ${typed.join("")}, there ${letters(values)}`),
  );
  await after.page.close();
}
await browser.close();
await server.stop();
report(
  `${KILLS} kills: ${shownInAll} fingers shown as kept, ${lost} lost, ${doubled} times another ` +
    `finger; ${drawnOnly} were drawn and not written down yet`,
);
process.exitCode = lost + doubled > 0 ? 1 : 0;
