import { createHash } from "node:crypto";
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
} from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { PGlite } from "@electric-sql/pglite";
import { drizzle as drizzlePglite } from "drizzle-orm/pglite";
import { migrate as migratePglite } from "drizzle-orm/pglite/migrator";
import { drizzle as drizzlePg } from "drizzle-orm/node-postgres";
import { migrate as migratePg } from "drizzle-orm/node-postgres/migrator";
import type { PgDatabase, PgQueryResultHKT } from "drizzle-orm/pg-core";
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
  mkdirSync(options.folder, { recursive: true });
  const release = await lockFolder(options.folder);
  try {
    const folder = join(options.folder, options.name ?? "studio");
    if (!existsSync(folder)) {
      const template = await databaseTemplate(options.say);
      // copied beside and renamed, so that a kill in between leaves no half database
      rmSync(`${folder}.new`, { recursive: true, force: true });
      cpSync(template, `${folder}.new`, { recursive: true });
      renameSync(`${folder}.new`, folder);
    }
    const { db, close } = await openFolder(folder);
    return {
      db,
      close: async () => {
        await close();
        await release();
      },
    };
  } catch (error) {
    await release();
    throw error;
  }
}

async function openFolder(folder: string): Promise<OpenDatabase> {
  const client = await PGlite.create(folder);
  const db = drizzlePglite(client, { schema });
  await migratePglite(db, { migrationsFolder });
  return { db, close: () => client.close() };
}

async function openServer(url: string): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url, max: 8 });
  pool.on("error", () => undefined); // an idle connection that broke is replaced at its next use
  const db = drizzlePg(pool, { schema });
  await migratePg(db, { migrationsFolder });
  return { db, close: () => pool.end() };
}

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
