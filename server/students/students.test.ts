import { addDays, daysBetween, nextLesson, today, weekday } from "../clock.ts";
import { demoFile, openTestStudio, type Answer, type TestStudio } from "../testing.ts";

interface Listed {
  items: Answer[];
  total: number;
  page: number;
  pageSize: number;
}

describe("students", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    studio = await openTestStudio({ date: "2030-03-04" });
  });
  afterAll(() => studio.close());
  const list = async (query = "") =>
    (await studio.ask("GET", `/api/students${query}`)).json as unknown as Listed;

  it("are added, searched, sorted and paged", async () => {
    for (let i = 0; i < 35; i++)
      await studio.ask("POST", "/api/students", {
        name: `Student ${String(i).padStart(2, "0")}`,
        instrument: i % 2 ? "harp" : "piano",
      });
    const first = await list("?sort=name");
    expect([first.total, first.items.length, first.items[0]!.name]).toEqual([35, 30, "Student 00"]);
    expect((await list("?sort=name&page=2")).items.map((one) => one.name)).toEqual([
      "Student 30",
      "Student 31",
      "Student 32",
      "Student 33",
      "Student 34",
    ]);
    expect((await list("?q=student 1")).total).toBe(10);
    expect((await list("?q=nobody")).items).toEqual([]);
  });

  it("come in the order of their next lessons, those without one last", async () => {
    // 4 March 2030 is a Monday, and it is noon
    const times: [string, number, string][] = [
      ["Zeno", 0, "12:30"],
      ["Yara", 0, "11:30"],
      ["Xaver", 2, "09:00"],
      ["Willa", 6, "10:00"],
    ];
    for (const [name, lessonWeekday, lessonTime] of times)
      await studio.ask("POST", "/api/students", {
        name: `Order ${name}`,
        lessonWeekday,
        lessonTime,
      });
    await studio.ask("POST", "/api/students", { name: "Order Ada" });
    const { items } = await list("?q=order&sort=lesson");
    expect(items.map((one) => [one.name, one.nextLesson])).toEqual([
      ["Order Zeno", "2030-03-04T12:30"],
      ["Order Xaver", "2030-03-06T09:00"],
      ["Order Willa", "2030-03-10T10:00"],
      ["Order Yara", "2030-03-11T11:30"],
      ["Order Ada", null],
    ]);
    for (const one of items)
      await studio.ask("PATCH", `/api/students/${one.id}`, { archived: true });
  });

  it("are edited, archived and brought back with all they had", async () => {
    const { json } = await studio.ask("POST", "/api/students", {
      name: " Ada Quill ",
      notes: "plays by ear",
      lessonWeekday: 0,
      lessonTime: "11:00",
    });
    expect(json).toMatchObject({ name: "Ada Quill", nextLesson: "2030-03-11T11:00" });
    const path = `/api/students/${json.id}`;
    expect((await studio.ask("PATCH", path, { lessonTime: "13:00" })).json).toMatchObject({
      nextLesson: "2030-03-04T13:00",
      notes: "plays by ear",
    });
    expect((await studio.ask("PATCH", path, { lessonWeekday: null })).json.nextLesson).toBeNull();
    expect((await studio.ask("PATCH", path, { archived: true })).json.archived).toBe(true);
    expect((await list("?q=quill")).total).toBe(0);
    expect((await list("?q=quill&archived=true")).total).toBe(1);
    expect((await studio.ask("PATCH", path, { archived: false })).json).toMatchObject({
      name: "Ada Quill",
      notes: "plays by ear",
      lessonTime: "13:00",
    });
  });

  it.each([
    [{}, /"name" is missing/],
    [{ name: "   " }, /name of 1 to 200/],
    [{ name: "x".repeat(201) }, /at most 200/],
    [{ name: "x", instrument: "kazoo" }, /piano, organ/],
    [{ name: "x", lessonTime: "25:00" }, /16:30/],
    [{ name: "x", lessonWeekday: 7 }, /Monday is 0|lessonWeekday/],
    [{ name: "x", notes: "y".repeat(4001) }, /4000/],
  ])("refuses %j", async (body, sentence) => {
    const { status, json } = await studio.ask("POST", "/api/students", body);
    expect(status).toBe(400);
    expect(json.detail).toMatch(sentence);
  });

  it("refuses to change what is not known of a student", async () => {
    const [someone] = (await list()).items;
    expect(
      (await studio.ask("PATCH", `/api/students/${someone!.id}`, { shoeSize: 41 })).json,
    ).toMatchObject({ status: 400, field: "shoeSize" });
  });

  it("get a piece once, whoever asks twice; put away and given again it is the same work", async () => {
    const piece = (await studio.bring(demoFile("lanterns-on-the-ettle"))).json;
    const [someone] = (await list()).items;
    const give = () =>
      studio.ask("POST", "/api/assignments", { studentId: someone!.id, pieceId: piece.id });
    const [first, second] = [await give(), await give()];
    expect([first.status, second.status, second.json.id]).toEqual([201, 200, first.json.id]);
    await studio.ask("PATCH", `/api/assignments/${first.json.id}`, { archived: true });
    const working = async () =>
      (
        (await studio.ask("GET", `/api/assignments?studentId=${someone!.id}`))
          .json as unknown as Listed
      ).items.length;
    expect(await working()).toBe(0);
    expect((await give()).json).toMatchObject({ id: first.json.id, archived: false, plan: null });
    expect(await working()).toBe(1);
    for (const body of [
      { studentId: "x", pieceId: piece.id },
      { studentId: someone!.id, pieceId: "x" },
    ])
      expect((await studio.ask("POST", "/api/assignments", body)).status).toBe(404);
  });

  it("have a flat ridge and an empty log before the first try", async () => {
    const { items } = (await studio.ask("GET", "/api/assignments")).json as unknown as Listed;
    const ridge = (await studio.ask("GET", `/api/assignments/${items[0]!.id}/ridge`))
      .json as unknown as {
      goalTempo: null;
      stage: string;
      bars: { secure: number }[];
      history: [];
    };
    expect(ridge).toMatchObject({ goalTempo: null, stage: "First reading", history: [] });
    expect(ridge.bars).toHaveLength(24);
    expect(ridge.bars.every((bar) => bar.secure === 0)).toBe(true);
    expect((await studio.ask("GET", `/api/assignments/${items[0]!.id}/log`)).json).toMatchObject({
      total: 0,
      items: [],
    });
  });
});

describe("the calendar", () => {
  const at = (moment: string) => ({ now: () => new Date(moment) });
  // 2030-03-04 is a Monday; Monday is 0
  it("counts weekdays from Monday and days over the ends of months, years and summer time", () => {
    expect(["2030-03-04", "2030-03-10", "2028-02-29"].map(weekday)).toEqual([0, 6, 1]);
    expect([
      addDays("2030-12-30", 3),
      addDays("2028-02-28", 2),
      addDays("2030-03-30", 2),
      addDays("2030-10-26", 2),
    ]).toEqual(["2031-01-02", "2028-03-01", "2030-04-01", "2030-10-28"]);
    expect([
      daysBetween("2030-03-30", "2030-04-02"),
      daysBetween("2030-10-26", "2030-10-29"),
      daysBetween("2030-01-02", "2030-01-01"),
    ]).toEqual([3, 3, -1]);
    expect(today(at("2030-03-04T23:59"))).toBe("2030-03-04");
  });
  it("finds the next lesson: later today, or a week on when it has begun", () => {
    expect(nextLesson(at("2030-03-04T10:00"), 0, "16:30")).toBe("2030-03-04T16:30");
    expect(nextLesson(at("2030-03-04T17:00"), 0, "16:30")).toBe("2030-03-11T16:30");
    expect(nextLesson(at("2030-03-05T17:00"), 0, "16:30")).toBe("2030-03-11T16:30");
    expect(nextLesson(at("2030-03-05T17:00"), null, "16:30")).toBeUndefined();
  });
});
