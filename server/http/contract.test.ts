import { operations, type Operation } from "@yarrow-ridge/contract";
import { openTestStudio, type TestStudio } from "../testing.ts";

let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

const all = Object.entries(operations) as [string, Operation][];
const fill = (path: string) => path.replace(/:(\w+)/g, "nobody");

describe("every operation of the contract", () => {
  it.each(all.filter(([, { path }]) => path.includes(":")))(
    "%s says what is not there",
    async (_, { method, path, body }) => {
      const fields = (body as { properties?: object } | undefined)?.properties ?? {};
      const plausible: Record<string, unknown> = {
        title: "x",
        name: "x",
        archived: false,
        hand: path.includes("students") ? null : "right",
        from: path.includes("sections") ? { bar: 0 } : 0,
        to: /sections|stratum\/move/.test(path) ? { bar: 1 } : 0,
        fingerings: [],
        values: [],
        marks: [],
        positions: [],
        put: [],
        remove: [],
        place: null,
        notes: /students|lessons/.test(path) ? "x" : [{ id: "x", hand: null }],
        studentId: "nobody",
        date: "2030-01-01",
        shape: null,
        other: "x",
        inUse: true,
        texture: "hymn",
        pattern: "turns",
        style: path.includes("ornaments") ? "mixed" : "harmony",
        mark: "x",
        bars: 4,
        metres: [{ bar: 0, beats: 4, beatType: 4 }],
        keys: [],
        repeats: [],
        lengths: [],
      };
      const wanted = body
        ? Object.fromEntries(Object.entries(plausible).filter(([key]) => key in fields))
        : undefined;
      const { status, json } = await studio.ask(method.toUpperCase(), fill(path), wanted);
      expect([status, json.status]).toEqual([404, 404]);
      expect(json.detail).toMatch(/^There is no such/);
    },
  );

  it.each(all.filter(([, { body }]) => body))(
    "%s takes exactly its fields",
    async (_, { method, path }) => {
      for (const extra of ["createdAt", "__proto__"]) {
        const { status, json } = await studio.ask(
          method.toUpperCase(),
          fill(path),
          JSON.parse(`{"${extra}": {"x": 1}}`),
        );
        // what is missing may be said first
        expect([status, json.detail]).toEqual([400, expect.stringMatching(/not known|missing/)]);
      }
    },
  );

  it.each(all.filter(([, { body }]) => body))(
    "%s refuses a body that is no JSON, no object, or of another type",
    async (_, { method, path }) => {
      const send = (body: string, type: string) =>
        studio.app.request(`http://127.0.0.1${fill(path)}`, {
          method: method.toUpperCase(),
          body,
          headers: { host: "127.0.0.1", "content-type": type },
        });
      expect((await send("{", "application/json")).status).toBe(400);
      expect((await send("[1]", "application/json")).status).toBe(400);
      expect((await send("{}", "text/plain")).status).toBe(415);
      const large = await send(
        `{"x":"${"y".repeat((path === "/api/fingerings/propose" ? 17 : 5) * 1024 * 1024)}"}`,
        "application/json",
      );
      expect([large.status, large.headers.get("content-type")]).toEqual([
        413,
        "application/problem+json",
      ]);
    },
  );

  it("is described in the API document with its parameters, body and answers", async () => {
    const api = (await studio.ask("GET", "/api/openapi.json")).json as unknown as {
      paths: Record<
        string,
        Record<
          string,
          {
            operationId: string;
            parameters: { name: string; in: string }[];
            requestBody?: object;
            responses: object;
          }
        >
      >;
    };
    for (const [name, { method, path, body, consumes, status }] of all) {
      const described = api.paths[path.replace(/:(\w+)/g, "{$1}")]?.[method];
      expect(described).toMatchObject({
        operationId: name,
        responses: { [status]: {}, default: {} },
      });
      expect(
        described!.parameters.filter((one) => one.in === "path").map((one) => one.name),
      ).toEqual([...path.matchAll(/:(\w+)/g)].map(([, key]) => key));
      expect(described!.requestBody !== undefined).toBe(
        body !== undefined || consumes !== undefined,
      );
    }
  });

  it.each([
    "/api/students?page=0",
    "/api/students?page=x",
    `/api/students?q=${"x".repeat(300)}`,
    "/api/pieces?archived=maybe",
    "/api/cards?date=soon",
  ])("%s is refused", async (path) => {
    expect((await studio.ask("GET", path)).status).toBe(400);
  });
});
