import { readFileSync } from "node:fs";
import { join } from "node:path";
import { chooseBars, openBrowser, press, quiet, says } from "./browser.ts";
import { root, startServer } from "./server.ts";

// node --import tsx e2e/screenshots.ts: one current picture of each main view, from the demo
// studio.
const folder = join(root, "docs", "screenshots");
const server = await startServer("--demo");
const empty = await startServer();
const browser = await openBrowser();
const calm = () => new Promise((resolve) => setTimeout(resolve, 900));

const { items } = (await (await fetch(`${server.url}/api/assignments`)).json()) as {
  items: { id: string; pieceId: string; studentId: string; studentName: string }[];
};
const tobin = items.find((one) => one.studentName.startsWith("Tobin"))!;
const una = items.find((one) => one.studentName.startsWith("Una"))!;
const ines = items.find((one) => one.studentName.startsWith("Ines"))!;
const casimir = items.find((one) => one.studentName.startsWith("Casimir"))!;
const ilse = items.find((one) => one.studentName.startsWith("Ilse"))!;
const { page } = await browser.window(1280, 800);
await page.emulateMediaFeatures([{ name: "prefers-color-scheme", value: "light" }]);
const shot = async (name: string) => {
  await quiet(page);
  await calm();
  await page.screenshot({ path: join(folder, `${name}.png`) });
};
const desk = async () => {
  await page.goto(`${server.url}/pieces/${tobin.pieceId}?for=${tobin.id}`);
  await page.waitForSelector(".score[data-drawn=yes] .fingers");
};

await page.goto(empty.url);
await says(page, "Bring a score");
await shot("empty-studio");
await page.goto(server.url);
await says(page, "Ines Aldous");
await shot("studio");
await desk();
await press(page, "Form");
await chooseBars(page, 35, 42, 79);
await shot("desk-form");
await page.keyboard.press("Escape");
await press(page, "Hands");
await chooseBars(page, 35, 42, 79);
await press(page, /^Suggest for/);
await says(page, "in pencil");
await page.keyboard.press("ArrowRight");
await shot("desk-hands");
await page.goto(`${server.url}/pieces/${ines.pieceId}?for=${ines.id}`);
await page.waitForSelector(".score[data-drawn=yes] .fingers");
await press(page, "Pedal");
await page.keyboard.press("ArrowRight");
await shot("desk-pedal");
await desk();
await press(page, "Shape");
await chooseBars(page, 35, 50, 79);
await shot("desk-shape");
await page.goto(`${server.url}/assignments/${tobin.id}`);
await says(page, "Likely ready");
await shot("plan");
await page.goto(`${server.url}/students/${una.studentId}`);
await page.waitForSelector(".calendar-day");
// each piece's ridge, and when it will be ready
await page.waitForFunction(
  () =>
    (document.body.textContent.match(/likely ready between/g) ?? []).length >= 3 &&
    (document.body.textContent.match(/performance \d/g) ?? []).length >= 4,
);
await shot("student");
await page.goto(`${server.url}/students/${una.studentId}/lesson`);
await page.waitForFunction(() => document.querySelectorAll(".lesson .card svg").length >= 3);
await shot("lesson");
await page.goto(`${server.url}/pieces/${tobin.pieceId}/survey?for=${tobin.id}`);
await says(page, "Work on these first");
await shot("survey");
await page.goto(`${server.url}/pieces/${tobin.pieceId}/map?for=${tobin.id}`);
await page.waitForSelector(".map-picture canvas");
const map = (await (await page.$(".map-picture"))!.boundingBox())!;
await page.mouse.click(map.x + (28.5 / 79) * map.width, map.y + (3.5 / 79) * map.height);
await page.waitForFunction(() => document.querySelectorAll(".map-ring").length === 2);
await shot("map");
const other = new FormData();
other.set(
  "file",
  new File(
    [
      readFileSync(join(root, "demo/pieces/lanterns-on-the-ettle.musicxml"), "utf8")
        .replace("Lanterns on the Ettle", "Lanterns, easier edition")
        .replace(/ *<measure number="11">[\s\S]*?<\/measure>/, "")
        .replace(
          "<step>C</step><octave>5</octave></pitch><duration>8",
          "<step>A</step><octave>4</octave></pitch><duration>8",
        ),
    ],
    "easier.musicxml",
  ),
);
const easier = (await (
  await fetch(`${server.url}/api/pieces`, { method: "POST", body: other })
).json()) as { id: string };
await page.goto(`${server.url}/pieces/${ines.pieceId}/compare/${easier.id}`);
await page.waitForFunction(
  () => document.querySelectorAll(".editions-excerpt .score-page svg").length >= 2,
);
await shot("editions");
await fetch(`${server.url}/api/pieces/${easier.id}`, {
  method: "PATCH",
  headers: { "content-type": "application/json" },
  body: JSON.stringify({ archived: true }),
});
const paper = (
  (await (await fetch(`${server.url}/api/pieces?q=waltz`)).json()) as { items: { id: string }[] }
).items[0]!;
await page.goto(`${server.url}/pieces/${paper.id}/pages`);
await page.waitForSelector('[data-bar="32"]');
await shot("pages");
const lamps = (
  (await (await fetch(`${server.url}/api/pieces?q=lamps`)).json()) as { items: { id: string }[] }
).items[0]!;
await page.goto(`${server.url}/pieces/${lamps.id}`);
await page.waitForSelector("#tab-bellows");
await page.click("#tab-bellows");
await page.waitForSelector(".bellows-strip polyline");
await shot("desk-bellows");
const dance = (
  (await (await fetch(`${server.url}/api/pieces?q=plank`)).json()) as { items: { id: string }[] }
).items[0]!;
await page.goto(`${server.url}/print/score/${dance.id}`);
await page.waitForSelector(".print[data-ready=yes]");
await shot("print-score");

await page.setViewport({ width: 1024, height: 768 });
const { due } = (await (await fetch(`${server.url}/api/studio`)).json()) as {
  due: { id: string; studentName: string }[];
};
await page.goto(
  `${server.url}/practice/${due.find((card) => card.studentName.startsWith("Tobin"))!.id}`,
);
await page.waitForSelector(".score[data-drawn=yes] .fingers");
for (const [key, text] of [
  ["ArrowRight", "1 clean"],
  ["ArrowLeft", "1 slip"],
] as const) {
  await page.keyboard.press(key);
  await says(page, text);
}
await shot("practice-room");
await page.setViewport({ width: 390, height: 844 });
await shot("practice-phone");
await page.setViewport({ width: 768, height: 1024 });
await page.goto(`${server.url}/pieces/${casimir.pieceId}?for=${casimir.id}`);
await page.waitForSelector(".score[data-drawn=yes] [data-aspect=part]");
await press(page, "Hands");
await page.click("[data-aspect=part]");
await shot("desk-upright");
await page.setViewport({ width: 1280, height: 800 });
await page.setViewport({ width: 1024, height: 768 });
await page.emulateMediaFeatures([{ name: "prefers-color-scheme", value: "dark" }]);
await page.goto(`${server.url}/pieces/${ilse.pieceId}?for=${ilse.id}`);
await page.waitForSelector(".score[data-drawn=yes] .fingers");
await press(page, "Hands");
await page.keyboard.press("ArrowRight");
await page.waitForSelector(".mark-note");
await shot("desk-dark-tablet");

await browser.close();
await server.stop();
await empty.stop();
