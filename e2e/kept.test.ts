import { chooseBars, fill, press, quiet, says, undo, until } from "./browser.ts";
import { studio } from "./studio.ts";

// What is typed or pencilled and not stored yet is not dropped by what one does beside it.
const here = studio("--demo");
const value = (label: string) =>
  here.page().evaluate((wanted) => {
    const tag = [...document.querySelectorAll("label")].find(
      (one) => one.textContent.trim() === wanted,
    );
    return (document.getElementById(tag?.htmlFor ?? "") as HTMLInputElement | null)?.value;
  }, label);
const given = async (who = "Ines") =>
  (
    await here.json<{ items: { id: string; pieceId: string; studentName: string }[] }>(
      "/api/assignments",
    )
  ).items.find((one) => one.studentName.startsWith(who))!;

it("keeps the name of a section while its bars are chosen again, and gives the next a new one", async () => {
  const page = here.page();
  const { pieceId } = await given();
  await here.open(page, pieceId);
  await press(page, "Form");
  await chooseBars(page, 2, 3, 24);
  await fill(page, "Name", "the quiet corner");
  await fill(page, "Character: what is it like?", "held back");
  await chooseBars(page, 2, 5, 24);
  await says(page, "Bars 3–6");
  expect(await value("Name")).toBe("the quiet corner");
  await press(page, "Name this section");
  await says(page, "the quiet corner");
  const { sections } = await here.json<{
    sections: { name: string; words: string; from: { bar: number }; to: { bar: number } }[];
  }>(`/api/pieces/${pieceId}/annotations`);
  expect(sections.find((one) => one.name === "the quiet corner")).toMatchObject({
    words: "held back",
    from: { bar: 2 },
    to: { bar: 6 },
  });
  await chooseBars(page, 8, 9, 24);
  await says(page, "Bars 9–10");
  expect(await value("Name")).not.toBe("the quiet corner");
});

it("brings back pencil that was rubbed out", async () => {
  const page = here.page();
  await here.open(page, (await given("Tobin")).pieceId);
  await press(page, "Hands");
  await chooseBars(page, 35, 42, 79);
  await press(page, /^Suggest for/);
  await says(page, "fingers in pencil");
  const said = () => page.$eval(".pencil-card h2", (one) => one.textContent);
  const before = await said();
  await press(page, "Rub out");
  await says(page, "Suggest fingers");
  await press(page, "Bring it back");
  await says(page, "fingers in pencil");
  expect(await said()).toBe(before);
});

it("keeps a changed plan while one looks at something else", async () => {
  const page = here.page();
  const { id } = await given();
  const label = "Performance tempo, ♩ =";
  await page.goto(here.url(`/assignments/${id}`));
  await says(page, "The plan");
  await quiet(page);
  await fill(page, label, "101");
  await page.goto(here.url("/"));
  await says(page, "Ines Aldous");
  await page.goto(here.url(`/assignments/${id}`));
  await says(page, "The plan");
  await quiet(page);
  expect(await value(label)).toBe("101");
  await press(page, "Lay it out again");
  await says(page, "performance 101");
  await page.goto(here.url(`/assignments/${id}`));
  await says(page, "performance 101");
  expect(await page.evaluate(() => sessionStorage.length)).toBe(0);
});

it("begins steps where a first reading came clean, and says where that is too fast", async () => {
  const page = here.page();
  const { id } = await given();
  await page.goto(here.url(`/assignments/${id}`));
  await says(page, "The plan");
  await quiet(page);
  await page.$$eval("summary", (all) =>
    all.find((one) => one.textContent.startsWith("How it is learned"))!.click(),
  );
  const first = "A first reading came clean at ♩ =";
  await fill(page, first, "300");
  await press(page, "Lay it out again");
  await says(page, "10 to performance tempo");
  await fill(page, first, "66");
  await press(page, "Lay it out again");
  const told = async () =>
    (await here.json<{ firstTempo: number | null }>(`/api/assignments/${id}/plan`)).firstTempo;
  await until(async () => (await told()) === 66);
  await undo(page);
  await until(async () => (await told()) === null);
});

it("says what would make a plan fit, and takes it over in two steps", async () => {
  const page = here.page();
  here.complaints().splice(0);
  const { id } = await given();
  await here.send("POST", "/api/plans", {
    forecast: false,
    assignmentId: id,
    goalTempo: 100,
    readyBy: new Date(Date.now() + 86_400_000).toISOString().slice(0, 10),
    minutesByWeekday: [20, 20, 20, 20, 20, 20, 20],
  });
  await page.goto(here.url(`/assignments/${id}`));
  await says(page, "Too little time");
  await quiet(page);
  await press(page, /^Ready by \w/);
  // before anything is stored it is said what would change
  await says(page, "Laid out like this");
  await page.waitForFunction(() =>
    /It fits: .* next 14 days/s.test(document.querySelector(".what-if")?.textContent ?? ""),
  );
  const plan = () => here.json<{ feasible: boolean }>(`/api/assignments/${id}/plan`);
  expect((await plan()).feasible).toBe(false);
  await press(page, "Lay it out again");
  await until(async () => (await plan()).feasible);
  await page.waitForFunction(() => document.querySelector(".what-if") === null);
  await quiet(page);
  // neither half typed nor of a plan that is none any more: nothing was asked in vain
  expect(here.complaints()).toEqual([]);
  await says(page, "It fits");
});
