import { say } from "@yarrow-ridge/core/words";
import type { Column } from "drizzle-orm";
import { strFromU8, unzipSync } from "fflate";
import { migrationsApplied } from "../db/open.ts";
import { ProblemError } from "../http/problems.ts";
import { bringUpToDate } from "./older.ts";
import { columnsOf, TABLES, type Row, type TableName } from "./tables.ts";
import type { Manifest } from "./write.ts";

/** Unpacked; a zip that claims more is not unpacked. */
const MAX_BYTES = 1024 * 1024 * 1024;

export interface ReadCopy {
  readonly manifest: Manifest;
  readonly tables: ReadonlyMap<TableName, readonly Row[]>;
}

const refuse = (sentence: string): never => {
  throw new ProblemError(422, say`${sentence} Nothing was changed.`);
};

function unpacked(zip: Uint8Array): Record<string, Uint8Array> {
  let total = 0;
  try {
    return unzipSync(zip, {
      filter: ({ originalSize }) => {
        total += originalSize;
        if (total > MAX_BYTES) refuse(say`The copy unpacks to more than a gigabyte.`);
        return true;
      },
    });
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    return refuse(
      say`The file is no zip, or it is damaged; a copy is brought whole or not at all.`,
    );
  }
}

function json(files: Readonly<Record<string, Uint8Array>>, path: string): unknown {
  const file = files[path];
  if (!file) return refuse(say`The copy has no ${path} in it, so it is not one of this program.`);
  try {
    return JSON.parse(strFromU8(file)) as unknown;
  } catch {
    return refuse(say`${path} in the copy is damaged.`);
  }
}

/** Whether a value can be what a field holds; the database says the rest. */
function fitting({ dataType, notNull, hasDefault }: Column, value: unknown): boolean {
  if (value === null || value === undefined) return !notNull || hasDefault;
  if (dataType === "json") return true;
  if (dataType === "date") return value instanceof Date && !Number.isNaN(value.getTime());
  if (dataType === "custom") return value instanceof Uint8Array;
  return typeof value === dataType;
}

function rowOf(
  name: TableName,
  told: unknown,
  at: number,
  files: Readonly<Record<string, Uint8Array>>,
): Row {
  const wrong = (field: string) =>
    refuse(say`Row ${at + 1} of tables/${name}.json has no usable "${field}".`);
  if (told === null || typeof told !== "object" || Array.isArray(told)) return wrong("row");
  const columns = new Map(columnsOf(name));
  const unknown = Object.keys(told).find((field) => !columns.has(field));
  if (unknown !== undefined) return wrong(unknown.slice(0, 40));
  const row: Row = {};
  for (const [field, column] of columns) {
    let value = (told as Row)[field];
    const lies = (value as { file?: unknown } | null | undefined)?.file;
    if (typeof lies === "string" && (field === "xml" || field === "picture")) {
      const file = files[lies];
      if (!file) return refuse(say`The copy has no ${lies.slice(0, 80)} in it.`);
      value = field === "xml" ? strFromU8(file) : file;
    } else if (column.dataType === "date" && typeof value === "string") value = new Date(value);
    if (!fitting(column, value)) return wrong(field);
    if (value !== undefined) row[field] = value;
  }
  return row;
}

/** What a copy holds, checked row by row. @throws ProblemError 422 with what is wrong and where */
export function readCopy(zip: Uint8Array): ReadCopy {
  const files = unpacked(zip);
  const manifest = json(files, "studio.json") as Manifest;
  if (!["yarrow-ridge-studio", "yarrow-ridge-piece"].includes(manifest?.kind))
    return refuse(say`The file is no copy of a studio or a piece.`);
  if (!(manifest.version <= migrationsApplied))
    return refuse(
      say`The copy was made by a newer version of the program; bring this one up to date first.`,
    );
  const told = new Map<TableName, unknown[]>();
  for (const name of Object.keys(TABLES) as TableName[]) {
    if (!(name in (manifest.rows ?? {}))) continue;
    const rows = json(files, `tables/${name}.json`);
    if (!Array.isArray(rows) || rows.length !== manifest.rows[name])
      return refuse(
        say`tables/${name}.json does not hold the ${manifest.rows[name] ?? 0} rows it should.`,
      );
    told.set(name, rows);
  }
  bringUpToDate(told, manifest.version);
  const tables = new Map<TableName, readonly Row[]>();
  for (const [name, rows] of told)
    tables.set(
      name,
      rows.map((row, i) => rowOf(name, row, i, files)),
    );
  return { manifest, tables };
}
