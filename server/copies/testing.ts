import { asc } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";
import { columnsOf, keyOf, orderOf, TABLES, type Row, type TableName } from "./tables.ts";

/** A studio with all kinds of content, and its piece with everything in it. All invented. */
export async function openFilled() {
  const studio = await openTestStudio();
  const piece = (await studio.bring(demoFile("lanterns-on-the-ettle"))).json.id;
  const { ask } = studio;
  const { notes } = (await ask("GET", `/api/pieces/${piece}/score`)).json as unknown as {
    notes: { id: string }[];
  };
  const student = (await ask("POST", "/api/students", { name: "Ada Rill 🎹", reach: 170 })).json.id;
  const given = (await ask("POST", "/api/assignments", { studentId: student, pieceId: piece }))
    .json;
  await ask("PUT", `/api/pieces/${piece}/notes/finger`, {
    values: notes.slice(0, 9).map((one, i) => ({ note: one.id, value: String((i % 5) + 1) })),
  });
  await ask("PUT", `/api/pieces/${piece}/notes/finger`, {
    layer: `student:${student}`,
    values: [{ note: notes[0]!.id, value: "5" }],
  });
  await ask("PUT", `/api/pieces/${piece}/pedal`, {
    marks: [
      { bar: 0, offset: 0, kind: "down" },
      { bar: 0, offset: "3/2", kind: "change", depth: 0.5 },
      { bar: 2, offset: 0, kind: "up" },
    ],
  });
  await ask("POST", `/api/pieces/${piece}/sections`, {
    name: "A <b>",
    from: { bar: 0 },
    to: { bar: 4 },
    words: "light",
  });
  await ask("PUT", `/api/pieces/${piece}/remarks`, {
    put: [{ id: "remark-1", bar: 1, text: "breathe" }],
    remove: [],
  });
  const paper = {
    bars: 8,
    metres: [{ bar: 0, beats: 3, beatType: 4 }],
    keys: [],
    repeats: [],
    lengths: [],
  };
  // of one title, and ids that begin alike
  for (const id of ["paper-piece-1", "paper-piece-2"])
    await ask("POST", "/api/pieces/paper", { id, title: "On paper", paper });
  await ask("POST", "/api/plans", {
    forecast: false,
    assignmentId: given.id,
    goalTempo: 80,
    readyBy: "2030-04-20",
    minutesByWeekday: [20, 20, 20, 20, 20, 20, 0],
  });
  const { items } = (await ask("GET", "/api/cards")).json as unknown as { items: { id: string }[] };
  for (const result of ["clean", "slip", "clean", "clean"])
    await ask("POST", "/api/attempts", { cardId: items[0]!.id, result });
  return { studio, piece };
}

export const copyOf = async (studio: TestStudio, path = "/api/studio/copy") => {
  const answer = await studio.app.request(`http://127.0.0.1${path}`, {
    headers: { host: "127.0.0.1" },
  });
  expect(answer.status).toBe(200);
  return new Uint8Array(await answer.arrayBuffer());
};
export const bring = async (studio: TestStudio, zip: Uint8Array, choice?: string) => {
  const form = new FormData();
  form.set("file", new File([zip as Uint8Array<ArrayBuffer>], "studio.zip"));
  if (choice) form.set("choice", choice);
  const answer = await studio.app.request("http://127.0.0.1/api/studio/copy", {
    method: "POST",
    body: form,
    headers: { host: "127.0.0.1" },
  });
  return { status: answer.status, json: (await answer.json()) as Record<string, unknown> };
};
/** All rows, in the order the program reads them, without the numbers the database counts by. */
export async function everything({ studio }: TestStudio): Promise<Record<string, unknown[]>> {
  const all: Record<string, unknown[]> = {};
  for (const name of Object.keys(TABLES) as TableName[]) {
    const table = TABLES[name] as PgTable;
    const order = orderOf(name);
    const rows = (await (order
      ? studio.db.select().from(table).orderBy(asc(order))
      : studio.db.select().from(table))) as Row[];
    const fields = columnsOf(name).map(([field]) => field);
    const told = rows.map((row) => Object.fromEntries(fields.map((one) => [one, row[one]])));
    all[name] = order ? told : told.sort((a, b) => (keyOf(name, a) < keyOf(name, b) ? -1 : 1));
  }
  return all;
}
