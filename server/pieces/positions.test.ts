import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let id: string;
const at = (path = "") => `/api/pieces/${id}${path}`;
const tune = (...bars: string[][]) =>
  "<score-partwise><part-list><score-part " +
  `id="P1"><part-name>x</part-name></score-part></part-list><part id="P1">` +
  bars
    .map(
      (pitches, i) =>
        `<measure number="${i + 1}">` +
        `${i ? "" : "<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>"}` +
        `${pitches.map((pitch) => `<note><pitch><step>${pitch[0]}</step><octave>${pitch[1]}</octave></pitch>` + "<duration>1</duration></note>").join("")}` +
        "</measure>",
    )
    .join("") +
  "</part>" +
  "</score-partwise>";
const whole = (from: number, to: number) => ({
  from: { bar: from, offset: "0" },
  to: { bar: to, offset: "0" },
});
interface Notes {
  notes: { id: string; bar: number; pitch: string; finger: number | null }[];
  problems: { kind: string; text: string }[];
}
const propose = async (more: object = {}) =>
  (await studio.ask("POST", at("/fingerings/propose"), { hand: "right", from: 0, to: 2, ...more }))
    .json as unknown as Notes;
const inBar = ({ notes }: Notes, bar: number) =>
  notes
    .filter((note) => note.bar === bar)
    .map((note) => note.finger)
    .join("");
const put = (positions: unknown, revision?: number) =>
  studio.ask("PUT", at("/positions"), {
    positions,
    ...(revision === undefined ? {} : { revision }),
  });
const annotations = async () =>
  (await studio.ask("GET", at("/annotations"))).json as unknown as {
    revision: number;
    positions: unknown[];
  };

beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());
beforeEach(async () => {
  ({ id } = (
    await studio.bring(
      tune(["G4", "A4", "G4", "E4"], ["D4", "E4", "D4", "B3"], ["C5", "G4", "E4", "C4"]),
    )
  ).json);
});

describe("the position of a hand", () => {
  // five fingers over five neighbouring white keys, thumb lowest in the right hand: common
  // practice, no source
  it("gives each key the finger that lies over it, and the rest is solved around it", async () => {
    expect((await put([{ hand: "right", ...whole(0, 1), thumb: 60 }])).status).toBe(200);
    const found = await propose();
    // A4 is a sixth above the thumb: outside
    expect(inBar(found, 0)).toMatch(/^5.53$/);
    expect(found.problems).toMatchObject([
      { kind: "outside", text: "Bar 1: A lies outside the position the hand is to keep." },
    ]);
    await put([
      { hand: "right", ...whole(0, 1), thumb: 64 },
      { hand: "right", ...whole(1, 2), thumb: 59 },
    ]);
    const moved = await propose();
    expect([inBar(moved, 0), inBar(moved, 1), moved.problems]).toEqual(["3431", "3431", []]);
    await put([]);
    expect((await annotations()).positions).toEqual([]);
  });

  it("yields to a finger that is written, and holds only in its layer and its stretch", async () => {
    const { notes } = await propose();
    await put([
      { hand: "right", from: { bar: 0, offset: "1" }, to: { bar: 0, offset: "3" }, thumb: 67 },
      { layer: "small-hand", hand: "right", ...whole(0, 1), thumb: 64 },
    ]);
    expect(inBar(await propose(), 0).slice(1, 3)).toBe("21");
    expect(inBar(await propose({ layer: "small-hand" }), 0)).toBe("3431");
    await studio.ask("PUT", at("/fingerings"), { fingerings: [{ id: notes[2]!.id, finger: "2" }] });
    expect(inBar(await propose(), 0)[2]).toBe("2");
  });

  it("can be asked for without being kept, also of notes of no piece", async () => {
    const first = (await propose()).notes[0]!;
    expect(inBar(await propose({ positions: [{ id: first.id, thumb: "D4" }] }), 0)[0]).toBe("4");
    const bare = (
      await studio.ask("POST", "/api/fingerings/propose", {
        hand: "left",
        notes: [
          { pitch: "E3", onset: 0, duration: 1 },
          { pitch: "F3", onset: 1, duration: 1 },
        ],
        positions: [{ id: "0", thumb: "G3" }],
      })
    ).json as unknown as Notes;
    expect(bare.notes.map((note) => note.finger)).toEqual([3, 2]);
    expect(
      (
        await studio.ask("POST", at("/fingerings/propose"), {
          hand: "right",
          from: 0,
          to: 2,
          positions: [{ id: "nobody", thumb: "D4" }],
        })
      ).json.detail,
    ).toMatch(/no note nobody/);
  });

  it("is refused in a sentence, and nothing of it is kept", async () => {
    const wrong: [unknown[], RegExp][] = [
      [
        [
          { hand: "right", ...whole(0, 2), thumb: 60 },
          { hand: "right", ...whole(1, 3), thumb: 62 },
        ],
        /two positions at once in bar 2/,
      ],
      [
        [{ hand: "right", ...whole(0, 9), thumb: 60 }],
        /A position lies after the last bar; the piece has 3/,
      ],
      [[{ hand: "right", ...whole(1, 1), thumb: 60 }], /ends before it begins/],
      [[{ hand: "left", ...whole(0, 1), thumb: 60 }], /a hand that has notes/],
      [[{ hand: "right", ...whole(0, 1), thumb: 5 }], /21 \(A0\) to 108/],
    ];
    for (const [positions, sentence] of wrong) {
      const { status, json } = await put(positions);
      expect([status >= 400 && status < 500, json.detail]).toEqual([
        true,
        expect.stringMatching(sentence),
      ]);
    }
    expect((await annotations()).positions).toEqual([]);
    const { revision } = await annotations();
    await put([{ hand: "right", ...whole(0, 1), thumb: 60 }], revision);
    expect((await put([], revision)).status).toBe(409);
  });

  it("goes out with the score, comes back with it, and moves with a corrected file", async () => {
    const kept = [
      { hand: "right", from: { bar: 1, offset: "1" }, to: { bar: 2, offset: "0" }, thumb: 59 },
    ];
    await put(kept);
    const exported = await (
      await studio.app.request(`http://127.0.0.1${at("/export.musicxml")}`, {
        headers: { host: "127.0.0.1" },
      })
    ).text();
    const form = new FormData();
    form.set(
      "file",
      new File(
        [
          exported.replace(
            '<measure number="2"',
            '<measure number="1b"><note><rest/><duration>4</duration></note></measure><measure number="2"',
          ),
        ],
        "x.musicxml",
      ),
    );
    expect(
      (
        await studio.app.request(`http://127.0.0.1${at("/correction")}`, {
          method: "POST",
          body: form,
          headers: { host: "127.0.0.1" },
        })
      ).status,
    ).toBe(200);
    expect((await annotations()).positions).toMatchObject([
      { from: { bar: 2, offset: "1" }, to: { bar: 3, offset: "0" } },
    ]);
    ({ id } = (await studio.bring(exported)).json);
    expect((await annotations()).positions).toEqual(
      kept.map((one) => ({ ...one, layer: "teacher" })),
    );
  });
});

it("a finger changed in a long piece is answered as if it were asked for the first time", async () => {
  ({ id } = (await studio.bring(new TextDecoder().decode(demoFile("the-ferrymans-wheel")))).json);
  const ask = async (on: string, locks: { id: string; finger: number }[]) =>
    (
      await studio.ask("POST", `/api/pieces/${on}/fingerings/propose`, {
        hand: "right",
        from: 0,
        to: 78,
        locks,
      })
    ).json as unknown as Notes & { cost: number };
  const { notes } = await ask(id, []);
  for (const at of [5, 60, 61, 200]) {
    const locks = [{ id: notes[at]!.id, finger: notes[at]!.finger === 2 ? 3 : 2 }];
    const again = await ask(id, locks);
    // of another piece of the same notes nothing is remembered
    const { id: other } = (
      await studio.bring(new TextDecoder().decode(demoFile("the-ferrymans-wheel")))
    ).json;
    const fresh = await ask(other, locks);
    expect([again.cost, again.notes[at]!.finger]).toEqual([fresh.cost, locks[0]!.finger]);
  }
});
