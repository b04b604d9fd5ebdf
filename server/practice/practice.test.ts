import { notBegun, openGiven, type State } from "../plans/testing.ts";

let given: Awaited<ReturnType<typeof openGiven>>;
const make = (over?: object) => given.make(over);
const plan = (id: string) => given.plan(id);
const attempt = (...asked: Parameters<typeof given.attempt>) => given.attempt(...asked);
beforeAll(async () => void (given = await openGiven()));
afterAll(() => given.studio.close());

describe("practice", () => {
  it("promotes by the rule, raises the step, and tomorrow follows from the log", async () => {
    const made = (await make()).json;
    const card = made.days[0]!.cards[0]!;
    const start = (await given.studio.ask("GET", `/api/cards/${card.id}`)).json as unknown as State;
    expect(start).toMatchObject({
      step: card.tempo,
      missing: 3,
      tries: [],
      finished: false,
      status: "open",
    });
    expect((await attempt(card.id, "slip", { bar: card.from })).card.missing).toBe(3);
    expect((await attempt(card.id, "clean")).promoted).toBe(false);
    expect((await attempt(card.id, "clean", { tempo: 23 })).card.tries).toHaveLength(2);
    await attempt(card.id, "clean");
    const last = await attempt(card.id, "clean");
    expect(last).toMatchObject({
      promoted: true,
      card: { secure: card.tempo, status: "done", missing: 3, tries: [] },
    });
    expect(last.card.step).toBe(start.steps[start.steps.indexOf(card.tempo) + 1]);
    expect((await plan(made.id)).days[0]!.cards.map((one) => one.id)).toEqual(
      made.days[0]!.cards.map((one) => one.id),
    );
    given.studio.setDate("2030-03-05");
    const next = (await plan(made.id)).days[0]!.cards.find(
      (one) => one.from === card.from && one.to === card.to && one.hands === card.hands,
    );
    expect(next!.tempo).toBe(last.card.step);
    expect(next!.id).not.toBe(card.id);
    given.studio.setDate("2030-03-04");
  });

  it("takes the newest try back, and only that; the ridge falls again", async () => {
    const ridge = async () =>
      (
        (await given.studio.ask("GET", `/api/assignments/${given.assignment.id}/ridge`))
          .json as unknown as {
          bars: { secure: number; together: number }[];
        }
      ).bars;
    const made = (await make({ rule: "ten-in-a-row" })).json;
    const card = made.days[0]!.cards.find((one) => one.hands === "left")!;
    const before = await ridge();
    const ids: string[] = [];
    for (let i = 0; i < 10; i++) ids.push((await attempt(card.id, "clean")).id);
    expect(await ridge()).not.toEqual(before);
    expect((await ridge())[card.from]!.secure).toBeGreaterThanOrEqual(
      Math.min(card.tempo, (await ridge())[card.from]!.secure),
    );
    expect((await given.studio.ask("DELETE", `/api/attempts/${ids[3]!}`)).status).toBe(409);
    const back = (await given.studio.ask("DELETE", `/api/attempts/${ids[9]!}`))
      .json as unknown as State;
    expect(back).toMatchObject({ missing: 1, step: card.tempo });
    expect(await ridge()).toEqual(before);
    const log = (await given.studio.ask("GET", `/api/assignments/${given.assignment.id}/log`))
      .json as unknown as { total: number; items: { result: string; hands: string }[] };
    expect(log.total).toBe(14); // 5 of the test before, 9 of the 10
    expect(log.items[0]).toMatchObject({ result: "clean", hands: "left" });
  });

  it("refuses a try on no card, in no bar, or with no result", async () => {
    const card = (await make()).json.days[0]!.cards[0]!;
    for (const body of [
      { cardId: "x", result: "clean" },
      { cardId: card.id, result: "superb" },
      { cardId: card.id, result: "slip", bar: 23 },
      { result: "clean" },
    ]) {
      const { status } = await given.studio.ask("POST", "/api/attempts", body);
      expect([400, 404]).toContain(status);
    }
  });

  it("plans only the chosen sections", async () => {
    const section = (
      await given.studio.ask("POST", `/api/pieces/${given.assignment.pieceId as string}/sections`, {
        name: "B",
        from: { bar: 8 },
        to: { bar: 16 },
      })
    ).json;
    const { json } = await make({ sections: [section.id] });
    for (const card of notBegun(json)) expect(card.from >= 8 && card.to <= 15).toBe(true);
  });

  it("shows the studio what is due today, without archived students", async () => {
    const due = async () =>
      (await given.studio.ask("GET", "/api/studio")).json as unknown as {
        due: unknown[];
        lessons: unknown[];
      };
    expect((await due()).due.length).toBeGreaterThan(0);
    expect((await due()).lessons).toHaveLength(1);
    await given.studio.ask("PATCH", `/api/students/${given.assignment.studentId as string}`, {
      archived: true,
    });
    expect(await due()).toMatchObject({ due: [], lessons: [] });
    await given.studio.ask("PATCH", `/api/students/${given.assignment.studentId as string}`, {
      archived: false,
    });
    expect((await due()).due.length).toBeGreaterThan(0);
  });
});

it("says how long to warm up before the first card of a day, and not once something was tried", async () => {
  const { studio, student } = given;
  const made = (await make()).json;
  const { date, cards } = made.days.find((day) => day.date > "2030-03-05")!;
  await studio.ask("PATCH", `/api/students/${student.id}`, { warmUp: 5 });
  studio.setDate(date);
  const warmUpOf = async (id: string) =>
    ((await studio.ask("GET", `/api/cards/${id}`)).json as unknown as State).warmUp;
  expect(await warmUpOf(cards[0]!.id)).toBe(5);
  await attempt(cards[0]!.id, "clean");
  expect([await warmUpOf(cards[0]!.id), await warmUpOf(cards[1]!.id)]).toEqual([0, 0]);
  await studio.ask("PATCH", `/api/students/${student.id}`, { warmUp: 0 });
  studio.setDate("2030-03-04");
});
