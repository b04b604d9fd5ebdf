import { openGiven, type Card, type Plan } from "./testing.ts";

let given: Awaited<ReturnType<typeof openGiven>>;
beforeEach(async () => void (given = await openGiven()));
afterEach(() => given.studio.close());

type Replanned = Plan & {
  would: { cards: { stay: number }; message: string };
  goalTempo: number;
  top: string;
  detail: string;
};
const replan = async (id: string, change: object) =>
  (await given.studio.ask("POST", `/api/plans/${id}/replan`, change)) as unknown as {
    status: number;
    json: Replanned;
  };
const todays = ({ days }: Plan) => days.find(({ date }) => date === "2030-03-04")!.cards;

it("makes a plan anew with what changes, and says what becomes of the cards", async () => {
  const { json: made } = await given.make();
  const { status, json: next } = await replan(made.id, { goalTempo: 100, top: "reserve" });
  expect(status).toBe(201);
  expect(next.id).not.toBe(made.id);
  expect([next.goalTempo, next.top, next.steps.at(-1)]).toEqual([100, "reserve", 104]);
  expect(next.would.message).toBe(next.message);
  expect(next.would.cards.stay).toBeGreaterThan(0);
  // what nobody spoke of stays as it was
  expect((next as unknown as { readyBy: string }).readyBy).toBe("2030-03-24");
});

it("is refused to a window that saw another plan", async () => {
  const { json: made } = await given.make();
  const other = await replan(made.id, { goalTempo: 96, was: { goalTempo: 80 } });
  expect([other.status, other.json.detail]).toEqual([
    409,
    "Another window changed goalTempo in the meantime.",
  ]);
  await replan(made.id, { goalTempo: 96, was: { goalTempo: 92 } });
  const late = await replan(made.id, { goalTempo: 100 });
  expect([late.status, late.json.detail]).toEqual([
    409,
    "This plan has been replaced by a newer one.",
  ]);
});

it("leaves on today what was begun today, whichever way the plan is made anew", async () => {
  const { json: made } = await given.make();
  const begun = todays(made)[0]! as Card & { id: string };
  await given.attempt(begun.id, "clean");
  const { json: next } = await replan(made.id, { order: "last-first" });
  expect(todays(next).find(({ id }) => id === begun.id)).toMatchObject({ status: "started" });
  const { json: again } = await given.make({ goalTempo: 70 });
  expect(
    todays(again).filter(({ from, hands }) => from === begun.from && hands === begun.hands),
  ).toHaveLength(1);
  expect(todays(again).map(({ id }) => id)).toContain(begun.id);
  const minutes = todays(again).reduce((sum, card) => sum + card.minutes, 0);
  expect(minutes).toBeLessThanOrEqual(20);
});

it("leaves the minutes that warm up, and makes no card longer than is asked", async () => {
  const { json: made } = await given.make();
  const change = { warmUp: 6, longest: 4 };
  const edited = await given.studio.ask("PATCH", `/api/students/${given.student.id}`, change);
  expect(edited.json).toMatchObject(change);
  const laid = await given.plan(made.id);
  for (const { cards } of laid.days)
    expect(cards.reduce((sum, card) => sum + card.minutes, 0)).toBeLessThanOrEqual(24);
  const sum = todays(laid).reduce((all, card) => all + card.minutes, 0);
  expect(sum).toBeLessThanOrEqual(14);
  expect(Math.max(...todays(laid).map(({ minutes }) => minutes))).toBeLessThanOrEqual(4);
  const portfolio = await given.studio.ask("GET", `/api/students/${given.student.id}/portfolio`);
  expect(portfolio.json).toMatchObject({ warmUp: 6 });
  const refused = await given.studio.ask("PATCH", `/api/students/${given.student.id}`, {
    longest: 2,
  });
  expect(refused.status).toBe(400);
});

it("gives new bars and what is kept the share of an hour that is asked for", async () => {
  const { json: made } = await given.make();
  const isFirst = ({ from, kind }: Card) => kind === "four" && from === 0;
  const fresh = (plan: Plan) =>
    todays(plan)
      .filter(isFirst)
      .reduce((sum, { minutes }) => sum + minutes, 0);
  const usual = fresh(made);
  await given.studio.ask("PATCH", `/api/students/${given.student.id}`, {
    shares: { keeping: 10, learning: 0 },
  });
  // nothing else can be played on the first day: new bars have it all, whatever their share
  expect(fresh(await given.plan(made.id))).toBe(usual);
  const refused = await given.studio.ask("PATCH", `/api/students/${given.student.id}`, {
    shares: { keeping: 10, learning: 90 },
  });
  expect(refused.status).toBe(400);
});

it("goes by house rules where nothing else is said", async () => {
  const rules = {
    ...{ name: "Exam", rule: "ten-in-a-row", order: "last-first", raise: "full" },
    ...{ hands: "together", ladder: "fixed-size" },
  };
  await given.studio.ask("PATCH", "/api/studio", { houseRules: [rules] });
  const plan = (template: string, over: object = {}) =>
    given.studio.ask("POST", "/api/plans", {
      studentId: given.student.id,
      template,
      pieces: [
        {
          ...{ assignmentId: given.assignment.id, goalTempo: 92 },
          ...{ dates: [{ date: "2030-03-24", kind: "concert" }], ...over },
        },
      ],
    });
  const made = await plan("Exam", { order: "theme-first" });
  expect(made.status).toBe(201);
  const { plans } = made.json as unknown as { plans: { id: string }[] };
  expect(await given.plan(plans[0]!.id)).toMatchObject({
    ...{ rule: "ten-in-a-row", raise: "full", hands: "together", order: "theme-first" },
  });
  const unknown = await plan("Nobody's");
  expect([unknown.status, unknown.json.detail]).toEqual([
    400,
    `There are no house rules "Nobody's".`,
  ]);
});
