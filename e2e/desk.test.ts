import type { Page } from "puppeteer-core";
import { pianoScore } from "./bench/score.ts";
import { chooseBars, fill, pick, press, says, undo, until } from "./browser.ts";
import { demo, studio } from "./studio.ts";

// The desk in the small: choosing, naming, fingering, undoing, in the real browser.
const here = studio();
let page: Page;
const otherHand = async () => {
  await page.keyboard.down("Shift");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.up("Shift");
};
beforeAll(() => {
  page = here.page();
});

interface Marks {
  fingerings: { id: string; finger: string }[];
  sections: {
    name: string;
    from: { bar: number; exact: string };
    to: { bar: number; exact: string };
  }[];
}
const { json, bring, open: openPiece } = here;
const open = (id: string) => openPiece(page, id);

it("names a section that begins mid-bar inside another, edits it, and takes that back", async () => {
  const id = await bring(demo("the-ferrymans-wheel"));
  await open(id);
  await press(page, "Form");
  await chooseBars(page, 0, 9, 79);
  await fill(page, "Name", "A");
  await press(page, "Name this section");
  await page.waitForSelector('[aria-label="Edit section A"]');
  await chooseBars(page, 4, 7, 79);
  await fill(page, "Name", "a");
  await pick(page, "First beat", "2½");
  await pick(page, "Ends before beat", "beat 2");
  await press(page, "Name this section");
  await page.waitForSelector('[aria-label="Edit section a"]');
  const sections = async () => (await json<Marks>(`/api/pieces/${id}/annotations`)).sections;
  expect(await sections()).toMatchObject([
    { name: "A", from: { bar: 0, exact: "0" }, to: { bar: 10, exact: "0" } },
    { name: "a", from: { bar: 4, exact: "3/2" }, to: { bar: 7, exact: "1" } },
  ]);
  // nested: set in, and a band of its own under the ridge
  expect(
    await page.$$eval(".section-line", (lines) =>
      lines
        .filter((line) => !line.closest(".pencil-card"))
        .map((line) => (line as HTMLElement).style.marginLeft),
    ),
  ).toEqual(["0px", "18px"]);
  expect(
    await page.$$eval(
      ".ridge-section rect",
      (bands) => new Set(bands.map((band) => band.getAttribute("y"))).size,
    ),
  ).toBe(2);
  await press(page, "Edit section a");
  await fill(page, "Name", "cell");
  await press(page, "Save");
  await says(page, "cell");
  await press(page, "Remove section cell");
  await page.waitForFunction(
    () => !document.querySelector<HTMLElement>(".desk-side")!.innerText.includes("cell"),
  );
  await undo(page);
  await undo(page);
  await page.waitForFunction(() => document.querySelector('[aria-label="Edit section a"]'));
  expect((await sections()).map((one) => one.name)).toEqual(["A", "a"]);
});

it("fingers chords and either hand by keyboard, rubs out, and keeps what is typed fast", async () => {
  const id = await bring(demo("the-ferrymans-wheel"));
  await open(id);
  await press(page, "Hands");
  await chooseBars(page, 73, 74, 79);
  await page.keyboard.press("ArrowRight");
  await says(page, "C, bar 73");
  for (const finger of ["1", "3", "1", "3", "2", "4"]) await page.keyboard.press(finger as "1");
  await says(page, "bar 75");
  const wait = async (count: number) => {
    for (let i = 0; i < 60; i++) {
      const { fingerings } = await json<Marks>(`/api/pieces/${id}/annotations`);
      if (fingerings.length === count) return fingerings;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error("the fingers did not arrive");
  };
  const notes = new Map(
    (
      await json<{ notes: { id: string; bar: number; midi: number; hand: string }[] }>(
        `/api/pieces/${id}/score`,
      )
    ).notes.map((note) => [note.id, note]),
  );
  const written = (await wait(6))
    .map(({ id: note, finger }) => ({ ...notes.get(note)!, finger }))
    .sort((a, b) => a.bar - b.bar || a.midi - b.midi);
  expect(written.filter((one) => one.bar === 74).map((one) => [one.midi, one.finger])).toEqual([
    [75, "2"],
    [78, "4"],
  ]);
  expect(written.every((one) => one.hand === "right")).toBe(true);
  await otherHand();
  await says(page, "left hand");
  await page.keyboard.press("5");
  await wait(7);
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("Backspace");
  await wait(6);
});

it(
  "pencils a typed finger at once where the music comes again, lists the " +
    "bars, and takes it back with the finger",
  async () => {
    const id = await bring(demo("lanterns-on-the-ettle"));
    await open(id);
    await press(page, "Hands");
    await chooseBars(page, 0, 1, 24);
    await page.keyboard.press("ArrowRight");
    await says(page, "D, bar 1");
    await page.keyboard.press("4");
    await says(page, "The same in bars 5, 17, 21");
    await says(page, "3 fingers in pencil");
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.press("Backspace");
    await page.waitForFunction(() => !document.body.innerText.includes("in pencil"));
    await page.keyboard.press("3");
    await says(page, "3 fingers in pencil");
    await press(page, "Ink them");
    await page.waitForFunction(() => !document.body.innerText.includes("in pencil"));
    const notes = new Map(
      (await json<{ notes: { id: string; bar: number }[] }>(`/api/pieces/${id}/score`)).notes.map(
        (note) => [note.id, note.bar],
      ),
    );
    const { fingerings } = await json<Marks>(`/api/pieces/${id}/annotations`);
    expect(fingerings.map(({ id: note, finger }) => `${notes.get(note)}:${finger}`).sort()).toEqual(
      ["0:3", "16:3", "20:3", "4:3"],
    );
  },
);

it("takes the fingers of other instruments, and how they are set up", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"), "guitar");
  await open(id);
  await press(page, "Hands");
  await says(page, "Strings and fingers you write are kept");
  expect(
    await page.evaluate(() =>
      [...document.querySelectorAll("[role=tab]")].map((tab) => tab.textContent),
    ),
  ).toEqual(["Form", "Hands", "Ornaments", "Shape"]);
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
  const stands = (aspect: string, value: string) =>
    page.waitForSelector(`.finger.ink[data-aspect=${aspect}]::-p-text(${value})`);
  // every sign is typed while a note is chosen, also where its letter opens something else
  for (const [key, aspect] of [
    ["m", "pluck"],
    ["p", "pluck"],
    ["2", "finger"],
  ] as const) {
    await page.keyboard.press(key);
    await stands(aspect, key);
  }
  await page.keyboard.press("n");
  await stands("harmonic", "◇");
  await page.keyboard.down("Shift");
  await page.keyboard.press("Digit3");
  await page.keyboard.up("Shift");
  // the tablature shows the string, and a circle what has no place on it
  await page.waitForSelector(".tablature [data-fret], .finger.ink[data-aspect=string]");
  expect(await page.$(".keyboard")).toBeNull();
  await says(page, "Plucking finger");
  // its own tuning, which undo takes back
  await press(page, "Edit the piece");
  await press(page, /^How the guitar is set up/);
  await fill(page, "Capo at fret", "2");
  await (await page.waitForSelector("[role=dialog] .MuiButton-contained"))!.click();
  const setup = async () => (await json<{ setup: object | null }>(`/api/pieces/${id}`)).setup;
  await until(async () => JSON.stringify(await setup()) === '{"capo":2}');
  await undo(page);
  await until(async () => (await setup()) === null);
  // with no note chosen the letter opens what it opens
  await page.keyboard.press("Escape");
  await page.keyboard.press("f");
  await page.waitForSelector("#tab-form[aria-selected=true]");
});

it("takes toe and heel for the organ’s feet by their letters", async () => {
  const staff = (n: number) =>
    ["C", "D", "E", "F"]
      .map(
        (step) =>
          `<note><pitch><step>${step}</step><octave>${5 - n}</octave></pitch>` +
          `<duration>1</duration><voice>${n}</voice><type>quarter</type><staff>${n}</staff>` +
          "</note>",
      )
      .join("");
  const measure = (n: number) =>
    `<measure number="${n}">` +
    (n === 1
      ? "<attributes><divisions>1</divisions><time><beats>4</beats>" +
        "<beat-type>4</beat-type></time><staves>3</staves></attributes>"
      : "") +
    [1, 2, 3].map(staff).join("<backup><duration>4</duration></backup>") +
    "</measure>";
  const id = await bring(
    `<score-partwise version="4.0"><work><work-title>Weir ` +
      "voluntary</work-title></work><part-list><score-part " +
      `id="P1"><part-name>Organ</part-name></score-part></part-list><part ` +
      `id="P1">${[1, 2].map(measure).join("")}</part></score-partwise>`,
    "organ",
  );
  await open(id);
  await press(page, "Hands");
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector(".mark-note");
  await otherHand();
  await otherHand();
  await says(page, "toe or heel");
  await page.keyboard.press("h");
  await page.keyboard.press("t");
  const parts = () =>
    page.$$eval(".finger.ink[data-aspect=part]", (all) => all.map((one) => one.textContent));
  await page.waitForFunction(
    () => document.querySelectorAll(".finger.ink[data-aspect=part]").length === 2,
  );
  // a heel and a toe of the right foot
  expect(await parts()).toEqual(["∪", "∧"]);
});

it("says how an organ’s two staves were read, and reads them otherwise in one step", async () => {
  const voice = (steps: string, octave: number, staff: number, voice: number) =>
    [...steps]
      .map(
        (step) =>
          `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
          `<duration>1</duration><voice>${voice}</voice><type>quarter</type><staff>${staff}</staff>` +
          "</note>",
      )
      .join("");
  const measure = (n: number) =>
    `<measure number="${n}">${n === 1 ? "<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time><staves>2</staves><clef " + 'number="1"><sign>G</sign><line>2</line></clef><clef number="2">' + "<sign>F</sign><line>4</line></clef></attributes>" : ""}${[
      voice("GABG", 4, 1, 1),
      voice("DDDD", 4, 1, 2),
      voice("BAGB", 3, 2, 3),
      voice("GFGG", 2, 2, 4),
    ].join("<backup><duration>4</duration></backup>")}</measure>`;
  const id = await bring(
    `<score-partwise version="4.0"><work><work-title>Hymn for the ` +
      "weir</work-title></work><part-list><score-part " +
      `id="P1"><part-name>Organ</part-name></score-part></part-list><part ` +
      `id="P1">${[1, 2, 3, 4].map(measure).join("")}</part></score-partwise>`,
    "organ",
  );
  await open(id);
  const hands = async () => (await json<{ hands: string[] }>(`/api/pieces/${id}`)).hands.join();
  await press(page, "Form");
  await says(page, "They were read as a hymn on two staves");
  expect(await hands()).toBe("right,left,feet");
  await press(page, "No: two staves for the hands");
  await until(async () => (await hands()) === "right,left");
  await page.waitForFunction(() => !document.body.innerText.includes("They were read as"));
  await undo(page);
  await until(async () => (await hands()) === "right,left,feet");
  // the menu has the same choice, and what is chosen there is not asked again
  await press(page, "Edit the piece");
  await press(page, /^How its staves are read/);
  await press(page, "Read it so");
  await page.waitForFunction(() => !document.body.innerText.includes("They were read as"));
  expect(await hands()).toBe("right,left,feet");
});

it("is worked by keyboard: ridge, strata, zoom, the list of keys", async () => {
  const [first] = (await json<{ items: { id: string }[] }>("/api/pieces?q=wheel")).items;
  await open(first!.id);
  await page.$eval(".ridge svg", (svg) => svg.focus());
  await page.keyboard.press("ArrowRight");
  await page.keyboard.down("Shift");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.up("Shift");
  expect(await page.$eval(".ridge-chosen + title", (title) => title.textContent)).toBe(
    "bars 1–2 chosen",
  );
  await page.keyboard.press("p");
  await says(page, "Damper pedal");
  const width = () =>
    page.$eval(".score-page svg.definition-scale", (svg) => svg.viewBox.baseVal.width);
  const before = await width();
  await press(page, "Larger");
  await page.waitForFunction(
    (old) =>
      document.querySelector<SVGSVGElement>(".score-page svg.definition-scale")!.viewBox.baseVal
        .width < old,
    {},
    before,
  );
  await press(page, "Keyboard shortcuts");
  await says(page, "start or stop the metronome");
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
});

it("edits title and instrument, finds pieces by name, and shows markup as text", async () => {
  const id = await bring(demo("lanterns-on-the-ettle"));
  await open(id);
  await press(page, "Edit the piece");
  await press(page, /^Title, composer/);
  await fill(page, "Title", "<i>Lamps</i> & boats");
  await press(page, /^Save$/);
  await says(page, "<i>Lamps</i> & boats");
  await press(page, "Undo");
  await says(page, "Lanterns on the Ettle");
  for (let i = 0; i < 3; i++) await bring(demo("lanterns-on-the-ettle"));
  await page.goto(here.url("/"));
  await fill(page, "Find a piece", "wheel");
  await page.waitForFunction(() => document.querySelectorAll(".piece-line").length === 2);
  await fill(page, "Find a piece", "zzz");
  await says(page, "Nothing called “zzz”");
});

it("draws only what is near of a long piece, and follows a jump", async () => {
  const id = await bring(pianoScore(300));
  await open(id);
  const pages = await page.$$eval(".score-slot", (slots) => slots.length);
  const drawn = () => page.$$eval(".score-page", (all) => all.length);
  expect(pages).toBeGreaterThan(20);
  expect(await drawn()).toBeLessThan(pages / 2);
  await chooseBars(page, 280, 281, 300);
  await page.waitForFunction(() => document.querySelectorAll(".mark-bars").length >= 2);
  // the pages around it take their height
  await new Promise((resolve) => setTimeout(resolve, 4000));
  await page.waitForFunction(() => {
    const mark = document.querySelector(".score .mark-bars")!;
    const [box, view] = [
      mark.getBoundingClientRect(),
      mark.closest(".score")!.getBoundingClientRect(),
    ];
    return box.bottom > view.top && box.top < view.bottom;
  });
  expect(await drawn()).toBeLessThan(pages);
  expect(here.complaints()).toEqual([]);
});
