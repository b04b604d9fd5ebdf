import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { mkdtempSync } from "node:fs";
import { today } from "../clock.ts";
import { openDatabase } from "../db/open.ts";
import type { Studio } from "../studio.ts";
import { bringCopy } from "./bring.ts";
import { readCopy } from "./read.ts";
import { writeCopy } from "./write.ts";

/** Copies that are kept, one a day. */
const KEPT = 14;
const NAMED = /^studio-(\d{4}-\d{2}-\d{2})\.zip$/;
/** Milliseconds between looks at the date. */
const HOURLY = 3_600_000;

/** Dates of the copies in a folder, the newest first. */
export function copiesIn(folder: string): string[] {
  try {
    return readdirSync(folder)
      .flatMap((name) => NAMED.exec(name)?.[1] ?? [])
      .sort()
      .reverse();
  } catch {
    return [];
  }
}

/** Brings a copy back in a scratch place. @throws ProblemError when it cannot be */
export async function checkCopy(zip: Uint8Array): Promise<void> {
  const copy = readCopy(zip);
  const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-copy-"));
  const { db, close } = await openDatabase({ folder });
  try {
    await bringCopy(db, copy, "take");
  } finally {
    await close();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The copy of today, checked, unless there is one; older ones than the newest few go. */
export async function copyToday({ db, clock, copies }: Studio): Promise<void> {
  if (!copies) return;
  const date = today(clock);
  if (copiesIn(copies).includes(date)) return;
  mkdirSync(copies, { recursive: true });
  const file = join(copies, `studio-${date}.zip`);
  // written beside and renamed once it was brought back: what has the name is whole
  writeFileSync(`${file}.new`, await writeCopy(db, clock.now().toISOString()));
  await checkCopy(readFileSync(`${file}.new`));
  renameSync(`${file}.new`, file);
  for (const old of copiesIn(copies).slice(KEPT))
    rmSync(join(copies, `studio-${old}.zip`), { force: true });
}

/** Makes the copy of each day while the program runs. @returns a function that ends it */
export function copyDaily(studio: Studio, onError: (error: unknown) => void): () => void {
  const look = () => copyToday(studio).catch(onError);
  const first = setTimeout(() => void look(), 10_000);
  const timer = setInterval(() => void look(), HOURLY);
  first.unref();
  timer.unref();
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}
