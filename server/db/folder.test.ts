import { cpSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "drizzle-orm";
import { openDatabase } from "./open.ts";

// Data folders as they are after an accident: each is a sentence with what to do, and nothing in
// them is touched.
const base = mkdtempSync(join(tmpdir(), "yarrow-ridge-folder-"));
const sound = join(base, "sound");
beforeAll(async () => (await openDatabase({ folder: sound })).close());
afterAll(() => rmSync(base, { recursive: true, force: true }));

const copy = (name: string): string => {
  cpSync(sound, join(base, name), { recursive: true });
  return join(base, name);
};
const filesIn = (folder: string) => readdirSync(folder, { recursive: true }).map(String).sort();

it("opens a sound one again", async () => {
  const { db, close } = await openDatabase({ folder: sound });
  await db.execute(sql`select 1`);
  await close();
});

it.each<[string, (folder: string) => void, RegExp]>([
  [
    "its version file gone",
    (folder) => rmSync(join(folder, "studio", "PG_VERSION")),
    /is not whole \(PG_VERSION is missing\)\. Nothing was touched/,
  ],
  [
    "the studio in it gone",
    (folder) => rmSync(join(folder, "studio"), { recursive: true }),
    /^There was a studio in .*, and it is gone\. Nothing was touched\./,
  ],
  [
    "its database damaged",
    (folder) => {
      rmSync(join(folder, "studio", "global"), { recursive: true });
      mkdirSync(join(folder, "studio", "global"));
    },
    /cannot be opened: its files are damaged.*The files were left as they are\./,
  ],
])("with %s says so and what to do", async (name, harm, sentence) => {
  const folder = copy(name.replaceAll(" ", "-"));
  harm(folder);
  const before = filesIn(folder);
  await expect(openDatabase({ folder })).rejects.toThrow(sentence);
  // a damaged database may have been looked into; none of its files is gone, and none is new
  expect(
    filesIn(folder).filter((file) => !before.includes(file) && !/pid|lock/.test(file)),
  ).toEqual([]);
});

it("that is a file, or was made by a newer program, says so", async () => {
  writeFileSync(join(base, "a-file"), "x");
  await expect(openDatabase({ folder: join(base, "a-file") })).rejects.toThrow(
    /is a file, not a folder/,
  );
  const folder = copy("newer");
  const { db, close } = await openDatabase({ folder });
  await db.execute(
    sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 9999999999999)`,
  );
  await close();
  await expect(openDatabase({ folder })).rejects.toThrow(/newer version of the program/);
});
