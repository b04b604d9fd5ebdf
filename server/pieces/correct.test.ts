import { demoFile, openTestStudio, type Answer, type TestStudio } from "../testing.ts";

let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio({ date: "2030-03-04" });
});
afterAll(() => studio.close());

const original = new TextDecoder().decode(demoFile("lanterns-on-the-ettle"));
const measures = (xml: string) =>
  [...xml.matchAll(/ *<measure [\s\S]*?<\/measure>\n?/g)].map(([text]) => text);
const withMeasures = (change: (all: string[]) => string[]): string => {
  const all = measures(original);
  return original.replace(all.join(""), change(all).join(""));
};

interface Report extends Answer {
  kept: number;
  moved: string[];
  orphaned: string[];
  removedBars: string[];
  addedBars: number[];
  piece: { bars: number; newBars: number; title: string };
}
interface Marks {
  fingerings: { id: string; finger: string }[];
  pedal: { marks: { bar: number; kind: string }[] };
  sections: { name: string; from: { bar: number }; to: { bar: number } }[];
}
interface Score {
  notes: {
    id: string;
    bar: number;
    midi: number;
    hand: string;
    offset: { num: number; den: number };
    held: boolean;
  }[];
}

async function send(id: string, file: string): Promise<{ status: number; json: Report }> {
  const form = new FormData();
  form.set("file", new File([file], "corrected.musicxml"));
  const answer = await studio.app.request(`http://127.0.0.1/api/pieces/${id}/correction`, {
    method: "POST",
    body: form,
    headers: { host: "127.0.0.1" },
  });
  return { status: answer.status, json: (await answer.json()) as Report };
}
const marks = async (id: string) =>
  (await studio.ask("GET", `/api/pieces/${id}/annotations`)).json as unknown as Marks;
const score = async (id: string) =>
  (await studio.ask("GET", `/api/pieces/${id}/score`)).json as unknown as Score;

/**
 * A piece with fingers on every right-hand note of its first twelve bars, a section, pedal, and a
 * practised step.
 */
async function annotated() {
  const { json: piece } = await studio.bring(original);
  const { notes } = await score(piece.id);
  const fingered = notes
    .filter((note) => note.hand === "right" && note.bar < 12 && !note.held)
    .map((note, i) => ({ id: note.id, finger: (i % 5) + 1 }));
  await studio.ask("PUT", `/api/pieces/${piece.id}/fingerings`, { fingerings: fingered });
  await studio.ask("POST", `/api/pieces/${piece.id}/sections`, {
    name: "B",
    from: { bar: 8 },
    to: { bar: 16 },
  });
  await studio.ask("PUT", `/api/pieces/${piece.id}/pedal`, {
    marks: [
      { bar: 2, offset: 0, kind: "down" },
      { bar: 10, offset: 1, kind: "up" },
    ],
  });
  const student = (await studio.ask("POST", "/api/students", { name: "Ada Quill" })).json;
  const assignment = (
    await studio.ask("POST", "/api/assignments", { studentId: student.id, pieceId: piece.id })
  ).json;
  const plan = (
    await studio.ask("POST", "/api/plans", {
      forecast: false,
      assignmentId: assignment.id,
      goalTempo: 92,
      readyBy: "2030-04-24",
      minutesByWeekday: [20, 20, 20, 20, 20, 20, 20],
    })
  ).json as unknown as { days: { cards: { id: string; from: number; to: number }[] }[] };
  const card = plan.days.flatMap((day) => day.cards).find((one) => one.from >= 8)!;
  for (let i = 0; i < 3; i++)
    await studio.ask("POST", "/api/attempts", { cardId: card.id, result: "clean" });
  return { id: piece.id, assignment: assignment.id, card };
}

it(
  "keeps fingers, sections, pedal and log where their music did not " +
    "change, though two bars were put in before them",
  async () => {
    const { id, assignment, card } = await annotated();
    const [before, old] = [await marks(id), await score(id)];
    const extra = measures(original)[2]!
      .replace(/<step>[A-G]<\/step>/g, "<step>C</step>")
      .replace('number="3"', 'number="X1"');
    const { status, json } = await send(
      id,
      withMeasures((all) => [
        ...all.slice(0, 4),
        extra,
        extra.replace("X1", "X2"),
        ...all.slice(4),
      ]),
    );
    expect([status, json.orphaned, json.addedBars, json.removedBars]).toEqual([
      200,
      [],
      [4, 5],
      [],
    ]);
    expect(json.piece).toMatchObject({ bars: 26, title: "Lanterns on the Ettle" });
    const [after, now] = [await marks(id), await score(id)];
    expect(after.sections[0]).toMatchObject({ name: "B", from: { bar: 10 }, to: { bar: 18 } });
    expect(after.pedal.marks.map((mark) => mark.bar)).toEqual([2, 12]);
    // every finger stands on the same key as before
    const keyOf = (all: Score, mark: { id: string }) =>
      all.notes.find((note) => note.id === mark.id)?.midi;
    expect(after.fingerings.map((mark) => [mark.finger, keyOf(now, mark)])).toEqual(
      before.fingerings.map((mark) => [mark.finger, keyOf(old, mark)]),
    );
    const log = (await studio.ask("GET", `/api/assignments/${assignment}/log`)).json as unknown as {
      items: { from: number; to: number; promoted: boolean }[];
    };
    expect(log.items[0]).toMatchObject({ from: card.from + 2, to: card.to + 2, promoted: true });
    expect((await studio.ask("GET", `/api/assignments/${assignment}/plan`)).status).toBe(200);

    const undone = await studio.ask("DELETE", `/api/pieces/${id}/correction`);
    expect(undone.json).toMatchObject({ bars: 24 });
    expect({ ...(await marks(id)), revision: 0 }).toEqual({ ...before, revision: 0 });
    expect(await score(id)).toEqual(old);
    expect((await studio.ask("DELETE", `/api/pieces/${id}/correction`)).status).toBe(404);
  },
);

it("says which fingers lost their note, and gives them back when the note comes back", async () => {
  const { id } = await annotated();
  const before = await marks(id);
  const first = measures(original)[0]!;
  const changed = first.replace(
    "<step>D</step><octave>5</octave>",
    "<step>E</step><octave>5</octave>",
  );
  const { json } = await send(id, original.replace(first, changed));
  expect(json.orphaned).toEqual([expect.stringMatching(/^bar 1, right, beat 1: finger 1 on D$/)]);
  const now = await score(id);
  const there = new Set(now.notes.map((note) => note.id));
  expect((await marks(id)).fingerings.filter((mark) => there.has(mark.id))).toHaveLength(
    before.fingerings.length - 1,
  );
  const again = await send(id, original);
  expect(again.json.orphaned).toEqual([]);
  expect((await marks(id)).fingerings).toEqual(before.fingerings);
});

it("refuses another piece, and what is no score, and changes nothing", async () => {
  const { id } = await annotated();
  const before = await marks(id);
  for (const [file, sentence] of [
    ["hello", /no other kind of score/],
    [
      new TextDecoder()
        .decode(demoFile("the-ferrymans-wheel"))
        .replace(/<measure number="(?!0")[\s\S]*<\/measure>/, ""),
      /another piece/,
    ],
  ] as const) {
    const { status, json } = await send(id, file);
    expect([status, json.detail]).toEqual([422, expect.stringMatching(sentence)]);
  }
  expect(await marks(id)).toEqual(before);
});

describe("what else is written about a piece", () => {
  const at = { bar: 10, offset: "1" };
  interface All {
    remarks: { text: string; bar: number; exact: string }[];
    climax: { bar: number; exact: string };
    readings: { from: number; to: number; inUse: boolean }[];
  }
  const all = async (id: string) =>
    (await studio.ask("GET", `/api/pieces/${id}/annotations`)).json as unknown as All;
  async function written() {
    const { json: piece } = await studio.bring(original);
    const { json: other } = await studio.bring(
      original
        .replace("Lanterns on the Ettle", "Easier")
        .replace(
          measures(original)[12]!,
          measures(original)[12]!.replace("<step>E</step>", "<step>F</step>"),
        ),
    );
    await studio.ask("PUT", `/api/pieces/${piece.id}/remarks`, {
      put: [{ id: `${piece.id}-r`, ...at, text: "lean" }],
      remove: [],
    });
    await studio.ask("PUT", `/api/pieces/${piece.id}/climax`, { place: at });
    await studio.ask("PATCH", `/api/pieces/${piece.id}`, {
      road: { repeats: "all", cuts: [{ from: 8, to: 15 }] },
    });
    expect(
      (
        await studio.ask("POST", `/api/pieces/${piece.id}/readings`, {
          other: other.id,
          from: 12,
          to: 12,
        })
      ).status,
    ).toBe(201);
    return piece.id;
  }
  const extra = () =>
    measures(original)[2]!
      .replace(/<step>[A-G]<\/step>/g, "<step>C</step>")
      .replace('number="3"', 'number="X1"');

  it("moves with its bars, and the reading is still played", async () => {
    const id = await written();
    const keys = async () => (await score(id)).notes.map((note) => note.midi);
    const before = await keys();
    expect(
      (
        await send(
          id,
          withMeasures((bars) => [...bars.slice(0, 4), extra(), ...bars.slice(4)]),
        )
      ).json.orphaned,
    ).toEqual([]);
    const now = await all(id);
    expect([now.remarks[0], now.climax, now.readings[0]]).toMatchObject([
      { bar: 11, exact: "1" },
      { bar: 11, exact: "1" },
      { from: 13, to: 13, inUse: true },
    ]);
    expect((await studio.ask("GET", `/api/pieces/${id}`)).json.road).toEqual({
      repeats: "all",
      cuts: [{ from: 9, to: 16 }],
    });
    expect(await keys()).toEqual(expect.arrayContaining(before));
    await studio.ask("DELETE", `/api/pieces/${id}/correction`);
    expect(await keys()).toEqual(before);
    expect((await all(id)).remarks[0]).toMatchObject({ bar: 10, exact: "1" });
    expect((await studio.ask("GET", `/api/pieces/${id}`)).json.road).toEqual({
      repeats: "all",
      cuts: [{ from: 8, to: 15 }],
    });
  });

  it("is told of when its bar is gone, and not lost", async () => {
    const id = await written();
    const { orphaned, removedBars } = (
      await send(
        id,
        withMeasures((bars) => bars.filter((_, i) => i !== 10 && i !== 12)),
      )
    ).json;
    expect(removedBars).toEqual(["11", "13"]);
    expect(orphaned).toEqual(
      expect.arrayContaining([
        "bar 11: the note “lean”, now at bar 12",
        "the reading of “Easier” from bar 13",
      ]),
    );
    expect(await all(id)).toMatchObject({
      remarks: [{ text: "lean", bar: 10 }],
      readings: [{ inUse: false }],
    });
  });
});
