import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { brotliDecompressSync } from "node:zlib";
import { createApp } from "../app.ts";
import { Workshop } from "../heavy/pool.ts";
import { openDatabase, type OpenDatabase } from "./open.ts";

// A data folder that an earlier program wrote, with what that program answered about it: fingers of
// piano, organ and guitar in three layers, pedal, kept positions, a corrected file that can be
// taken back, plans and tries.
const kept = (name: string) => readFileSync(new URL(`earlier/${name}`, import.meta.url));
const answers = JSON.parse(kept("answers.json").toString()) as Record<string, unknown>;
const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-earlier-"));
const heavy = new Workshop();
let opened: OpenDatabase;
let app: ReturnType<typeof createApp>;
const get = (path: string) =>
  app.request(`http://127.0.0.1${path}`, { headers: { host: "127.0.0.1" } });

beforeAll(async () => {
  execFileSync("tar", ["x", "-C", folder], { input: brotliDecompressSync(kept("studio.tar.br")) });
  opened = await openDatabase({ folder: join(folder, "data"), name: "demo" });
  app = createApp({
    studio: {
      name: "Earlier",
      demo: true,
      db: opened.db,
      heavy,
      clock: { now: () => new Date("2026-11-27T12:00") },
      known: new Map(),
    },
    host: "127.0.0.1",
    log: () => undefined,
  });
});
afterAll(async () => {
  await heavy.close();
  await opened.close();
  rmSync(folder, { recursive: true, force: true });
});

it.each(Object.keys(answers).filter((path) => !path.endsWith(".musicxml")))(
  "answers as before: %s",
  async (path) => {
    const response = await get(path);
    expect(response.status).toBe(200);
    expect(await response.json()).toMatchObject(answers[path] as object);
  },
);

it.each(Object.keys(answers).filter((path) => path.endsWith(".musicxml")))(
  "exports as before: %s",
  async (path) => {
    expect(
      createHash("sha256")
        .update(await (await get(path)).text())
        .digest("hex"),
    ).toBe(answers[path]);
  },
);

it("has the minutes that stood with plans with their students", async () => {
  const { items } = (await (await get("/api/students")).json()) as {
    items: { name: string; minutesByWeekday: number[]; daysOff: string[] }[];
  };
  const minutes = Object.fromEntries(items.map((one) => [one.name, one.minutesByWeekday]));
  expect(minutes).toMatchObject({
    "Tobin Raske": [30, 30, 15, 30, 30, 40, 20],
    "Ines Aldous": [15, 15, 15, 15, 15, 20, 10],
    "Casimir Thole": [20, 20, 20, 20, 20, 20, 0],
  });
});

it("takes a correction back that was made before", async () => {
  const [path] = Object.entries(answers).find(([, answer]) =>
    /Lanterns/.test((answer as { title?: string }).title ?? ""),
  )!;
  const response = await app.request(`http://127.0.0.1${path}/correction`, {
    method: "DELETE",
    headers: { host: "127.0.0.1", "sec-fetch-site": "same-origin" },
  });
  expect(response.status).toBe(200);
  const written = (await (await get(`${path}/annotations`)).json()) as {
    pedal: { marks: object[] };
    positions: object[];
  };
  expect(written.pedal.marks).toHaveLength(6);
  expect(written.positions).toHaveLength(2);
});
