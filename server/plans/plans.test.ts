import { jest } from "@jest/globals";
import { eq } from "drizzle-orm";
import ICAL from "ical.js";
import { plans } from "../db/schema.ts";
import { demoFile } from "../testing.ts";
import { notBegun, openGiven, type Card, type Plan, type State } from "./testing.ts";

let given: Awaited<ReturnType<typeof openGiven>>;
const make = (over?: object) => given.make(over);
const plan = (id: string) => given.plan(id);
const attempt = (...asked: Parameters<typeof given.attempt>) => given.attempt(...asked);
beforeAll(async () => void (given = await openGiven()));
afterAll(() => given.studio.close());

it("is made for a student whose next lesson is known", () => {
  expect(given.student).toMatchObject({
    name: "Ada Quill",
    nextLesson: "2030-03-06T16:00",
    instrument: "piano",
  });
});

describe("a plan", () => {
  it("says when the piece will be ready, and more surely the more was practised", async () => {
    const { json: made } = await make();
    const at = async () =>
      (await given.studio.ask("GET", `/api/plans/${made.id}/forecast`)).json as unknown as {
        p10: string;
        p50: string;
        p90: string;
        chance: number;
      };
    const first = await at();
    expect(first.p10 <= first.p50 && first.p50 <= first.p90 && first.p10 > "2030-03-04").toBe(true);
    expect(first.chance).toBeGreaterThan(0);
    // the same until something moves on
    expect(await at()).toEqual(first);
    const [card] = made.days[0]!.cards;
    for (let i = 0; i < 3; i++) await attempt(card!.id, "clean");
    expect(await at()).not.toEqual(first);
    const slow = (await make({ minutesByWeekday: [5, 5, 0, 5, 5, 5, 0] })).json;
    const late = await given.studio.ask("GET", `/api/plans/${slow.id}/forecast`);
    expect((late.json as unknown as { chance: number }).chance).toBeLessThan(first.chance);
    await make();
    expect((await given.studio.ask("GET", "/api/plans/none/forecast")).status).toBe(404);
  });

  it("is not forecast by what it was when somebody asked, and two who ask wait for one answer", async () => {
    const { json: made } = await make();
    const path = `/api/plans/${made.id}/forecast`;
    await plan(made.id);
    let isTold = false;
    // watched, not replaced: the work is done
    const run = jest.spyOn(given.studio.studio.heavy, "run");
    const asked = [0, 1].map(() => given.studio.ask("GET", path));
    void asked[0]!.then(() => (isTold = true));
    // the layout moves on while it is worked out
    await new Promise((resolve) => setTimeout(resolve, 50));
    await given.studio.ask("PATCH", `/api/plans/${made.id}`, { added: [{ from: 3, to: 3 }] });
    await plan(made.id);
    expect(isTold).toBe(false);
    const [one, other] = await Promise.all(asked);
    expect(other!.json).toEqual(one!.json);
    expect(run.mock.calls.filter(([task]) => task === "forecast").length).toBe(1);
    run.mockRestore();
    const kept = async () =>
      (await given.studio.studio.db.select().from(plans).where(eq(plans.id, made.id)))[0]!.forecast;
    expect(await kept()).toBeNull();
    await given.studio.ask("GET", path);
    expect(await kept()).not.toBeNull();
  });

  it("lays dated cards out within the minutes of each weekday, up to performance tempo", async () => {
    const { status, json } = await make();
    expect([status, json.feasible, json.missingMinutes]).toEqual([201, true, 0]);
    expect(json.steps.at(0)).toBe(46);
    expect(json.steps.at(-1)).toBe(92);
    expect(json.days[0]!.date).toBe("2030-03-04");
    for (const day of json.days) {
      const weekday = (new Date(`${day.date}T12:00`).getDay() + 6) % 7;
      expect(day.date <= "2030-03-24" || day.cards.every((one) => one.kind === "keeping")).toBe(
        true,
      );
      expect(day.cards.reduce((sum, card) => sum + card.minutes, 0)).toBeLessThanOrEqual(
        [20, 20, 0, 20, 20, 30, 0][weekday]!,
      );
    }
    expect(json.days.some((day) => day.date === "2030-03-06")).toBe(false);
  });

  it("says at once how much time is missing", async () => {
    const { json } = await make({ readyBy: "2030-03-05", rule: "ten-in-a-row" });
    expect(json.feasible).toBe(false);
    expect(json.missingMinutes).toBeGreaterThan(60);
    expect(json.message).toMatch(/Too little time.*missing/);
    // what would help is worked out, and does
    const { readyBy } = json.remedies;
    expect(readyBy! > "2030-03-05").toBe(true);
    expect((await make({ readyBy, rule: "ten-in-a-row" })).json.feasible).toBe(true);
    expect((await make()).json.remedies).toEqual({});
    const tight = (await make({ readyBy: "2030-03-18" })).json;
    const more = [20, 20, 0, 20, 20, 30, 0].map((one) => one && one + tight.remedies.minutes!);
    const helped = await make({ readyBy: "2030-03-18", minutesByWeekday: more });
    expect([tight.feasible, helped.json.feasible]).toEqual([false, true]);
  });

  it.each([
    [{ goalTempo: 9 }, /10 to 400/],
    [{ goalTempo: 401 }, /10 to 400/],
    [{ goalTempo: "fast" }, /10 to 400/],
    [{ readyBy: "2030-02-30" }, /date/],
    [{ readyBy: "2030-03-01" }, /has passed/],
    [{ readyBy: "2040-01-01" }, /two years/],
    [{ minutesByWeekday: [1, 2] }, /Monday first/],
    [{ minutesByWeekday: [-1, 0, 0, 0, 0, 0, 0] }, /minutesByWeekday/],
    [{ rule: "often" }, /rule/],
    [{ sections: ["nope"] }, /no section/],
  ])("refuses %j", async (over, sentence) => {
    const { status, json } = await make(over);
    expect(status).toBe(400);
    expect(json.detail).toMatch(sentence);
  });

  it("takes any goal, whole or not; the last step is exactly it", async () => {
    for (const goalTempo of [10, 37.5, 91.3, 400]) {
      const { json } = await make({ goalTempo });
      expect(json.steps.at(-1)).toBe(goalTempo);
      expect(json.days.length).toBeGreaterThan(0);
    }
  });

  it("catches up with a missed day, and the rest of the week stays where it can", async () => {
    const made = (await make()).json;
    const [missed] = made.days;
    expect((await plan(made.id)).days).toEqual(made.days);
    given.studio.setDate("2030-03-05");
    const rolled = await plan(made.id);
    expect(rolled.days[0]!.date).toBe("2030-03-05");
    const near = ({ date }: { date: string }) => date > "2030-03-04" && date < "2030-03-12";
    const placed = (days: Plan["days"]) =>
      days.filter(near).flatMap(({ date, cards }) => cards.map(({ id }) => `${date} ${id}`));
    const [was, is] = [placed(made.days), placed(rolled.days)];
    // cards that stay keep their ids
    expect(was.filter((one) => is.includes(one)).length / was.length).toBeGreaterThan(0.6);
    // what was missed is done within the week
    const { cards } = missed!;
    const keyOf = ({ from, to, hands }: Card) => `${from} ${to} ${hands}`;
    const coming = new Set(rolled.days.filter(near).flatMap((day) => day.cards.map(keyOf)));
    expect(cards.filter((card) => !coming.has(keyOf(card)))).toEqual([]);
    given.studio.setDate("2030-03-04");
  });

  it("follows the form: new sections cut the days after today anew, and leave today alone", async () => {
    const made = (await make()).json;
    const section = (
      await given.studio.ask("POST", `/api/pieces/${given.assignment.pieceId as string}/sections`, {
        name: "Turn",
        from: { bar: 5 },
        to: { bar: 7 },
      })
    ).json;
    const isCut = ({ kind, from, to }: Card) => kind !== "spot" && from === 5 && to === 6;
    const cut = await plan(made.id);
    expect(cut.days[0]!.cards.map((card) => card.id)).toEqual(
      made.days[0]!.cards.map((card) => card.id),
    );
    expect(
      cut.days
        .slice(1)
        .flatMap((day) => day.cards)
        .some(isCut),
    ).toBe(true);
    await given.studio.ask(
      "DELETE",
      `/api/pieces/${given.assignment.pieceId as string}/sections/${section.id}`,
    );
    expect(
      (await plan(made.id)).days
        .slice(1)
        .flatMap((day) => day.cards)
        .some(isCut),
    ).toBe(false);
  });

  it("is a calendar that a general library reads: a day each, whole days, and the day it must be ready", async () => {
    const made = (await make()).json;
    const response = await given.studio.app.request(
      `http://127.0.0.1/api/plans/${made.id}/calendar.ics`,
      { headers: { host: "127.0.0.1" } },
    );
    expect(response.headers.get("content-type")).toContain("text/calendar");
    const calendar = new ICAL.Component(ICAL.parse(await response.text()) as string);
    const events = calendar.getAllSubcomponents("vevent").map((one) => new ICAL.Event(one));
    expect(events).toHaveLength(made.days.length + 1);
    events.slice(0, -1).forEach((event, i) => {
      expect([event.startDate.toString(), event.startDate.isDate]).toEqual([
        made.days[i]!.date,
        true,
      ]);
      expect(event.description.split("\n")).toHaveLength(made.days[i]!.cards.length);
      expect(event.description).toContain(`at ♩ = ${made.days[i]!.cards[0]!.tempo}`);
    });
    expect(events.at(-1)!.startDate.toString()).toBe("2030-03-24");
    const uids = events.map((event) => event.uid);
    expect(new Set(uids).size).toBe(events.length);
    // made again it is the same calendar
    const again = (await make({ goalTempo: 96 })).json;
    const text = await (
      await given.studio.app.request(`http://127.0.0.1/api/plans/${again.id}/calendar.ics`, {
        headers: { host: "127.0.0.1" },
      })
    ).text();
    const untilReady = uids.filter((_, i) => events[i]!.startDate.toString() <= "2030-03-24");
    expect(untilReady.length).toBeGreaterThan(10);
    for (const uid of untilReady) expect(text.replace(/\r\n /g, "")).toContain(uid);
  });

  it("keeps what it was made for though its sections are removed", async () => {
    const path = `/api/pieces/${given.assignment.pieceId as string}/sections`;
    const section = (
      await given.studio.ask("POST", path, { name: "Middle", from: { bar: 8 }, to: { bar: 12 } })
    ).json;
    const made = (await make({ sections: [section.id] })).json;
    const bars = async () => {
      const all = (await plan(made.id)).days.slice(1).flatMap((day) => day.cards);
      return [Math.min(...all.map((one) => one.from)), Math.max(...all.map((one) => one.to))];
    };
    expect(await bars()).toEqual([8, 11]);
    await given.studio.ask("DELETE", `${path}/${section.id}`);
    expect(await bars()).toEqual([8, 11]);
    // and it can be laid out anew, for another day
    const later = await make({ sections: [section.id], readyBy: "2030-04-01" });
    expect(later.status).toBe(201);
    expect(later.json.sections).toEqual([section.id]);
  });

  it("after a section is split, the practice room stands where the plan does", async () => {
    const { json: piece } = await given.studio.bring(demoFile("lanterns-on-the-ettle"));
    const student = (await given.studio.ask("POST", "/api/students", { name: "Split" })).json;
    const split = (
      await given.studio.ask("POST", "/api/assignments", {
        studentId: student.id,
        pieceId: piece.id,
      })
    ).json;
    const path = `/api/pieces/${piece.id}/sections`;
    const whole = (
      await given.studio.ask("POST", path, { name: "All", from: { bar: 0 }, to: { bar: 8 } })
    ).json;
    const made = (await make({ assignmentId: split.id, sections: [whole.id] })).json;
    const played = made.days.flatMap((day) => day.cards);
    const section = played.find((one) => one.from === 0 && one.to === 7)!;
    const state = async (id: string) =>
      (await given.studio.ask("GET", `/api/cards/${id}`)).json as unknown as State;
    for (let i = 0; i < 3; i++) await attempt(section.id, "clean");
    const { secure } = await state(section.id);
    expect(secure).toBeGreaterThan(0);
    await given.studio.ask("PATCH", `${path}/${whole.id}`, { to: { bar: 4 } });
    await given.studio.ask("POST", path, { name: "Rest", from: { bar: 4 }, to: { bar: 8 } });
    given.studio.setDate("2030-03-05");
    const cards = (await plan(made.id)).days.flatMap((day) => day.cards);
    const first = cards.find((one) => one.from === 0 && one.to === 3 && one.hands === "both")!;
    expect(await state(first.id)).toMatchObject({ step: first.tempo, secure });
    given.studio.setDate("2030-03-04");
    await given.studio.ask("PATCH", `/api/students/${student.id}`, { archived: true });
  });

  it("after the day keeps what was learned, and begins nothing new", async () => {
    const made = (await make({ readyBy: "2030-03-05" })).json;
    const played = made.days[0]!.cards[0]!;
    const tries: boolean[] = [];
    for (let i = 0; i < 3; i++) tries.push((await attempt(played.id, "clean")).promoted);
    expect(tries).toEqual([false, false, true]);
    given.studio.setDate("2030-03-20");
    const cards = (await plan(made.id)).days.flatMap((day) => day.cards);
    expect(cards.length).toBeGreaterThan(0);
    expect(new Set(cards.map((one) => one.kind))).toEqual(new Set(["keeping"]));
    expect(new Set(cards.map((one) => [one.from, one.to].join()))).toEqual(
      new Set([[played.from, played.to].join()]),
    );
    given.studio.setDate("2030-03-04");
  });

  it("is learned by the school that is chosen, and says which is on", async () => {
    const { json } = await make({
      order: "last-first",
      raise: "full",
      hands: "together",
      ladder: "fixed-size",
    });
    expect(json).toMatchObject({ order: "last-first", raise: "full", hands: "together" });
    expect(json.steps.slice(1).map((step, i) => step - json.steps[i]!)).toEqual(
      json.steps.slice(1).map(() => 8),
    );
    expect(notBegun(json).every((one) => one.hands === "both")).toBe(true);
    // a plan made without saying goes on by the same school
    expect((await make()).json).toMatchObject({ order: "last-first", ladder: "fixed-size" });
    const usual = { order: "front-to-back", raise: "stages", hands: "apart", ladder: "metronome" };
    expect((await make(usual)).json).toMatchObject(usual);
  });
});

it("shows the studio its week: minutes a day as in the plan, and the day the piece is to be ready", async () => {
  given.studio.setDate("2030-03-11");
  const { json } = await make({ readyBy: "2030-03-16" });
  const { week } = (await given.studio.ask("GET", "/api/studio")).json as unknown as {
    week: {
      date: string;
      practice: { minutes: number; cards: number; studentName: string }[];
      ready: { pieceTitle: string }[];
    }[];
  };
  expect(week.map((day) => day.date)).toEqual(
    ["11", "12", "13", "14", "15", "16", "17"].map((day) => `2030-03-${day}`),
  );
  for (const day of week) {
    const cards = json.days.find((one) => one.date === day.date)?.cards ?? [];
    expect(day.practice.map((one) => [one.studentName, one.cards, one.minutes])).toEqual(
      cards.length
        ? [["Ada Quill", cards.length, cards.reduce((sum, card) => sum + card.minutes, 0)]]
        : [],
    );
  }
  expect(week.map((day) => day.ready.length)).toEqual([0, 0, 0, 0, 0, 1, 0]);
});

it("takes a plan out of force and keeps the log", async () => {
  const made = (await make()).json;
  expect((await given.studio.ask("DELETE", `/api/plans/${made.id}`)).status).toBe(200);
  expect(
    (await given.studio.ask("GET", `/api/assignments/${given.assignment.id}/plan`)).status,
  ).toBe(404);
  expect(
    (await given.studio.ask("GET", `/api/assignments/${given.assignment.id}/log`)).json.total,
  ).toBeGreaterThan(0);
});
