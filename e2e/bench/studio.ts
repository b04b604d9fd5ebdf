import { openBrowser } from "../browser.ts";
import { startServer } from "../server.ts";
import { makeLarge } from "./largeStudio.ts";
import { measureLarge, measureLoad } from "./load.ts";
import { measureLong } from "./long.ts";

/** What the program costs while it runs: long pieces at the desk, many at once, large studios. */
export async function measureStudio(): Promise<void> {
  const demo = await startServer("--demo");
  await filled(demo.url);
  await measureLoad(demo.url);
  const large = await startServer("--demo");
  await filled(large.url);
  await large.kill();
  await makeLarge(large.folder);
  await large.restart();
  await measureLarge(large.url, demo.url);
  await large.stop();
  await demo.stop();
  const empty = await startServer();
  const browser = await openBrowser();
  await measureLong(await browser.window(), empty.url);
  await browser.close();
  await empty.stop();
}

/** Waits until the made-up studio is whole. */
async function filled(server: string): Promise<void> {
  for (let due = 0; due === 0; await new Promise((resolve) => setTimeout(resolve, 500)))
    due = ((await (await fetch(`${server}/api/studio`)).json()) as { due: [] }).due.length;
}

if (process.argv[1]?.endsWith("studio.ts")) await measureStudio();
