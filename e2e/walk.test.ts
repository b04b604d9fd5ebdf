import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle } from "puppeteer-core";
import { chooseBars, fill, openBrowser, press, says, until, type Window } from "./browser.ts";
import {
  json,
  type Marks,
  drawn,
  idIn,
  mapForm,
  fingerAndPedal,
  takeAway,
  planAndPractise,
} from "./walkSteps.ts";
import { root, startServer, type RunningServer } from "./server.ts";

// The whole path, in the real browser on the real server: once with a demo piece, once with a file
// that is brought.
let browser: Awaited<ReturnType<typeof openBrowser>>;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

describe("with a demo piece", () => {
  let server: RunningServer;
  let seen: Window;
  beforeAll(async () => {
    server = await startServer("--demo");
    seen = await browser.window();
  });
  afterAll(() => server.stop());

  it("walks from the studio to paper, and all of it survives a kill", async () => {
    const { page, complaints } = seen;
    await page.goto(server.url);
    await says(page, "Ines Aldous");
    await says(page, "lesson");
    await says(page, "cards left");
    // the link names the student once it is known who works on the piece
    await page.waitForSelector('.piece-open[href*="for="]');
    await press(page, /^The Ferryman's Wheel/);
    await drawn(page);
    await says(page, "57 of 79 bars new");
    const pieceId = idIn(page);
    const url = `${server.url}/api/pieces/${pieceId}`;
    await mapForm(page, url, 79, { name: "Climb", words: "up to the one peak", from: 43, to: 49 });
    await fingerAndPedal(page, url, 79, 35, 42);
    await press(page, "Plan and practice");
    await page.waitForSelector(".plan-go");
    const { assignmentId } = await planAndPractise(seen, server.url, "90");
    const marks = await json<Marks>(`${url}/annotations`);
    // what is being asked when the server goes would be a complaint, and an honest one
    await page.waitForNetworkIdle({ idleTime: 500 });
    await server.killAndRestart();
    expect(await json<Marks>(`${url}/annotations`)).toEqual(marks);
    await takeAway(page, server.url, pieceId, assignmentId);
    expect(complaints).toEqual([]);
  });

  it("adds, archives and brings back a student, and undoes it", async () => {
    const { page } = seen;
    await page.goto(server.url);
    await press(page, "Add a student");
    await fill(page, "Name", "Petra Vane");
    await press(page, /^Add$/);
    await says(page, "Petra Vane is in the studio");
    await press(page, /^Petra Vane/);
    await page.waitForFunction(
      () => location.pathname.startsWith("/students/") && document.querySelector(".student"),
    );
    await press(page, "Archive");
    await page.waitForFunction(
      () =>
        location.pathname === "/" &&
        document.querySelector(".roster") &&
        ![...document.querySelectorAll(".roster-name")].some(
          (one) => one.textContent === "Petra Vane",
        ),
    );
    await page.click('a[href="/archive"]');
    await says(page, "Petra Vane");
    await press(page, "Bring back");
    await page.waitForFunction(() => ![...document.querySelectorAll(".archive .card")].length);
    await press(page, "Undo");
    await page.waitForFunction(() => [...document.querySelectorAll(".archive .card")].length === 1);
  });

  it("shows an edit that another window overtook, and keeps the other one", async () => {
    const { page } = seen;
    await page.goto(server.url);
    await press(page, /^Lanterns on the Ettle/);
    await drawn(page);
    const url = `${server.url}/api/pieces/${idIn(page)}`;
    const { fingerings } = await json<Marks>(`${url}/annotations`);
    const meanwhile = { id: fingerings[5]!.id, finger: fingerings[5]!.finger === "2" ? "3" : "2" };
    await press(page, "Hands");
    await chooseBars(page, 0, 0, 24);
    await page.keyboard.press("ArrowRight");
    await page.waitForSelector(".mark-note");
    await fetch(`${url}/fingerings`, {
      method: "PUT",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ fingerings: [meanwhile] }),
    });
    await page.keyboard.press("1");
    await says(page, "Another window changed this piece in the meantime: one finger");
    const now = await json<Marks>(`${url}/annotations`);
    expect(now.fingerings.find((one) => one.id === meanwhile.id)!.finger).toBe(meanwhile.finger);
  });
});

describe("with a file that is brought", () => {
  let server: RunningServer;
  const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-file-"));
  beforeAll(async () => {
    server = await startServer();
  });
  afterAll(async () => {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  it("walks from an empty studio to paper", async () => {
    const seen = await browser.window(1024, 768);
    const { page, complaints } = seen;
    await page.goto(server.url);
    await says(page, "Bring a score");
    const input = (await page.$("[data-testid=score-file]")) as ElementHandle<HTMLInputElement>;
    const broken = join(folder, "broken.musicxml");
    writeFileSync(broken, "<score-partwise><part-list/>");
    await input.uploadFile(broken);
    await says(page, "Nothing was stored.");
    expect((await json<{ total: number }>(`${server.url}/api/pieces`)).total).toBe(0);
    const mine = join(folder, "evening.musicxml");
    writeFileSync(
      mine,
      readFileSync(join(root, "demo/pieces/lanterns-on-the-ettle.musicxml"), "utf8").replace(
        "Lanterns on the Ettle",
        "An <Evening> Piece".replace(/</g, "&lt;"),
      ),
    );
    await input.uploadFile(mine);
    await drawn(page);
    await says(page, "An <Evening> Piece");
    const pieceId = idIn(page);
    const url = `${server.url}/api/pieces/${pieceId}`;
    // the suggestion first, as it is offered for a piece without sections
    await press(page, "Ink them");
    await until(
      async () =>
        (await json<Marks>(`${url}/annotations`)).sections.map((one) => one.name).join() ===
        "A,B,A′",
    );
    await page.waitForFunction(() => !document.body.innerText.includes("Suggested sections"));
    await mapForm(page, url, 24, {
      name: "bend",
      words: "the current takes them",
      from: 8,
      to: 15,
    });
    await fingerAndPedal(page, url, 24, 0, 7);
    // a student is added where one is needed
    await page.goto(`${server.url}/pieces/${pieceId}`);
    await drawn(page);
    await press(page, "Give it to a student");
    await fill(page, "Name", "Petra Vane");
    await press(page, "Add and give");
    await press(page, "Make a plan");
    await says(page, "No plan yet");
    const { assignmentId } = await planAndPractise(seen, server.url, "77.5");
    await takeAway(page, server.url, pieceId, assignmentId);
    expect(complaints).toEqual([]);
  });
});
