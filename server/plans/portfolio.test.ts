import ICAL from "ical.js";
import { inPlain } from "../http/wording.ts";
import { demoFile } from "../testing.ts";
import { openGiven, type Card, type Plan, type State } from "./testing.ts";

// A student with several pieces: one budget of minutes a day, shared.

interface Portfolio {
  feasible: boolean;
  shortfallMinutes: number;
  minutesByWeekday: number[];
  plans: { assignmentId: string; readyBy: string; feasible: boolean; missingMinutes: number }[];
  days: {
    date: string;
    minutes: number;
    cards: (Card & { assignmentId: string; date: string })[];
  }[];
}
let given: Awaited<ReturnType<typeof openGiven>>;
let second: string;
const WEEK = [30, 30, 30, 30, 30, 45, 0];
beforeAll(async () => {
  given = await openGiven();
  const piece = (await given.studio.bring(demoFile("the-ferrymans-wheel"))).json;
  const { studio, student } = given;
  second = (
    await studio.ask("POST", "/api/assignments", { studentId: student.id, pieceId: piece.id })
  ).json.id;
});
afterAll(() => given.studio.close());

const ask = async (method: string, path: string, body?: object) => {
  const { status, json } = await given.studio.ask(method, path, body);
  return { status, json: json as unknown as Portfolio & { detail: string } };
};
const portfolio = async () =>
  (await ask("GET", `/api/students/${given.student.id}/portfolio`)).json;
const both = (over: object = {}) => ({
  studentId: given.student.id,
  minutesByWeekday: WEEK,
  daysOff: ["2030-03-06"],
  pieces: [
    {
      assignmentId: given.assignment.id,
      goalTempo: 92,
      dates: [
        { date: "2030-03-13", kind: "lesson" },
        { date: "2030-03-24", kind: "exam" },
        { date: "2030-04-02", kind: "concert" },
      ],
    },
    { assignmentId: second, goalTempo: 80, dates: [{ date: "2030-05-10", kind: "concert" }] },
  ],
  ...over,
});
const minutesOn = ({ cards }: Portfolio["days"][number], of?: string) =>
  cards
    .filter((card) => of === undefined || card.assignmentId === of)
    .reduce((sum, card) => sum + card.minutes, 0);

it("plans several pieces at once: ready by the first day somebody listens, no day over its minutes", async () => {
  const { status, json } = await ask("POST", "/api/plans", { ...both(), forecast: false });
  expect([status, json.feasible, json.shortfallMinutes]).toEqual([201, true, 0]);
  expect(json.plans.map((one) => [one.assignmentId, one.readyBy])).toEqual([
    [given.assignment.id, "2030-03-24"],
    [second, "2030-05-10"],
  ]);
  expect(json.days[0]!.date).toBe("2030-03-04");
  for (const day of json.days) expect(minutesOn(day)).toBeLessThanOrEqual(day.minutes);
  const off = json.days.find((day) => day.date === "2030-03-06")!;
  expect([off.minutes, off.cards]).toEqual([0, []]);
  // both are practised in the first week
  const week = json.days.slice(0, 7);
  for (const id of [given.assignment.id, second])
    expect(week.reduce((sum, day) => sum + minutesOn(day, id), 0)).toBeGreaterThanOrEqual(10);
  expect(await portfolio()).toEqual(json);
});

it("is the same for each of its plans, and what one day holds of both stays within the minutes", async () => {
  const told = await portfolio();
  const one = (await ask("GET", `/api/assignments/${given.assignment.id}/plan`))
    .json as unknown as Plan & { minutesByWeekday: number[] };
  expect(one.minutesByWeekday).toEqual(WEEK);
  expect(one.message).toMatch(/left by other pieces/);
  for (const day of one.days)
    expect(day.cards.map((card) => card.id)).toEqual(
      told.days
        .find((other) => other.date === day.date)!
        .cards.filter((card) => card.assignmentId === given.assignment.id)
        .map((card) => card.id),
    );
});

it("answers in plain English, and with sentences that can be put into other words for who asks so", async () => {
  const path = `http://127.0.0.1/api/students/${given.student.id}/portfolio`;
  const asked = async (headers: Record<string, string>) =>
    JSON.stringify(
      await (
        await given.studio.app.request(path, { headers: { host: "127.0.0.1", ...headers } })
      ).json(),
    );
  const [english, keyed] = [await asked({}), await asked({ prefer: "texts=keyed" })];
  expect(/\\u001[a-f]/.test(english)).toBe(false);
  expect(/\\u001e/.test(keyed)).toBe(true);
  expect(JSON.stringify(inPlain(JSON.parse(keyed)))).toBe(english);
  const calendar = await given.studio.app.request(path.replace("portfolio", "calendar.ics"), {
    headers: { host: "127.0.0.1" },
  });
  expect(/[\u001a-\u001f]/.test(await calendar.text())).toBe(false);
});

it("is a calendar with an entry a day over all pieces, and the days that matter", async () => {
  const path = `/api/students/${given.student.id}/calendar.ics`;
  const get = async () =>
    (
      await given.studio.app.request(`http://127.0.0.1${path}`, { headers: { host: "127.0.0.1" } })
    ).text();
  const read = (text: string) =>
    new ICAL.Component(ICAL.parse(text) as string)
      .getAllSubcomponents("vevent")
      .map((one) => new ICAL.Event(one));
  const events = read(await get());
  const { days } = await portfolio();
  const practised = days.filter((day) => day.cards.length > 0);
  const practice = events.filter((event) => event.summary.startsWith("Practise"));
  expect(practice.map((event) => [event.startDate.toString(), event.summary])).toEqual(
    practised.map((day) => [day.date, `Practise: ${minutesOn(day)} min`]),
  );
  const others = events.filter((event) => !event.summary.startsWith("Practise"));
  expect(others.map((event) => [event.startDate.toString(), event.summary.split(":")[0]])).toEqual([
    ["2030-03-24", "Lanterns on the Ettle ready (performance tempo 92)"],
    ["2030-03-13", "Lesson"],
    ["2030-04-02", "Concert"],
    ["2030-05-10", "The Ferryman's Wheel ready (performance tempo 80)"],
  ]);
  const uids = events.map((event) => event.uid);
  expect(new Set(uids).size).toBe(uids.length);
  expect(read(await get()).map((event) => event.uid)).toEqual(uids);
});

it("lays out anew when the minutes or the days off change; what was begun today stays", async () => {
  const before = await portfolio();
  const first = before.days[0]!.cards[0]!;
  await given.attempt(first.id, "clean");
  await ask("PATCH", `/api/students/${given.student.id}`, {
    minutesByWeekday: [15, 15, 15, 15, 15, 15, 0],
    daysOff: ["2030-03-05"],
  });
  const after = await portfolio();
  expect(after.days.slice(0, 3).map((day) => day.minutes)).toEqual([15, 0, 15]);
  for (const day of after.days.slice(1)) expect(minutesOn(day)).toBeLessThanOrEqual(day.minutes);
  expect(after.days[0]!.cards.map((card) => card.id)).toContain(first.id);
  expect(minutesOn(after.days[0]!)).toBeLessThanOrEqual(15);
  const state = (await ask("GET", `/api/cards/${first.id}`)).json as unknown as State;
  expect(state.tries).toHaveLength(1);
  await ask("PATCH", `/api/students/${given.student.id}`, { minutesByWeekday: WEEK, daysOff: [] });
});

it("gives what a piece took to the others when it is put away", async () => {
  const cardsOf = async (of: string) => {
    const { days } = await portfolio();
    return days.slice(1).flatMap((day) => day.cards.filter((card) => card.assignmentId === of));
  };
  expect((await cardsOf(second)).length).toBeGreaterThan(20);
  const ready = async () =>
    (await cardsOf(given.assignment.id)).findLast((card) => card.kind !== "keeping")!.date;
  const shared = await ready();
  await ask("PATCH", `/api/assignments/${second}`, { archived: true });
  expect(await cardsOf(second)).toEqual([]);
  expect((await ready()) <= shared).toBe(true);
  expect((await portfolio()).plans).toHaveLength(1);
  await ask("PATCH", `/api/assignments/${second}`, { archived: false });
  expect((await portfolio()).plans).toHaveLength(2);
});

it.each([
  [() => both({ pieces: [] }), 400, /one to forty pieces/],
  [() => both({ studentId: "nobody" }), 404, /assignment of this student/],
  [() => both({ daysOff: ["soon"] }), 400, /date/],
  [
    () => both({ pieces: [{ assignmentId: second, goalTempo: 80, dates: [] }] }),
    400,
    /at least one day/,
  ],
  [
    () =>
      both({
        pieces: [
          { assignmentId: second, goalTempo: 80, dates: [{ date: "2030-02-01", kind: "exam" }] },
        ],
      }),
    400,
    /has passed/,
  ],
  [() => both({ pieces: [both().pieces[0], both().pieces[0]] }), 400, /twice/],
])("refuses what cannot be planned, and changes nothing %#", async (body, status, sentence) => {
  const before = await portfolio();
  const answer = await ask("POST", "/api/plans", body());
  expect([answer.status, answer.json.detail]).toEqual([status, expect.stringMatching(sentence)]);
  expect(await portfolio()).toEqual(before);
});
