import type { HTTPRequest } from "puppeteer-core";
import { allTexts } from "../scripts/texts.mjs";
import { pick, press, until, quiet, says } from "./browser.ts";
import { studio, type Ids } from "./studio.ts";

const here = studio("--demo");

/** Speaks as was chosen before. */
const chosen = (spoken: object) =>
  here
    .page()
    .evaluateOnNewDocument(
      (text) => localStorage.setItem("yarrow-ridge-spoken", text),
      JSON.stringify({ state: { chosen: spoken }, version: 0 }),
    );

/** All texts on the page, seen or read aloud; music itself has none. */
const texts = (): Promise<string[]> =>
  here.page().evaluate(() => {
    const found: string[] = [];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walk.nextNode(); node; node = walk.nextNode())
      if (
        !node.parentElement!.closest("script, style, .score-page > svg, .MuiPickersTextField-root")
      )
        found.push(node.textContent ?? "");
    for (const name of ["aria-label", "title", "placeholder", "alt"])
      for (const one of document.querySelectorAll(`[${name}]`)) found.push(one.getAttribute(name)!);
    return found;
  });

/** Every view, and what is opened in it in turn. */
const VIEWS: readonly (readonly [path: (ids: Ids) => string, opened?: readonly RegExp[]])[] = [
  [() => "/", [/Add a student/]],
  [() => "/", [/Settings/]],
  [() => "/", [/Keyboard shortcuts/]],
  [({ student }) => `/students/${student}`, [/^\W*Edit\W*$/]],
  [
    ({ piece, assignment }) => `/pieces/${piece}?for=${assignment}&bars=4-7`,
    [/^\W*Form/, /^\W*Hands/, /^\W*Suggest for/, /^\W*Pedal/, /^\W*Shape/, /Edit the piece/],
  ],
  [({ piece }) => `/pieces/${piece}?bars=4-7`, [/Print, save/]],
  [({ piece, assignment }) => `/pieces/${piece}/survey?for=${assignment}`],
  [({ piece }) => `/pieces/${piece}/map`],
  [({ piece }) => `/pieces/${piece}/pages`],
  [({ assignment }) => `/assignments/${assignment}`, [/Move cards/]],
  [({ student }) => `/students/${student}/lesson`],
  [({ card }) => `/practice/${card}`, [/Start/]],
  [() => "/archive"],
  [() => "/copies"],
  [() => "/help"],
  [({ assignment }) => `/print/week/${assignment}`],
  [({ student }) => `/print/students/${student}`],
  [({ piece }) => `/print/score/${piece}`],
  [() => "/nowhere"],
];

/** What is said on every view, with all that opens. */
async function everywhere(look: (text: string) => string[]): Promise<string[]> {
  const page = here.page();
  const known = await here.ids();
  const found = new Set<string>();
  const note = async (where: string) => {
    for (const text of await texts()) for (const one of look(text)) found.add(`${where}: ${one}`);
  };
  for (const [path, opened = []] of VIEWS) {
    await page.goto(here.url(path(known)));
    await quiet(page);
    const where = path({ piece: ":", assignment: ":", student: ":", card: ":" });
    await note(where);
    for (const one of opened) {
      await press(page, one);
      await quiet(page);
      await note(`${where} ${one.source}`);
    }
  }
  return [...found];
}

/**
 * The name of the program, signs of loudness and harmony, the words of the settings that are of
 * English only, and what the date picker says, which has languages of its own.
 */
const NO_SENTENCES =
  /^(Yarrow Ridge|mf|[ivIV]+6?4?|link|coda|November 28|a measure|half, quarter, eighth note|Month|Day|Year|Open|Choose date.*)$/;

/** What people wrote themselves. */
async function ownWords(): Promise<string> {
  const copy = await Promise.all(
    ["pieces", "students", "assignments"].map((name) =>
      here.json<{ items: { id: string }[] }>(`/api/${name}`),
    ),
  );
  const pieces = copy[0]!.items.map(({ id }) => id);
  const within = await Promise.all(
    pieces.flatMap((id) => [
      here.json(`/api/pieces/${id}/sections`),
      here.json(`/api/pieces/${id}/annotations`),
    ]),
  );
  const names = await here.json<{ name: string }>("/api/studio");
  return JSON.stringify([copy, within, names]);
}

it("is whole in a second language, which is one file", async () => {
  const page = here.page();
  // a language that puts every sentence in brackets: what is not of it stands bare
  const language = Object.fromEntries(allTexts().map((text) => [text, `⟦${text}⟧`]));
  await page.setRequestInterception(true);
  const answer = (request: HTTPRequest) =>
    void (request.url().endsWith("/texts/xx.json")
      ? request.respond({ contentType: "application/json", body: JSON.stringify(language) })
      : request.continue());
  page.on("request", answer);
  const script = await chosen({ language: "xx" });
  const own = await ownWords();
  const trimmed = (part: string) =>
    part
      .trim()
      .replace(/^[,:;–-]+\s*/, "")
      .replace(/,( \d+)?$/, "");
  const isOwn = (part: string) =>
    [part, part[0]!.toLowerCase() + part.slice(1)].some(
      (one) => own.includes(JSON.stringify(one).slice(1, -1)) || NO_SENTENCES.test(one),
    );
  const bare = (text: string): string[] => {
    const less = text.replace(/⟦[^⟦⟧]*⟧/g, " · ");
    if (less !== text) return bare(less);
    return text
      .split(/ · |\n/)
      .map(trimmed)
      .filter((part) => /\p{Ll}{2}/u.test(part) && !isOwn(part));
  };
  const left = await everywhere(bare).finally(async () => {
    page.off("request", answer);
    await page.setRequestInterception(false);
    await page.removeScriptToEvaluateOnNewDocument(script.identifier);
    await page.evaluate(() => localStorage.removeItem("yarrow-ridge-spoken"));
  });
  expect(left).toEqual([]);
  expect(here.complaints().splice(0)).toEqual([]);
});

it("says measures and quarter notes where they are chosen, at once", async () => {
  const page = here.page();
  await page.goto(here.url("/"));
  await says(page, "Ines Aldous");
  const heard = async () => (await texts()).join("\n");
  await until(async () => /\d+ bars/.test(await heard()));
  await press(page, "Settings");
  await pick(page, "From barline to barline is", "a measure");
  await pick(page, "Notes are named", /half, quarter/);
  await press(page, "Done");
  await until(async () => /\d+ measures/.test(await heard()));
  expect(await page.evaluate(() => document.activeElement!.id)).toBe("page");
  const own = await ownWords();
  const bars = (text: string) =>
    /\bbars?\b|crotchet|quaver/i.test(text) &&
    !/^a (bar|measure)$/.test(text) &&
    !text.split(" · ").every((part) => !/\bbars?\b/.test(part) || own.includes(part))
      ? [text]
      : [];
  expect(await everywhere(bars)).toEqual([]);
  expect(here.complaints().splice(0)).toEqual([]);
});
