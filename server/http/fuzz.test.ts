import { operations, type Operation } from "@yarrow-ridge/contract";
import type { TSchema } from "@sinclair/typebox";
import fc from "fast-check";
import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

// Every operation of the API with what nobody should send: wrong types, fields of other requests,
// ids of other things, the same twice, several at once. No answer is a 500, and every piece still
// opens. Longer with FUZZ_RUNS.
const RUNS = Number(process.env.FUZZ_RUNS ?? 1200);

let studio: TestStudio;
const ids: string[] = [];
let pieces: string[];
beforeAll(async () => {
  studio = await openTestStudio();
  const { ask } = studio;
  pieces = [
    (await studio.bring(demoFile("lanterns-on-the-ettle"))).json.id,
    (await studio.bring(demoFile("lanterns-on-the-ettle"), "again.musicxml", "organ")).json.id,
  ];
  const student = (await ask("POST", "/api/students", { name: "Ada Rill" })).json.id;
  const given = await ask("POST", "/api/assignments", { studentId: student, pieceId: pieces[0] });
  const plan = await ask("POST", "/api/plans", {
    forecast: false,
    assignmentId: given.json.id,
    goalTempo: 80,
    readyBy: "2030-04-20",
    minutesByWeekday: [20, 20, 20, 20, 20, 20, 20],
  });
  const { items } = (await ask("GET", "/api/cards")).json as unknown as { items: { id: string }[] };
  const { notes } = (await ask("GET", `/api/pieces/${pieces[0]}/score`)).json as unknown as {
    notes: { id: string }[];
  };
  ids.push(...pieces, student, given.json.id, plan.json.id, items[0]!.id, notes[0]!.id);
});
afterAll(() => studio.close());

const odd = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    -1,
    0,
    1e21,
    0.1,
    "",
    " ",
    "0/1",
    "7/3",
    "\u202E",
    "🎹",
    "__proto__",
    [],
    {},
    [null],
  ),
  fc.string({ maxLength: 20 }),
  fc.integer({ min: -5, max: 6000 }),
);
/** What a schema asks for, or something else in one place of seven. */
function like(schema: TSchema): fc.Arbitrary<unknown> {
  const part = schema as TSchema & {
    anyOf?: TSchema[];
    properties?: Record<string, TSchema>;
    required?: string[];
    items?: TSchema;
    pattern?: string;
    minimum?: number;
    maximum?: number;
  };
  const id = fc.constantFrom(...(ids.length ? ids : ["x"]));
  const right = (): fc.Arbitrary<unknown> => {
    if (part.const !== undefined) return fc.constant(part.const);
    if (part.anyOf) return fc.oneof(...part.anyOf.map(like));
    if (part.type === "array") return fc.array(like(part.items!), { maxLength: 4 });
    if (part.properties)
      return fc.record(
        Object.fromEntries(Object.entries(part.properties).map(([key, one]) => [key, like(one)])),
        { requiredKeys: part.required ?? [] },
      );
    if (part.type === "integer" || part.type === "number")
      return fc.integer({
        min: Math.ceil(part.minimum ?? 0),
        max: Math.floor(Math.min(part.maximum ?? 40, Math.ceil(part.minimum ?? 0) + 40)),
      });
    if (part.type === "boolean") return fc.boolean();
    if (part.format === "date") return fc.constantFrom("2030-04-20", "2030-03-04", "1999-01-01");
    if (part.type === "string")
      return part.pattern ? fc.constantFrom("3/2", "0", "16:30", "abcdefgh-1") : fc.oneof(id, odd);
    return odd;
  };
  return fc.oneof({ weight: 6, arbitrary: right() }, { weight: 1, arbitrary: odd });
}

const open: readonly (readonly [string, Operation])[] = Object.entries(operations).filter(
  ([, one]) => !("consumes" in one),
);

it(`answers ${RUNS} requests nobody should send without a 500, and every piece still opens`, async () => {
  const request = fc.constantFrom(...open).chain(([name, operation]) =>
    fc.record({
      name: fc.constant(name),
      method: fc.constant(operation.method.toUpperCase()),
      path: fc
        .array(fc.constantFrom(...ids, "nobody", "finger", "pedal", "position", "right"), {
          minLength: 4,
          maxLength: 4,
        })
        .map((values) => {
          let at = 0;
          return operation.path.replace(/:\w+/g, () => encodeURIComponent(values[at++ % 4]!));
        }),
      body: operation.body ? like(operation.body) : fc.constant(undefined),
      query: operation.query ? like(operation.query) : fc.constant(undefined),
      times: fc.constantFrom(1, 1, 2, 4),
    }),
  );
  await fc.assert(
    fc.asyncProperty(request, async ({ method, path, body, query, times }) => {
      const asked =
        query && typeof query === "object"
          ? `?${new URLSearchParams(Object.entries(query).map(([key, one]) => [key, String(one)])).toString()}`
          : "";
      const send = async () =>
        studio.app.request(`http://127.0.0.1${path}${asked}`, {
          method,
          headers: { host: "127.0.0.1", "content-type": "application/json" },
          ...(body === undefined || method === "GET"
            ? {}
            : { body: JSON.stringify(body) ?? "null" }),
        });
      const answers = await Promise.all(Array.from({ length: times }, send));
      for (const answer of answers) {
        const text = await answer.text();
        expect(answer.status < 500 ? "" : text.slice(0, 300)).toBe("");
      }
    }),
    { numRuns: RUNS, ...(process.env.FUZZ_SEED ? { seed: Number(process.env.FUZZ_SEED) } : {}) },
  );
  for (const piece of pieces)
    for (const what of [
      "",
      "/score",
      "/form",
      "/annotations",
      "/engraving.musicxml",
      "/export.musicxml",
    ]) {
      const answer = await studio.app.request(`http://127.0.0.1/api/pieces/${piece}${what}`, {
        headers: { host: "127.0.0.1" },
      });
      expect([what, answer.status]).toEqual([what, 200]);
    }
});
