import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

// The same request may come twice, at once or later; two windows may edit one thing. All invented.
let studio: TestStudio;
let piece: string;
beforeAll(async () => {
  studio = await openTestStudio();
  piece = (await studio.bring(demoFile("lanterns-on-the-ettle"))).json.id;
});
afterAll(() => studio.close());

const keyed = async (path: string, body: unknown, key: string) => {
  const response = await studio.app.request(`http://127.0.0.1${path}`, {
    method: "PUT",
    body: JSON.stringify(body),
    headers: { host: "127.0.0.1", "content-type": "application/json", "idempotency-key": key },
  });
  return { status: response.status, json: (await response.json()) as Record<string, unknown> };
};
const revisionNow = async () =>
  (await studio.ask("GET", `/api/pieces/${piece}/annotations`)).json.revision as number;

describe("a request that is sent twice", () => {
  it("counts once: an edit of a piece, though the piece has moved on", async () => {
    const { notes } = (await studio.ask("GET", `/api/pieces/${piece}/score`)).json as unknown as {
      notes: { id: string }[];
    };
    const revision = await revisionNow();
    const body = { values: [{ note: notes[0]!.id, value: "3" }], revision };
    const path = `/api/pieces/${piece}/notes/finger`;
    const both = await Promise.all([
      keyed(path, body, "the-first-edit"),
      keyed(path, body, "the-first-edit"),
    ]);
    const later = await keyed(path, body, "the-first-edit");
    for (const { status, json } of [...both, later])
      expect([status, json]).toEqual([200, { revision: revision + 1 }]);
    expect(await revisionNow()).toBe(revision + 1);
    // another request on the old state is told what the state is
    const other = await keyed(path, body, "another-edit");
    expect([other.status, other.json.revision]).toEqual([409, revision + 1]);
    expect((await keyed(path, body, "no good key!")).status).toBe(400);
  });

  it.each([
    ["students", { name: "Twice Told" }],
    [
      "pieces/paper",
      {
        title: "Two times",
        paper: {
          bars: 4,
          metres: [{ bar: 0, beats: 4, beatType: 4 }],
          keys: [],
          repeats: [],
          lengths: [],
        },
      },
    ],
  ])("makes one of %s", async (path, body) => {
    const id = `mine-${path.replace("/", "-")}`;
    const made = await Promise.all(
      [1, 2, 3].map(() => studio.ask("POST", `/api/${path}`, { ...body, id })),
    );
    expect(made.map(({ status, json }) => [status, json.id])).toEqual(
      Array.from({ length: 3 }, () => [201, id]),
    );
  });

  it("gives a piece, lays out a plan and logs a try once", async () => {
    const student = (await studio.ask("POST", "/api/students", { name: "Ada Rill" })).json.id;
    const given = { id: "given-once", studentId: student, pieceId: piece };
    const all = await Promise.all([1, 2].map(() => studio.ask("POST", "/api/assignments", given)));
    expect(all.map(({ json }) => json.id)).toEqual(["given-once", "given-once"]);
    const plan = {
      id: "plan-once",
      assignmentId: "given-once",
      goalTempo: 80,
      readyBy: "2030-04-20",
      minutesByWeekday: [20, 20, 20, 20, 20, 20, 20],
    };
    const plans = await Promise.all([1, 2].map(() => studio.ask("POST", "/api/plans", plan)));
    expect(plans.map(({ json }) => json.id)).toEqual(["plan-once", "plan-once"]);
    const current = await studio.ask("GET", "/api/assignments/given-once/plan");
    expect(current.json.id).toBe("plan-once");
    const cards = (await studio.ask("GET", "/api/cards")).json as unknown as {
      items: { id: string }[];
    };
    const attempt = {
      id: "try-once-only",
      cardId: cards.items[0]!.id,
      result: "clean",
      at: "2030-03-04T09:00:00Z",
    };
    for (let i = 0; i < 3; i++)
      expect((await studio.ask("POST", "/api/attempts", attempt)).json.id).toBe("try-once-only");
    const { tries } = (await studio.ask("GET", `/api/cards/${cards.items[0]!.id}`))
      .json as unknown as { tries: unknown[] };
    expect(tries).toHaveLength(1);
  });
});

describe("two windows", () => {
  it("the second that renames is told what the first did; a repeated request is no conflict", async () => {
    const path = `/api/pieces/${piece}`;
    const was = { title: "Lanterns on the Ettle" };
    expect((await studio.ask("PATCH", path, { title: "Lamps", was })).status).toBe(200);
    expect((await studio.ask("PATCH", path, { title: "Lamps", was })).status).toBe(200);
    const second = await studio.ask("PATCH", path, { title: "Lights", was });
    expect([second.status, second.json.detail, second.json.now]).toEqual([
      409,
      "Another window changed title to “Lamps” in the meantime.",
      { title: "Lamps" },
    ]);
    // on top, having seen it
    const onTop = { title: "Lights", was: { title: "Lamps" } };
    expect((await studio.ask("PATCH", path, onTop)).json.title).toBe("Lights");
    // a field the other window left alone is no conflict
    const { composer } = (await studio.ask("GET", path)).json;
    const named = { composer: "Ada Rill", was: { composer } };
    expect((await studio.ask("PATCH", path, named)).status).toBe(200);
  });

  it("six readings of the same bars at once: one holds, and the piece opens", async () => {
    const other = (await studio.bring(demoFile("lanterns-on-the-ettle"))).json.id;
    const answers = await Promise.all(
      Array.from({ length: 6 }, () =>
        studio.ask("POST", `/api/pieces/${piece}/readings`, { other, from: 2, to: 3 }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409, 409, 409, 409, 409]);
    expect((await studio.ask("GET", `/api/pieces/${piece}/score`)).status).toBe(200);
  });
});
