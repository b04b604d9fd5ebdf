import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import puppeteer, { type Browser, type Page } from "puppeteer-core";

export interface Window {
  readonly page: Page;
  /**
   * What the page complained of: errors in its console, uncaught errors, requests that left this
   * machine.
   */
  readonly complaints: string[];
}

const FLAGS = [
  "--headless",
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  "--disable-dev-shm-usage",
  "--autoplay-policy=no-user-gesture-required",
];

/** Runs in every page before its own program. */
function beforePages(): void {
  // tests read of bars and crotchets, whatever is usual where the browser thinks it is
  if (location.protocol.startsWith("http") && !localStorage.getItem("yarrow-ridge-spoken"))
    localStorage.setItem(
      "yarrow-ridge-spoken",
      JSON.stringify({
        state: { chosen: { bars: "bar", noteValues: "crotchet" } },
        version: 0,
      }),
    );
  // a sentence that was not put into words shows by the marks in it
  const marked = new RegExp("[\\u001b-\\u001f]");
  const spoken = ["aria-label", "title", "placeholder", "alt", "aria-valuetext"];
  const look = (node: Node) => {
    const texts = [node.textContent ?? ""];
    if (node instanceof Element)
      for (const one of [node, ...node.querySelectorAll(spoken.map((name) => `[${name}]`).join())])
        texts.push(...spoken.map((name) => one.getAttribute(name) ?? ""));
    for (const text of texts)
      if (marked.test(text))
        reportError(new Error(`not put into words: ${JSON.stringify(text.slice(0, 200))}`));
  };
  new MutationObserver((changes) => {
    for (const { type, target, addedNodes } of changes)
      if (type === "childList") addedNodes.forEach(look);
      else look(target);
  }).observe(document, {
    subtree: true,
    childList: true,
    characterData: true,
    attributeFilter: spoken,
  });
}

/** Windows that are open. */
const pages = new Set<Page>();

/** Waits until every window has sent what it shows; one that cannot has had time for it. */
export const settled = async (): Promise<void> => {
  const sent = async (page: Page) =>
    page.waitForFunction(
      () =>
        Number(document.querySelector<HTMLElement>("[data-outbox]")?.dataset.waiting ?? 0) === 0,
      { timeout: 5000 },
    );
  await Promise.all([...pages].map((page) => sent(page).catch(() => undefined)));
};

export async function openBrowser(): Promise<{
  window: (width?: number, height?: number) => Promise<Window>;
  /** Ends it the hard way and starts it again as the same user's; its windows are gone. */
  killAndRestart: () => Promise<void>;
  close: () => Promise<void>;
}> {
  const profile = mkdtempSync(join(tmpdir(), "yarrow-ridge-browser-"));
  const launch = (): Promise<Browser> =>
    puppeteer.launch({
      executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
      args: FLAGS,
      userDataDir: profile,
    });
  let browser = await launch();
  return {
    killAndRestart: async () => {
      const gone = new Promise((resolve) => browser.process()!.once("exit", resolve));
      browser.process()!.kill("SIGKILL");
      await gone;
      pages.clear();
      rmSync(join(profile, "SingletonLock"), { force: true });
      browser = await launch();
    },
    window: async (width = 1280, height = 800) => {
      const page = await browser.newPage();
      await page.setViewport({ width, height });
      page.setDefaultTimeout(60_000);
      pages.add(page);
      // what tsx names functions by, where this runs without jest
      await page.evaluateOnNewDocument("globalThis.__name = (one) => one");
      await page.evaluateOnNewDocument(beforePages);
      page.on("close", () => pages.delete(page));
      const complaints: string[] = [];
      page.on("pageerror", (error) => complaints.push(String(error)));
      page.on("console", (message) => {
        if (message.type() === "error" && !/status of 4\d\d/.test(message.text()))
          complaints.push(message.text());
      });
      page.on("request", (request) => {
        if (!/^(http:\/\/127\.0\.0\.1|data:|blob:)/.test(request.url()))
          complaints.push(`left this machine: ${request.url()}`);
      });
      return { page, complaints };
    },
    close: async () => {
      await browser.close();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

/** Clicks the visible button, link, tab or option with this text. */
export async function press(page: Page, text: string | RegExp): Promise<void> {
  const pattern =
    typeof text === "string" ? `^${text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")}` : text.source;
  await page.waitForFunction(
    (source) => {
      const found = [
        ...document.querySelectorAll<HTMLElement>(
          "button, a, [role=tab], [role=option], [role=menuitem]",
        ),
      ].find(
        (one) =>
          one.offsetParent !== null &&
          !(one as HTMLButtonElement).disabled &&
          new RegExp(source).test((one.getAttribute("aria-label") ?? one.innerText).trim()),
      );
      found?.click();
      return found !== undefined;
    },
    {},
    pattern,
  );
}

/**
 * Waits until nothing more comes over the network for a moment. Counted in the page itself:
 * requests that a reload has cut off are never missed from the outside.
 */
export async function quiet(page: Page): Promise<void> {
  for (let before = -1, tries = 0; tries < 60; tries++) {
    const now = await page.evaluate(() => performance.getEntriesByType("resource").length);
    if (now === before) return;
    before = now;
    await new Promise((resolve) => setTimeout(resolve, 400));
  }
}

/** Waits until the page says something. */
export const says = (page: Page, text: string): Promise<unknown> =>
  page.waitForFunction((wanted) => document.body.innerText.includes(wanted), {}, text);

/** Waits for something outside the page. */
export async function until(holds: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 100; i++) {
    if (await holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`it never came: ${holds.toString()}`);
}

/** Takes back the last edit; a dialog that is still closing would keep the keys to itself. */
export async function undo(page: Page): Promise<void> {
  await page.waitForFunction(() => document.querySelector("[role=dialog]") === null);
  await page.keyboard.down("Control");
  await page.keyboard.press("z");
  await page.keyboard.up("Control");
}

/** Chooses an entry of a select that is found by its label. */
export async function pick(page: Page, label: string, entry: string | RegExp): Promise<void> {
  await page.waitForFunction(
    (wanted) => {
      const labelled = [...document.querySelectorAll(".MuiFormControl-root")].find(
        (one) => one.querySelector(".MuiInputLabel-root")?.textContent === wanted,
      );
      const box =
        document.querySelector(`[role=combobox][aria-label="${wanted}"]`) ??
        labelled?.querySelector("[role=combobox]");
      const down = { bubbles: true, cancelable: true, button: 0 };
      return box?.dispatchEvent(new MouseEvent("mousedown", down)) !== undefined;
    },
    {},
    label,
  );
  await press(page, typeof entry === "string" ? new RegExp(`^${entry}$`) : entry);
  await page.waitForFunction(() => !document.querySelector("[role=listbox]"));
}

/** Types into a field found by its label, in place of what it holds. */
export async function fill(page: Page, label: string, value: string): Promise<void> {
  const handle = await page.waitForFunction(
    (wanted) => {
      const named = [...document.querySelectorAll<HTMLInputElement>("input, textarea")].find(
        (one) => one.getAttribute("aria-label") === wanted,
      );
      const tag = [...document.querySelectorAll("label")].find(
        (one) => one.textContent.trim() === wanted,
      );
      return named ?? (tag?.htmlFor ? document.getElementById(tag.htmlFor) : null);
    },
    {},
    label,
  );
  const field = handle.asElement() as Awaited<ReturnType<Page["$"]>>;
  await field!.focus();
  await page.evaluate((element) => (element as HTMLInputElement).select(), field!);
  await page.keyboard.type(value);
}

/** Drags over the ridge from the middle of one bar to the middle of another. */
export async function chooseBars(page: Page, from: number, to: number, of: number): Promise<void> {
  const box = (await (await page.waitForSelector(".ridge svg"))!.boundingBox())!;
  const x = (bar: number) => box.x + ((bar + 0.5) / of) * box.width;
  await page.mouse.move(x(from), box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(x(to), box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
}
