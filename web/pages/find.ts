import type { Box } from "@yarrow-ridge/core/pages";
import { wrap } from "comlink";
import type { Finder } from "./pages.worker.ts";

/** The bars that can be seen on a picture, worked out beside the page. */
export async function findOn(url: string): Promise<Box[]> {
  const worker = new Worker(new URL("./pages.worker.ts", import.meta.url), { type: "module" });
  try {
    const picture = await (await fetch(url)).blob();
    return (await wrap<Finder>(worker).find(picture)).flatMap((system) => system.bars);
  } finally {
    worker.terminate();
  }
}
