import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
beforeAll(async () => void (studio = await openTestStudio()));
afterAll(() => studio.close());

interface Settings {
  start: Record<string, number> | { string: string; up: boolean }[];
  changes: {
    onset: number;
    pedal?: string;
    string?: string;
    to: number;
    foot?: string;
    earliest: number;
    latest: number;
    why: string;
  }[];
  strings: { id: string; letter: string; alter: number; string: string }[];
  problems: { kind: string; id: string; text: string; ways: string[] }[];
  detail: string;
}
const ask = async (path: string, body: object) =>
  (await studio.ask("POST", path, body)) as unknown as { status: number; json: Settings };
const inRow = (each: number, ...pitches: string[]) =>
  pitches.map((pitch, i) => ({ pitch, onset: i * each, duration: each }));
const bare = (body: object) =>
  ask("/api/settings/propose", { harp: { kind: "pedal" }, tempo: 60, ...body });

// situations of the harp: common practice, no source

it("proposes pedals on bare notes: two strings for a trill, the foot for a change", async () => {
  const trill = await bare({ notes: inRow(0.125, "A4", "Ab4", "A4", "Ab4") });
  expect(trill.status).toBe(200);
  expect(trill.json).toMatchObject({
    start: { D: 0, C: 0, B: 0, E: 0, F: 0, G: 1, A: 0 },
    changes: [],
    problems: [],
  });
  expect(trill.json.strings[1]).toEqual({ id: "1", letter: "G", alter: 1, string: "G4" });
  const change = await bare({ notes: inRow(1, "G4", "B4", "E4", "Ab4", "G4", "A4") });
  const moved = change.json.changes;
  expect(moved.length).toBeGreaterThan(0);
  for (const { onset, earliest, latest, foot, why } of moved) {
    expect(foot).toBe("right");
    expect(onset).toBeGreaterThanOrEqual(earliest);
    expect(onset).toBeLessThanOrEqual(latest);
    expect(why).toMatch(/^[A-G][♭♮♯] for /);
  }
});

it("proposes levers by their strings, from the tuning", async () => {
  const { json } = await bare({
    harp: { kind: "lever", lowest: "C2", strings: 34, tuning: "Eb" },
    notes: inRow(0.5, "G4", "A4", "B4", "C5", "D5", "E5", "F#5", "G5"),
  });
  expect(json).toMatchObject({ changes: [], problems: [] });
  const up = (json.start as { string: string; up: boolean }[]).filter((one) => one.up);
  expect(up.map(({ string }) => string)).toEqual(["A4", "B4", "E5", "F5"]);
});

it("names what cannot be, with the ways out", async () => {
  const { json } = await bare({
    harp: { kind: "lever", lowest: "C3", strings: 22, tuning: "C" },
    notes: inRow(1, "B2", "C4"),
  });
  expect(json.problems.map(({ id, kind }) => `${id} ${kind}`)).toEqual(["0 off"]);
  expect(json.problems[0]!.ways).toEqual(["Play it an octave higher."]);
});

it.each([
  ["a harp of three strings", { harp: { kind: "pedal", strings: 3 }, notes: [] }, /12 to 47/],
  ["a move of no time", { secondsPerMove: 0, notes: [] }, /0.1 to 5/],
  ["a move of a minute", { secondsPerMove: 60, notes: [] }, /0.1 to 5/],
  ["a quarter tone", { notes: inRow(1, "C+4") }, /"C\+4" is no pitch/],
  ["a tuning nobody knows", { harp: { kind: "lever", tuning: "H" }, notes: [] }, /tuning/],
])("refuses %s in a sentence", async (_, body, sentence) => {
  const { status, json } = await bare(body);
  expect(status).toBe(400);
  expect(json.detail).toMatch(sentence);
});

describe("of a piece", () => {
  let id: string;
  beforeAll(async () => {
    const file = demoFile("lanterns-on-the-ettle");
    id = (await studio.bring(file, "a.musicxml", "harp")).json.id;
  });

  it("are proposed for its bars, inked, looked through and exported as diagrams", async () => {
    const settings = await ask(`/api/pieces/${id}/settings/propose`, {});
    expect(settings.status).toBe(200);
    expect(settings.json.problems).toEqual([]);
    const { json } = (await studio.ask("POST", `/api/pieces/${id}/marks/harp-pedals/propose`, {
      ...{ from: 0, to: 15 },
    })) as unknown as {
      json: {
        marks: { from: { bar: number; exact: string }; data: Record<string, number> }[];
        problems: object[];
      };
    };
    expect(json.problems).toEqual([]);
    expect(Object.keys(json.marks[0]!.data)).toHaveLength(7);
    const put = json.marks.map(({ from, data }, i) => ({
      ...{ id: `m${i}`, data },
      from: { bar: from.bar, offset: from.exact },
    }));
    const saved = await studio.ask("PUT", `/api/pieces/${id}/marks/harp-pedals`, {
      ...{ put, remove: [] },
    });
    expect([saved.status, saved.json.detail]).toEqual([200, undefined]);
    const looked = await studio.ask("POST", `/api/pieces/${id}/marks/harp-pedals/check`, {
      ...{ from: 0, to: 15 },
    });
    expect(looked.json).toMatchObject({ doubts: [], marks: put.length });
    const url = `http://127.0.0.1/api/pieces/${id}/export.musicxml`;
    const xml = await (await studio.app.request(url, { headers: { host: "127.0.0.1" } })).text();
    expect(xml.match(/<harp-pedals>/g)).toHaveLength(put.length);
    // and come back as they are printed
    const again = await studio.bring(new TextEncoder().encode(xml), "b.musicxml", "harp");
    const back = await studio.ask("GET", `/api/pieces/${again.json.id}/annotations`);
    const { marks } = back.json as unknown as { marks: { stratum: string; data: object }[] };
    expect(marks.filter(({ stratum }) => stratum === "harp-pedals").map((one) => one.data)).toEqual(
      put.map(({ data }) => data),
    );
  });

  it("a written pedal may be moved where nothing comes too late, and nowhere else", async () => {
    const url = `/api/pieces/${id}/marks/harp-pedals`;
    const { json } = await studio.ask("GET", `/api/pieces/${id}/annotations`);
    type Written = { id: string; from: { bar: number; exact: string }; data: object };
    const { marks } = json as unknown as { marks: Written[] };
    const window = async (mark: string) => {
      const found = await studio.ask("POST", `${url}/window`, { mark });
      expect(found.status).toBe(200);
      return (found.json as unknown as { places: { bar: number; exact: string }[] }).places;
    };
    const doubts = async () => {
      const found = (await studio.ask("POST", `${url}/check`, {})).json;
      return (found as unknown as { doubts: unknown[] }).doubts.length;
    };
    const put = ({ id: mark, data }: Written, bar: number, offset: string) =>
      studio.ask("PUT", url, { put: [{ id: mark, data, from: { bar, offset } }], remove: [] });
    expect(await doubts()).toBe(0);
    let moved = 0;
    for (const mark of marks.slice(1, 5)) {
      const places = await window(mark.id);
      expect(places.map(({ bar, exact }) => `${bar} ${exact}`)).toContain(
        `${mark.from.bar} ${mark.from.exact}`,
      );
      for (const { bar, exact } of [places[0]!, places.at(-1)!]) {
        await put(mark, bar, exact);
        expect(await doubts()).toBe(0);
        moved += Number(bar !== mark.from.bar || exact !== mark.from.exact);
      }
      // two bars after the last place its note has gone by
      await put(mark, places.at(-1)!.bar + 2, "0");
      expect(await doubts()).toBeGreaterThan(0);
      await put(mark, mark.from.bar, mark.from.exact);
    }
    expect(moved).toBeGreaterThan(2);
    const { status, json: gone } = await studio.ask("POST", `${url}/window`, { mark: "none" });
    expect([status, gone.detail]).toEqual([
      404,
      "That mark is not written here any more. Load the piece again.",
    ]);
  });

  it("a pedal that is set wrong, twice at once, or under its string is named with its bar", async () => {
    const all = { D: 1, C: 0, B: 0, E: 0, F: -1, G: 0, A: 0 };
    const put = [
      { id: "m0", from: { bar: 0, offset: "0" }, data: all },
      { id: "x", from: { bar: 2, offset: "1/3" }, data: { E: 1, G: 1, A: 1 } },
    ];
    await studio.ask("PUT", `/api/pieces/${id}/marks/harp-pedals`, { put, remove: [] });
    const { json } = (await studio.ask("POST", `/api/pieces/${id}/marks/harp-pedals/check`, {
      ...{ from: 0, to: 3 },
    })) as unknown as { json: { doubts: { kind: string; text: string; bar: number }[] } };
    const kinds = json.doubts.map(({ kind }) => kind);
    expect(kinds).toContain("unset");
    expect(kinds).toContain("foot");
    for (const { text } of json.doubts) expect(text).toMatch(/^Bar \d+: /);
  });
});

it("a piano has no pedal settings of a harp", async () => {
  const { id } = (await studio.bring(demoFile("lanterns-on-the-ettle"), "a.musicxml")).json;
  const { status, json } = await ask(`/api/pieces/${id}/settings/propose`, {});
  expect([status, json.detail]).toEqual([
    400,
    "Pedals and levers are set on the harp; this piece is for the Piano.",
  ]);
});

it("what is set for one time of a repeat only is kept, looked through and exported so", async () => {
  const abc = "X:1\nT:Again\nM:4/4\nL:1/4\nQ:1/4=60\nK:C\n|: F G E G | ^F G E z :|\n";
  const twice = (await studio.bring(new TextEncoder().encode(abc), "again.abc", "harp")).json.id;
  const url = (path: string) => `/api/pieces/${twice}/marks/harp-pedals${path}`;
  type Marks = { marks: { from: { bar: number; exact: string }; data: { time?: number } }[] };
  const { json } = (await studio.ask("POST", url("/propose"), {
    ...{ from: 0, to: 1 },
  })) as unknown as { json: Marks };
  expect(json.marks.map(({ data }) => data.time)).toEqual([undefined, undefined, 1]);
  const put = json.marks.map(({ from, data }, i) => ({
    ...{ id: `t${i}`, data },
    from: { bar: from.bar, offset: from.exact },
  }));
  expect((await studio.ask("PUT", url(""), { put, remove: [] })).status).toBe(200);
  expect((await studio.ask("POST", url("/check"), {})).json).toMatchObject({ doubts: [] });
  const xml = await (
    await studio.app.request(`http://127.0.0.1/api/pieces/${twice}/export.musicxml`, {
      headers: { host: "127.0.0.1" },
    })
  ).text();
  expect(xml).toContain("<words>1st time</words>");
  const again = await studio.bring(new TextEncoder().encode(xml), "b.musicxml", "harp");
  const back = await studio.ask("GET", `/api/pieces/${again.json.id}/annotations`);
  const { marks } = back.json as unknown as { marks: { stratum: string; data: object }[] };
  expect(marks.filter(({ stratum }) => stratum === "harp-pedals").map((one) => one.data)).toEqual(
    put.map(({ data }) => data),
  );
});

it("sets the pedals for a glissando on a chord, or says what is none", async () => {
  const of = (body: object) => studio.ask("POST", "/api/settings/glissando", body);
  const stands = { D: 0, C: 0, B: -1, E: -1, F: 0, G: 0, A: 0 };
  const { json, status } = await of({ chord: "Bb9", stands });
  expect(status).toBe(200);
  const [first] = json.settings as unknown[];
  expect(first).toEqual({
    setting: { D: 0, C: 0, B: -1, E: 1, F: 0, G: 1, A: -1 },
    ...{ moved: ["E", "G", "A"], foreign: [] },
  });
  const none = await of({ chord: "H13" });
  expect(none.status).toBe(400);
  expect(String(none.json.detail)).toContain("H13");
});

it("says which tuning of a lever harp saves most, and asks for such a harp", async () => {
  const file = demoFile("evening-on-the-upper-sallow");
  const { id } = (await studio.bring(file, "c.musicxml", "harp")).json;
  const ask = () => studio.ask("POST", `/api/pieces/${id}/settings/tunings`, {});
  const pedal = await ask();
  expect(pedal.status).toBe(400);
  expect(String(pedal.json.detail)).toMatch(/lever harp/);
  await studio.ask("PATCH", `/api/pieces/${id}`, { setup: { kind: "lever" } });
  const { json, status } = await ask();
  expect(status).toBe(200);
  const tunings = json.tunings as { tuning: string; flips: number; missing: number }[];
  expect(tunings.map(({ tuning }) => tuning).sort()).toEqual(["Ab", "Bb", "C", "Eb", "F"]);
  const [best, ...others] = tunings;
  for (const one of others)
    expect(best!.missing - one.missing || best!.flips - one.flips).toBeLessThanOrEqual(0);
});
