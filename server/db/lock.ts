import { createHash } from "node:crypto";
import { realpathSync, rmSync } from "node:fs";
import { connect, createServer, type Server } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** Another process has the data folder open. */
export class FolderInUse extends Error {}

/**
 * Holds a data folder for this process alone: two processes in one embedded database lose data
 * without a word. The lock is a listening local socket named after the folder, so the system lets
 * go of it however the process ends.
 *
 * @returns a function that lets go
 * @throws FolderInUse
 */
export async function lockFolder(folder: string): Promise<() => Promise<void>> {
  const name = `yarrow-ridge-${createHash("sha256").update(realpathSync(folder)).digest("hex").slice(0, 24)}`;
  if (process.platform === "linux") return hold(`\0${name}`, folder);
  const path =
    process.platform === "win32" ? `\\\\.\\pipe\\${name}` : join(tmpdir(), `${name}.sock`);
  if (process.platform !== "win32" && !(await answers(path))) rmSync(path, { force: true });
  return hold(path, folder);
}

const answers = (path: string): Promise<boolean> =>
  new Promise((resolve) => {
    const socket = connect(path, () => {
      socket.destroy();
      resolve(true);
    });
    socket.on("error", () => resolve(false));
  });

function hold(path: string, folder: string): Promise<() => Promise<void>> {
  return new Promise((resolve, reject) => {
    const server: Server = createServer((socket) => socket.destroy());
    server.on("error", (error: NodeJS.ErrnoException) => {
      reject(
        error.code === "EADDRINUSE"
          ? new FolderInUse(
              `The data folder ${folder} is already open in another Yarrow Ridge. Stop ` +
                "that one first, or set DATA_DIR to another folder.",
            )
          : error,
      );
    });
    server.listen(path, () => {
      server.unref();
      resolve(() => new Promise((done) => server.close(() => done())));
    });
  });
}
