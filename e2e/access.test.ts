import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { AxeResults } from "axe-core";
import { openBrowser, quiet, says } from "./browser.ts";
import { startServer, type RunningServer } from "./server.ts";

// WCAG 2.1 A and AA as far as axe-core can tell, on every main view, light and dark.
let browser: Awaited<ReturnType<typeof openBrowser>>;
let server: RunningServer;
beforeAll(async () => {
  browser = await openBrowser();
  server = await startServer("--demo");
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});
const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

it.each(["light", "dark"])("has no violation axe-core knows of, in %s", async (mode) => {
  const { page, complaints } = await browser.window(1024, 768);
  await page.setBypassCSP(true);
  await page.emulateMediaFeatures([
    { name: "prefers-color-scheme", value: mode },
    { name: "prefers-reduced-motion", value: "reduce" },
  ]);
  const { items } = (await (await fetch(`${server.url}/api/assignments`)).json()) as {
    items: { id: string; pieceId: string; studentId: string; studentName: string }[];
  };
  const { due } = (await (await fetch(`${server.url}/api/studio`)).json()) as {
    due: { id: string }[];
  };
  const tobin = items.find((one) => one.studentName.startsWith("Tobin"))!;
  const views: [string, string][] = [
    ["/", "Ines Aldous"],
    [`/pieces/${tobin.pieceId}?for=${tobin.id}`, "Sections"],
    [`/pieces/${tobin.pieceId}/survey?for=${tobin.id}`, "Work on these first"],
    [`/pieces/${tobin.pieceId}/map`, "The darker"],
    [`/assignments/${tobin.id}`, "The plan"],
    [`/students/${tobin.studentId}`, "Put away"],
    [`/practice/${due[0]!.id}`, "Clean"],
    ["/archive", "Nothing is archived"],
    [`/print/week/${tobin.id}`, "min"],
    ["/nowhere", "There is no page"],
  ];
  const found: string[] = [];
  for (const [path, text] of views) {
    await page.goto(server.url + path);
    await says(page, text);
    await quiet(page);
    await page.evaluate(axe);
    const results = await page.evaluate(() =>
      (globalThis as unknown as { axe: { run: (options: object) => Promise<AxeResults> } }).axe.run(
        { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa"] },
      ),
    );
    found.push(
      ...results.violations.map(
        (one) =>
          `${path} ${one.id}: ${one.nodes
            .map((node) => node.target.join(" "))
            .slice(0, 3)
            .join(" | ")}`,
      ),
    );
  }
  expect(found).toEqual([]);
  expect(complaints).toEqual([]);
});
