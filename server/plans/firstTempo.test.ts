import { openGiven, type Plan } from "./testing.ts";

let given: Awaited<ReturnType<typeof openGiven>>;
beforeEach(async () => void (given = await openGiven()));
afterEach(() => given.studio.close());

const lowest = ({ days }: Plan) =>
  Math.min(...days.flatMap(({ cards }) => cards.map(({ tempo }) => tempo)));
type Told = Plan & { firstTempo: number | null; goalTempo: number };

it("begins where a first reading came clean, and stays there until somebody says otherwise", async () => {
  const { json: usual } = await given.make();
  expect([(usual as Told).firstTempo, usual.steps[0]]).toEqual([null, 46]);
  const { json: told } = await given.make({ firstTempo: 60 });
  expect([(told as Told).firstTempo, told.steps[0]]).toEqual([60, 60]);
  expect(lowest(told)).toBeGreaterThanOrEqual(60);
  expect(told.workMinutes).toBeLessThan(usual.workMinutes);
  // a plan made again keeps it, and says so where it would be beyond the goal
  const { json: again } = await given.make({ goalTempo: 96 });
  expect((again as Told).firstTempo).toBe(60);
  const slow = await given.make({ goalTempo: 56 });
  expect(slow.status).toBe(400);
  expect(slow.json.detail).toMatch(/first reading, 60, is faster than performance tempo, 56/);
  const { json: none } = await given.make({ firstTempo: null });
  expect([(none as Told).firstTempo, none.steps[0]]).toEqual([null, 46]);
  const { json: would } = await given.studio.ask("POST", `/api/plans/${none.id}/whatif`, {
    firstTempo: 300,
  });
  expect(would.detail).toMatch(/first reading, 300, is faster/);
});

it("takes performance tempo in another beat than the metre's", async () => {
  // the piece counts crotchets
  const { json } = await given.make({ goalTempo: 46, beat: "minim" });
  expect((json as Told).goalTempo).toBe(92);
  const { status, json: fast } = await given.make({ goalTempo: 200, beat: "dotted minim" });
  expect([status, fast.detail]).toEqual([
    400,
    "200 dotted minims a minute are 600 beats of this piece. Choose 10 to 400 of those.",
  ]);
  expect((await given.make({ beat: "breve" })).status).toBe(400);
});
