import { parseMidi } from "midi-file";
import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let id: string;
const at = (path = "") => `/api/pieces/${id}${path}`;
const wheel = () => new TextDecoder().decode(demoFile("the-ferrymans-wheel"));
const raw = (path: string) =>
  studio.app.request(`http://127.0.0.1${at(path)}`, { headers: { host: "127.0.0.1" } });
const empty = { timing: [], leads: [], touch: [], out: [], meetings: [], accents: [] };
const bars = (from: number, to: number) => ({
  from: { bar: from, offset: "0" },
  to: { bar: to, offset: "0" },
});
const loud = [
  { bar: 0, offset: "0", level: 3 },
  { bar: 4, offset: "1/2", level: 6 },
];
const annotations = async () =>
  (await studio.ask("GET", at("/annotations"))).json as unknown as {
    revision: number;
    shape: typeof empty | null;
  };
const put = (shape: unknown, revision?: number) =>
  studio.ask("PUT", at("/shape"), { shape, ...(revision === undefined ? {} : { revision }) });

beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(async () => {
  await studio.close();
});
beforeEach(async () => {
  ({ id } = (await studio.bring(wheel())).json);
});

describe("the shape of a piece", () => {
  it("is as printed until it is set, and again when it is taken away", async () => {
    const before = (await studio.ask("GET", at("/shape"))).json;
    expect(before).toMatchObject({ source: "printed", accents: [], runs: [] });
    // mp, p, mp, a hairpin to mf, …: as the file has them
    expect((before.loudness as { level: number }[]).slice(0, 6).map(({ level }) => level)).toEqual([
      4, 4, 3, 3, 4, 4,
    ]);
    const shape = {
      ...empty,
      loudness: loud,
      timing: [{ id: "x", kind: "broaden", ...bars(4, 6), amount: 0.8 }],
      leads: [{ ...bars(0, 8), hand: "left", line: "top" }],
      touch: [{ ...bars(2, 3), hand: "right", share: 0.5 }],
    };
    expect((await put(shape)).status).toBe(200);
    expect((await annotations()).shape).toEqual(shape);
    expect((await studio.ask("GET", at("/shape"))).json).toMatchObject({
      source: "teacher",
      loudness: [
        { bar: 0, level: 3 },
        { bar: 4, offset: 0.5, level: 6 },
      ],
    });
    expect((await put(null)).status).toBe(200);
    expect((await annotations()).shape).toBeNull();
  });

  it("is refused in a sentence, and nothing of it is kept", async () => {
    const wrong: [unknown, RegExp][] = [
      [
        {
          ...empty,
          timing: [
            { id: "a", kind: "broaden", ...bars(4, 8), amount: 0.8 },
            { id: "b", kind: "push", ...bars(6, 9), amount: 1.2 },
          ],
        },
        /Two marks pull bar 6 at once: broaden and push/,
      ],
      [
        { ...empty, loudness: [{ bar: 200, offset: "0", level: 3 }] },
        /after the last bar; the piece has 79/,
      ],
      [{ ...empty, out: ["nobody"] }, /a note that is not in the score/],
      [
        { ...empty, touch: [{ ...bars(1, 2), hand: "feet", share: 1 }] },
        /"hand" must be one of right, left/,
      ],
      [
        { ...empty, timing: [{ id: "a", kind: "wait", ...bars(1, 1), amount: 40 }] },
        /from 0.1 to 4/,
      ],
      [
        { ...empty, timing: [{ id: "a", kind: "hurry", ...bars(1, 2), amount: 1 }] },
        /broaden, push, wait/,
      ],
    ];
    for (const [shape, sentence] of wrong) {
      const { status, json } = await put(shape);
      expect(status).toBeGreaterThanOrEqual(400);
      expect(status).toBeLessThan(500);
      expect(json.detail).toMatch(sentence);
    }
    expect((await annotations()).shape).toBeNull();
  });

  it("shows a conflict", async () => {
    const { revision } = await annotations();
    expect((await put({ ...empty, loudness: loud }, revision)).status).toBe(200);
    expect((await put(empty, revision)).status).toBe(409);
    expect((await annotations()).shape).toMatchObject({ loudness: loud });
  });

  it("goes out with the score and comes back with it", async () => {
    const shape = {
      ...empty,
      loudness: loud,
      timing: [{ id: "x", kind: "breathe", ...bars(10, 10), amount: 0.25 }],
    };
    await put(shape);
    const exported = await (await raw("/export.musicxml")).text();
    ({ id } = (await studio.bring(exported)).json);
    expect((await annotations()).shape).toEqual(shape);
    // a field that was tampered with is passed over
    ({ id } = (
      await studio.bring(
        exported.replace(/(name="yarrow-ridge:shape:1">)[^<]*/, '$1{"timing":[{"kind":"wait"}]}'),
      )
    ).json);
    expect((await annotations()).shape).toBeNull();
  });

  it("is heard in the MIDI file: levels in velocities, and the time when it is asked for", async () => {
    await put({
      ...empty,
      loudness: [
        { bar: 10, offset: "0", level: 2 },
        { bar: 12, offset: "0", level: 7 },
      ],
      timing: [{ id: "x", kind: "wait", ...bars(11, 11), amount: 1 }],
    });
    const keys = async (time: string) => {
      const { tracks } = parseMidi(
        new Uint8Array(await (await raw(`/section.mid?from=10&to=11&time=${time}`)).arrayBuffer()),
      );
      let tick = 0;
      return tracks[1]!.flatMap((event) => {
        tick += event.deltaTime;
        return event.type === "noteOn" && event.velocity > 0
          ? [[tick, event.velocity] as const]
          : [];
      });
    };
    const [strict, free] = [await keys("strict"), await keys("shaped")];
    expect(strict[0]).toEqual([0, 45]);
    expect(strict.every(([, velocity], i) => i === 0 || velocity > strict[i - 1]![1])).toBe(true);
    // a beat of a quarter has 480 ticks
    expect(free.map(([tick], i) => tick - strict[i]![0])).toEqual(
      strict.map(([tick]) => (tick >= 2 * 480 ? 480 : 0)),
    );
  });

  it("goes with its bars into a corrected file, and back", async () => {
    await put({
      ...empty,
      loudness: [
        { bar: 0, offset: "0", level: 3 },
        { bar: 40, offset: "0", level: 6 },
      ],
      touch: [{ ...bars(40, 44), hand: "left", share: 0.5 }],
    });
    const extra = /<measure number="20"[\s\S]*?<\/measure>/.exec(wheel())![0];
    const form = new FormData();
    form.set(
      "file",
      new File(
        [
          wheel().replace(
            extra,
            `${extra}${extra.replace(/ id="[^"]*"/g, "").replace('number="20"', 'number="X1"')}`,
          ),
        ],
        "score.musicxml",
      ),
    );
    const answer = await studio.app.request(`http://127.0.0.1${at("/correction")}`, {
      method: "POST",
      body: form,
      headers: { host: "127.0.0.1" },
    });
    expect(answer.status).toBe(200);
    expect((await annotations()).shape).toMatchObject({
      loudness: [{ bar: 0 }, { bar: 41 }],
      touch: [{ from: { bar: 41 }, to: { bar: 45 } }],
    });
    expect((await studio.ask("DELETE", at("/correction"))).status).toBe(200);
    expect((await annotations()).shape).toMatchObject({
      loudness: [{ bar: 0 }, { bar: 40 }],
      touch: [{ to: { bar: 44 } }],
    });
  });
});

describe("the pedals", () => {
  const place = (bar: number, kind: string, more = {}) => ({ bar, offset: "0", kind, ...more });
  it("flutter, una corda and sostenuto are kept beside the damper, and go out and come back", async () => {
    const marks = [
      place(3, "down"),
      place(3, "down", { pedal: "soft" }),
      place(4, "flutter"),
      place(4, "down", { pedal: "sostenuto" }),
      place(5, "change", { depth: 0.5 }),
      place(5, "up", { pedal: "sostenuto" }),
      place(6, "up"),
      place(6, "up", { pedal: "soft" }),
    ];
    expect((await studio.ask("PUT", at("/pedal"), { marks })).status).toBe(200);
    const kept = async () =>
      (
        (await annotations()) as unknown as {
          pedal: { marks: { bar: number; kind: string; depth?: number; pedal?: string }[] };
        }
      ).pedal.marks.map(({ bar, kind, depth, pedal }) => ({
        bar,
        offset: "0",
        kind,
        ...(depth ? { depth } : {}),
        ...(pedal ? { pedal } : {}),
      }));
    expect(await kept()).toEqual(marks);
    const { tracks } = parseMidi(
      new Uint8Array(await (await raw("/section.mid?from=3&to=6")).arrayBuffer()),
    );
    const controllers = new Set(
      tracks.flat().flatMap((event) => (event.type === "controller" ? [event.controllerType] : [])),
    );
    // MIDI 1.0: 64 damper, 66 sostenuto, 67 soft
    expect([...controllers].sort()).toEqual([64, 66, 67]);
    ({ id } = (await studio.bring(await (await raw("/export.musicxml")).text())).json);
    expect(await kept()).toEqual(marks);
  });
  it("of the others there is only down and up, and no two marks of one pedal at one place", async () => {
    expect(
      (await studio.ask("PUT", at("/pedal"), { marks: [place(3, "change", { pedal: "soft" })] }))
        .json.detail,
    ).toMatch(/only down and up/);
    expect(
      (
        await studio.ask("PUT", at("/pedal"), {
          marks: [
            place(3, "down", { pedal: "soft" }),
            place(3, "down"),
            place(3, "up", { pedal: "soft" }),
          ],
        })
      ).json.detail,
    ).toMatch(/Two pedal marks stand at the same place/);
  });
  it("are proposed for the room they will sound in", async () => {
    // quarters for which the damper is down, in bars of two
    const down = async (room: string) => {
      const { status, json } = await studio.ask("POST", at("/pedal/propose"), {
        style: "harmony",
        from: 10,
        to: 25,
        room,
      });
      expect(status).toBe(200);
      let [sum, since]: [number, number | undefined] = [0, undefined];
      for (const mark of json.marks as { bar: number; offset: number; kind: string }[]) {
        const now = mark.bar * 2 + mark.offset;
        if (since !== undefined) sum += now - since;
        since = mark.kind === "up" ? undefined : now;
      }
      return sum;
    };
    // common practice, no source: the walls of a reverberant room keep what the foot would
    expect(await down("reverberant")).toBeLessThan(await down("dry"));
    expect(
      (
        await studio.ask("POST", at("/pedal/propose"), {
          style: "harmony",
          from: 10,
          to: 25,
          room: "cave",
        })
      ).json.detail,
    ).toMatch(/dry, normal or reverberant/);
  });
});
