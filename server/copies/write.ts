import { asc, eq } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import { strToU8, zip, type AsyncZippable } from "fflate";
import { migrationsApplied } from "../db/open.ts";
import type { Database } from "../db/open.ts";
import { pieces } from "../db/schema.ts";
import { columnsOf, OF_A_PIECE, orderOf, TABLES, type Row, type TableName } from "./tables.ts";

/** What a copy says of itself. */
export interface Manifest {
  readonly kind: "yarrow-ridge-studio" | "yarrow-ridge-piece";
  /** How many steps the database had taken: an older program cannot read a newer one's. */
  readonly version: number;
  readonly made: string;
  readonly rows: Readonly<Record<string, number>>;
}

const READ_ME = `A copy of a studio of Yarrow Ridge.

studio.json   what this copy is, when it was made, how many rows each table has
tables/       one file a table, in JSON: students, pieces, fingers, marks, plans, tries
scores/       every score as MusicXML
pages/        pictures of printed pages

It is brought back in the program under "Copies", into an empty studio or a full one.
`;

/** A name for a file that people can read and every system can write. */
const fileName = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/[^\w -]+/g, "")
    .trim()
    .replace(/\s+/g, "-")
    .slice(0, 50) || "untitled";

const ENDINGS: Readonly<Record<string, string>> = { "image/png": "png", "image/jpeg": "jpg" };

/** Where a row's score or picture lies in the zip; none for other tables. */
function apart(name: TableName, row: Row): { field: string; path: string } | undefined {
  if (name === "pieces")
    return {
      field: "xml",
      path: `scores/${fileName(String(row.title))} ${String(row.id)}.musicxml`,
    };
  if (name === "pages")
    return {
      field: "picture",
      path: `pages/${fileName(String(row.name))} ${String(row.id)}.${ENDINGS[String(row.mime)] ?? "bin"}`,
    };
  return undefined;
}

async function rowsOf(db: Database, name: TableName, pieceId: string | undefined): Promise<Row[]> {
  const table = TABLES[name] as PgTable;
  const order = orderOf(name);
  const own =
    pieceId === undefined
      ? undefined
      : name === "pieces"
        ? eq(pieces.id, pieceId)
        : eq((TABLES[name] as typeof TABLES.sections).pieceId, pieceId);
  const found = db.select().from(table).where(own);
  return await (order ? found.orderBy(asc(order)) : found);
}

/** A student's own fingers stay with the student. */
const isOwn = (row: Row): boolean =>
  typeof row.layer === "string" && row.layer.startsWith("student:");

/**
 * The whole studio, or one piece of it, as a zip of open formats.
 *
 * @param made when, ISO
 */
export async function writeCopy(
  db: Database,
  made: string,
  pieceId?: string,
): Promise<Uint8Array<ArrayBuffer>> {
  const names = pieceId === undefined ? (Object.keys(TABLES) as TableName[]) : OF_A_PIECE;
  const files: AsyncZippable = { "READ ME.txt": strToU8(READ_ME) };
  const counts: Record<string, number> = {};
  for (const name of names) {
    const columns = columnsOf(name);
    const all = await rowsOf(db, name, pieceId);
    const rows = pieceId === undefined ? all : all.filter((row) => !isOwn(row));
    counts[name] = rows.length;
    const told = rows.map((row) => {
      const kept: Row = Object.fromEntries(columns.map(([field]) => [field, row[field]]));
      const lies = apart(name, row);
      if (lies) {
        const content = row[lies.field];
        files[lies.path] =
          typeof content === "string" ? strToU8(content) : [content as Uint8Array, { level: 0 }];
        kept[lies.field] = { file: lies.path };
      }
      return kept;
    });
    files[`tables/${name}.json`] = strToU8(JSON.stringify(told, null, 1));
  }
  const manifest: Manifest = {
    kind: pieceId === undefined ? "yarrow-ridge-studio" : "yarrow-ridge-piece",
    version: migrationsApplied,
    made,
    rows: counts,
  };
  files["studio.json"] = strToU8(JSON.stringify(manifest, null, 1));
  // packed in threads of its own: nobody else waits for it
  return new Promise((resolve, reject) => {
    zip(files, { level: 6 }, (error, packed) => (error ? reject(error) : resolve(packed)));
  });
}
