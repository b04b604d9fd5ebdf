import { notBegun, openGiven, type Card, type Plan } from "./testing.ts";

interface Moved extends Plan {
  broken: string[];
}
interface PinnedCard extends Card {
  unit: string;
  pinned: boolean;
}

let given: Awaited<ReturnType<typeof openGiven>>;
beforeAll(async () => void (given = await openGiven()));
afterAll(() => given.studio.close());

const move = async (id: string, body: object) => {
  const { studio, assignment } = given;
  const { json } = await studio.ask("GET", `/api/assignments/${assignment.id}/plan`);
  const path = `/api/plans/${json.id}/cards/${id}/move`;
  return (await studio.ask("POST", path, body)) as unknown as { status: number; json: Moved };
};
const edit = async (id: string, body: object) =>
  (await given.studio.ask("PATCH", `/api/plans/${id}`, body)) as unknown as {
    status: number;
    json: Plan & { added: object[]; dropped: { unit: string }[] };
  };
const on = (plan: Plan, date: string) =>
  (plan.days.find((day) => day.date === date)?.cards ?? []) as PinnedCard[];
const unitOf = ({ from, to, hands }: Card) => `${from}-${to}-${hands}`;

describe("a card on another day", () => {
  it("stays there, its bars wait for it, and the rest heals within the minutes", async () => {
    const { json: made } = await given.make();
    const [card] = on(made, "2030-03-05");
    const { status, json } = await move(card!.id, { date: "2030-03-09" });
    expect(status).toBe(200);
    expect(on(json, "2030-03-09").find(({ id }) => id === card!.id)).toMatchObject({
      ...{ pinned: true, unit: card!.unit },
    });
    for (const date of ["2030-03-05", "2030-03-07", "2030-03-08"])
      expect(on(json, date).map(({ unit }) => unit)).not.toContain(card!.unit);
    expect(json.broken).toEqual([]);
    expect(json.feasible).toBe(true);
    for (const { date, cards } of json.days) {
      const minutes = [20, 20, 0, 20, 20, 30, 0][(new Date(`${date}T12:00`).getDay() + 6) % 7]!;
      expect(cards.reduce((sum, one) => sum + one.minutes, 0)).toBeLessThanOrEqual(minutes);
    }
    // the next days change nothing of it
    given.studio.setDate("2030-03-07");
    expect(on(await given.plan(made.id), "2030-03-09").map(({ id }) => id)).toContain(card!.id);
    given.studio.setDate("2030-03-04");
  });

  it("is not moved from where its sender did not see it", async () => {
    const { json: made } = await given.make();
    const [card] = on(made, "2030-03-05");
    const was = { date: "2030-03-05", pinned: false };
    expect((await move(card!.id, { date: "2030-03-08", was })).status).toBe(200);
    const late = await move(card!.id, { date: "2030-03-09", was });
    expect(late.status).toBe(409);
    expect((late.json as unknown as { detail: string }).detail).toMatch(
      /changed date to “2030-03-08”/,
    );
    // the same request twice is no conflict
    expect((await move(card!.id, { date: "2030-03-08", was })).status).toBe(200);
  });

  it("is let go again, and says which rule it breaks where it breaks one", async () => {
    const { json: made } = await given.make();
    const late = made.days.flatMap((day) => day.cards).find(({ kind }) => kind === "section")!;
    const early = await move(late.id, { date: "2030-03-04" });
    expect(early.status).toBe(200);
    expect(early.json.broken.join(" ")).toMatch(/should be done before; they are on \w+day/);
    const free = await move(late.id, { date: "2030-03-06" });
    expect(free.json.broken.join(" ")).toMatch(/Nothing is practised on Wednesday 6 March/);
    const back = await move(late.id, { date: "2030-03-06", pinned: false });
    expect(on(back.json, "2030-03-06")).toEqual([]);
  });

  it("is put on any day the plan has cards for, also after the piece was ready", async () => {
    const { json: made } = await given.make();
    const last = made.days.findLast((day) => day.cards.length > 0)!;
    expect(last.date > "2030-03-24").toBe(true);
    const [keeping] = last.cards;
    expect(keeping!.kind).toBe("keeping");
    for (const date of ["2030-04-20", "2030-04-21"]) {
      const there = await move(keeping!.id, { date });
      expect(there.status).toBe(200);
      expect(on(there.json, date).map(({ id }) => id)).toContain(keeping!.id);
    }
    const free = await move(keeping!.id, { date: last.date, pinned: false });
    expect(free.status).toBe(200);
  });

  it("is not moved into the past, nor once begun, nor where its bars are pinned already", async () => {
    const { json: made } = await given.make();
    const [card, begun] = made.days[0]!.cards;
    expect((await move(card!.id, { date: "2030-03-01" })).status).toBe(400);
    // ready by 24 March, kept for four weeks: what lies after that no plan has
    expect((await move(card!.id, { date: "2030-04-22" })).status).toBe(400);
    expect((await move(card!.id, { date: "someday" })).status).toBe(400);
    expect((await move("nothing", { date: "2030-03-09" })).status).toBe(404);
    await given.attempt(begun!.id, "slip");
    expect((await move(begun!.id, { date: "2030-03-09" })).status).toBe(409);
    // today's card stays while another of its bars is pinned to a later day
    const later = made.days
      .slice(1)
      .flatMap(({ date, cards }) => cards.map((one) => ({ ...one, date })));
    const [first, again] = made.days[0]!.cards.flatMap((one) =>
      later.filter((other) => unitOf(other) === unitOf(one)).map((o) => [one, o]),
    ).at(0)! as [Card, (typeof later)[number]];
    expect((await move(again.id, { date: again.date })).status).toBe(200);
    expect((await move(first.id, { date: again.date })).status).toBe(409);
  });
});

describe("what the teacher adds and leaves out", () => {
  it("is practised alone or not at all, also after the plan is made anew", async () => {
    const { json: made } = await given.make();
    const all = made.days.flatMap((day) => day.cards);
    const cell = all.find(({ kind }) => kind === "cell")!;
    const left = await edit(made.id, { dropped: [unitOf(cell)] });
    expect(left.status).toBe(200);
    expect(left.json.dropped).toMatchObject([{ unit: unitOf(cell) }]);
    const units = (plan: Plan) => plan.days.flatMap((day) => day.cards).map(unitOf);
    expect(units(left.json)).not.toContain(unitOf(cell));
    const { json: more } = await edit(made.id, { added: [{ from: 10, to: 10 }] });
    const spots = more.days.flatMap((day) => day.cards).filter(({ kind }) => kind === "spot");
    const spot = spots.find(({ from, to }) => from === 9 && to === 11)!;
    expect(spot).toBeDefined();
    const { json: anew } = await given.make({ goalTempo: 96 });
    expect(units(anew)).not.toContain(unitOf(cell));
    expect(units(anew)).toContain(unitOf(spot));
    // what rested on it rests on what it rested on: the four bars still come
    expect(anew.days.flatMap((day) => day.cards).some(({ kind }) => kind === "section")).toBe(true);
    const { json: whole } = await edit(anew.id, { added: [], dropped: [] });
    expect(units(whole)).toContain(unitOf(cell));
  });

  it("is refused where it is not in the piece or the plan, and told to a second window", async () => {
    const { json: made } = await given.make();
    expect((await edit(made.id, { added: [{ from: 5, to: 4 }] })).status).toBe(400);
    expect((await edit(made.id, { added: [{ from: 0, to: 400 }] })).status).toBe(400);
    expect((await edit(made.id, { dropped: ["0-0-nose"] })).status).toBe(400);
    expect((await edit(made.id, { added: [{ from: 2, to: 2 }], was: { added: [] } })).status).toBe(
      200,
    );
    const second = await edit(made.id, { added: [{ from: 9, to: 9 }], was: { added: [] } });
    expect(second.status).toBe(409);
    await edit(made.id, { added: [], dropped: [] });
  });
});

describe("house rules", () => {
  const rules = (name: string) => ({
    ...{ name, rule: "ten-in-a-row", order: "last-first", raise: "full" },
    ...{ hands: "together", ladder: "fixed-size" },
  });
  const put = (houseRules: object[], was?: object[]) =>
    given.studio.ask("PATCH", "/api/studio", {
      houseRules,
      ...(was ? { was: { houseRules: was } } : {}),
    });
  const known = async () =>
    ((await given.studio.ask("GET", "/api/studio")).json as unknown as { houseRules: object[] })
      .houseRules;

  it("are kept by name for the whole studio, each name once", async () => {
    expect(await known()).toEqual([]);
    expect((await put([rules("Before an exam")], [])).status).toBe(200);
    expect(await known()).toEqual([rules("Before an exam")]);
    expect((await put([rules("A"), rules("a ")])).status).toBe(400);
    expect((await put([{ ...rules("B"), order: "sideways" }])).status).toBe(400);
    // a second window that had not seen them is told
    expect((await put([rules("C")], [])).status).toBe(409);
    expect((await put([])).status).toBe(200);
  });
});

describe("the teacher's word on a stage", () => {
  const say = (said: string | null) =>
    given.studio.ask("PATCH", `/api/assignments/${given.assignment.id}`, { said });
  const stage = async () =>
    (await given.studio.ask("GET", `/api/assignments/${given.assignment.id}/ridge`))
      .json as unknown as {
      stage: string;
      evidence: { stage: string; what: string }[];
    };

  it("ends the work at any stage, keeps it, or goes on", async () => {
    const { json: made } = await given.make();
    expect((await stage()).evidence.map((one) => one.stage)).toEqual([
      ...["Taking shape", "Joining up", "Settling", "Performance"],
    ]);
    await say("ended");
    expect(notBegun(await given.plan(made.id))).toEqual([]);
    const due = await given.studio.ask("GET", "/api/cards");
    expect((due.json as unknown as { items: unknown[] }).items).toEqual([]);
    await say("keeping");
    expect((await stage()).stage).toBe("Keeping");
    const kept = await given.plan(made.id);
    expect(kept.feasible).toBe(true);
    expect(notBegun(kept).every(({ kind }) => kind === "keeping")).toBe(true);
    await say(null);
    expect((await given.plan(made.id)).days.length).toBeGreaterThan(3);
    expect((await say("famous")).status).toBe(400);
  });

  it("follows what the studio asks for", async () => {
    const put = (stages: object, was?: object) =>
      given.studio.ask("PATCH", "/api/studio", { stages, ...(was ? { was } : {}) });
    expect((await put({ joining: 0.9, settling: 0.8, days: 3 })).status).toBe(400);
    expect((await put({ joining: 0.5, settling: 0.8, days: 4 })).status).toBe(400);
    expect((await put({ joining: 0.5, settling: 0.7, days: 2 })).status).toBe(200);
    expect((await stage()).evidence[1]!.what).toBe("sections at 50 % of the goal");
    const usual = { joining: 0.6, settling: 0.8, days: 3 };
    const other = { ...usual, joining: 0.55 };
    // another window has changed it; what is wanted already is no conflict
    expect((await put(other, { stages: usual })).status).toBe(409);
    expect((await put(usual)).status).toBe(200);
    expect((await put(usual, { stages: usual })).status).toBe(200);
  });
});
