import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { strToU8, unzipSync, zipSync } from "fflate";
import { openTestStudio, type TestStudio } from "../testing.ts";
import { copiesIn, copyToday } from "./daily.ts";
import type { Row } from "./tables.ts";
import { bring, copyOf, everything, openFilled } from "./testing.ts";

// A copy of a studio brought back is equal, row for row.
let from: TestStudio;
let piece: string;
const folders: string[] = [];
beforeAll(async () => {
  ({ studio: from, piece } = await openFilled());
});
afterAll(async () => {
  await from.close();
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

describe("a copy of the studio", () => {
  it("is a zip people can read, and comes back into an empty studio row for row", async () => {
    const zip = await copyOf(from);
    const files = Object.keys(unzipSync(zip));
    expect(files).toEqual(
      expect.arrayContaining(["READ ME.txt", "studio.json", "tables/attempts.json"]),
    );
    expect(files.some((name) => /^scores\/Lanterns-on-the-Ettle .*\.musicxml$/.test(name))).toBe(
      true,
    );
    const to = await openTestStudio();
    const { status, json } = await bring(to, zip);
    expect([status, json.brought, json.different]).toEqual([200, true, []]);
    const [before, after] = [await everything(from), await everything(to)];
    for (const name of ["students", "pieces", "noteMarks", "marks", "attempts", "cards"])
      expect(before[name]!.length).toBeGreaterThan(0);
    expect(after).toEqual(before);
    // brought once more, all of it is recognised
    const again = await bring(to, zip);
    expect([again.json.added, again.json.brought]).toEqual([0, true]);
    expect((await to.ask("GET", `/api/pieces/${piece}/form`)).status).toBe(200);
    await to.close();
  });

  it("made by an older program it comes back: minutes of plans are the student's", async () => {
    const files = unzipSync(await copyOf(from));
    const rowsOf = (name: string) =>
      JSON.parse(Buffer.from(files[`tables/${name}.json`]!).toString()) as Row[];
    const older = rowsOf("students").map(({ minutesByWeekday: _, daysOff: __, ...row }) => row);
    const plans = rowsOf("plans").map(({ dates: _, ...row }) => ({
      ...row,
      minutesByWeekday: [5, 10, 15, 20, 25, 30, 35],
    }));
    const manifest = JSON.parse(Buffer.from(files["studio.json"]!).toString()) as object;
    const text = (value: unknown) => strToU8(JSON.stringify(value));
    const zip = zipSync({
      ...files,
      "studio.json": text({ ...manifest, version: 16 }),
      "tables/students.json": text(older),
      "tables/plans.json": text(plans),
    });
    const to = await openTestStudio();
    expect((await bring(to, zip)).json).toMatchObject({ brought: true });
    const { students, plans: there } = await everything(to);
    expect(students).toMatchObject([
      { minutesByWeekday: [5, 10, 15, 20, 25, 30, 35], daysOff: [] },
    ]);
    expect(there).toHaveLength(plans.length);
    await to.close();
  });

  it("asks before it goes over what is otherwise here, and keeps or takes it", async () => {
    const zip = await copyOf(from);
    const to = await openTestStudio();
    await bring(to, zip);
    await to.ask("PATCH", `/api/pieces/${piece}`, { title: "Lamps" });
    const asked = await bring(to, zip);
    expect([asked.json.brought, asked.json.different]).toEqual([
      false,
      [{ id: piece, what: "piece", name: "Lanterns on the Ettle" }],
    ]);
    const title = async () => (await to.ask("GET", `/api/pieces/${piece}`)).json.title;
    await bring(to, zip, "keep");
    expect(await title()).toBe("Lamps");
    await bring(to, zip, "take");
    expect(await title()).toBe("Lanterns on the Ettle");
    await to.close();
  });

  it("of one piece has everything of it and nothing of a student", async () => {
    const zip = await copyOf(from, `/api/pieces/${piece}/copy`);
    const text = Object.values(unzipSync(zip)).map((one) => Buffer.from(one).toString("utf8"));
    expect(text.join("\n")).not.toMatch(/Ada Rill|student:/);
    const to = await openTestStudio();
    expect((await bring(to, zip)).json.piece).toBe(piece);
    const { notes } = (await to.ask("GET", `/api/pieces/${piece}/annotations`)).json as unknown as {
      notes: unknown[];
    };
    expect(notes).toHaveLength(9);
    await to.close();
  });

  it("damaged or of another kind it is refused whole, with what is wrong", async () => {
    const zip = await copyOf(from);
    const to = await openTestStudio();
    const empty = await everything(to);
    const files = unzipSync(zip);
    const changed = (path: string, text: string) =>
      zipSync({ ...files, [path]: strToU8(text) }, { level: 0 });
    const rows = JSON.parse(Buffer.from(files["tables/students.json"]!).toString()) as Row[];
    const score = Object.keys(files).find((name) => name.startsWith("scores/Lanterns"))!;
    const cases: [Uint8Array, RegExp][] = [
      [zip.subarray(0, zip.length / 2), /no zip, or it is damaged/],
      [new Uint8Array([1, 2, 3]), /no zip/],
      [zipSync({ "a.txt": strToU8("x") }), /has no studio.json/],
      [changed("studio.json", '{"kind":"something"}'), /no copy of a studio/],
      [changed("studio.json", "{"), /studio.json in the copy is damaged/],
      [
        changed("studio.json", '{"kind":"yarrow-ridge-studio","version":9999,"rows":{}}'),
        /newer version/,
      ],
      [changed("tables/students.json", "[]"), /does not hold the 1 rows/],
      [
        changed("tables/students.json", JSON.stringify([{ ...rows[0], name: 7 }])),
        /Row 1 of tables\/students.json has no usable "name"/,
      ],
      [
        changed("tables/students.json", JSON.stringify([{ ...rows[0], admin: true }])),
        /no usable "admin"/,
      ],
      [
        changed("tables/students.json", JSON.stringify([{ ...rows[0], id: "somebody-else" }])),
        /does not fit together/,
      ],
      [changed(score, "<nothing/>"), /The score of “Lanterns on the Ettle” in the copy/],
    ];
    for (const [file, sentence] of cases) {
      const { status, json } = await bring(to, file);
      expect([status, json.detail]).toEqual([422, expect.stringMatching(sentence)]);
      expect(json.detail).toMatch(/Nothing was changed\.$/);
    }
    expect(await everything(to)).toEqual(empty);
    await to.close();
  });

  it("is made by itself each day, brought back in a scratch place, and the last fourteen stay", async () => {
    const copies = mkdtempSync(join(tmpdir(), "yarrow-ridge-copies-"));
    folders.push(copies);
    for (let day = 10; day < 26; day++)
      writeFileSync(join(copies, `studio-2030-02-${day}.zip`), "older");
    const studio = { ...from.studio, copies };
    await copyToday(studio);
    const dates = copiesIn(copies);
    expect([dates.length, dates[0], dates.at(-1)]).toEqual([14, "2030-03-04", "2030-02-13"]);
    const made = readFileSync(join(copies, "studio-2030-03-04.zip"));
    await copyToday(studio);
    expect(readFileSync(join(copies, "studio-2030-03-04.zip")).equals(made)).toBe(true);
    const to = await openTestStudio();
    expect((await bring(to, new Uint8Array(made))).json.brought).toBe(true);
    await to.close();
  });
});
