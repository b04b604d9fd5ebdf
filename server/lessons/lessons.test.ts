import { openGiven } from "../plans/testing.ts";
import type { Answer } from "../testing.ts";

interface Work {
  unit: string;
  bars: string;
  why: string;
}
interface Lesson extends Answer {
  since: string;
  daysPlanned: number;
  daysPractised: number;
  pieces: {
    tries: number;
    steps: number;
    done: Work[];
    notDone: Work[];
    trouble: { name: string; slips: number; tries: number }[];
  }[];
  next: string;
  notes: { id: string; notes: string } | null;
  before: { date: string; notes: string }[];
}

// A week as a teacher has it: lessons on Wednesdays, common practice, no source.

let given: Awaited<ReturnType<typeof openGiven>>;
const lesson = async (since = "") =>
  (await given.studio.ask("GET", `/api/students/${given.student.id}/lesson${since}`))
    .json as unknown as Lesson;
beforeAll(async () => void (given = await openGiven()));
afterAll(() => given.studio.close());

it("begins with nothing set, and writes the coming week down from the plan", async () => {
  const { json: made } = await given.make();
  const found = await lesson();
  expect(found).toMatchObject({ since: "2030-02-27", notes: null, before: [] });
  expect(found.pieces[0]).toMatchObject({ tries: 0, done: [], notDone: [] });
  expect(found.next).toMatch(/^.+ \(\d+ min over the week\)\n {2}\S/);
  const week = made.days.filter(({ date }) => date < "2030-03-11").flatMap((day) => day.cards);
  const minutes = week.reduce((sum, card) => sum + card.minutes, 0);
  expect(found.next).toContain(`(${minutes} min over the week)`);
});

it("tells what is done, what is not and why, and where the slips were", async () => {
  const { json: made } = await given.make();
  const [first, second, third] = made.days[0]!.cards;
  for (let i = 0; i < 3; i++) await given.attempt(first!.id, "clean");
  for (let i = 0; i < 2; i++) await given.attempt(second!.id, "slip", { bar: second!.to });
  given.studio.setDate("2030-03-06");
  const found = await lesson();
  // the plan began on Monday; she practised then, and not on Tuesday
  expect(found).toMatchObject({ since: "2030-02-27", daysPlanned: 2, daysPractised: 1 });
  const [piece] = found.pieces;
  expect(piece).toMatchObject({ tries: 5, steps: 1 });
  expect(piece!.done.map(({ unit }) => unit)).toEqual([
    `${first!.from}-${first!.to}-${first!.hands}`,
  ]);
  const why = (card: typeof second) =>
    piece!.notDone.find(({ unit }) => unit === `${card!.from}-${card!.to}-${card!.hands}`)?.why;
  expect(why(second)).toMatch(/^2 tries, 2 slips, most in bar \d+; no step yet$/);
  expect(why(third)).toMatch(/not reached|no practice/);
  const tuesday = made.days[1]!.cards.find(
    ({ from, to, hands }) =>
      !made.days[0]!.cards.some(
        (card) => card.from === from && card.to === to && card.hands === hands,
      ),
  );
  if (tuesday) expect(why(tuesday)).toBe("no practice on Tue");
  expect(piece!.trouble).toMatchObject([{ slips: 2 }]);
  // what is missed stays asked for: the plan is laid out anew, the day behind is not rewritten
  expect((await lesson("?since=2030-03-05")).pieces[0]!.done).toEqual([]);
});

it("keeps what was agreed, once, and begins the next time from there", async () => {
  const ask = (id: string, notes: string, was?: object) =>
    given.studio.ask("PUT", `/api/lessons/${id}`, {
      ...{ studentId: given.student.id, date: "2030-03-06", notes },
      ...(was ? { was } : {}),
    });
  expect((await ask("lesson-0001", "Bars 5 to 8 slowly")).status).toBe(200);
  // the same request twice is one lesson; another window's is told
  expect((await ask("lesson-0001", "Bars 5 to 8 slowly")).status).toBe(200);
  expect((await ask("lesson-0002", "Something else")).status).toBe(409);
  expect((await ask("lesson-0001", "Mine", { notes: "What I saw" })).status).toBe(409);
  expect((await lesson()).notes).toMatchObject({ notes: "Bars 5 to 8 slowly" });
  given.studio.setDate("2030-03-13");
  const next = await lesson();
  expect(next).toMatchObject({ since: "2030-03-06", notes: null });
  expect(next.before).toMatchObject([{ date: "2030-03-06", notes: "Bars 5 to 8 slowly" }]);
});

it("refuses a last lesson that lies ahead, a student nobody knows, a day that is none", async () => {
  const { ask } = given.studio;
  const at = `/api/students/${given.student.id}/lesson`;
  expect((await ask("GET", `${at}?since=2031-01-01`)).status).toBe(400);
  expect((await ask("GET", `${at}?since=soon`)).status).toBe(400);
  expect((await ask("GET", "/api/students/nobody/lesson")).status).toBe(404);
  const body = { studentId: "nobody", date: "2030-03-06", notes: "x" };
  expect((await ask("PUT", "/api/lessons/lesson-0009", body)).status).toBe(404);
});
