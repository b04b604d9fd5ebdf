import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { databaseTemplate } from "./db/open.ts";

// The program as it is started: a process of its own, on a folder of its own.
const root = fileURLToPath(new URL("..", import.meta.url));
const running: ChildProcess[] = [];
const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-process-"));
beforeAll(() => databaseTemplate());
afterAll(() => {
  running.forEach((child) => child.kill("SIGKILL"));
  rmSync(folder, { recursive: true, force: true });
});

async function start(
  env: Record<string, string>,
  ...flags: string[]
): Promise<{ child: ChildProcess; said: string; url: string | undefined; code: number | null }> {
  const child = spawn(process.execPath, ["--import", "tsx", "server/main.ts", ...flags], {
    cwd: root,
    env: { ...process.env, NODE_OPTIONS: "", PORT: "0", DATA_DIR: folder, ...env },
  });
  running.push(child);
  let said = "";
  return new Promise((resolve) => {
    const hear = (data: Buffer) => {
      said += data.toString();
      const url = /ready at (http:\/\/\S+?)\/?\s/.exec(said)?.[1];
      if (url) resolve({ child, said, url, code: null });
    };
    child.stdout.on("data", hear);
    child.stderr.on("data", (data: Buffer) => {
      said += data.toString();
    });
    child.on("exit", (code) => resolve({ child, said, url: undefined, code }));
  });
}

const exit = (child: ChildProcess, signal: NodeJS.Signals): Promise<number | null> =>
  new Promise((resolve) => {
    child.on("exit", (code) => resolve(code));
    child.kill(signal);
  });

/** A raw request, with headers a browser would not let a page set. */
const raw = (
  url: string,
  headers: Record<string, string>,
  method = "GET",
): Promise<{ status: number; headers: NodeJS.Dict<string | string[]>; body: string }> =>
  new Promise((resolve, reject) => {
    const sent = request(url, { method, headers }, (answer) => {
      let body = "";
      answer.on("data", (data: Buffer) => {
        body += data.toString();
      });
      answer.on("end", () =>
        resolve({ status: answer.statusCode!, headers: answer.headers, body }),
      );
    });
    sent.on("error", reject);
    sent.end();
  });

it("serves, refuses a second server on its folder, survives a kill, and stops cleanly", async () => {
  const first = await start({});
  expect(first.url).toMatch(/^http:\/\/127\.0\.0\.1:\d+$/);
  expect(await (await fetch(`${first.url}/api/health`)).json()).toEqual({ status: "ok" });
  const added = await fetch(`${first.url}/api/students`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ name: "Ada Quill" }),
  });
  expect(added.status).toBe(201);

  const second = await start({});
  expect([second.code, second.said]).toEqual([
    1,
    expect.stringMatching(/already open in another Yarrow Ridge.*DATA_DIR/s),
  ]);
  const taken = await start({ DATA_DIR: `${folder}-other`, PORT: new URL(first.url!).port });
  expect([taken.code, taken.said]).toEqual([1, expect.stringMatching(/Port \d+ is taken/)]);
  rmSync(`${folder}-other`, { recursive: true, force: true });

  await exit(first.child, "SIGKILL");
  const third = await start({});
  expect(
    (
      (await (await fetch(`${third.url}/api/students`)).json()) as { items: { name: string }[] }
    ).items.map((one) => one.name),
  ).toEqual(["Ada Quill"]);
  expect(await exit(third.child, "SIGTERM")).toBe(0);
});

it("tells the sender of a file that is too large why, over a real connection", async () => {
  const { url, child } = await start({});
  const form = new FormData();
  form.set("file", new File([new Uint8Array(48 * 1024 * 1024)], "large.musicxml"));
  const answer = await fetch(`${url}/api/pieces`, { method: "POST", body: form });
  expect([answer.status, await answer.json()]).toEqual([
    413,
    expect.objectContaining({ detail: expect.stringContaining("20 MB") as string }),
  ]);
  expect((await fetch(`${url}/api/health`)).status).toBe(200);
  await exit(child, "SIGTERM");
});

it("keeps pages of other sites out, and sends secure headers", async () => {
  const { url, child } = await start({});
  const { host } = new URL(url!);
  const here = await raw(`${url}/api/students`, { host, origin: `http://${host}` });
  expect(here.status).toBe(200);
  expect(here.headers).toMatchObject({
    "x-frame-options": "DENY",
    "x-content-type-options": "nosniff",
    "cross-origin-resource-policy": "same-origin",
    "cache-control": "no-store",
  });
  expect(here.headers["content-security-policy"]).toContain("default-src 'self'");
  expect(here.headers["access-control-allow-origin"]).toBeUndefined();
  for (const headers of [
    { host: "evil.example" },
    { host, origin: "http://evil.example" },
    { host, origin: "null" },
    { host, "sec-fetch-site": "cross-site" },
  ] as Record<string, string>[]) {
    const refused = await raw(`${url}/api/students`, headers, "POST");
    expect([refused.status, refused.headers["content-type"]]).toEqual([
      403,
      "application/problem+json",
    ]);
    expect((await raw(`${url}/api/students`, headers)).status).toBe(403);
  }
  const api = JSON.parse((await raw(`${url}/api/openapi.json`, { host })).body) as {
    openapi: string;
    paths: Record<string, Record<string, { responses: Record<string, unknown> }>>;
  };
  expect(api.openapi).toMatch(/^3\.1/);
  expect(Object.keys(api.paths)).toEqual(
    expect.arrayContaining([
      "/api/pieces",
      "/api/pieces/{id}/form",
      "/api/pieces/{id}/fingerings/propose",
      "/api/plans/{id}/calendar.ics",
      "/api/attempts",
    ]),
  );
  expect((await raw(`${url}/api/nothing`, { host })).status).toBe(404);
  const plain = await fetch(`${url}/api/students`, {
    method: "POST",
    headers: { "content-type": "text/plain" },
    body: '{"name":"x"}',
  });
  expect(plain.status).toBe(415);
  expect(await exit(child, "SIGTERM")).toBe(0);
});
