import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
beforeAll(async () => void (studio = await openTestStudio()));
afterAll(() => studio.close());

interface OnNeck {
  id: string;
  finger: number | null;
  string: number;
  fret: number;
  position: number;
  barre?: string;
}
const bare = async (body: object) =>
  (await studio.ask("POST", "/api/fingerings/propose", {
    ...{ instrument: "guitar", hand: "hands" },
    ...body,
  })) as unknown as {
    status: number;
    json: { notes: OnNeck[]; detail: string; field: string; reasons: string[] };
  };
const chord = (...pitches: string[]) => pitches.map((pitch) => ({ pitch, onset: 0, duration: 2 }));
const inRow = (...pitches: string[]) =>
  pitches.map((pitch, onset) => ({ pitch, onset, duration: 1 }));
const shown = ({ notes }: { notes: OnNeck[] }) =>
  notes.map(({ string, fret, finger }) => `${string}.${fret}.${finger}`).join(" ");

// chord shapes and scales: common practice, no source

it("proposes strings, frets and fingers on bare notes, barres with their strings", async () => {
  const { status, json } = await bare({ notes: chord("F2", "C3", "F3", "A3", "C4", "F4") });
  expect(status).toBe(200);
  expect(shown(json)).toBe("6.1.1 5.3.3 4.3.4 3.2.2 2.1.1 1.1.1");
  expect(json.notes[0]).toMatchObject({ position: 1, barre: "1-6" });
  expect(json.reasons.join(" ")).toContain("Barre over 6 strings at fret I");
});

it("takes the tuning, the capo, a position, open strings and strings as they are told", async () => {
  const dropped = await bare({
    tuning: ["E4", "B3", "G3", "D3", "A2", "D2"],
    notes: chord("D2", "A2", "D3"),
  });
  expect(shown(dropped.json)).toBe("6.0.0 5.0.0 4.0.0");
  const behind = await bare({ capo: 2, notes: chord("E3", "B3", "E4", "G#4") });
  // the shape of D, two frets higher
  expect(shown(behind.json)).toBe("4.0.0 3.2.1 2.3.3 1.2.2");
  const scale = inRow("C3", "D3", "E3", "F3", "G3", "A3", "B3", "C4");
  const high = await bare({ position: "7", open: "avoid", notes: scale });
  expect(shown(high.json)).toBe("6.8.2 6.10.4 5.7.1 5.8.2 5.10.4 4.7.1 4.9.3 4.10.4");
  const told = await bare({ notes: inRow("E4", "F4", "G4").map((one) => ({ ...one, string: 2 })) });
  expect(told.json.notes.every(({ string }) => string === 2)).toBe(true);
  const low = await bare({ notes: inRow("D2") });
  expect([low.status, low.json.detail]).toEqual([400, "Note 1, D2, is not on this guitar."]);
});

it("proposes for a piece: written strings are kept, the same in every return", async () => {
  const { id } = (await studio.bring(demoFile("lanterns-on-the-ettle"), "a.musicxml", "guitar"))
    .json;
  const ask = async (body: object) =>
    (
      await studio.ask("POST", `/api/pieces/${id}/fingerings/propose`, {
        ...{ hand: "hands", from: 0, to: 23 },
        ...body,
      })
    ).json as unknown as { notes: (OnNeck & { bar: number; pitch: string })[]; reasons: string[] };
  const free = await ask({});
  const stopped = free.notes.filter((one) => one.finger !== null);
  // each string sounds its pitch
  const open = [64, 59, 55, 50, 45, 40];
  const midi = (pitch: string) => {
    const [, step, sign, octave] = /^([A-G])([#b]*)(\d)$/.exec(pitch)!;
    const alter = sign!.startsWith("b") ? -sign!.length : sign!.length;
    return (Number(octave) + 1) * 12 + "C D EF G A B".indexOf(step!) + alter;
  };
  expect(stopped.length).toBeGreaterThan(20);
  for (const { string, fret, pitch } of stopped) expect(open[string - 1]! + fret).toBe(midi(pitch));
  expect(free.reasons.join(" ")).toMatch(/position/i);
  const [first] = stopped.filter(({ fret }) => fret > 4);
  if (!first) return;
  await studio.ask("PUT", `/api/pieces/${id}/notes/string`, {
    values: [{ note: first.id, value: String(first.string) }],
  });
  const kept = await ask({ position: "1-4" });
  expect(kept.notes.find((one) => one.id === first.id)!.string).toBe(first.string);
});

it("puts a note that is written as a harmonic over its fret, and back where it is taken away", async () => {
  const { id } = (await studio.bring(demoFile("lanterns-on-the-ettle"), "b.musicxml", "guitar"))
    .json;
  const ask = async () =>
    (
      await studio.ask("POST", `/api/pieces/${id}/fingerings/propose`, {
        ...{ hand: "hands", from: 0, to: 23 },
      })
    ).json as unknown as { notes: (OnNeck & { pitch: string })[] };
  const before = (await ask()).notes;
  // the first string touched at the twelfth fret sounds the same e″ (acoustics)
  const note = before.find(({ pitch, fret }) => pitch === "E5" && fret > 0)!;
  const say = (value: string | null) =>
    studio.ask("PUT", `/api/pieces/${id}/notes/harmonic`, { values: [{ note: note.id, value }] });
  await say("natural");
  const touched = (await ask()).notes.find((one) => one.id === note.id)!;
  expect([touched.string, touched.fret]).toEqual([1, 12]);
  await say(null);
  expect((await ask()).notes).toEqual(before);
});

it("looks a printed harmonic through as one until the teacher takes it away", async () => {
  const harmonic = "<technical><harmonic><natural/></harmonic><string>1</string></technical>";
  const xml =
    '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part>' +
    '</part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions></attributes>' +
    "<note><pitch><step>D</step><octave>6</octave></pitch><duration>4</duration>" +
    `<type>whole</type><notations>${harmonic}</notations></note></measure></part></score-partwise>`;
  const { id } = (await studio.bring(Buffer.from(xml), "h.musicxml", "guitar")).json;
  const score = (await studio.ask("GET", `/api/pieces/${id}/score`)).json as unknown as {
    notes: { id: string }[];
  };
  const note = score.notes[0]!.id;
  const write = (aspect: string, value: string) =>
    studio.ask("PUT", `/api/pieces/${id}/notes/${aspect}`, { values: [{ note, value }] });
  const doubts = async () =>
    (
      (await studio.ask("POST", `/api/pieces/${id}/fingerings/check`, {})).json as unknown as {
        doubts: { kind: string }[];
      }
    ).doubts.map(({ kind }) => kind);
  // d″ is touched at the fifth fret of the fourth string and stopped nowhere on it (arithmetic)
  await write("string", "4");
  expect(await doubts()).toEqual([]);
  await write("harmonic", "");
  expect(await doubts()).toEqual(["other pitch"]);
});

it("proposes the hand that plucks, with the strings or asked for alone", async () => {
  const chordOf = (...pitches: string[]) =>
    pitches.map((pitch, i) => ({ pitch, onset: i / 4, duration: 0.25 }));
  const broken = chordOf("C3", "G3", "C4", "E4", "C4", "G3");
  const asked = async (hand: string) =>
    (
      (await studio.ask("POST", "/api/fingerings/propose", {
        ...{ instrument: "guitar", hand, notes: broken, tempo: 60 },
      })) as unknown as { json: { notes: { finger: string | number; pluck: string }[] } }
    ).json.notes;
  // p i m a m i over a held C: common practice, no source
  expect((await asked("right")).map(({ finger }) => finger).join(" ")).toBe("p i m a m i");
  const both = await asked("left");
  expect(both.map(({ pluck }) => pluck).join(" ")).toBe("p i m a m i");
  expect(both[0]!.finger).toBe(3);
});

it("keeps from barres and high frets where it is told to, and names the tuning that helps", async () => {
  const chord = ["F2", "C3", "F3", "A3", "C4", "F4"].map((pitch) => ({
    ...{ pitch, onset: 0, duration: 2 },
  }));
  const beginner = await bare({ school: { barre: "avoid", highest: 4 }, notes: chord });
  expect(beginner.json.notes.every(({ barre }) => barre === undefined)).toBe(true);
  expect(beginner.json.notes.every(({ fret }) => !(fret > 4))).toBe(true);
  expect(beginner.json.notes.some(({ finger }) => finger === null)).toBe(true);
  const first = (await bare({ school: { level: "beginner" }, notes: chord })) as unknown as {
    json: { reasons: string[]; notes: { position?: number }[] };
  };
  expect(first.json.reasons.join(" ")).toMatch(/For a beginner: .* It costs notes .* left out/);
  expect(first.json.notes.every(({ position = 1 }) => position <= 2)).toBe(true);
  const { json } = (await studio.ask("POST", "/api/fingerings/propose", {
    ...{ instrument: "guitar", hand: "hands", setup: { tuning: [64, 59, 55, 50, 45, 38] } },
    notes: [
      { pitch: "D2", onset: 0, duration: 1 },
      { pitch: "E2", onset: 0, duration: 1 },
    ],
  })) as unknown as { json: { problems: { text: string; ways: string[] }[] } };
  // two notes of one string cannot be had in any tuning of the list
  expect(json.problems[0]!.ways.join(" ")).not.toContain("Tune the strings");
  const wide = (await studio.ask("POST", "/api/fingerings/propose", {
    ...{ instrument: "guitar", hand: "hands" },
    notes: [
      { pitch: "F#2", onset: 0, duration: 1 },
      { pitch: "G2", onset: 0, duration: 1 },
    ],
  })) as unknown as typeof beginner & { json: { problems: { ways: string[] }[] } };
  // F sharp on the sixth string, G open on the fifth (arithmetic)
  expect(wide.json.problems[0]!.ways.join(" ")).toContain("Tune the strings D G D G B D");
});

it("sets the guitar up as the file has it, and writes other strings back into it", async () => {
  const tuned = ["D2", "A2", "D3", "G3", "B3", "E4"]
    .map(
      ([step, octave], i) =>
        `<staff-tuning line="${i + 1}"><tuning-step>${step}</tuning-step>` +
        `<tuning-octave>${octave}</tuning-octave></staff-tuning>`,
    )
    .join("");
  const xml =
    '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part>' +
    '</part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions>' +
    `<staff-details><staff-lines>6</staff-lines>${tuned}<capo>2</capo></staff-details>` +
    "<transpose><chromatic>0</chromatic></transpose></attributes>" +
    "<note><pitch><step>E</step><octave>2</octave></pitch><duration>4</duration>" +
    "<type>whole</type></note></measure></part></score-partwise>";
  const brought = await studio.bring(Buffer.from(xml), "d.musicxml", "guitar");
  const piece = brought.json as unknown as {
    id: string;
    setup: object;
    warnings: { kind: string; message: string }[];
  };
  expect(piece.setup).toEqual({ tuning: [64, 59, 55, 50, 45, 38], capo: 2 });
  expect(piece.warnings.at(-1)).toEqual({
    kind: "strings",
    message:
      "As the file has it, the strings are E4 B3 G3 D3 A2 D2, and the capo is at fret 2. It can be " +
      "changed in the piece's menu.",
  });
  const proposed = await studio.ask("POST", `/api/pieces/${piece.id}/fingerings/propose`, {
    ...{ hand: "hands", from: 0, to: 0 },
  });
  // the open sixth string behind the capo
  expect((proposed.json as unknown as { notes: OnNeck[] }).notes[0]).toMatchObject({
    ...{ string: 6, fret: 0, finger: 0 },
  });
  const saved = async () => {
    const path = `http://127.0.0.1/api/pieces/${piece.id}/export.musicxml`;
    return (await studio.app.request(path, { headers: { host: "127.0.0.1" } })).text();
  };
  expect(await saved()).toContain("<capo>2</capo></staff-details><transpose>");
  const setup = { tuning: [67, 60, 64, 69] };
  await studio.ask("PATCH", `/api/pieces/${piece.id}`, { setup });
  const again = await saved();
  expect(again).not.toContain("<capo>");
  const back = await studio.bring(Buffer.from(again), "u.musicxml", "guitar");
  expect(back.json["setup"]).toEqual(setup);
  // and the usual strings need no remark
  await studio.ask("PATCH", `/api/pieces/${piece.id}`, { setup: null });
  const usual = await studio.bring(Buffer.from(await saved()), "s.musicxml", "guitar");
  expect(usual.json["setup"]).toBeNull();
});

it("sets the guitar up again when another file is brought, or a piece goes to the guitar", async () => {
  const file = (capo: number) =>
    '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part>' +
    '</part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions>' +
    `<staff-details><staff-lines>6</staff-lines><capo>${capo}</capo></staff-details></attributes>` +
    "<note><pitch><step>E</step><octave>3</octave></pitch><duration>4</duration>" +
    "<type>whole</type></note></measure></part></score-partwise>";
  const setup = async (id: string) => (await studio.ask("GET", `/api/pieces/${id}`)).json["setup"];
  const correct = async (id: string, capo: number) => {
    const form = new FormData();
    form.set("file", new File([file(capo)], "c.musicxml"));
    const path = `http://127.0.0.1/api/pieces/${id}/correction`;
    const options = { method: "POST", body: form, headers: { host: "127.0.0.1" } };
    expect((await studio.app.request(path, options)).status).toBe(200);
  };
  const brought = await studio.bring(Buffer.from(file(2)), "d.musicxml", "guitar");
  const id = brought.json["id"];
  expect(await setup(id)).toEqual({ capo: 2 });
  await correct(id, 3);
  expect(await setup(id)).toEqual({ capo: 3 });
  await correct(id, 0);
  expect(await setup(id)).toBeNull();
  for (const capo of [3, 2]) {
    await studio.ask("DELETE", `/api/pieces/${id}/correction`);
    expect(await setup(id)).toEqual({ capo });
  }
  // what the teacher has told stays
  await studio.ask("PATCH", `/api/pieces/${id}`, { setup: { capo: 5 } });
  await correct(id, 3);
  expect(await setup(id)).toEqual({ capo: 5 });
  // a piece of the piano that is given to the guitar
  const other = await studio.bring(Buffer.from(file(4)), "p.musicxml", "piano");
  const moved = other.json["id"];
  expect(await setup(moved)).toBeNull();
  await studio.ask("PATCH", `/api/pieces/${moved}`, { instrument: "guitar" });
  expect(await setup(moved)).toEqual({ capo: 4 });
  await studio.ask("PATCH", `/api/pieces/${moved}`, { instrument: "piano" });
  expect(await setup(moved)).toBeNull();
});

it("answers where the hand lies and shifts: frets, millimetres, the finger that leads", async () => {
  // up the first string with one finger: the guide is that finger
  const strings = ["F4", "G4", "C5"].map((pitch, onset) => ({
    pitch,
    onset,
    duration: 1,
    string: 1,
  }));
  const locks = ["0", "1", "2"].map((id) => ({ id, finger: 1 }));
  interface Moves {
    notes: OnNeck[];
    positions: { bar: number; offset: number; position: number }[];
    shifts: { offset: number; from: number; to: number; mm: number; guide?: object }[];
  }
  const { json } = (await bare({ notes: strings, locks })) as unknown as { json: Moves };
  expect(json.positions.map(({ offset, position }) => [offset, position])).toEqual([
    ...[
      [0, 1],
      [1, 3],
    ],
    [2, 8],
  ]);
  // each fret shortens the string by its twelfth root (arithmetic)
  const mm = (from: number, to: number) => Math.round(650 * (2 ** (-from / 12) - 2 ** (-to / 12)));
  const guide = { finger: 1, string: 1 };
  expect(json.shifts).toEqual([
    { bar: 0, offset: 1, from: 1, to: 3, mm: mm(1, 3), guide },
    { bar: 0, offset: 2, from: 3, to: 8, mm: mm(3, 8), guide },
  ]);

  const { id } = (await studio.bring(demoFile("dance-on-the-plank-bridge"), "g.musicxml", "guitar"))
    .json;
  const whole = (
    await studio.ask("POST", `/api/pieces/${id}/fingerings/propose`, {
      ...{ hand: "hands", from: 0, to: 11 },
    })
  ).json as unknown as Moves;
  expect(whole.shifts.length).toBeGreaterThan(2);
  for (const { offset, from, to, mm: far } of whole.shifts) {
    expect(far).toBe(Math.abs(mm(from, to)));
    // within its bar
    expect(offset).toBeGreaterThanOrEqual(0);
    expect(offset).toBeLessThan(4);
  }
  const moved = whole.positions.map(({ position }) => position);
  for (const { to } of whole.shifts) expect(moved).toContain(to);
});

it("plucks by the school and in the pattern that is asked for, and names it", async () => {
  // an arpeggio over two bars of the same chord: common practice, no source
  const notes = inRow(..."E2 G3 B3 E4 B3 G3 E2 G3 B3 E4 B3 G3".split(" ")).map((one) => ({
    ...one,
    onset: one.onset / 2,
    duration: 0.5,
  }));
  const plucked = async (school: object) => {
    const { status, json } = await bare({ notes, tempo: 120, school });
    expect(status).toBe(200);
    const fingers = json.notes.map((one) => (one as unknown as { pluck: string }).pluck);
    return { fingers: fingers.join(" "), reasons: json.reasons.join(" ") };
  };
  const usual = await plucked({});
  expect(usual.fingers).toBe("p i m a m i p i m a m i");
  expect(usual.reasons).toContain("Plucked p i m a m i, again and again.");
  const asked = await plucked({ pattern: "p i m i m i" });
  expect(asked.fingers).toBe("p i m i m i p i m i m i");
  const wrong = await bare({ notes, school: { pattern: "p x" } });
  expect(wrong.status).toBe(400);
});
