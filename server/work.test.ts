import { openTestStudio, type TestStudio } from "./testing.ts";

let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

const SCALE = ["C", "D", "E", "F", "G", "A", "B"];
/** A line that wanders up and down, in eighths. */
const notes = (count: number) =>
  Array.from({ length: count }, (_, i) => {
    const degree = 28 + Math.abs(((i * 7) % 24) - 12);
    return { pitch: `${SCALE[degree % 7]}${Math.floor(degree / 7)}`, onset: i / 2, duration: 0.5 };
  });
const propose = (body: object) =>
  studio.ask("POST", "/api/fingerings/propose", { hand: "right", ...body });
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** What is told of some work, until it has begun to move. */
async function sharesOf(name: string): Promise<number[]> {
  const shares: number[] = [];
  for (let i = 0; i < 800 && !shares.some((share) => share > 0); i++) {
    const { status, json } = await studio.ask("GET", `/api/work/${name}`);
    if (status === 200) shares.push(json.share as number);
    await wait(10);
  }
  return shares;
}

describe("long work", () => {
  it("tells how far it is, and is stopped when it is asked to", async () => {
    const asked = propose({ notes: notes(60_000), work: "long-line" });
    const shares = await sharesOf("long-line");
    expect(shares.at(-1)).toBeGreaterThan(0);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect((await propose({ notes: notes(5), work: "long-line" })).json.detail).toMatch(
      /going on already/,
    );
    expect((await studio.ask("DELETE", "/api/work/long-line")).status).toBe(200);
    expect(await asked).toMatchObject({
      status: 409,
      json: { detail: "Stopped; nothing was changed." },
    });
    expect((await studio.ask("GET", "/api/work/long-line")).json).toMatchObject({ over: true });
    expect((await studio.ask("GET", "/api/work/never-begun")).status).toBe(404);
    // and the pool works on
    expect((await propose({ notes: notes(8) })).status).toBe(200);
  });

  it("does so for a pedal too", async () => {
    const note = (step: string, octave: number) =>
      `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>1</duration></note>`;
    const bar = (n: number) =>
      `<measure number="${n + 1}">${n ? "" : "<attributes><divisions>2</divisions></attributes>"}${"CGEGCGEG"
        .split("")
        .map((step, i) => note(step, i % 4 ? 4 : 2))
        .join("")}</measure>`;
    const { id } = (
      await studio.bring(
        "<score-partwise><part-list><score-part " +
          `id="P1"><part-name>x</part-name></score-part></part-list><part id="P1">` +
          `${Array.from({ length: 600 }, (_, n) => bar(n)).join("")}</part>` +
          "</score-partwise>",
      )
    ).json;
    const asked = studio.ask("POST", `/api/pieces/${id}/pedal/propose`, {
      style: "harmony",
      from: 0,
      to: 599,
      work: "foot",
    });
    expect((await sharesOf("foot")).at(-1)).toBeGreaterThan(0);
    expect((await studio.ask("DELETE", "/api/work/foot")).status).toBe(200);
    expect(await asked).toMatchObject({
      status: 409,
      json: { detail: "Stopped; nothing was changed." },
    });
  });

  it("answers a hundred thousand notes, each with its finger", async () => {
    const { status, json } = await propose({ notes: notes(100_000), ties: false });
    expect(status).toBe(200);
    const found = json.notes as { finger: number }[];
    expect(found).toHaveLength(100_000);
    expect(found.every((note) => note.finger >= 1 && note.finger <= 5)).toBe(true);
    expect((await propose({ notes: [...notes(100_000), ...notes(1)] })).json.detail).toMatch(
      /at most 100000/,
    );
  });
});
