import { attempts, assignments, cards, pieces, plans, students } from "../../server/db/schema.ts";
import { openDatabase } from "../../server/db/open.ts";

const [STUDENTS, PIECES, TRIES] = [2000, 500, 50_000];
/** PostgreSQL takes 65,535 parameters in a statement. */
const AT_ONCE = 500;

type Db = Awaited<ReturnType<typeof openDatabase>>["db"];
const insert = async <T>(db: Db, table: never, rows: readonly T[]): Promise<void> => {
  for (let at = 0; at < rows.length; at += AT_ONCE)
    await db.insert(table).values(rows.slice(at, at + AT_ONCE) as never);
};
const times = <T>(count: number, make: (i: number) => T): T[] =>
  Array.from({ length: count }, (_, i) => make(i));

/** Makes a studio that stands still large: copies of the demo's own rows. */
export async function makeLarge(folder: string): Promise<void> {
  const { db, close } = await openDatabase({ folder, name: "demo" });
  const [student] = await db.select().from(students);
  const [given] = await db.select().from(assignments);
  const [plan] = await db.select().from(plans);
  const all = await db.select().from(pieces);
  const piece = all.find((one) => one.id === given!.pieceId)!;
  const dealt = (await db.select().from(cards)).filter((one) => one.planId === plan!.id);
  await insert(
    db,
    students as never,
    times(STUDENTS, (i) => ({ ...student!, id: `student-${i}`, name: `Student ${i} of many` })),
  );
  await insert(
    db,
    pieces as never,
    times(PIECES, (i) => ({ ...piece, id: `piece-${i}`, title: `Piece ${i} of many` })),
  );
  await insert(
    db,
    assignments as never,
    times(PIECES, (i) => ({
      ...given!,
      id: `given-${i}`,
      studentId: `student-${i}`,
      pieceId: `piece-${i}`,
    })),
  );
  await insert(
    db,
    plans as never,
    times(PIECES, (i) => ({ ...plan!, id: `plan-${i}`, assignmentId: `given-${i}` })),
  );
  await insert(
    db,
    cards as never,
    times(PIECES, (i) => ({ ...dealt[0]!, id: `card-${i}`, planId: `plan-${i}` })),
  );
  const { unit, fromBar, toBar, hands, tempo } = dealt[0]!;
  await insert(
    db,
    attempts as never,
    times(TRIES, (i) => ({
      id: `try-${i}`,
      cardId: `card-${i % PIECES}`,
      assignmentId: `given-${i % PIECES}`,
      ...{ unit, fromBar, toBar, hands, tempo },
      result: i % 5 ? "clean" : "slip",
      promoted: i % 7 === 0,
      at: new Date(Date.UTC(2026, 0, 1) + i * 60_000),
    })),
  );
  await close();
}
