import { openBrowser } from "../browser.ts";
import { startServer } from "../server.ts";
import { makeLarge } from "./largeStudio.ts";
import { measureLarge, measureLoad } from "./load.ts";
import { measureLong } from "./long.ts";

/** What the program costs while it runs: long pieces at the desk, many at once, large studios. */
export async function measureStudio(): Promise<void> {
  const demo = await startServer("--demo");
  await measureLoad(demo.url);
  const large = await startServer("--demo");
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

if (process.argv[1]?.endsWith("studio.ts")) await measureStudio();
