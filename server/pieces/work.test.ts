import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

// One request for every kind of marks and every line, beside those of before.

let studio: TestStudio;
let piece: string;
beforeAll(async () => {
  studio = await openTestStudio();
  piece = (await studio.bring(demoFile("lanterns-on-the-ettle"))).json.id;
});
afterAll(() => studio.close());

interface Mark {
  from: { bar: number; exact: string };
  data: { kind: string; depth?: number; pedal?: string };
  why: string;
}
interface Noted {
  note: string;
  values: { finger: string };
}
interface Fingered {
  id: string;
  finger: number;
  to?: number;
}
/** What the answers hold, of the requests of now and before. */
interface Out {
  detail: string;
  reasons: string[];
  doubts: unknown[];
}
const post = async <T>(path: string, body: object) => {
  const { status, json } = await studio.ask("POST", `/api/pieces/${piece}/${path}`, body);
  return { ...(json as unknown as Out & T), status };
};

it("proposes the pedal as the request of before does", async () => {
  const bars = { from: 0, to: 15, tempo: 80 };
  const now = await post<{ marks: Mark[]; curve: { value: number }[] }>("marks/pedal/propose", {
    ...bars,
    options: { style: "harmony" },
  });
  const before = await post<{
    marks: { bar: number; exact: string; kind: string; pedal?: string; why: string }[];
    clarity: { value: number }[];
  }>("pedal/propose", { ...bars, style: "harmony" });
  const said = now.marks.map(({ from, data, why }) => [
    ...[from.bar, from.exact, data.kind, data.pedal, why],
  ]);
  expect(said.length).toBeGreaterThan(10);
  expect(said).toEqual(
    (
      before.marks as { bar: number; exact: string; kind: string; pedal?: string; why: string }[]
    ).map((mark) => [mark.bar, mark.exact, mark.kind, mark.pedal, mark.why]),
  );
  expect(now.curve.map((one) => one.value)).toEqual(before.clarity.map((one) => one.value));
});

it("looks through the pedal as the request of before does", async () => {
  await studio.ask("PUT", `/api/pieces/${piece}/pedal`, {
    marks: [
      { bar: 0, offset: 0, kind: "down" },
      { bar: 6, offset: 0, kind: "up" },
    ],
  });
  const now = await post<{ marks: number }>("marks/pedal/check", {});
  const before = await post("pedal/check", {});
  expect(now.marks).toBe(2);
  expect(now.doubts.length).toBeGreaterThan(0);
  expect(now.doubts).toEqual(before.doubts);
});

it("proposes a line as the request of before does, by aspect", async () => {
  const bars = { from: 0, to: 7, alternatives: 2 };
  interface Ways<N> {
    notes: N[];
    alternatives: { notes: N[] }[];
  }
  const now = await post<Ways<Noted>>("lines/right/propose", bars);
  const before = await post<Ways<Fingered>>("fingerings/propose", { ...bars, hand: "right" });
  const written = (list: Fingered[]) =>
    list.map(({ id, finger, to }) => [id, to === undefined ? `${finger}` : `${finger}-${to}`]);
  const valued = (list: Noted[]) => list.map(({ note, values }) => [note, values.finger]);
  expect(valued(now.notes)).toEqual(written(before.notes));
  expect(now.reasons).toEqual(before.reasons);
  expect(now.alternatives.map((way) => valued(way.notes))).toEqual(
    before.alternatives.map((way) => written(way.notes)),
  );
  const { note } = now.notes[3]!;
  const locked = await post<Ways<Noted>>("lines/right/propose", {
    ...bars,
    locks: [{ note, aspect: "finger", value: "5" }],
  });
  expect(locked.notes.find((one) => one.note === note)!.values.finger).toBe("5");
});

it.each([
  ["marks/bellows/propose", { from: 0, to: 1 }, 404, 'There are no marks called "bellows"'],
  ["marks/position/propose", { from: 0, to: 1 }, 400, "No positions of the hands are proposed"],
  ["marks/position/check", {}, 400, "Nobody looks through positions of the hands yet."],
  ["marks/pedal/propose", { from: 3, to: 1 }, 400, "The bars must lie from 0 to"],
  ["marks/pedal/propose", { from: 0, to: 9999 }, 400, '"to"'],
  ["marks/pedal/propose", { from: 0, to: 1, options: { room: "bathroom" } }, 400, "dry, normal or"],
  ["marks/pedal/propose", { from: 0, to: 1, options: { taste: 1 } }, 400, "taste"],
  ["lines/feet/propose", { from: 0, to: 1 }, 400, '"hand" must be one of right, left.'],
  [
    "lines/left/propose",
    { from: 0, to: 1, locks: [{ note: "x", aspect: "string", value: "2" }] },
    400,
    '"aspect" must be one of finger.',
  ],
])("%s with %j is refused with a sentence", async (path, body, status, sentence) => {
  const answer = await post(path, body);
  expect([answer.status, answer.detail]).toEqual([status, expect.stringContaining(sentence)]);
});
