import { chooseBars, fill, pick, press, quiet, says, until } from "./browser.ts";
import { studio } from "./studio.ts";

// The first two minutes of somebody new, and the places where one looks for things.
const here = studio();
const drawn = () => here.page().waitForSelector(".score[data-drawn=yes] .score-page svg");

it("begins with a piece made for it, a student added where one is needed, and the help", async () => {
  const page = here.page();
  const refused: string[] = [];
  page.on("response", (response) => {
    if (response.status() >= 400) refused.push(`${response.status()} ${response.url()}`);
  });
  await page.goto(here.url("/"));
  await press(page, "How it goes");
  await says(page, "Secure tempo".toLowerCase());
  await press(page, "About Yarrow Ridge");
  await says(page, "LGPL-3.0-or-later");
  await page.goto(here.url("/"));
  await press(page, /^Lanterns on the Ettle/);
  await drawn();
  await press(page, "Give it to a student");
  await fill(page, "Name", "Petra Vane");
  await press(page, "Add and give");
  await press(page, "Make a plan");
  await says(page, "No plan yet");
  await quiet(page);
  // nothing was asked for that could not be there
  expect(refused).toEqual([]);
  expect(here.complaints()).toEqual([]);
});

it("pencils fingers in the chosen bars, and elsewhere only when asked", async () => {
  const page = here.page();
  const [piece] = (await here.json<{ items: { id: string }[] }>("/api/pieces")).items;
  await here.open(page, piece!.id);
  await press(page, "Hands");
  await chooseBars(page, 0, 3, 24);
  await press(page, /^Suggest for/);
  await says(page, "fingers in pencil");
  const { notes } = await here.json<{ notes: { bar: number }[] }>(`/api/pieces/${piece!.id}/score`);
  const here4 = notes.filter((one) => one.bar <= 3).length;
  const said = async () =>
    Number(await page.$eval(".pencil-card h2", (one) => parseInt(one.textContent)));
  expect(await said()).toBeLessThanOrEqual(here4);
  await says(page, "The same in");
  await press(page, "Pencil them there too");
  await until(async () => (await said()) > here4);
});

it("goes to a bar, hears it from any stratum, and says when there is none", async () => {
  const page = here.page();
  await page.keyboard.press("Escape");
  await press(page, "Form");
  await page.keyboard.press("g");
  await page.keyboard.type("9-12");
  await page.keyboard.press("Enter");
  await says(page, "Bars 9–12");
  await press(page, "Hear it");
  await page.waitForSelector("::-p-text(Stop)");
  await press(page, "Stop");
  await page.keyboard.press("g");
  await page.keyboard.type("99");
  await page.keyboard.press("Enter");
  await says(page, "no bar 99");
});

it("prints and saves with the fingers and bars that are wanted", async () => {
  const page = here.page();
  await press(page, "Print, save");
  await pick(page, "Fingers", "as printed, nothing written in");
  await pick(page, "Bars", /^those chosen/);
  const href = () =>
    page.$eval("[role=dialog] a.MuiButton-contained", (one) => one.getAttribute("href"));
  expect(await href()).toMatch(/\/print\/score\/.+\?layer=printed&from=8&to=11$/);
  await page.click("[role=dialog] a.MuiButton-contained");
  await drawn();
  await says(page, "bars 9–12");
  expect(await page.$$eval(".score-page g.measure", (all) => all.length)).toBe(4);
});

it("finds what was put away in the archive, brings it back, and erases for good when told", async () => {
  const page = here.page();
  const { items } = await here.json<{ items: { id: string; studentId: string }[] }>(
    "/api/assignments",
  );
  await page.goto(here.url(`/students/${items[0]!.studentId}`));
  await press(page, "Put away");
  await says(page, "No piece in work");
  await page.goto(here.url("/archive"));
  await says(page, "Put away by students");
  await press(page, /^Erase Lanterns/);
  await says(page, "It cannot be undone");
  await press(page, "Keep it");
  await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
  await press(page, /^Erase Lanterns/);
  await press(page, "Erase for good");
  await says(page, "Nothing is archived");
  const after = await here.json<{ items: unknown[] }>("/api/assignments?archived=true");
  expect(after.items).toEqual([]);
  // the piece is renamed and put away where it stands in the list
  await page.goto(here.url("/"));
  await press(page, "More of Lanterns on the Ettle");
  await press(page, "Title, composer");
  await fill(page, "Title", "Lights on the Ettle");
  await press(page, /^Save$/);
  await says(page, "Lights on the Ettle");
  await press(page, "More of Lights on the Ettle");
  await page.click("[role=menuitem]:last-child");
  await says(page, "No file at hand?");
  await page.goto(here.url("/archive"));
  await says(page, "Lights on the Ettle");
});

it("shows something sensible at addresses with nonsense in them", async () => {
  const page = here.page();
  for (const [path, text] of [
    ["/pieces/nonsense", "There is no such piece"],
    ["/pieces/nonsense/survey", "There is no such piece"],
    ["/pieces/nonsense/pages?page=x", "There is no such piece"],
    ["/students/%3Cb%3E", "There is no such student"],
    ["/assignments/0", "There is no such assignment"],
    ["/practice/0", "There is no such card"],
    ["/print/week/0", "There is no such assignment"],
    ["/print/score/0?from=9&to=1", "There is no such piece"],
    ["/a/b/c", "There is no page at this address"],
    ["/archive?page=-1", "Archive"],
  ] as const) {
    await page.goto(here.url(path));
    await says(page, text);
  }
});
