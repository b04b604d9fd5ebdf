import { join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { serve } from "@hono/node-server";
import { lt } from "drizzle-orm";
import pino from "pino";
import { createApp } from "./app.ts";
import { systemClock } from "./clock.ts";
import { FolderInUse } from "./db/lock.ts";
import { edits } from "./db/schema.ts";
import { openDatabase } from "./db/open.ts";
import { copyDaily } from "./copies/daily.ts";
import { fillDemo } from "./demo.ts";
import { Workshop } from "./heavy/pool.ts";
import type { Studio } from "./studio.ts";

const root = fileURLToPath(new URL("..", import.meta.url));
const demo = process.argv.includes("--demo");
const port = Number(process.env.PORT || 4180);
const host = process.env.HOST || "127.0.0.1";
const folder = resolve(process.env.DATA_DIR || join(root, "data"));
const log = pino({ level: process.env.LOG_LEVEL ?? "warn" }, pino.destination(2));
const say = (line: string) => process.stdout.write(`${line}\n`);

/** Milliseconds an idle connection stays open; browsers give up before, from memory. */
const IDLE = 310_000;

async function main(): Promise<void> {
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT is "${process.env.PORT}"; it must be a number from 0 to 65535.`);
  const { db, close } = await openDatabase({
    folder,
    name: demo ? "demo" : "studio",
    url: process.env.DATABASE_URL,
    say,
  });
  const heavy = new Workshop();
  const studio: Studio = {
    name: demo ? "Sallowford Music Rooms" : "Your studio",
    demo,
    db,
    heavy,
    clock: systemClock,
    known: new Map(),
    // the demo is made anew at will, and a server's database is copied by who keeps the server
    ...(demo || process.env.DATABASE_URL ? {} : { copies: join(`${folder}-copies`) }),
  };
  if (demo) await fillDemo(studio, say);
  // a request that is sent again comes within days
  await db.delete(edits).where(lt(edits.at, new Date(Date.now() - 60 * 86_400_000)));
  const app = createApp({
    studio,
    host,
    web: join(root, "web", "dist"),
    log: (error) => log.error(error),
  });
  const server = serve({ fetch: app.fetch, port, hostname: host }, (address) => {
    if (host === "0.0.0.0" || host === "::")
      say(
        "Everyone in this network can read and write this studio: there are no accounts yet. Use it at home only.",
      );
    say(
      `Yarrow Ridge is ready at http://${host.includes(":") ? `[${host}]` : host}:${address.port}/`,
    );
  });
  // who comes back on a connection just when it is closed for idleness gets no answer
  if ("keepAliveTimeout" in server) server.keepAliveTimeout = IDLE;
  server.on("error", (error: NodeJS.ErrnoException) => {
    say(
      error.code === "EADDRINUSE"
        ? `Port ${port} is taken by another program. Set PORT to another number and start again.`
        : error.message,
    );
    process.exit(1);
  });
  const endCopies = copyDaily(studio, (error) => log.error(error));
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    endCopies();
    server.close(() => void Promise.all([close(), heavy.close()]).then(() => process.exit(0)));
    if ("closeAllConnections" in server) server.closeAllConnections();
  };
  process.on("SIGTERM", stop);
  process.on("SIGINT", stop);
}

main().catch((error: unknown) => {
  say(error instanceof FolderInUse || error instanceof Error ? error.message : String(error));
  if (!(error instanceof FolderInUse)) log.error(error);
  process.exit(1);
});
