import { writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import dayjs from "dayjs";
import { checkCopy } from "./copies/daily.ts";
import { writeCopy } from "./copies/write.ts";
import { FolderInUse } from "./db/lock.ts";
import { openDatabase } from "./db/open.ts";

// npm run backup [file]: a copy of the studio, checked by bringing it back in a scratch place. The
// program may be running: then it is asked for the copy.

const root = fileURLToPath(new URL("..", import.meta.url));
const folder = resolve(process.env.DATA_DIR || join(root, "data"));
const file = resolve(process.argv[2] ?? `studio-${dayjs().format("YYYY-MM-DD")}.zip`);

async function fromDatabase(): Promise<Uint8Array> {
  const { db, close } = await openDatabase({ folder, url: process.env.DATABASE_URL });
  try {
    return await writeCopy(db, new Date().toISOString());
  } finally {
    await close();
  }
}

async function fromProgram(): Promise<Uint8Array> {
  const port = process.env.PORT || "4180";
  const answer = await fetch(`http://127.0.0.1:${port}/api/studio/copy`);
  if (!answer.ok) throw new Error(`The running program answered ${answer.status}.`);
  return new Uint8Array(await answer.arrayBuffer());
}

try {
  const zip = await fromDatabase().catch((error: unknown) => {
    if (error instanceof FolderInUse) return fromProgram();
    throw error;
  });
  await checkCopy(zip);
  writeFileSync(file, zip, { flag: "wx" });
  process.stdout.write(`The copy is in ${file}; it was brought back for a check.\n`);
} catch (error) {
  const exists = (error as NodeJS.ErrnoException).code === "EEXIST";
  process.stdout.write(
    `${exists ? `${file} is there already; say another name.` : (error as Error).message}\n`,
  );
  process.exitCode = 1;
}
