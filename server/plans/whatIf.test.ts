import { demoFile } from "../testing.ts";
import { openGiven, type Card, type Plan } from "./testing.ts";

interface WouldBe {
  feasible: boolean;
  missingMinutes: number;
  message: string;
  learnt: { now: string | null; then: string | null };
  days: number;
  cards: { stay: number; move: number; go: number; come: number };
  others: { pieceTitle: string; missing: { now: number; then: number } }[];
}

let given: Awaited<ReturnType<typeof openGiven>>;
beforeEach(async () => void (given = await openGiven()));
afterEach(() => given.studio.close());

const whatIf = async (id: string, change: object) =>
  (await given.studio.ask("POST", `/api/plans/${id}/whatif`, change)) as unknown as {
    status: number;
    json: WouldBe & { detail: string; field: string };
  };
const placed = ({ days }: Plan, until: string) =>
  days
    .filter(({ date }) => date < until)
    .flatMap(({ date, cards }) => cards.map((card) => `${date} ${(card as Card & Unit).unit}`));
interface Unit {
  unit: string;
}
const FORTNIGHT = "2030-03-18";
const lastLearnt = ({ days }: Plan) =>
  days.filter(({ cards }) => cards.some(({ kind }) => kind !== "keeping")).at(-1)!.date;

describe("what a plan would be", () => {
  it("is what it becomes once it is laid out like that, and until then nothing is otherwise", async () => {
    const { json: made } = await given.make();
    for (const change of [
      { minutesByWeekday: [10, 10, 0, 10, 10, 10, 0] },
      { goalTempo: 120 },
      { readyBy: "2030-03-12" },
      { order: "last-first", rule: "ten-in-a-row" },
    ]) {
      const before = await given.plan(made.id);
      const { status, json: would } = await whatIf(made.id, change);
      expect(status).toBe(200);
      expect(await given.plan(made.id)).toEqual(before);
      const { json: after } = await given.make(change);
      expect([would.message, would.feasible, would.missingMinutes]).toEqual([
        after.message,
        after.feasible,
        after.missingMinutes,
      ]);
      expect(would.learnt).toEqual({ now: lastLearnt(before), then: lastLearnt(after) });
      const [was, is] = [placed(before, FORTNIGHT), placed(after, FORTNIGHT)];
      const { stay, move, go, come } = would.cards;
      expect(stay).toBe(was.filter((one) => is.includes(one)).length);
      expect(stay + move + go).toBe(was.length);
      expect(stay + move + come).toBe(is.length);
      // and back again, under the next id
      made.id = (await given.make()).json.id;
    }
  });

  it("says that nothing changes where nothing is asked, and what other pieces lose", async () => {
    const { studio, student } = given;
    const piece = (await studio.bring(demoFile("the-ferrymans-wheel"))).json;
    const other = (
      await studio.ask("POST", "/api/assignments", { studentId: student.id, pieceId: piece.id })
    ).json;
    const { json: made } = await given.make();
    await studio.ask("POST", "/api/plans", {
      assignmentId: other.id,
      ...{ goalTempo: 84, readyBy: "2030-04-20" },
    });
    await given.plan(made.id);
    const { json: same } = await whatIf(made.id, {});
    expect(same.cards).toMatchObject({ move: 0, go: 0, come: 0 });
    expect(same.cards.stay).toBeGreaterThan(0);
    expect(same.others).toEqual([]);
    const { json: less } = await whatIf(made.id, { minutesByWeekday: [9, 9, 0, 9, 9, 9, 0] });
    expect(less.others).toMatchObject([{ pieceTitle: piece.title }]);
    expect(less.others[0]!.missing.then).toBeGreaterThan(less.others[0]!.missing.now);
  });

  it("refuses a day that is past, a section that is not there and a plan that was replaced", async () => {
    const { json: made } = await given.make();
    const past = await whatIf(made.id, { readyBy: "2030-03-01" });
    expect(past.status).toBe(400);
    expect(past.json.detail).toMatch(/2030-03-01, has passed/);
    expect((await whatIf(made.id, { goalTempo: 500 })).json.detail).toMatch(/10 to 400/);
    expect((await whatIf(made.id, { sections: ["nowhere"] })).json.detail).toMatch(
      /no section "nowhere"/,
    );
    await given.make();
    expect((await whatIf(made.id, {})).status).toBe(409);
    expect((await whatIf("nobody", {})).status).toBe(404);
  });
});

it("what was put on its day stays there when the plan is laid out again", async () => {
  const { json: made } = await given.make();
  const [, free] = made.days[0]!.cards;
  const { json: moved } = (await given.studio.ask(
    "POST",
    `/api/plans/${made.id}/cards/${free!.id}/move`,
    { date: "2030-03-09" },
  )) as unknown as { json: Plan };
  expect(placed(moved, FORTNIGHT)).toContain(`2030-03-09 ${(free as Card & Unit).unit}`);
  const { json: after } = await given.make({ goalTempo: 96 });
  const ids = (date: string) => after.days.find((day) => day.date === date)!.cards.map((c) => c.id);
  expect(ids("2030-03-09")).toContain(free!.id);
});

it("a section with a tempo of its own is raised to it; sections left at Settling make a plan fit", async () => {
  const bars = [
    [0, 11, "Shore"],
    [12, 24, "Far lights"],
  ] as const;
  const put = bars.map(([from, to, name], i) => ({
    ...{ id: `part-${i}-of-the-lanterns`, name, words: "" },
    from: { bar: from, offset: 0 },
    to: { bar: to, offset: 0 },
  }));
  const pieceId = given.assignment.pieceId as string;
  await given.studio.ask("PUT", `/api/pieces/${pieceId}/sections`, { put, remove: [] });
  const own = put[1]!.id;
  const { json: made } = await given.make({ goals: { [own]: 70 } });
  const topOf = async (plan: Plan, section: string) => {
    const all = plan.days.flatMap(({ cards }) => cards as (Card & { section: string })[]);
    const card = all.find((one) => one.section === section && one.kind === "section")!;
    const { json } = await given.studio.ask("GET", `/api/cards/${card.id}`);
    return [(json.steps as number[]).at(-1), json.goalTempo];
  };
  expect(await topOf(made, "Far lights")).toEqual([70, 70]);
  expect(await topOf(made, "Shore")).toEqual([92, 92]);
  // a plan made again keeps it where nothing is said of it
  const tight = { readyBy: "2030-03-26", minutesByWeekday: [20, 20, 0, 20, 20, 20, 0] };
  const { json: again } = await given.make(tight);
  expect((again as Plan & { goals: object }).goals).toEqual({ [own]: 70 });
  expect((await given.make({ goals: { nowhere: 70 } })).json.detail).toMatch(
    /no section "nowhere"/,
  );
  const { json: late } = await given.make({ ...tight, goals: {} });
  expect(late.feasible).toBe(false);
  const { goals } = late.remedies as { goals?: Record<string, number> };
  // four fifths of 92, in the sections that are learned last
  expect(goals).toMatchObject({ [own]: 74 });
  expect(new Set(Object.values(goals!))).toEqual(new Set([74]));
  expect((await given.make({ ...tight, goals: goals! })).json.feasible).toBe(true);
});

it("a simpler reading that was put aside makes a plan fit, once it is played", async () => {
  const pieceId = given.assignment.pieceId as string;
  const at = `/api/pieces/${pieceId}`;
  // the other edition says its opening bars again where this one goes on
  const xml = new TextDecoder().decode(demoFile("lanterns-on-the-ettle"));
  const measures = xml.match(/<measure[\s\S]*?<\/measure>/g)!;
  const inside = (measure: string) =>
    measure.replace(/^<measure[^>]*>/, "").replace(/<attributes>[\s\S]*?<\/attributes>/, "");
  const again = xml
    .replace(/<work-title>[^<]*</, "<work-title>Easy<")
    .replace(
      /(<measure number="(?:[3-9]|\d\d)"[^>]*>)[\s\S]*?<\/measure>/g,
      (_, head: string) => head + inside(measures[1]!),
    );
  const other = (await given.studio.bring(again)).json.id;
  const { json: reading } = await given.studio.ask("POST", `${at}/readings`, {
    other,
    from: 2,
    to: 22,
  });
  expect(reading).toMatchObject({ source: "Easy" });
  const id = reading.id;
  expect((await given.studio.ask("PATCH", `${at}/readings/${id}`, { inUse: false })).status).toBe(
    200,
  );
  const tight = { readyBy: "2030-03-18", minutesByWeekday: Array<number>(7).fill(16) };
  const { json: late } = await given.make(tight);
  expect(late.feasible).toBe(false);
  expect(late.remedies).toMatchObject({ reading: { id, from: 2, to: 22, source: "Easy" } });
  await given.studio.ask("PATCH", `${at}/readings/${id}`, { inUse: true });
  expect((await given.plan(late.id)).feasible).toBe(true);
});

it("a section cut out of the piece makes a plan fit, once the road is without it", async () => {
  const pieceId = given.assignment.pieceId as string;
  const put = [0, 8, 16].map((from) => ({
    ...{ id: `bars-from-${from}-of-the-lanterns`, name: `From ${from}`, words: "" },
    ...{ from: { bar: from, offset: 0 }, to: { bar: from + 8, offset: 0 } },
  }));
  await given.studio.ask("PUT", `/api/pieces/${pieceId}/sections`, { put, remove: [] });
  const { json: late } = await given.make({
    ...{ readyBy: "2030-03-20", minutesByWeekday: Array<number>(7).fill(16) },
  });
  expect(late.feasible).toBe(false);
  // of what can be cut, the middle alone; the first and the last bars are heard
  const { cut } = late.remedies as { cut?: object };
  expect(cut).toEqual({ from: 8, to: 15 });
  const cuts = [
    { from: 0, to: 7 },
    { from: 16, to: 23 },
  ];
  const road = { road: { repeats: "all", cuts } };
  expect((await given.studio.ask("PATCH", `/api/pieces/${pieceId}`, road)).status).toBe(200);
  const after = await given.plan(late.id);
  expect(after.feasible).toBe(true);
  const played = after.days.flatMap(({ cards }) => cards);
  expect(played.filter(({ kind, from }) => kind === "cell" && from >= 8 && from < 16)).toEqual([]);
});
