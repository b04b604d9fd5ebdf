import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

// What has no element in MusicXML is said in words for other readers, once, not read as printed.
let studio: TestStudio;
beforeAll(async () => void (studio = await openTestStudio()));
afterAll(() => studio.close());

const exported = async (id: string) =>
  (
    await studio.app.request(`http://127.0.0.1/api/pieces/${id}/export.musicxml`, {
      headers: { host: "127.0.0.1" },
    })
  ).text();
const saidIn = (xml: string) =>
  [
    ...xml.matchAll(
      /<direction placement="above" id="yr-said-\d+">\s*<direction-type>\s*<words>([^<]*)/g,
    ),
  ].map(([, text]) => text!);
const printedWords = async (id: string) =>
  (
    (await studio.ask("GET", `/api/pieces/${id}/score`)).json as unknown as {
      marks: { kind: string; text: string }[];
    }
  ).marks
    .filter(({ kind }) => kind === "words")
    .map(({ text }) => text);
const engraved = async (id: string) =>
  (
    await studio.app.request(`http://127.0.0.1/api/pieces/${id}/engraving`, {
      headers: { host: "127.0.0.1" },
    })
  ).text();

it("positions and barres of a guitar go out as words and come back from strings and fingers", async () => {
  const { id } = (await studio.bring(demoFile("dance-on-the-plank-bridge"), "g.musicxml", "guitar"))
    .json;
  const { json } = await studio.ask("POST", `/api/pieces/${id}/fingerings/propose`, {
    ...{ hand: "hands", from: 0, to: 15 },
  });
  const { notes } = json as unknown as {
    notes: { id: string; finger: number | null; string?: number }[];
  };
  for (const aspect of ["finger", "string"] as const)
    await studio.ask("PUT", `/api/pieces/${id}/notes/${aspect}`, {
      values: notes.flatMap((one) =>
        one[aspect] === undefined || one[aspect] === null
          ? []
          : [{ note: one.id, value: String(one[aspect]) }],
      ),
    });
  const xml = await exported(id);
  const said = saidIn(xml);
  expect(said.some((text) => /^[IVX]+$/.test(text))).toBe(true);
  const again = (await studio.bring(xml, "again.musicxml", "guitar")).json.id;
  expect(await printedWords(again)).toEqual(await printedWords(id));
  expect(saidIn(await exported(again))).toEqual(said);
  expect(await engraved(again)).not.toContain("yr-said-");
});

it("turns of the bellows and stops go out as words beside their fields, once however often", async () => {
  const { id } = (await studio.bring(demoFile("before-the-bells"), "b.musicxml", "organ")).json;
  await studio.ask("PUT", `/api/pieces/${id}/marks/registration`, {
    put: [{ id: "first-stops", from: { bar: 8, offset: "0" }, data: { stops: "Flute 8′" } }],
    remove: [],
  });
  const xml = await exported(id);
  expect(saidIn(xml)).toEqual(["Flute 8′"]);
  const again = (await studio.bring(xml, "again.musicxml", "organ")).json.id;
  expect(saidIn(await exported(again))).toEqual(["Flute 8′"]);
  expect(await printedWords(again)).toEqual(await printedWords(id));
});

it("strings of a harp that are placed together go out as brackets, each hand its own, and come back", async () => {
  const file = demoFile("evening-on-the-upper-sallow");
  const { id } = (await studio.bring(file, "h.musicxml", "harp")).json;
  for (const hand of ["right", "left"]) {
    const { json } = await studio.ask("POST", `/api/pieces/${id}/fingerings/propose`, {
      ...{ hand, from: 0, to: 7 },
    });
    const { notes } = json as unknown as { notes: { id: string; finger: string | null }[] };
    await studio.ask("PUT", `/api/pieces/${id}/notes/finger`, {
      values: notes.flatMap(({ id: note, finger }) =>
        finger === null ? [] : [{ note, value: String(finger) }],
      ),
    });
  }
  const bracketsIn = (xml: string) =>
    [...xml.matchAll(/<bracket ([^>]*)\/>[\s\S]*?<staff>(\d)<\/staff>/g)].map(
      ([, attributes, staff]) => ({
        type: /type="(start|stop)"/.exec(attributes!)![1],
        number: /number="(\d)"/.exec(attributes!)![1],
        end: /line-end="(\w+)"/.exec(attributes!)![1],
        staff,
      }),
    );
  const xml = await exported(id);
  const brackets = bracketsIn(xml);
  expect(brackets.filter(({ type }) => type === "start").length).toBeGreaterThan(10);
  for (const number of ["1", "2"]) {
    const own = brackets.filter((one) => one.number === number);
    // one after the other: none begins before the last has ended
    expect(own.map(({ type }) => type)).toEqual(own.map((_, i) => (i % 2 ? "stop" : "start")));
    expect(new Set(own.map(({ staff }) => staff)).size).toBe(1);
    expect(new Set(own.map(({ end }) => end))).toEqual(new Set([number === "1" ? "down" : "up"]));
  }
  const again = (await studio.bring(xml, "again.musicxml", "harp")).json.id;
  expect(bracketsIn(await exported(again))).toEqual(brackets);
  expect(await engraved(again)).not.toContain("yr-said-");
});
