import { ScoreError } from "@yarrow-ridge/core/score";
import { demoFile } from "../testing.ts";
import { HeavyPool } from "./pool.ts";

const pool = new HeavyPool();
afterAll(() => pool.close());
const how = { instrument: "piano" };

it("works through more tasks than it has workers, each answer to its own question", async () => {
  const names = ["lanterns-on-the-ettle", "the-ferrymans-wheel"];
  const answers = await Promise.all(
    Array.from({ length: 8 }, (_, i) => pool.run("bring", demoFile(names[i % 2]!), how, {})),
  );
  expect(answers.map((answer) => answer.score.bars.length)).toEqual([
    24, 79, 24, 79, 24, 79, 24, 79,
  ]);
});

it("hands a refusal back as the refusal it was, with its bar, and works on", async () => {
  const broken = new TextDecoder()
    .decode(demoFile("the-ferrymans-wheel"))
    .replace(/(<measure number="12">[\s\S]*?<duration>)\d+/, "$1many");
  const refused = await pool
    .run("bring", new TextEncoder().encode(broken), how, {})
    .catch((error: unknown) => error);
  expect(refused).toBeInstanceOf(ScoreError);
  expect(refused).toMatchObject({
    bar: "12",
    message: expect.stringContaining("Measure 12") as string,
  });
  const { xml } = await pool.run("bring", demoFile("the-ferrymans-wheel"), how, {});
  const { form } = await pool.run("know", { xml, adopted: [], handOf: {} }, how);
  expect(form.newBars).toBe(57);
});

it("keeps locks and other maps on their way into the worker", async () => {
  const { score } = await pool.run("bring", demoFile("lanterns-on-the-ettle"), how, {});
  const first = score.notes.find((note) => note.hand === "right")!;
  const { notes } = await pool.run(
    "propose",
    score,
    { hand: "right", from: 0, to: 0, locks: new Map([[first.id, "2"]]) },
    "right",
  );
  expect(notes.find((note) => note.id === first.id)!.finger).toBe("2");
});
