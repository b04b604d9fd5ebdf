import type { Page } from "puppeteer-core";
import { chooseBars, fill, pick, press, says, until } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// Harp and guitar at the desk: pedals from pencil to ink, the neck under the selection.
const here = studio();
let page: Page;
beforeAll(() => {
  page = here.page();
});
const { json, bring, open: openPiece } = here;

interface Written {
  marks: { stratum: string; from: { bar: number; exact: string }; data: Record<string, number> }[];
}
const settings = async (id: string) =>
  (await json<Written>(`/api/pieces/${id}/annotations`)).marks.filter(
    ({ stratum }) => stratum === "harp-pedals",
  );

it("suggests the pedals of a harp, moves one by key, looks them through, undoes", async () => {
  const id = await bring(demo("evening-on-the-upper-sallow"), "harp");
  await openPiece(page, id);
  await press(page, "Pedals");
  await says(page, "no pedal settings yet");
  await chooseBars(page, 0, 31, 32);
  await press(page, /^Suggest for 1–32/);
  await says(page, "As the pedals stand when bar 1 begins.");
  await page.waitForSelector(".harp-pedals .pencil");
  expect(await settings(id)).toEqual([]);
  await press(page, "Ink it");
  await page.waitForFunction(() => document.querySelector(".harp-pedals .pencil") === null);
  const inked = await settings(id);
  expect(inked[0]!.data).toEqual({ D: 0, C: 0, B: -1, E: -1, F: 0, G: 0, A: -1 });
  expect(inked.length).toBeGreaterThan(4);
  await press(page, "Check");
  await says(page, "Nothing to doubt");
  // one is dragged within its window, by the pointer and by keys, and taken back
  const of = async (letter: string) =>
    (await settings(id)).slice(1).find(({ data }) => letter in data)!.from;
  const handle = (await page.$(".marks-lane button.movable:nth-of-type(2)"))!;
  const [letter] = await handle.evaluate((button) => button.textContent);
  const stood = await of(letter!);
  const box = (await handle.boundingBox())!;
  const [x, y] = [box.x + 3, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 8, y, { steps: 2 });
  await page.waitForSelector(".marks-window");
  await page.mouse.move(x - 500, y, { steps: 4 });
  await page.mouse.up();
  await until(async () => (await of(letter!)).exact !== stood.exact);
  await press(page, "Check");
  await says(page, "Nothing to doubt");
  await press(page, "Undo");
  await until(async () => (await of(letter!)).exact === stood.exact);
  await page.focus(".marks-lane button.movable:nth-of-type(2)");
  await page.keyboard.down("Shift");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.up("Shift");
  await until(async () => (await of(letter!)).exact !== stood.exact);
  await press(page, "Undo");
  await until(async () => (await of(letter!)).exact === stood.exact);
  // bar 2 has no A: an A natural there is for nobody, and A flat comes in bar 3
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await chooseBars(page, 1, 1, 32);
  await page.keyboard.press("ArrowRight");
  await says(page, "the pedals stand D♮ C♮ B♭");
  await page.keyboard.press("a");
  await says(page, "here: A♮");
  await press(page, "Check");
  await says(page, "is not set; the pedals stand at A♮");
  await press(page, "Undo");
  expect(await settings(id)).toEqual(inked);
  expect(here.complaints()).toEqual([]);
});

it("shows the neck with the position and what still rings", async () => {
  const id = await bring(demo("dance-on-the-plank-bridge"), "guitar");
  await openPiece(page, id);
  await press(page, "Hands");
  await page.waitForSelector(".neck .neck-string");
  expect(await page.$$eval(".neck .neck-string", (all) => all.length)).toBe(6);
  await chooseBars(page, 4, 4, 32);
  await press(page, /^Suggest for|^Suggest$/);
  await says(page, "in pencil");
  await page.waitForSelector(".neck .neck-finger.now");
  const label = await page.$eval(".neck svg", (one) => one.getAttribute("aria-label"));
  expect(label).toMatch(/^Neck: hands, bar 5, position [IVX]+$/);
  // a beginner's version says what it costs
  await press(page, "Rub out");
  await pick(page, "Version", /^for a beginner/);
  await press(page, /^Suggest for|^Suggest$/);
  await says(page, "For a beginner: positions I to II, no stretch, no barre.");
  await press(page, "Rub out");
  // that was asked of this piece: another is asked nothing, and this one is as it was left
  const asked = () =>
    page.evaluate(() =>
      [...document.querySelectorAll(".MuiTextField-root")]
        .find((one) => one.textContent.startsWith("Version"))!
        .querySelector("[role=combobox]")!
        .textContent.slice(0, 14),
    );
  await openPiece(page, await bring(demo("dance-on-the-plank-bridge"), "guitar"));
  await page.waitForSelector(".neck .neck-string");
  expect(await asked()).toBe("for this hand");
  await openPiece(page, id);
  await page.waitForSelector(".neck .neck-string");
  expect(await asked()).toBe("for a beginner");
  await pick(page, "Version", "for this hand");
  expect(here.complaints()).toEqual([]);
});

it("draws the tablature under each system, clear of the notes; it can be hidden", async () => {
  const id = await bring(demo("dance-on-the-plank-bridge"), "guitar");
  await openPiece(page, id);
  expect(await page.$(".tablature")).toBeNull();
  await chooseBars(page, 0, 3, 32);
  await press(page, "Hands");
  await press(page, /^Suggest for|^Suggest$/);
  await page.waitForSelector(".tablature text");
  const drawn = await page.evaluate(() => {
    const of = (one: Element) => one.getBoundingClientRect();
    const row = document.querySelector(".tablature > g")!;
    const strings = [...row.querySelectorAll("line")].map(of).filter(({ height }) => height < 2);
    const frets = [...row.querySelectorAll("text")].map((one) => {
      const head = of(document.querySelector(`g.note[id="${one.dataset.fret}"] g.notehead`)!);
      const { left, width, top, height } = of(one);
      const at = top + height / 2;
      const away = strings.map((line) => Math.abs(line.top - at));
      return {
        fret: one.textContent,
        string: 1 + away.indexOf(Math.min(...away)),
        aside: Math.abs(left + width / 2 - head.left - head.width / 2),
        over: strings[0]!.top - head.bottom,
      };
    });
    return { strings: strings.length, frets };
  });
  expect(drawn.strings).toBe(6);
  // e and a on the fourth and third string, the low a open: common practice, no source
  const [e, a] = drawn.frets;
  expect([e, a]).toMatchObject([
    { fret: "2", string: 4 },
    { fret: "2", string: 3 },
  ]);
  expect(drawn.frets).toContainEqual(expect.objectContaining({ fret: "0", string: 5 }));
  for (const { aside, over } of drawn.frets) {
    expect(aside).toBeLessThan(2);
    expect(over).toBeGreaterThan(0);
  }
  // the slur of bar 4, third to fifth fret; room for the fingers of the system that follows
  expect(await page.$$eval(".tablature [data-joined=slur]", (all) => all.length)).toBe(1);
  const [low, next, bass] = await page.evaluate(() => {
    const of = (one: Element) => one.getBoundingClientRect();
    const lines = [...document.querySelectorAll(".tablature > g line")].map(of);
    const staves = [...document.querySelectorAll("g.measure")].map(of);
    const below = Math.max(...lines.map(({ bottom }) => bottom));
    const notes = [...document.querySelectorAll<SVGElement>(".fingers [data-aspect=finger]")];
    const heads = notes.map((one) =>
      of(document.querySelector(`g.note[id="${one.dataset["note"]}"] g.notehead`)!),
    );
    return [
      below,
      Math.min(...staves.map(({ top }) => top).filter((top) => top > below)),
      notes.filter((one, i) => of(one).top > heads[i]!.bottom).map((one) => one.textContent),
    ] as const;
  });
  expect(next - low).toBeGreaterThan(40);
  // of each bar's bass, under it: two open strings, then two by the first finger
  expect(bass).toEqual(["0", "0", "1", "1"]);
  // fingers stand over the rest of the upper voice, positions over the tempo
  const touching = await page.evaluate(() => {
    const signs = [...document.querySelectorAll(".fingers text, .following text")];
    // the box of the whole tempo is as tall as the font of its note
    const number = [...document.querySelectorAll("g.tempo tspan")].filter(
      (one) => one.childElementCount === 0 && /\d/.test(one.textContent),
    );
    const engraved = [...document.querySelectorAll("g.rest"), ...number];
    const of = (one: Element) => one.getBoundingClientRect();
    const meet = (a: DOMRect, b: DOMRect) =>
      Math.min(a.right, b.right) - Math.max(a.left, b.left) > 2 &&
      // digits have air over and under them in their line
      Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > a.height / 3;
    return {
      signs: signs.length,
      rests: engraved.length,
      touching: signs.flatMap((one) =>
        engraved.some((other) => meet(of(one), of(other))) ? [one.textContent] : [],
      ),
    };
  });
  expect(touching.signs).toBeGreaterThan(15);
  expect(touching.rests).toBeGreaterThan(3);
  expect(touching.touching).toEqual([]);
  await press(page, "Edit");
  await press(page, "Hide the tablature");
  await page.waitForFunction(() => document.querySelector(".tablature") === null);
  await page.waitForSelector(".neck");
  await press(page, "Edit");
  await press(page, "Show the tablature");
  await page.waitForSelector(".tablature text");
  expect(here.complaints()).toEqual([]);
});

it("writes a pedal for one time of a repeat only", async () => {
  const steps = ["F4 G4 E4 G4", "F4# G4 E4 E4"].map((bar) =>
    bar
      .split(" ")
      .map(
        (pitch) =>
          `<note><pitch><step>${pitch[0]}</step><alter>${pitch[2] ? 1 : 0}</alter><octave>4</octave>` +
          `</pitch><duration>1</duration><type>quarter</type></note>`,
      ),
  );
  const id = await bring(
    `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Harp</part-name>` +
      `</score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>1` +
      `</divisions><time><beats>4</beats><beat-type>4</beat-type></time><clef><sign>G</sign>` +
      `<line>2</line></clef></attributes>${steps[0]!.join("")}</measure><measure number="2">` +
      `${steps[1]!.join("")}<barline location="right"><repeat direction="backward"/></barline>` +
      `</measure></part></score-partwise>`,
    "harp",
  );
  await openPiece(page, id);
  await press(page, "Pedals");
  await chooseBars(page, 0, 1, 2);
  await press(page, /^Suggest for 1–2|^Suggest$/);
  await says(page, "1st time F♮");
  await press(page, "Ink it");
  await until(async () => (await settings(id)).length === 3);
  await press(page, "Check");
  await says(page, "Nothing to doubt");
  await page.keyboard.press("ArrowRight");
  await says(page, "each time");
  await press(page, "2nd time");
  await page.keyboard.press("a");
  await until(async () =>
    (await settings(id)).some(({ data }) => data["time"] === 2 && data["A"] === 1),
  );
  await press(page, "Undo");
  await until(async () => (await settings(id)).length === 3);
  expect(here.complaints()).toEqual([]);
});

it("shows where the hands of a harp take a broken chord in turn, and gives it over", async () => {
  const note = (pitch: string) =>
    `<note><pitch><step>${pitch[0]}</step><octave>${pitch[1]}</octave></pitch>` +
    `<duration>1</duration><voice>1</voice><type>16th</type><staff>1</staff></note>`;
  const rising = "C3 E3 G3 C4 E4 G4 C5 E5 G5 C6 E6 G6".split(" ").map(note).join("");
  const id = await bring(
    `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Harp</part-name>` +
      `</score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>4` +
      `</divisions><time><beats>3</beats><beat-type>4</beat-type></time><staves>2</staves><clef ` +
      `number="1"><sign>G</sign><line>2</line></clef><clef number="2"><sign>F</sign><line>4` +
      `</line></clef></attributes>${rising}<backup><duration>12</duration></backup><note><rest/>` +
      `<duration>12</duration><voice>2</voice><staff>2</staff></note></measure></part>` +
      `</score-partwise>`,
    "harp",
  );
  await openPiece(page, id);
  await chooseBars(page, 0, 0, 1);
  await press(page, "Hands");
  await press(page, /^Suggest for|^Suggest$/);
  await says(page, "of the broken chord C E G C E G …, beginning with C.");
  await press(page, "Give it over");
  const moved = async () =>
    (await json<{ movedHands: unknown[] }>(`/api/pieces/${id}/annotations`)).movedHands;
  await until(async () => (await moved()).length > 5);
  expect(here.complaints()).toEqual([]);
});

it("sets the pedals for a glissando, and tunes a lever harp to what saves most", async () => {
  const id = await bring(demo("evening-on-the-upper-sallow"), "harp");
  await openPiece(page, id);
  await press(page, "Pedals");
  await page.keyboard.press("ArrowRight");
  await page.$$eval("summary", (all) =>
    all.find((one) => one.textContent.startsWith("A glissando on a chord"))!.click(),
  );
  await page.waitForSelector(".glissandi[open] input");
  await page.type(".glissandi input", "H9");
  await says(page, "Write a chord as");
  await page.$eval(".glissandi input", (input) => input.select());
  await page.type(".glissandi input", "c e g");
  await says(page, "No pedal brings D, A into this chord");
  await page.$eval(".glissandi input", (input) => input.select());
  await page.type(".glissandi input", "Bb9");
  // of a dominant ninth every string belongs to it; letters typed there are no pedals
  await press(page, /^D♮ C♮ B♭ E♯ F♮ G♯ A♭/);
  await until(async () => (await settings(id)).length === 1);
  expect((await settings(id))[0]!.data).toEqual({ D: 0, C: 0, B: -1, E: 1, F: 0, G: 1, A: -1 });
  await says(page, "the pedals stand so");
  await press(page, "Undo");
  await until(async () => (await settings(id)).length === 0);

  const piece = async () =>
    json<{ setup: { tuning?: string; fixed?: string[] } | null }>(`/api/pieces/${id}`);
  await fetch(here.url(`/api/pieces/${id}`), {
    method: "PATCH",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ setup: { kind: "lever" } }),
  });
  await openPiece(page, id);
  await press(page, "Levers");
  await says(page, "Tuned to E♭ major no lever is flipped in");
  await press(page, "Which tuning saves most?");
  await says(page, "as it is");
  await press(page, "Tune so");
  await until(async () => ((await piece()).setup?.tuning ?? "Eb") !== "Eb");
  await press(page, "Undo");
  await until(async () => (await piece()).setup?.tuning === undefined);

  // a small harp: strings that have no lever cannot be pressed
  await press(page, "Edit the piece");
  await press(page, /^How the harp is set up/);
  await fill(page, "Strings without disc or lever", "d E2 sharp");
  await says(page, "Letters or strings such as D or C1.");
  await fill(page, "Strings without disc or lever", "d E2");
  await (await page.waitForSelector("[role=dialog] .MuiButton-contained"))!.click();
  await until(async () => (await piece()).setup?.fixed?.join() === "D,E2");
  await page.waitForSelector('.lever-entry [title="D♮4, no lever"]:disabled');
  expect(here.complaints()).toEqual([]);
});
