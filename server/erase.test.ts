import { demoFile, openTestStudio, type TestStudio } from "./testing.ts";

// Erasing for good: only what was put away, and with everything that hangs on it.
let studio: TestStudio;
let piece: string;
let student: string;
let assignment: string;
/** Notes with no printed finger. */
const bare = async () => {
  const { notes } = (await studio.ask("GET", `/api/pieces/${piece}/score`)).json as unknown as {
    notes: { id: string; finger?: string }[];
  };
  return notes.filter(({ finger }) => finger === undefined);
};
beforeEach(async () => {
  studio = await openTestStudio({ date: "2030-03-04" });
  piece = (await studio.bring(demoFile("lanterns-on-the-ettle"))).json.id;
  student = (await studio.ask("POST", "/api/students", { name: "Petra Vane" })).json.id;
  assignment = (
    await studio.ask("POST", "/api/assignments", { studentId: student, pieceId: piece })
  ).json.id;
  await studio.ask("POST", "/api/plans", {
    forecast: false,
    assignmentId: assignment,
    goalTempo: 92,
    readyBy: "2030-04-04",
    minutesByWeekday: [20, 20, 20, 20, 20, 20, 20],
  });
  const { items } = (await studio.ask("GET", "/api/cards")).json as unknown as {
    items: { id: string }[];
  };
  await studio.ask("POST", "/api/attempts", { cardId: items[0]!.id, result: "clean" });
  const notes = await bare();
  await studio.ask("PUT", `/api/pieces/${piece}/notes/finger`, {
    layer: `student:${student}`,
    values: [{ note: notes[0]!.id, value: "3" }],
  });
});
afterEach(() => studio.close());

const rows = async () => {
  const tables = ["students", "pieces", "assignments", "plans", "cards", "attempts", "note_marks"];
  const counts = await Promise.all(
    tables.map(async (name) => {
      const found = await studio.studio.db.execute(`select count(*)::int as n from ${name}`);
      return [name, (found as { rows: { n: number }[] }).rows[0]!.n] as const;
    }),
  );
  return Object.fromEntries(counts);
};
const archive = (path: string) => studio.ask("PATCH", path, { archived: true });

it("refuses what is in use, in words", async () => {
  const before = await rows();
  for (const path of [
    `/api/students/${student}`,
    `/api/pieces/${piece}`,
    `/api/assignments/${assignment}`,
  ]) {
    const { status, json } = await studio.ask("DELETE", path);
    expect([status, json.detail]).toEqual([409, expect.stringMatching(/Archive it first/)]);
  }
  expect(await rows()).toEqual(before);
  expect((await studio.ask("DELETE", "/api/students/nobody")).status).toBe(404);
});

it("erases a student with plans, tries and own fingers; the piece stays", async () => {
  await archive(`/api/students/${student}`);
  expect((await studio.ask("DELETE", `/api/students/${student}`)).status).toBe(200);
  expect(await rows()).toEqual({
    students: 0,
    pieces: 1,
    assignments: 0,
    plans: 0,
    cards: 0,
    attempts: 0,
    note_marks: 0,
  });
});

it("erases a piece with everything written into it; the student stays", async () => {
  await archive(`/api/pieces/${piece}`);
  expect((await studio.ask("DELETE", `/api/pieces/${piece}`)).status).toBe(200);
  const left = await rows();
  expect([left.students, left.pieces, left.assignments, left.attempts, left.note_marks]).toEqual([
    1, 0, 0, 0, 0,
  ]);
});

it("erases what was put away by a student; both stay", async () => {
  await archive(`/api/assignments/${assignment}`);
  expect((await studio.ask("DELETE", `/api/assignments/${assignment}`)).status).toBe(200);
  const left = await rows();
  expect([left.students, left.pieces, left.assignments, left.cards, left.note_marks]).toEqual([
    1, 1, 0, 0, 1,
  ]);
});

it("saves the score in a layer, over the teacher's, or as it was printed", async () => {
  const notes = await bare();
  await studio.ask("PUT", `/api/pieces/${piece}/notes/finger`, {
    values: [
      { note: notes[0]!.id, value: "1" },
      { note: notes[1]!.id, value: "5" },
    ],
  });
  const fingers = async (query: string) => {
    const response = await studio.app.request(
      `http://127.0.0.1/api/pieces/${piece}/export.musicxml${query}`,
      { headers: { host: "127.0.0.1" } },
    );
    const xml = await response.text();
    return [...xml.matchAll(/<fingering[^>]*>([^<]*)</g)].map(([, value]) => value).sort();
  };
  const printed = await fingers("?layer=printed");
  const without = (all: (string | undefined)[]) => {
    const rest = [...printed];
    return all.filter((one) => {
      const at = rest.indexOf(one);
      if (at >= 0) rest.splice(at, 1);
      return at < 0;
    });
  };
  expect(without(await fingers(""))).toEqual(["1", "5"]);
  const bars = async (query: string) => {
    const response = await studio.app.request(
      `http://127.0.0.1/api/pieces/${piece}/export.musicxml${query}`,
      { headers: { host: "127.0.0.1" } },
    );
    return [response.status, (await response.text()).match(/<measure /g)?.length ?? 0];
  };
  expect(await bars("?from=4&to=7")).toEqual([200, 4]);
  expect(await bars("?from=4&to=400")).toEqual([400, 0]);
  expect(without(await fingers(`?layer=student:${student}`))).toEqual(["3", "5"]);
});
