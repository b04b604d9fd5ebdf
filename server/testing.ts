import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Hono } from "hono";
import { createApp } from "./app.ts";
import { openDatabase, type OpenDatabase } from "./db/open.ts";
import { Workshop } from "./heavy/pool.ts";
import type { Studio } from "./studio.ts";

export interface TestStudio {
  readonly app: Hono;
  readonly studio: Studio;
  readonly folder: string;
  /** Sets the clock to noon of a date. */
  readonly setDate: (date: string) => void;
  /** A request as this server's own page makes it; the answer's JSON with its status. */
  readonly ask: (
    method: string,
    path: string,
    body?: unknown,
  ) => Promise<{ status: number; json: Answer }>;
  readonly bring: (
    file: Uint8Array | string,
    name?: string,
    instrument?: string,
  ) => Promise<{ status: number; json: Answer }>;
  readonly close: () => Promise<void>;
}

/** An answer whose shape the test itself checks. */
export type Answer = Record<string, unknown> & { id: string; detail: string };

export const demoFile = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(new URL(`../demo/pieces/${name}.musicxml`, import.meta.url)));

/**
 * The real app on a real database in a temporary folder (or on `url`), with a clock the test can
 * move.
 */
export async function openTestStudio(
  options: { url?: string; date?: string } = {},
): Promise<TestStudio> {
  const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-"));
  const opened: OpenDatabase = await openDatabase({ folder, url: options.url });
  let now = new Date(`${options.date ?? "2030-03-04"}T12:00`);
  const heavy = new Workshop();
  const studio: Studio = {
    name: "Test",
    demo: false,
    db: opened.db,
    heavy,
    clock: { now: () => now },
    known: new Map(),
  };
  const errors: unknown[] = [];
  const app = createApp({ studio, host: "127.0.0.1", log: (error) => errors.push(error) });
  const send = async (path: string, init: RequestInit) => {
    const response = await app.request(`http://127.0.0.1${path}`, {
      ...init,
      headers: { host: "127.0.0.1", ...(init.headers as Record<string, string>) },
    });
    if (errors.length) throw errors.shift() as Error;
    return { status: response.status, json: (await response.json()) as Answer };
  };
  return {
    app,
    studio,
    folder,
    setDate: (date) => {
      now = new Date(`${date}T12:00`);
    },
    ask: (method, path, body) =>
      send(path, {
        method,
        ...(body === undefined
          ? {}
          : { body: JSON.stringify(body), headers: { "content-type": "application/json" } }),
      }),
    bring: (file, name = "score.musicxml", instrument) => {
      const form = new FormData();
      form.set("file", new File([file as BlobPart], name));
      if (instrument) form.set("instrument", instrument);
      return send("/api/pieces", { method: "POST", body: form });
    },
    close: async () => {
      await heavy.close();
      await opened.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
