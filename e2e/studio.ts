import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "puppeteer-core";
import { openBrowser, quiet, settled, type Window } from "./browser.ts";
import { root, startServer, type RunningServer } from "./server.ts";

export const demo = (name: string): string =>
  readFileSync(join(root, "demo/pieces", `${name}.musicxml`), "utf8");

type Browser = Awaited<ReturnType<typeof openBrowser>>;

/**
 * A browser and a server for the tests of a file, and requests as another program would make them.
 */
export function studio(...flags: string[]) {
  let browser: Browser;
  let server: RunningServer;
  let seen: Window;
  beforeAll(async () => {
    browser = await openBrowser();
    server = await startServer(...flags);
    seen = await browser.window();
  });
  afterAll(async () => {
    await browser.close();
    await server.stop();
  });
  const url = (path: string) => server.url + path;
  return {
    browser: () => browser,
    page: () => seen.page,
    complaints: () => seen.complaints,
    server: () => server,
    url,
    /** What the server has, once the windows have sent what they show. */
    json: async <T>(path: string): Promise<T> => {
      await settled();
      return (await fetch(url(path))).json() as Promise<T>;
    },
    send: async <T>(method: string, path: string, body: unknown): Promise<T> =>
      (
        await fetch(url(path), {
          method,
          headers: { "content-type": "application/json" },
          body: JSON.stringify(body),
        })
      ).json() as Promise<T>,
    /** Brings a score; the piece's id. */
    bring: async (file: string, instrument = "piano"): Promise<string> => {
      const form = new FormData();
      form.set("file", new File([file], "score.musicxml"));
      form.set("instrument", instrument);
      return (
        (await (await fetch(url("/api/pieces"), { method: "POST", body: form })).json()) as {
          id: string;
        }
      ).id;
    },
    /** A piece at the desk, drawn. */
    open: async (page: Page, id: string): Promise<void> => {
      await page.goto(url(`/pieces/${id}`));
      await page.waitForSelector(".score[data-drawn=yes] .score-page svg");
      await quiet(page);
    },
  };
}
