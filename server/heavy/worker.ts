import { readlinkSync } from "node:fs";
import { parentPort } from "node:worker_threads";
import { ScoreError } from "@yarrow-ridge/core/score";
import { tasksWith, type Tasks } from "./tasks.ts";

interface Message {
  readonly name: keyof Tasks;
  readonly args: unknown[];
  readonly watched: boolean;
}

/** Where the system tells what this thread costs; nothing where it does not. */
const THREAD = ((): string | undefined => {
  try {
    return readlinkSync("/proc/thread-self");
  } catch {
    return undefined;
  }
})();

async function answer({ name, args, watched }: Message): Promise<unknown> {
  const onProgress = (progress: number) => {
    if (watched) parentPort!.postMessage({ progress });
  };
  parentPort!.postMessage({ begun: { thread: THREAD } });
  try {
    const task = tasksWith(onProgress)[name] as (...args: unknown[]) => unknown;
    return { result: await task(...args) };
  } catch (error) {
    const known = error instanceof ScoreError;
    const message = error instanceof Error ? error.message : String(error);
    return {
      error: {
        known,
        message,
        bar: known ? error.bar : undefined,
        choices: known ? error.choices : undefined,
      },
    };
  }
}

parentPort!.on(
  "message",
  (message: Message) => void answer(message).then((answered) => parentPort!.postMessage(answered)),
);
