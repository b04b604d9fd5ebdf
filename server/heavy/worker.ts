import { parentPort } from "node:worker_threads";
import { ScoreError } from "@yarrow-ridge/core/score";
import { tasks, told } from "./tasks.ts";

parentPort!.on(
  "message",
  ({ name, args, watched }: { name: keyof typeof tasks; args: unknown[]; watched: boolean }) => {
    told.progress = watched ? (progress) => parentPort!.postMessage({ progress }) : () => undefined;
    try {
      const task = tasks[name] as (...args: unknown[]) => unknown;
      parentPort!.postMessage({ result: task(...args) });
    } catch (error) {
      const known = error instanceof ScoreError;
      const message = error instanceof Error ? error.message : String(error);
      parentPort!.postMessage({
        error: {
          known,
          message,
          bar: known ? error.bar : undefined,
          choices: known ? error.choices : undefined,
        },
      });
    }
  },
);
