import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

// What the layers are: common practice of dance tunes, no source.
let studio: TestStudio;
let id: string;
beforeAll(async () => {
  studio = await openTestStudio();
  id = (await studio.bring(demoFile("lamps-along-the-quay"), "lamps.musicxml", "accordion")).json
    .id;
});
afterAll(() => studio.close());

interface Proposed {
  layer: number;
  name: string;
  ornaments: {
    id: string;
    bar: number;
    kind: string;
    from: string | null;
    by: number;
    finger: string | null;
    why: string;
  }[];
  detail: string;
}
const propose = async (body: object, piece = id) =>
  (await studio.ask("POST", `/api/pieces/${piece}/ornaments/propose`, body)) as unknown as {
    status: number;
    json: Proposed;
  };
interface Placed {
  from: { bar: number; exact: string };
  data: { kind: string; layer?: number; finger?: string };
  stratum: string;
}
const written = async (piece = id) =>
  (
    (await studio.ask("GET", `/api/pieces/${piece}/annotations`)).json as unknown as {
      marks: Placed[];
    }
  ).marks.filter(({ stratum }) => stratum === "ornaments");

it("layers that are inked are cards of the plan: bare, then with one after the other", async () => {
  const own = (await studio.bring(demoFile("lamps-along-the-quay"), "layers.musicxml", "accordion"))
    .json.id;
  const student = (await studio.ask("POST", "/api/students", { name: "Orla Finn" })).json.id;
  const assigned = await studio.ask("POST", "/api/assignments", {
    ...{ studentId: student, pieceId: own },
  });
  const handsIn = async () => {
    const { json } = await studio.ask("POST", "/api/plans", {
      forecast: false,
      ...{ assignmentId: assigned.json.id, goalTempo: 144, readyBy: "2031-01-01" },
      ...{ minutesByWeekday: [30, 30, 30, 30, 30, 30, 30], rule: "three-to-one" },
    });
    const { days } = json as unknown as {
      days: { date: string; cards: { hands: string; from: number; to: number; why: string }[] }[];
    };
    return days.flatMap(({ cards }, day) => cards.map((card) => ({ ...card, day })));
  };
  const inB = (cards: Awaited<ReturnType<typeof handsIn>>, hands: string) =>
    cards.filter((card) => card.hands === hands && card.from >= 17 && card.to <= 20);
  const before = await handsIn();
  expect(inB(before, "tune-1")).toEqual([]);
  const at = (bar: number, layer: number, data: object) => ({
    ...{ id: `bar-${bar}`, from: { bar, offset: "0" }, data: { ...data, layer } },
  });
  const put = [
    at(19, 1, { kind: "grace", side: "above", by: 2 }),
    at(20, 3, { kind: "trill", by: 2 }),
  ];
  await studio.ask("PUT", `/api/pieces/${own}/marks/ornaments`, { put, remove: [] });
  const after = await handsIn();
  const days = ["tune", "tune-1", "right"].map((hands) => {
    const all = inB(after, hands).map(({ day }) => day);
    return [Math.min(...all), Math.max(...all)] as const;
  });
  expect(days.every(([first]) => Number.isFinite(first))).toBe(true);
  // each begins when the one before it is done
  expect(days[1]![0]).toBeGreaterThan(days[0]![1]);
  expect(days[2]![0]).toBeGreaterThan(days[1]![1]);
  expect(inB(after, "tune-1")[0]!.why.replace(/\p{C}/gu, "")).toMatch(/tune with layer 1 first/);
});

it("proposes one layer after the other, with fingers and reasons", async () => {
  const first = await propose({});
  expect(first.status).toBe(200);
  expect([first.json.layer, first.json.name]).toEqual([1, "graces on strong beats"]);
  expect(first.json.ornaments.length).toBeGreaterThan(5);
  for (const { kind, from, by, finger, why } of first.json.ornaments) {
    expect(kind).toBe("grace");
    expect(["above", "below"]).toContain(from);
    expect(by).toBeGreaterThanOrEqual(1);
    expect(finger).toMatch(/^[1-5]$/);
    expect(why).toMatch(/strong beat/);
  }
  const third = (await propose({ layer: 3, from: 0, to: 16 })).json;
  expect(third.ornaments.every(({ bar }) => bar <= 16)).toBe(true);
  expect(new Set(third.ornaments.map(({ kind }) => kind)).size).toBeGreaterThan(1);
});

it("gives a tune the fingers that its ornaments go with", async () => {
  const file = demoFile("lamps-along-the-quay");
  const id = (await studio.bring(file, "with-ornaments.musicxml", "accordion")).json.id;
  const url = `/api/pieces/${id}/marks/ornaments`;
  const bars = { from: 17, to: 32 };
  const fingers = async () => {
    const { json } = await studio.ask("POST", `/api/pieces/${id}/fingerings/propose`, {
      ...{ ...bars, hand: "right" },
    });
    return (json as unknown as { notes: { id: string; finger: number | null }[] }).notes;
  };
  const before = await fingers();
  const { json } = await propose({ ...bars, layer: 1 }, id);
  const { json: made } = await studio.ask("POST", `${url}/propose`, {
    ...bars,
    options: { layer: 1 },
  });
  const { marks } = made as unknown as { marks: Placed[] };
  await studio.ask("PUT", url, {
    put: marks.map(({ from, data }, i) => ({
      ...{ id: `mark-${i}`, data, from: { bar: from.bar, offset: from.exact } },
    })),
    remove: [],
  });
  const after = await fingers();
  // the same notes: graces that stand as marks have their fingers there
  expect(after.map((one) => one.id)).toEqual(before.map((one) => one.id));
  const of = new Map(after.map((one) => [one.id, one.finger]));
  const graces = json.ornaments.filter(({ kind }) => kind === "grace");
  expect(graces.length).toBeGreaterThan(5);
  for (const { id: note, from, finger } of graces) {
    const beyond = (Number(finger) - of.get(note)!) * (from === "above" ? 1 : -1);
    expect(beyond > 0 || of.get(note) === 1).toBe(true);
  }
});

it("has fingers on graces that go with those of the tune, and leaves one that stands", async () => {
  const own = (
    await studio.bring(demoFile("lamps-along-the-quay"), "fingers.musicxml", "accordion")
  ).json.id;
  const url = `/api/pieces/${own}/marks/ornaments`;
  const ask = async () => {
    const { json } = await studio.ask("POST", `${url}/propose`, {
      ...{ from: 17, to: 32, options: { layer: 1, reach: 189 } },
    });
    return (json as unknown as { marks: (Placed & { why: string })[] }).marks;
  };
  const first = await ask();
  expect(first.length).toBeGreaterThan(5);
  expect(first.every(({ data }) => /^[1-5]$/.test(data.finger ?? ""))).toBe(true);
  // the same as the answer to other programs has
  const { json } = await propose({ from: 17, to: 32, layer: 1, player: { reach: 189 } }, own);
  expect(json.ornaments.map(({ finger }) => finger)).toEqual(first.map(({ data }) => data.finger));
  // the smallest and the largest hand a student can have
  for (const reach of [60, 320])
    expect(
      (await studio.ask("POST", `${url}/propose`, { from: 17, to: 18, options: { reach } })).status,
    ).toBe(200);
  const other = first[0]!.data.finger === "2" ? "3" : "2";
  await studio.ask("PUT", url, {
    put: [
      {
        ...{ id: "by-the-teacher", data: { ...first[0]!.data, finger: other } },
        from: { bar: first[0]!.from.bar, offset: first[0]!.from.exact },
      },
    ],
    remove: [],
  });
  expect((await ask())[0]!.data.finger).toBe(other);
  const wrong = await studio.ask("PUT", url, {
    put: [
      {
        ...{ id: "no-such-finger", data: { ...first[1]!.data, finger: "9" } },
        from: { bar: first[1]!.from.bar, offset: first[1]!.from.exact },
      },
    ],
    remove: [],
  });
  expect(wrong.status).toBe(400);
});

it("is inked layer by layer, leaves what stands, and goes out and comes back exactly", async () => {
  const url = `/api/pieces/${id}/marks/ornaments`;
  let before = 0;
  for (const layer of [1, 2, 3, 4]) {
    const { json } = (await studio.ask("POST", `${url}/propose`, {
      ...{ from: 0, to: 40, options: {} },
    })) as unknown as { json: { marks: Placed[] } };
    expect(Math.max(...json.marks.map(({ data }) => data.layer ?? 0))).toBe(layer);
    const had = new Set((await written()).map(({ from }) => `${from.bar} ${from.exact}`));
    const put = json.marks
      .filter(({ from }) => !had.has(`${from.bar} ${from.exact}`))
      .map(({ from, data }, i) => ({
        ...{ id: `layer-${layer}-${i}`, data },
        from: { bar: from.bar, offset: from.exact },
      }));
    const saved = await studio.ask("PUT", url, { put, remove: [] });
    expect([saved.status, saved.json.detail]).toEqual([200, undefined]);
    expect((await written()).length).toBeGreaterThan(before);
    before = (await written()).length;
  }
  const looked = await studio.ask("POST", `${url}/check`, {});
  expect(looked.json).toMatchObject({ doubts: [], marks: before });
  const xml = await (
    await studio.app.request(`http://127.0.0.1/api/pieces/${id}/export.musicxml`, {
      headers: { host: "127.0.0.1" },
    })
  ).text();
  // other readers have them as graces and signs
  const marks = await written();
  const graces = marks.filter(({ data }) => data.kind === "grace").length;
  const own = xml.match(/<note id="yr-said-grace-[^"]+"/g) ?? [];
  expect(own).toHaveLength(graces);
  const fingers = [...xml.matchAll(/<note id="yr-said-grace-[\s\S]*?<\/note>/g)].map(
    ([note]) => /<fingering>(\d)<\/fingering>/.exec(note)?.[1],
  );
  expect(fingers.every((finger) => /^[1-5]$/.test(finger ?? ""))).toBe(true);
  const signs = xml.match(/<ornaments id="yr-said-sign-[^"]+"/g) ?? [];
  expect(signs).toHaveLength(marks.length - graces);
  const again = await studio.bring(xml, "again.musicxml", "accordion");
  const count = async (piece: string) =>
    ((await studio.ask("GET", `/api/pieces/${piece}/score`)).json as unknown as { notes: object[] })
      .notes.length;
  expect(await count(again.json.id)).toBe(await count(id));
  const facts = (all: Placed[]) =>
    all.map(({ from, data }) => `${from.bar} ${from.exact} ${JSON.stringify(data)}`).sort();
  expect(facts(await written(again.json.id))).toEqual(facts(await written()));
});

it.each([
  ["a layer that is not there", { layer: 9 }, /1 to 4/],
  ["a style nobody knows", { style: "sideways" }, /style/],
  ["bars beyond the end", { from: 0, to: 900 }, /bars must lie from 0 to/],
])("refuses %s in a sentence", async (_, body, sentence) => {
  const { status, json } = await propose(body);
  expect(status).toBe(400);
  expect(json.detail).toMatch(sentence);
});

it.each([
  ["a neighbour an octave away", { kind: "grace", side: "above", by: 12 }, /1 to 4|by/],
  ["an ornament nobody knows", { kind: "wobble", by: 1 }, /kind|grace/],
])("does not write %s", async (_, data, sentence) => {
  const put = [{ id: "odd", from: { bar: 2, offset: "0" }, data }];
  const { status, json } = await studio.ask("PUT", `/api/pieces/${id}/marks/ornaments`, {
    ...{ put, remove: [] },
  });
  expect(status).toBe(400);
  expect(json.detail).toMatch(sentence);
});
