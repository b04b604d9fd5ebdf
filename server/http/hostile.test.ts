import fc from "fast-check";
import { demoFile, openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
let pieceId: string;
/** Lone surrogates cannot stand in an address. */
const wellFormed = (text: string) => Buffer.from(text).toString();
beforeAll(async () => {
  studio = await openTestStudio();
  pieceId = (await studio.bring(demoFile("lanterns-on-the-ettle"))).json.id;
});
afterAll(() => studio.close());

// openTestStudio rethrows whatever the server would have answered with 500
it("answers hostile texts with a clear refusal or takes them as text, never with a 500 (200 inputs)", async () => {
  const texts = fc.oneof(
    fc.string({ unit: "binary", maxLength: 300 }),
    fc.constantFrom(
      "\u0000",
      "a\u0000b",
      "\ud800",
      "<script>",
      "'; drop table students; --",
      "../../etc/passwd",
      "%00",
      "\u202Eabc",
      " ",
    ),
  );
  await fc.assert(
    fc.asyncProperty(texts, async (text) => {
      for (const answer of [
        await studio.ask("POST", "/api/students", { name: text, notes: text }),
        await studio.ask("GET", `/api/students?q=${encodeURIComponent(wellFormed(text))}`),
        await studio.ask("GET", `/api/pieces/${encodeURIComponent(wellFormed(text)) || "x"}`),
        await studio.ask("PUT", `/api/pieces/${pieceId}/fingerings`, {
          fingerings: [{ id: text, finger: text.slice(0, 4) }],
        }),
        await studio.ask("POST", `/api/pieces/${pieceId}/sections`, {
          name: text,
          from: { bar: 0, offset: text },
          to: { bar: 1 },
        }),
        await studio.ask("POST", "/api/attempts", { cardId: text, result: "clean" }),
      ])
        expect([200, 201, 400, 404]).toContain(answer.status);
    }),
    { numRuns: 200 },
  );
});

it("answers mutated score files with a refusal or a piece, never with a 500 or half a piece (150 inputs)", async () => {
  const original = demoFile("lanterns-on-the-ettle");
  const total = async () => (await studio.ask("GET", "/api/pieces")).json.total as number;
  let stored = await total();
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.nat(original.length - 1), fc.nat(255), fc.nat(40)), {
        minLength: 1,
        maxLength: 6,
      }),
      async (edits) => {
        let bytes = Buffer.from(original);
        for (const [at, value, cut] of edits) {
          const place = Math.min(at, bytes.length - 1);
          bytes =
            value % 3 === 0
              ? Buffer.concat([bytes.subarray(0, place), bytes.subarray(place + cut)])
              : Buffer.concat([
                  bytes.subarray(0, place),
                  Buffer.from([value]),
                  bytes.subarray(place + 1),
                ]);
        }
        const { status, json } = await studio.bring(new Uint8Array(bytes));
        if (status === 201) stored++;
        else expect([status, json.detail]).toEqual([422, expect.stringMatching(/^[A-Z].*\.$/s)]);
        expect(await total()).toBe(stored);
      },
    ),
    { numRuns: 150 },
  );
});
