import { say } from "@yarrow-ridge/core/words";
import { and, eq } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import type { Database } from "../db/open.ts";
import { ProblemError } from "../http/problems.ts";
import { plain } from "../http/was.ts";
import type { ReadCopy } from "./read.ts";
import { columnsOf, keyOf, OF_A_PIECE, TABLES, type Row, type TableName } from "./tables.ts";

/** What is to become of what the studio has otherwise than the copy. */
export type Choice = "ask" | "keep" | "take";

export interface Report {
  /** Rows that come, rows that are there already, by table. */
  readonly added: number;
  readonly same: number;
  /** Pieces and students that are here otherwise. */
  readonly different: readonly {
    readonly id: string;
    readonly name: string;
    readonly what: string;
  }[];
  readonly brought: boolean;
}

/** What a row belongs to: a piece, or a student's work. */
const ownerOf = (name: TableName, row: Row): string =>
  (OF_A_PIECE as readonly TableName[]).includes(name) || name === "corrections"
    ? `piece ${String(name === "pieces" ? row.id : row.pieceId)}`
    : `student ${String(row.studentId ?? row.id)}`;

/** Fields that change by themselves and make no difference to people. */
const ASIDE: readonly string[] = ["laidOutOn", "stale"];

function sameRow(name: TableName, a: Row, b: Row): boolean {
  return columnsOf(name).every(([field]) => {
    if (ASIDE.includes(field)) return true;
    const [one, other] = [a[field], b[field]];
    if (one instanceof Date && other instanceof Date) return one.getTime() === other.getTime();
    if (one instanceof Uint8Array && other instanceof Uint8Array)
      return Buffer.from(one).equals(Buffer.from(other));
    return JSON.stringify(plain(one)) === JSON.stringify(plain(other));
  });
}

const whereOf = (name: TableName, row: Row) => {
  const table = TABLES[name] as unknown as Record<string, never>;
  const fields =
    name === "noteMarks"
      ? ["pieceId", "layer", "aspect", "noteId"]
      : name === "marks"
        ? ["pieceId", "id"]
        : ["id"];
  return and(...fields.map((field) => eq(table[field]!, row[field])));
};

/** Made by the program itself from what the others say. */
const LAID_OUT: readonly TableName[] = ["plans", "cards"];

const AT_ONCE = 200;

/**
 * Brings a copy into a studio, all of it or nothing. What is there already is recognised; where the
 * studio has something otherwise it stays, until somebody says to take the copy's.
 */
export async function bringCopy(db: Database, copy: ReadCopy, choice: Choice): Promise<Report> {
  try {
    return await db.transaction(async (tx) => {
      let [added, same] = [0, 0];
      const different = new Map<string, { id: string; name: string; what: string }>();
      const names = new Map<string, string>();
      const put: { name: TableName; fresh: Row[]; changed: Row[] }[] = [];
      for (const [name, rows] of copy.tables) {
        const there = new Map(
          ((await tx.select().from(TABLES[name] as PgTable)) as Row[]).map((row) => [
            keyOf(name, row),
            row,
          ]),
        );
        const fresh: Row[] = [];
        const changed: Row[] = [];
        for (const row of rows) {
          if (name === "pieces" || name === "students")
            names.set(ownerOf(name, row), String(row.title ?? row.name));
          const before = there.get(keyOf(name, row));
          if (!before) fresh.push(row);
          else if (sameRow(name, before, row)) same++;
          else if (LAID_OUT.includes(name)) changed.push(row);
          else {
            changed.push(row);
            const owner = ownerOf(name, row);
            const [what, id] = owner.split(" ") as [string, string];
            different.set(owner, { id, what, name: names.get(owner) ?? "" });
          }
        }
        added += fresh.length;
        put.push({ name, fresh, changed });
      }
      const told = [...different.values()];
      if (choice === "ask" && told.length > 0)
        return { added, same, different: told, brought: false };
      for (const { name, fresh, changed } of put) {
        const table = TABLES[name] as PgTable;
        for (let at = 0; at < fresh.length; at += AT_ONCE)
          await tx.insert(table).values(fresh.slice(at, at + AT_ONCE));
        if (choice === "take")
          for (const row of changed) await tx.update(table).set(row).where(whereOf(name, row));
      }
      return { added, same, different: told, brought: true };
    });
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    const cause = error instanceof Error ? (error.cause as Error | undefined) : undefined;
    throw new ProblemError(
      422,
      say`The copy does not fit together (${(cause ?? (error as Error)).message.slice(0, 120)}).
        Nothing was changed.`,
    );
  }
}
