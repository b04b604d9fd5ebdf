import { openGiven, type Plan } from "./testing.ts";

let given: Awaited<ReturnType<typeof openGiven>>;
beforeEach(async () => void (given = await openGiven()));
afterEach(() => given.studio.close());

type Revised = Plan & {
  revision: number;
  goalTempo: number;
  detail: string;
  now: Record<string, unknown>;
  forecast?: { assignmentId: string; p10: string; p50: string; p90: string }[];
};
const ask = async (method: string, path: string, body?: object) =>
  (await given.studio.ask(method, path, body)) as unknown as { status: number; json: Revised };
const made = async (over: object = {}) => (await given.make(over)).json as Revised;
const bars = { from: 1, to: 2 };

it("answers with the forecast of every piece, unless it need not", async () => {
  const plan = await made({ forecast: undefined });
  const asked = await ask("GET", `/api/plans/${plan.id}/forecast`);
  expect(plan.forecast).toEqual([{ assignmentId: given.assignment.id, ...asked.json }]);
  const { p10, p50, p90 } = plan.forecast![0]!;
  expect([p10, p50, p90].sort()).toEqual([p10, p50, p90]);
  expect(p10 >= "2030-03-04").toBe(true);
  expect((await made()).forecast).toBeUndefined();
  const { json } = await ask("POST", "/api/plans", {
    studentId: given.student.id,
    pieces: [
      {
        ...{ assignmentId: given.assignment.id, goalTempo: 80 },
        dates: [{ date: "2030-03-24", kind: "concert" }],
      },
    ],
  });
  expect(json.forecast?.map(({ assignmentId }) => assignmentId)).toEqual([given.assignment.id]);
});

it("tells of each card for how many tries its minutes are enough", async () => {
  const cards = (await made()).days.flatMap((day) => day.cards) as unknown as {
    tries: number;
    minutes: number;
    tempo: number;
    from: number;
    to: number;
  }[];
  // the piece is in crotchets of 3/4: so many beats, a bar to count in, three seconds between
  const plain = cards.find(({ from, to }) => to - from === 3)!;
  const seconds = ((plain.to - plain.from + 2) * 3 * 60) / plain.tempo + 3;
  expect(Math.abs(plain.tries - (plain.minutes * 60) / seconds)).toBeLessThanOrEqual(0.5);
});

it("lets one of two edits through that come on one revision at the same instant", async () => {
  const plan = await made();
  const edits = await Promise.all(
    [bars, { from: 0, to: 1 }].map((one) =>
      ask("PATCH", `/api/plans/${plan.id}`, { added: [one], revision: 1 }),
    ),
  );
  expect(edits.map(({ status }) => status).sort()).toEqual([200, 409]);
  expect((await ask("GET", `/api/plans/${plan.id}`)).json.revision).toBe(2);
  const anew = await Promise.all(
    [90, 100].map((goalTempo) =>
      ask("POST", `/api/plans/${plan.id}/replan`, { goalTempo, revision: 2 }),
    ),
  );
  expect(anew.map(({ status }) => status).sort()).toEqual([201, 409]);
});

it("counts what people change, and not what tries and days lay out anew", async () => {
  const plan = await made();
  expect(plan.revision).toBe(1);
  const card = plan.days[0]!.cards[0]! as unknown as { id: string };
  await given.attempt(card.id, "clean");
  given.studio.setDate("2030-03-06");
  expect((await ask("GET", `/api/plans/${plan.id}`)).json.revision).toBe(1);
  const edited = await ask("PATCH", `/api/plans/${plan.id}`, { added: [bars], revision: 1 });
  expect([edited.status, edited.json.revision]).toEqual([200, 2]);
  const next = await ask("POST", `/api/plans/${plan.id}/replan`, { goalTempo: 96, revision: 2 });
  expect([next.status, next.json.revision]).toEqual([201, 3]);
});

it("refuses an edit of a plan that was changed since, and says what is how", async () => {
  const plan = await made();
  const path = `/api/plans/${plan.id}`;
  await ask("PATCH", path, { added: [bars], revision: 1 });
  // the same once more is no conflict, whatever it was made on
  expect((await ask("PATCH", path, { added: [bars], revision: 1 })).status).toBe(200);
  const late = await ask("PATCH", path, { dropped: [], revision: 1 });
  expect(late).toMatchObject({
    status: 409,
    json: {
      detail: "This plan was changed in the meantime: added.",
      revision: 2,
      now: { added: [bars] },
    },
  });
  const never = await ask("PATCH", path, { dropped: [], revision: 7 });
  expect([never.status, never.json.detail]).toEqual([
    409,
    "This plan has no revision 7; it is at 2.",
  ]);
});

it("says what a newer plan in its place has otherwise, and which it is", async () => {
  const plan = await made();
  const later = await made({ goalTempo: 100 });
  const late = await ask("POST", `/api/plans/${plan.id}/replan`, { top: "reserve", revision: 1 });
  expect(late).toMatchObject({
    status: 409,
    json: { revision: 2, now: { goalTempo: 100 }, id: later.id },
  });
});

it("says which cards another put on their day", async () => {
  const plan = await made();
  const card = plan.days[1]!.cards[0]! as unknown as { id: string; unit: string };
  // a Wednesday, when nothing is practised
  const on = { date: "2030-03-06" };
  const moved = await ask("POST", `/api/plans/${plan.id}/cards/${card.id}/move`, on);
  expect([moved.status, moved.json.revision]).toEqual([200, 2]);
  const late = await ask("POST", `/api/plans/${plan.id}/replan`, { goalTempo: 100, revision: 1 });
  expect(late).toMatchObject({
    status: 409,
    json: { now: { cards: [{ id: card.id, unit: card.unit, date: on.date }] } },
  });
});

it("takes the same request twice for one", async () => {
  const plan = await made();
  const id = "2c1b8f3e-5a0e-4a8e-9d52-0c4b4f0e7a11";
  const body = { goalTempo: 96, revision: 1, id };
  for (let i = 0; i < 2; i++) {
    const { status, json } = await ask("POST", `/api/plans/${plan.id}/replan`, body);
    expect([status, json.id, json.revision, json.goalTempo]).toEqual([201, id, 2, 96]);
  }
});
