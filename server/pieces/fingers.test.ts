import { openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

interface Note {
  id: string;
  bar: number;
  pitch: string;
  finger: number | null;
  to?: number;
}
interface Answer {
  notes: Note[];
  cost: number;
  reasons: string[];
  problems: { kind: string; text: string; ways: string[]; notes: string[] }[];
  alternatives: { notes: Note[]; cost: number; more: number; reason: string }[];
}

const SCALE = [
  "C4",
  "D4",
  "E4",
  "F4",
  "G4",
  "A4",
  "B4",
  "C5",
  "D5",
  "E5",
  "F5",
  "G5",
  "A5",
  "B5",
  "C6",
];
const row = (pitches: readonly string[], duration = 1) =>
  pitches.map((pitch, at) => ({ pitch, onset: at * duration, duration }));
const ask = async (body: object) =>
  studio.ask("POST", "/api/fingerings/propose", { instrument: "piano", hand: "right", ...body });
const answer = async (body: object) => (await ask(body)).json as unknown as Answer;
const fingers = (notes: readonly Note[]) => notes.map((note) => note.finger ?? "-").join("");

describe("fingers for notes of no stored piece", () => {
  it("knows the scale of C as it is taught everywhere", async () => {
    const { notes, cost, reasons } = await answer({ notes: row(SCALE) });
    expect(fingers(notes)).toBe("123123412312345");
    expect(notes[3]).toMatchObject({ id: "3", pitch: "F4", finger: 1 });
    expect(cost).toBeGreaterThan(0);
    expect(reasons.join(" ")).toMatch(/thumb passes 3 times.*No thumb on a black key/);
  });

  it("keeps what is fixed, and gives other ways with what they cost and why", async () => {
    const { notes, alternatives } = await answer({
      notes: row(SCALE),
      locks: [{ id: "0", finger: 2 }],
      alternatives: 3,
    });
    expect(notes[0]!.finger).toBe(2);
    expect(alternatives).toHaveLength(3);
    for (const other of alternatives) {
      expect(other.notes[0]!.finger).toBe(2);
      expect(other.reason.length).toBeGreaterThan(5);
      expect(fingers(other.notes)).not.toBe(fingers(notes));
    }
    expect(new Set(alternatives.map((other) => fingers(other.notes))).size).toBe(3);
  });

  it("measures the reach of the player, and says what to do where it ends", async () => {
    const tenth = [
      { pitch: "C4", onset: 0, duration: 1 },
      { pitch: "E5", onset: 0, duration: 1 },
    ];
    const { notes, problems } = await answer({ notes: tenth, player: { reach: 190 } });
    expect(notes.map((note) => note.finger === null)).toEqual([true, false]);
    expect(problems[0]).toMatchObject({ kind: "unreachable", notes: ["0"] });
    expect(problems[0]!.ways).toContain("Give C to the left hand.");
    expect(fingers((await answer({ notes: tenth, player: { reach: 215 } })).notes)).toBe("15");
    expect(
      fingers((await answer({ notes: tenth, player: { reach: 190, octave: 141 } })).notes),
    ).toBe("15");
  });

  it("changes fingers silently where a line must be held", async () => {
    const { notes } = await answer({
      notes: [
        { pitch: "C5", onset: 0, duration: 4 },
        ...["E5", "F5", "G5", "A5"].map((pitch, at) => ({ pitch, onset: at, duration: 1 })),
        { pitch: "F4", onset: 4, duration: 2 },
      ],
      tempo: 50,
    });
    expect(notes.every((note) => note.finger !== null)).toBe(true);
    for (const note of notes) if (note.to !== undefined) expect(note.to).not.toBe(note.finger);
  });

  it("takes chromatic scales by the scheme that is asked for", async () => {
    const chromatic = row([
      "C4",
      "C#4",
      "D4",
      "D#4",
      "E4",
      "F4",
      "F#4",
      "G4",
      "G#4",
      "A4",
      "A#4",
      "B4",
      "C5",
    ]);
    expect(fingers((await answer({ notes: chromatic })).notes).slice(1, -1)).toBe("31312313131");
    expect(
      fingers(
        (await answer({ notes: chromatic, school: { chromatic: "all fingers" } })).notes,
      ).slice(4, 10),
    ).toBe("123123");
  });

  it("answers nothing and one note", async () => {
    expect(await answer({ notes: [] })).toMatchObject({
      notes: [],
      problems: [],
      alternatives: [],
    });
    expect((await answer({ notes: row(["F#3"]) })).notes).toHaveLength(1);
  });

  it.each<[string, object, RegExp]>([
    ["a key that is not there", { notes: row(["C4", "C9"]) }, /Note 2, C9, is not on this piano/],
    ["no pitch", { notes: row(["H4"]) }, /pitch/],
    ["time before the beginning", { notes: [{ pitch: "C4", onset: -1, duration: 1 }] }, /onset/],
    ["no length", { notes: [{ pitch: "C4", onset: 0, duration: 0 }] }, /duration/],
    ["a time that is no number", { notes: [{ pitch: "C4", onset: null, duration: 1 }] }, /onset/],
    ["no such hand", { hand: "feet", notes: row(SCALE) }, /"hand" must be one of right, left/],
    [
      "no such instrument",
      { instrument: "kazoo", notes: row(SCALE) },
      /no instrument called kazoo/,
    ],
    ["a hand of 20 mm", { notes: row(SCALE), player: { reach: 20 } }, /60 to 320/],
    ["a sixth finger", { notes: row(SCALE), locks: [{ id: "0", finger: 6 }] }, /finger/],
    ["a lock on no note", { notes: row(SCALE), locks: [{ id: "x", finger: 1 }] }, /no note x/],
    [
      "one id twice",
      {
        notes: [
          { id: "a", pitch: "C4", onset: 0, duration: 1 },
          { id: "a", pitch: "D4", onset: 1, duration: 1 },
        ],
      },
      /id of an earlier one/,
    ],
  ])("refuses %s with a sentence", async (_, body, sentence) => {
    const { status, json } = await ask(body);
    expect(status).toBe(400);
    expect(json.detail).toMatch(sentence);
  });

  it("answers 20,000 notes", async () => {
    const { notes } = await answer({
      notes: row(
        Array.from({ length: 20_000 }, (_, at) => SCALE[(at * 5) % 15]!),
        0.5,
      ),
    });
    expect(notes).toHaveLength(20_000);
    expect(notes.every((note) => note.finger !== null)).toBe(true);
  });
});

describe("fingers of a stored piece", () => {
  const note = (pitch: [string, number], duration: number, staff: number, more = "") =>
    `<note>${more}<pitch><step>${pitch[0]}</step><octave>${pitch[1]}</octave>` +
    `</pitch><duration>${duration}</duration><voice>${staff}</voice><staff>${staff}</staff>` +
    "</note>";
  const bar = (n: number, right: string, left: string) =>
    `<measure number="${n}">` +
    (n === 1
      ? "<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time><staves>2</staves></attributes>"
      : "") +
    `${right}<backup>` +
    `<duration>4</duration></backup>${left}</measure>`;
  const line = (...steps: [string, number][]) => steps.map((one) => note(one, 1, 1)).join("");
  const rest = `<note><rest/><duration>4</duration><voice>2</voice><staff>2</staff></note>`;
  const phrase = line(["E", 4], ["G", 4], ["F", 4], ["D", 4]);
  const second = line(["E", 4], ["C", 4], ["B", 3], ["D", 4]);
  const xml = `<score-partwise><work><work-title>Two places</work-title></work><part-list/><part id="P1">${[
    bar(1, phrase, rest),
    bar(2, second, rest),
    bar(3, note(["C", 4], 4, 1) + note(["E", 5], 4, 1, "<chord/>"), rest),
    bar(4, phrase, rest),
    bar(5, second, rest),
  ].join("")}</part></score-partwise>`;
  let id = "";
  let at = (path: string) => path;
  const check = async () =>
    (await studio.ask("POST", at("/fingerings/check"), {})).json as unknown as {
      doubts: { kind: string; bar: number; notes: string[]; text: string }[];
      fingers: number;
    };
  const write = (fingerings: object[]) => studio.ask("PUT", at("/fingerings"), { fingerings });
  let notes: Note[] = [];
  beforeAll(async () => {
    ({
      json: { id },
    } = await studio.bring(xml));
    at = (path) => `/api/pieces/${id}${path}`;
    notes = (
      (await studio.ask("POST", at("/fingerings/propose"), { hand: "right", from: 0, to: 4 }))
        .json as unknown as Answer
    ).notes;
  });
  const ofBar = (n: number) => notes.filter((one) => one.bar === n);

  it("brings the counterpart with it", async () => {
    const { notes: asked, elsewhere } = (
      await studio.ask("POST", at("/fingerings/propose"), { hand: "right", from: 0, to: 1 })
    ).json as unknown as Answer & { elsewhere: Note[] };
    expect(asked.every((one) => one.bar <= 1)).toBe(true);
    expect(new Set(elsewhere.map((one) => one.bar))).toEqual(new Set([3, 4]));
    for (const one of elsewhere)
      expect(one.finger).toBe(
        asked.find((other) => other.bar === one.bar - 3 && other.pitch === one.pitch)!.finger,
      );
  });

  it("shows where a note could go to the other hand, what is gained, and what it does to the sound", async () => {
    const { handovers } = (await studio.ask("POST", at("/hands/propose"), { from: 2, to: 2 }))
      .json as unknown as {
      handovers: { notes: string[]; to: string; gain: number; text: string; sound: string }[];
    };
    expect(handovers).toEqual([
      expect.objectContaining({
        to: "left",
        bar: 2,
        notes: [ofBar(2)[0]!.id],
        text: "Bar 3, beat 1: the left hand can take C.",
        sound: "An inner note of a chord: the voices are kept.",
      }),
    ]);
    expect(handovers[0]!.gain).toBeGreaterThan(10);
    expect((await studio.ask("POST", at("/hands/propose"), { from: 0, to: 1 })).json).toEqual({
      handovers: [],
    });
  });

  it("finds nothing to doubt in its own proposal", async () => {
    await write(
      notes
        .filter((one) => one.finger !== null)
        .map((one) => ({ id: one.id, finger: String(one.finger) })),
    );
    const { doubts, fingers: count } = await check();
    expect(doubts).toEqual([]);
    expect(count).toBe(notes.length - 1);
  });

  it("finds one finger twice in a row, what differs from its return, and a span no hand has", async () => {
    const first = ofBar(0);
    await write([
      { id: first[2]!.id, finger: String(first[3]!.finger) },
      ...ofBar(2).map((one, i) => ({ id: one.id, finger: String(i + 1) })),
    ]);
    const { doubts } = await check();
    expect(doubts.map((one) => one.kind).sort()).toEqual([
      "not as before",
      "same finger",
      "unreachable",
    ]);
    expect(doubts.find((one) => one.kind === "same finger")!.text).toMatch(
      /^Bar 1, beat 4: \w+ and \w+ in a row, both with \d\.$/,
    );
    expect(doubts.find((one) => one.kind === "not as before")!.text).toMatch(
      /^Bar 4, beat 3: .* in bar 1, beat 3\.$/,
    );
    expect(doubts.find((one) => one.kind === "unreachable")!.text).toMatch(
      /^Bar 3, beat 1: C and E are further apart than 1 and 2/,
    );
  });

  it(
    "takes a silent change and a finger that may be left, gives them back in " +
      "the file, and refuses others",
    async () => {
      const [first, next] = ofBar(1);
      expect(
        (
          await write([
            { id: first!.id, finger: "4-5" },
            { id: next!.id, finger: " (3) " },
          ])
        ).status,
      ).toBe(200);
      const marks = (await studio.ask("GET", at("/annotations"))).json as unknown as {
        fingerings: { id: string; finger: string }[];
      };
      expect(
        marks.fingerings
          .filter((one) => [first!.id, next!.id].includes(one.id))
          .map((one) => one.finger)
          .sort(),
      ).toEqual(["(3)", "4-5"]);
      const file = await (
        await studio.app.request(`http://127.0.0.1${at("/export.musicxml")}`, {
          headers: { host: "127.0.0.1" },
        })
      ).text();
      expect(file).toMatch(/<fingering>4<\/fingering><fingering substitution="yes">5<\/fingering>/);
      const again = (await studio.bring(file, "again.musicxml")).json;
      const score = (await studio.ask("GET", `/api/pieces/${again.id}/score`)).json as unknown as {
        notes: { finger?: string }[];
      };
      expect(score.notes.map((one) => one.finger)).toEqual(expect.arrayContaining(["4-5", "(3)"]));
      for (const wrong of ["4-4", "6", "4-", "(3", "3)", "4-5-1", "1 2"])
        expect((await write([{ id: first!.id, finger: wrong }])).status).toBe(400);
    },
  );

  it("says when a finger was changed after it had been practised, and how often", async () => {
    const { id: studentId } = (await studio.ask("POST", "/api/students", { name: "Runa" })).json;
    const { id: assignmentId } = (
      await studio.ask("POST", "/api/assignments", { studentId, pieceId: id })
    ).json;
    const plan = (
      await studio.ask("POST", "/api/plans", {
        forecast: false,
        assignmentId,
        goalTempo: 100,
        readyBy: "2030-04-30",
        minutesByWeekday: [30, 30, 30, 30, 30, 30, 30],
        rule: "three-to-one",
      })
    ).json as unknown as { days: { cards: { id: string }[] }[] };
    const card = plan.days[0]!.cards[0]!;
    for (let i = 0; i < 3; i++)
      await studio.ask("POST", "/api/attempts", { cardId: card.id, result: "clean" });
    studio.setDate("2030-03-06");
    const before = (await check()).doubts.filter((one) => one.kind === "changed");
    expect(before).toEqual([]);
    const mine = (await studio.ask("GET", at("/annotations"))).json as unknown as {
      fingerings: { id: string; finger: string }[];
    };
    const written = new Map(mine.fingerings.map((one) => [one.id, one.finger]));
    await write(
      notes
        .filter((one) => written.has(one.id))
        .map((one) => ({ id: one.id, finger: written.get(one.id) === "5" ? "4" : "5" })),
    );
    const late = (await check()).doubts.filter((one) => one.kind === "changed");
    expect(late.length).toBeGreaterThan(0);
    expect(late[0]!.text).toMatch(/became [45] after 3 tries\./);
  });
});
