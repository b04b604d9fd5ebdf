import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = fileURLToPath(new URL("..", import.meta.url));

export interface RunningServer {
  /** Its data. */
  readonly folder: string;
  readonly url: string;
  /** Ends it the hard way and starts it again on the same data. */
  readonly killAndRestart: () => Promise<string>;
  /** The two halves of that. */
  readonly kill: () => Promise<void>;
  readonly restart: () => Promise<string>;
  readonly stop: () => Promise<void>;
}

/** The program in a process of its own, on an empty data folder. */
export async function startServer(...flags: string[]): Promise<RunningServer> {
  return startServerOf(root, flags);
}

/** The same of a copy of the program elsewhere. */
export async function startServerOf(
  program: string,
  flags: readonly string[] = [],
): Promise<RunningServer> {
  const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-e2e-"));
  let port = "0";
  let child: ChildProcess | undefined;
  const end = (signal: NodeJS.Signals) =>
    new Promise<void>((resolve) => {
      if (!child || child.exitCode !== null) return resolve();
      child.on("exit", () => resolve());
      child.kill(signal);
    });
  const begin = () =>
    new Promise<string>((resolve, reject) => {
      const started = spawn(process.execPath, ["--import", "tsx", "server/main.ts", ...flags], {
        cwd: program,
        env: { ...process.env, NODE_OPTIONS: "", PORT: port, DATA_DIR: folder, DATABASE_URL: "" },
      });
      child = started;
      let said = "";
      const hear = (data: Buffer) => {
        said += data.toString();
        const url = /ready at (http:\/\/\S+?)\/?\s/.exec(said)?.[1];
        if (!url) return;
        port = new URL(url).port;
        resolve(url);
      };
      started.stdout.on("data", hear);
      started.stderr.on("data", hear);
      started.on("exit", (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
    });
  const url = await begin();
  return {
    folder,
    url,
    killAndRestart: async () => {
      await end("SIGKILL");
      return begin();
    },
    kill: () => end("SIGKILL"),
    restart: begin,
    stop: async () => {
      await end("SIGTERM");
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
