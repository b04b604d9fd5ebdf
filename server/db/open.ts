import { createHash } from "node:crypto";
import {
  accessSync,
  constants,
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { PGlite } from "@electric-sql/pglite";
import { drizzle as drizzlePglite } from "drizzle-orm/pglite";
import { migrate as migratePglite } from "drizzle-orm/pglite/migrator";
import { drizzle as drizzlePg } from "drizzle-orm/node-postgres";
import { migrate as migratePg } from "drizzle-orm/node-postgres/migrator";
import type { PgDatabase, PgQueryResultHKT } from "drizzle-orm/pg-core";
import { sql, type SQL } from "drizzle-orm";
import pg from "pg";
import { lockFolder } from "./lock.ts";
import * as schema from "./schema.ts";

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Database;
  readonly close: () => Promise<void>;
}

const here = dirname(fileURLToPath(import.meta.url));
const migrationsFolder = join(here, "migrations");
const cacheFolder = join(here, "..", "..", ".cache");

/** How many steps the database has taken to be as it is. */
export const migrationsApplied = readdirSync(migrationsFolder).filter((name) =>
  name.endsWith(".sql"),
).length;

/**
 * The studio's database, with all migrations applied: an embedded one called `name` in a data
 * folder, or the PostgreSQL server that `url` names.
 *
 * @throws FolderInUse when another process has the folder open
 */
export async function openDatabase(options: {
  folder: string;
  name?: string;
  url?: string | undefined;
  say?: (line: string) => void;
}): Promise<OpenDatabase> {
  if (options.url) return openServer(options.url);
  makeFolder(options.folder);
  const release = await lockFolder(options.folder);
  try {
    const name = options.name ?? "studio";
    const folder = join(options.folder, name);
    const made = join(options.folder, `${name}.made`);
    if (existsSync(folder)) checkFolder(folder);
    else {
      if (existsSync(made)) throw new FolderFault(gone(folder, made));
      const template = await databaseTemplate(options.say);
      // copied beside and renamed, so that a kill in between leaves no half database
      rmSync(`${folder}.new`, { recursive: true, force: true });
      cpSync(template, `${folder}.new`, { recursive: true });
      renameSync(`${folder}.new`, folder);
    }
    if (!existsSync(made)) writeFileSync(made, MADE);
    const { db, close } = await openFolder(folder).catch((error: unknown) => {
      throw new FolderFault(`${folderFault(folder, error)} The files were left as they are.`);
    });
    return {
      db,
      close: async () => {
        await close();
        await release();
      },
    };
  } catch (error) {
    await release();
    throw error instanceof FolderFault
      ? error
      : new FolderFault(folderFault(options.folder, error), { cause: error });
  }
}

/** The data folder cannot be used; a sentence with what to do. */
export class FolderFault extends Error {}

const MADE = "A studio was made in the folder beside this file. It is looked for at every start.\n";

const gone = (folder: string, made: string): string =>
  `There was a studio in ${folder}, and it is gone. Nothing was touched. ` +
  `Put the folder back, or remove ${made} to begin an empty studio and ` +
  `bring a copy back under "Copies".`;

/** What is wrong with a folder, and what to do. */
function folderFault(folder: string, error: unknown): string {
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === "EACCES" || code === "EPERM" || code === "EROFS")
    return (
      `The data folder ${folder} cannot be written. Give this user the right ` +
      "to write it, or set DATA_DIR to another folder."
    );
  if (code === "ENOSPC") return `The disk with ${folder} is full. Make room and start again.`;
  if (code === "ENOTDIR" || code === "EEXIST")
    return `${folder} is a file, not a folder. Move it away, or set DATA_DIR to another folder.`;
  if (/newer/.test(message)) return message;
  return (
    `The studio in ${folder} cannot be opened: its files are damaged, or ` +
    "another version of the program wrote them. Bring a copy back into " +
    "another DATA_DIR."
  );
}

function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK);
  } catch (error) {
    throw new FolderFault(folderFault(folder, error));
  }
}

/** @throws FolderFault where the folder holds no database, or one that cannot be written */
function checkFolder(folder: string): void {
  if (!statSync(folder).isDirectory())
    throw new FolderFault(folderFault(folder, { code: "ENOTDIR" }));
  if (!existsSync(join(folder, "PG_VERSION")))
    throw new FolderFault(
      `The folder ${folder} is there, but the studio in it is not whole ` +
        "(PG_VERSION is missing). Nothing was touched. Put the folder back as it " +
        `was, or move it away and bring a copy back under "Copies".`,
    );
}

async function openFolder(folder: string): Promise<OpenDatabase> {
  const client = await PGlite.create(folder);
  const db = drizzlePglite(client, { schema });
  await checkVersion(db);
  await migratePglite(db, { migrationsFolder });
  return { db, close: () => client.close() };
}

/** @throws Error where a newer program has taken steps this one does not know */
async function checkVersion(db: { execute: (query: SQL) => Promise<unknown> }): Promise<void> {
  const { rows } = (await db
    .execute(sql`select count(*)::int as steps from drizzle.__drizzle_migrations`)
    .catch(() => ({ rows: [] }))) as { rows: { steps: number }[] };
  if ((rows[0]?.steps ?? 0) > migrationsApplied)
    throw new Error(
      "This studio was opened by a newer version of the program, which this " +
        "one cannot read. Bring the program up to date.",
    );
}

async function openServer(url: string): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url, max: 8 });
  pool.on("error", () => undefined); // an idle connection that broke is replaced at its next use
  const db = drizzlePg(pool, { schema });
  await migratePg(db, { migrationsFolder });
  return { db, close: () => pool.end() };
}

/** A half-made one that is younger than an hour may be another process's, which is at it. */
const AN_HOUR = 3_600_000;
/** A whole one of other tables goes after a month: by then nobody goes back to that version. */
const A_MONTH = 30 * 24 * AN_HOUR;

/**
 * An empty, migrated database folder to copy from: making one takes seconds, copying it a fraction
 * of one.
 */
export async function databaseTemplate(say?: (line: string) => void): Promise<string> {
  const version = createHash("sha256");
  for (const file of readdirSync(migrationsFolder)
    .filter((name) => name.endsWith(".sql"))
    .sort()) {
    version.update(readFileSync(join(migrationsFolder, file)));
  }
  const template = join(cacheFolder, `database-${version.digest("hex").slice(0, 16)}`);
  if (existsSync(template)) return template;
  say?.("Preparing an empty database (once, some seconds) …");
  mkdirSync(cacheFolder, { recursive: true });
  // what another start left half made, or an older version needed
  for (const old of readdirSync(cacheFolder).filter((name) => name.startsWith("database-")))
    if (
      Date.now() - statSync(join(cacheFolder, old)).mtimeMs >
      (/\.\d+$/.test(old) ? AN_HOUR : A_MONTH)
    )
      rmSync(join(cacheFolder, old), { recursive: true, force: true });
  const making = `${template}.${process.pid}`;
  const { close } = await openFolder(making);
  await close();
  try {
    renameSync(making, template);
  } catch {
    rmSync(making, { recursive: true, force: true }); // another process was quicker
  }
  return template;
}
