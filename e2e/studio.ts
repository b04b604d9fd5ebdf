import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "puppeteer-core";
import { openBrowser, quiet, settled, type Window } from "./browser.ts";
import { root, startServer, type RunningServer } from "./server.ts";

export const demo = (name: string): string =>
  readFileSync(join(root, "demo/pieces", `${name}.musicxml`), "utf8");

type Browser = Awaited<ReturnType<typeof openBrowser>>;

/** What the views of the demo studio are asked for by. */
export interface Ids {
  readonly piece: string;
  readonly assignment: string;
  readonly student: string;
  readonly card: string;
}

/** A card of a plan, by what it is of. */
export interface OfPlan {
  readonly id: string;
  readonly hands: string;
  readonly from: number;
  readonly to: number;
}

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
  /** What the server has, once the windows have sent what they show. */
  const json = async <T>(path: string): Promise<T> => {
    await settled();
    return (await fetch(url(path))).json() as Promise<T>;
  };
  const send = async <T>(method: string, path: string, body: unknown): Promise<T> =>
    (
      await fetch(url(path), {
        method,
        headers: { "content-type": "application/json" },
        body: JSON.stringify(body),
      })
    ).json() as Promise<T>;
  /** A new student with a plan of a piece, thirty minutes a day: the student, and the cards. */
  const planned = async (pieceId: string, goalTempo: number) => {
    const student = await send<{ id: string }>("POST", "/api/students", { name: "Orla Finn" });
    const { id: assignmentId } = await send<{ id: string }>("POST", "/api/assignments", {
      ...{ studentId: student.id, pieceId },
    });
    const { days } = await send<{ days: { cards: OfPlan[] }[] }>("POST", "/api/plans", {
      forecast: false,
      ...{ assignmentId, goalTempo, rule: "three-to-one" },
      readyBy: new Date(Date.now() + 60 * 86_400_000).toISOString().slice(0, 10),
      minutesByWeekday: [30, 30, 30, 30, 30, 30, 30],
    });
    return { student: student.id, cards: days.flatMap(({ cards }) => cards) };
  };
  return {
    browser: () => browser,
    page: () => seen.page,
    complaints: () => seen.complaints,
    server: () => server,
    url,
    json,
    /** Of the demo studio: Tobin's piece, and a card that is due. */
    ids: async (): Promise<Ids> => {
      const { items } = await json<{
        items: { id: string; pieceId: string; studentId: string; studentName: string }[];
      }>("/api/assignments");
      const { due } = await json<{ due: { id: string }[] }>("/api/studio");
      const tobin = items.find((one) => one.studentName.startsWith("Tobin"))!;
      const { id: assignment, pieceId: piece, studentId: student } = tobin;
      return { piece, assignment, student, card: due[0]!.id };
    },
    send,
    planned,
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
