import { ScoreError } from "@yarrow-ridge/core/score";
import { demoFile } from "../testing.ts";
import { HeavyPool, Workshop } from "./pool.ts";

const pool = new Workshop();
afterAll(() => pool.close());
const how = { instrument: "piano" };

it("works through more tasks than it has workers, each answer to its own question", async () => {
  const names = ["lanterns-on-the-ettle", "the-ferrymans-wheel"];
  const files = await Promise.all(names.map((name) => pool.read(demoFile(name), how, {})));
  const answers = await Promise.all(
    Array.from({ length: 8 }, (_, i) => pool.run("bring", files[i % 2]!, how)),
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
    .read(new TextEncoder().encode(broken), how, {})
    .catch((error: unknown) => error);
  expect(refused).toBeInstanceOf(ScoreError);
  expect((refused as ScoreError).bar).toBe("12");
  expect((refused as ScoreError).message).toContain("Measure 12");
  const { xml } = await pool.read(demoFile("the-ferrymans-wheel"), how, {});
  const { form } = await pool.run("know", { xml, adopted: [], handOf: {} }, how);
  expect(form.newBars).toBe(57);
});

it("keeps locks and other maps on their way into the worker", async () => {
  const { score } = await pool.read(demoFile("lanterns-on-the-ettle"), how, {});
  const first = score.notes.find((note) => note.hand === "right")!;
  const { notes } = await pool.run(
    "propose",
    score,
    { hand: "right", from: 0, to: 0, locks: new Map([[first.id, "2"]]) },
    "right",
  );
  expect(notes.find((note) => note.id === first.id)!.finger).toBe("2");
});

it("cuts off a file that costs too much to read, says so, and reads the next", async () => {
  const head = '<score-partwise><part-list/><part id="P">';
  const bars = (count: number) =>
    Array.from(
      { length: count },
      (_, i) =>
        `<measure number="${i + 1}">${i ? "" : "<attributes><divisions>4</divisions></attributes>"}` +
        "<note><pitch><step>C</step><octave>4</octave></pitch><duration>1</duration></note>".repeat(
          16,
        ) +
        "</measure>",
    ).join("");
  const file = (count: number) =>
    new TextEncoder().encode(`${head}${bars(count)}</part></score-partwise>`);
  const [hasty, narrow] = [
    new HeavyPool({ workers: 1, time: 1500, memory: 450 }),
    new HeavyPool({ workers: 1, time: 60_000, memory: 60 }),
  ];
  // a worker of its own first starts: that is not the file's time
  await Promise.all([hasty, narrow].map((one) => one.run("read", file(1), how, {})));
  await expect(hasty.run("read", file(4900), how, {})).rejects.toThrow(/too long to work through/);
  await expect(narrow.run("read", file(4900), how, {})).rejects.toThrow(/too large/);
  for (const one of [hasty, narrow]) {
    const { score } = await one.run("read", file(2), how, {});
    expect(score.bars).toHaveLength(2);
    await one.close();
  }
});
