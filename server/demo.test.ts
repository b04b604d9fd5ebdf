import { fillDemo } from "./demo.ts";
import { openTestStudio } from "./testing.ts";

interface Glance {
  due: { studentName: string; status: string }[];
  lessons: { at: string }[];
  today: string;
}
interface Assigned {
  items: { id: string; studentName: string; pieceTitle: string; plan: { readyBy: string } }[];
}
interface Log {
  total: number;
  items: { at: string }[];
}

it("is always of today: a lesson ahead, cards due, days of practice behind, also weeks later", async () => {
  const studio = await openTestStudio({ date: "2030-03-04" });
  const glance = async () => (await studio.ask("GET", "/api/studio")).json as unknown as Glance;
  await fillDemo(studio.studio, () => undefined);
  // every weekday, then weeks later
  for (const date of [
    "2030-03-04",
    "2030-03-05",
    "2030-03-06",
    "2030-03-07",
    "2030-03-08",
    "2030-03-09",
    "2030-03-10",
    "2030-05-18",
  ]) {
    studio.setDate(date);
    await fillDemo(studio.studio, () => undefined);
    const { due, lessons, today } = await glance();
    expect(today).toBe(date);
    expect(new Set(due.map((card) => card.studentName)).size).toBe(8);
    expect(due.every((card) => card.status === "open")).toBe(true);
    expect(lessons.length).toBe(8);
    expect(lessons[0]!.at >= date).toBe(true);
    const assigned = (await studio.ask("GET", "/api/assignments")).json as unknown as Assigned;
    // one of the pieces is learnt and kept
    expect(assigned.items.filter(({ plan }) => plan.readyBy < date)).toHaveLength(1);
    const newest = new Map<string, number>();
    for (const { id, studentName, pieceTitle } of assigned.items) {
      const log = (await studio.ask("GET", `/api/assignments/${id}/log`)).json as unknown as Log;
      // the one that has only just been given
      if (pieceTitle === "Rain on the Weir") continue;
      expect(log.total).toBeGreaterThan(20);
      const at = new Date(log.items[0]!.at).getTime();
      newest.set(studentName, Math.max(at, newest.get(studentName) ?? 0));
    }
    for (const at of newest.values()) {
      const ago = (new Date(`${date}T12:00`).getTime() - at) / 86_400_000;
      expect(ago).toBeGreaterThan(0);
      expect(ago).toBeLessThan(4);
    }
  }
  expect((await studio.ask("GET", "/api/pieces")).json).toMatchObject({ total: 9 });
  // the piece on paper has every bar on its page, and says by its sections that half of it is
  // nearly known
  const waltz = (
    (await studio.ask("GET", "/api/pieces?q=waltz")).json as unknown as {
      items: { id: string; onPaper: boolean }[];
    }
  ).items[0]!;
  expect((await studio.ask("GET", `/api/pieces/${waltz.id}/pages`)).json).toMatchObject({
    items: [{ marks: Array.from({ length: 33 }, (_, bar) => ({ bar })) }],
  });
  expect((await studio.ask("GET", `/api/pieces/${waltz.id}/form`)).json).toMatchObject({
    bars: 33,
    nearlyKnown: 16,
  });
  await studio.close();
});

it("leaves a studio alone that has anyone in it", async () => {
  const studio = await openTestStudio();
  await studio.ask("POST", "/api/students", { name: "Ada Quill" });
  await fillDemo(studio.studio, () => undefined);
  expect((await studio.ask("GET", "/api/students")).json).toMatchObject({ total: 1 });
  expect((await studio.ask("GET", "/api/pieces")).json).toMatchObject({ total: 0 });
  await studio.close();
});
