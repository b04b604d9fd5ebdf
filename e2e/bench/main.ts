import { DOMParser } from "@xmldom/xmldom";
import { propose, proposeAfter, proposeNotes } from "@yarrow-ridge/core/instruments/propose";
import { analyse, segment } from "@yarrow-ridge/core/form";
import { surveyFor } from "@yarrow-ridge/core/instruments/survey";
import { readFile } from "@yarrow-ridge/core/score";
import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { openBrowser } from "../browser.ts";
import { startServer } from "../server.ts";
import { pairs, report } from "./measure.ts";
import { measurePlans } from "./plans.ts";
import { measureStudio } from "./studio.ts";
import { melody, pianoScore } from "./score.ts";
import { benchGrowth, benchLimbs } from "./limbs.ts";
import { benchBellows, benchStrings } from "./strings.ts";

// npm run bench: one JSON line a measure, each a ratio within this run.
const BARS = 100;
const xml = pianoScore(BARS);
const bytes = new TextEncoder().encode(xml);

const parse = () => new DOMParser().parseFromString(xml, "text/xml");
const imported = pairs(15, () => analyse(readFile(bytes).score), parse);
report(
  "import of a 100-bar piano score against parsing its XML alone",
  { importMs: imported.a, parseMs: imported.b },
  imported.ratio,
  "<= 5",
);

/** Survey and form of a score of so many bars, and the parsing of its XML alone. */
function known(bars: number) {
  const text = pianoScore(bars);
  const { score } = readFile(new TextEncoder().encode(text));
  return {
    know: () => {
      segment(score, analyse(score));
      surveyFor(score, { instrument: "piano" });
    },
    parse: () => new DOMParser().parseFromString(text, "text/xml"),
  };
}
const small = known(300);
const surveyed = pairs(5, small.know, small.parse);
report(
  "survey and form of 300 bars against parsing their XML alone",
  { knowMs: surveyed.a, parseMs: surveyed.b },
  surveyed.ratio,
  "<= 2",
);
const times = [300, 1000, 3000].map((bars) => ({
  bars,
  ms: pairs(bars > 1000 ? 1 : 3, known(bars).know, () => undefined).a,
}));
const perBar = (at: number) => times[at]!.ms / times[at]!.bars;
report(
  "survey and form: time per bar of 3000 bars against 300",
  Object.fromEntries(times.map(({ bars, ms }) => [`ms${bars}`, ms])),
  perBar(2) / perBar(0),
  "<= 2",
);
report(
  "peak memory so far, in megabytes",
  { peakMb: process.resourceUsage().maxRSS / 1024 },
  process.resourceUsage().maxRSS / 1024 / 1024,
  "reported",
);

const { score } = readFile(bytes);
const toolkit = new VerovioToolkit(await createVerovioModule());
toolkit.setOptions({
  pageWidth: 2200,
  pageHeight: 1500,
  scale: 40,
  adjustPageHeight: true,
  header: "none",
  footer: "none",
});
const engrave = () => {
  toolkit.loadData(xml);
  for (let page = 1; page <= toolkit.getPageCount(); page++) toolkit.renderToSVG(page);
};
// its form is known since it was imported
const itsForm = analyse(score);
const both = () =>
  ["right", "left"].map((hand) => propose(score, { hand, from: 0, to: BARS - 1, form: itsForm }));
const fingered = pairs(9, both, engrave);
report(
  "proposing both hands' fingering for 100 bars against engraving them once",
  { proposeMs: fingered.a, engraveMs: fingered.b },
  fingered.ratio,
  "<= 1",
);

// a melody that returns now and then: eight-bar phrases of eighths, every third one heard before
const tune = melody(1000);
toolkit.setOptions({ pageHeight: 2900 });
const draw = (xml: string) => {
  toolkit.loadData(xml);
  for (let page = 1; page <= toolkit.getPageCount(); page++) toolkit.renderToSVG(page);
};
const engraveTune = () => draw(tune.xml);
const plain = () => proposeNotes(tune.played, { hand: "right", ties: false });
const line = pairs(9, plain, engraveTune);
report(
  "fingers for 1000 melody notes against engraving the same notes",
  { proposeMs: line.a, engraveMs: line.b },
  line.ratio,
  "<= 0.5",
);
const ways = pairs(
  9,
  () => proposeNotes(tune.played, { hand: "right", ties: false, alternatives: 5 }),
  plain,
);
report(
  "five other ways for the same against the one",
  { waysMs: ways.a, oneMs: ways.b },
  ways.ratio,
  "<= 2",
);
const tied = pairs(9, () => proposeNotes(tune.played, { hand: "right" }), plain);
report(
  "the same with what returns tied against without",
  { tiedMs: tied.a, freeMs: tied.b },
  tied.ratio,
  "<= 2",
);
benchStrings(tune, draw);
benchBellows(draw);
benchLimbs(draw);
benchGrowth();
const growth = [1000, 5000, 20_000].map((count) => {
  const { played } = melody(count);
  return {
    count,
    ms: pairs(
      3,
      () => proposeNotes(played, { hand: "right" }),
      () => undefined,
    ).a,
  };
});
report(
  "fingers with ties: time per note of 20000 notes against 1000",
  Object.fromEntries(growth.map(({ count, ms }) => [`ms${count}`, ms])),
  growth[2]!.ms / 20 / growth[0]!.ms,
  "<= 2",
);
const rights = score.notes.filter((note) => note.hand === "right");
const asked = { hand: "right", from: 0, to: BARS - 1, form: itsForm };
let { solved } = proposeAfter(score, asked, undefined);
let turn = 0;
const lock = () => {
  // another note each time, so that each time the one before is let go as well
  turn += 37;
  ({ solved } = proposeAfter(
    score,
    { ...asked, locks: new Map([[rights[turn % rights.length]!.id, "2"]]) },
    solved,
  ));
};
const locked = pairs(15, lock, () => propose(score, asked));
report(
  "one lock changed in 100 bars: what it affects solved again, against the hand solved whole",
  { againMs: locked.a, wholeMs: locked.b, moments: solved!.prepared.line.moments.length },
  locked.ratio,
  "<= 0.25",
);

// two different fingers where the music is the same: what is tied there goes apart
const first = rights.findIndex(
  (note) =>
    note.bar ===
    itsForm.returns.find((one) => one.hand === "right" && one.relation === "exact")?.of,
);
const again = rights.findIndex(
  (note) =>
    note.bar ===
    itsForm.returns.find((one) => one.hand === "right" && one.relation === "exact")?.from,
);
const contradict = () => {
  turn++;
  ({ solved } = proposeAfter(
    score,
    {
      ...asked,
      locks: new Map([
        [rights[first + 2]!.id, "2"],
        [rights[again + 2]!.id, turn % 2 ? "3" : "4"],
      ]),
    },
    solved,
  ));
};
const parted = pairs(15, contradict, () => propose(score, asked));
report(
  "the same where it contradicts its return",
  { againMs: parted.a, wholeMs: parted.b, moments: solved!.prepared.line.moments.length },
  parted.ratio,
  "<= 0.25",
);

const server = await startServer("--demo");
const browser = await openBrowser();
const { page } = await browser.window();
const session = await page.createCDPSession();
await session.send("Network.enable");
const sizes = new Map<string, number>();
const names = new Map<string, string>();
session.on("Network.responseReceived", ({ requestId, response }) =>
  names.set(requestId, new URL(response.url).pathname),
);
session.on("Network.loadingFinished", ({ requestId, encodedDataLength }) =>
  sizes.set(names.get(requestId) ?? requestId, encodedDataLength),
);
await page.goto(server.url, { waitUntil: "networkidle0" });
const transferred = [...sizes.values()].reduce((sum, size) => sum + size, 0);
const limit = 350 * 1024;
report(
  "first screen: bytes transferred, compressed, against 350 kB",
  { kilobytes: transferred / 1024, requests: sizes.size },
  transferred / limit,
  "<= 1",
);
// the form of a long piece, worked out and drawn while the page is used: tasks of the page's own
// thread, once the screen stands
const form = new FormData();
form.set("file", new File([pianoScore(300)], "long.musicxml"));
const { id } = (await (
  await fetch(`${server.url}/api/pieces`, { method: "POST", body: form })
).json()) as { id: string };
await page.goto(`${server.url}/pieces/${id}/map`, { waitUntil: "networkidle0" });
await page.waitForSelector(".map-picture canvas");
await new Promise((resolve) => setTimeout(resolve, 3000));
const longest = await page.evaluate(async () => {
  const tasks: number[] = [];
  const watcher = new PerformanceObserver((list) =>
    tasks.push(...list.getEntries().map((entry) => entry.duration)),
  );
  watcher.observe({ type: "longtask" });
  for (const hand of ["right", "left", "both", "right", "left", "both"]) {
    document.querySelector<HTMLElement>(`button[value="${hand}"]`)!.click();
    // the old picture goes at once, the new one comes when it is worked out
    for (const there of [false, true])
      while ((document.querySelector(".map-picture canvas") !== null) !== there)
        await new Promise((resolve) => setTimeout(resolve, 5));
  }
  await new Promise((resolve) => setTimeout(resolve, 300));
  watcher.disconnect();
  return { count: tasks.length, ms: Math.max(0, ...tasks) };
});
report(
  "the picture of 300 bars worked out six times: longest task of the page, against 50 ms",
  { longestMs: longest.ms, tasksOver50Ms: longest.count },
  longest.ms / 50,
  "<= 1",
);
await browser.close();
await server.stop();
await measurePlans();
await measureStudio();
