import { say } from "@yarrow-ridge/core/words";
import { existsSync } from "node:fs";
import { relative } from "node:path";
import { serveStatic } from "@hono/node-server/serve-static";
import { MAX_XML_BYTES } from "@yarrow-ridge/core/score";
import { Hono, type MiddlewareHandler } from "hono";
import { compress } from "hono/compress";
import { assignmentHandlers } from "./assignments/handlers.ts";
import { copyHandlers } from "./copies/handlers.ts";
import { eraseHandlers } from "./erase.ts";
import { limitBody } from "./http/limit.ts";
import { openapi } from "./http/openapi.ts";
import { onError, problem } from "./http/problems.ts";
import { headers, onlyFromHere } from "./http/security.ts";
import { serve } from "./http/serve.ts";
import { lessonHandlers } from "./lessons/handlers.ts";
import { pieceHandlers } from "./pieces/handlers.ts";
import { planHandlers } from "./plans/handlers.ts";
import { practiceHandlers } from "./practice/handlers.ts";
import { studentHandlers } from "./students/handlers.ts";
import { wording } from "./http/wording.ts";
import type { Studio } from "./studio.ts";
import { workHandlers } from "./work.ts";

export interface AppOptions {
  readonly studio: Studio;
  /** The name the server is reached under, besides this machine's own. */
  readonly host: string;
  /** Folder of the built web pages; without it only the API answers. */
  readonly web?: string;
  readonly log: (error: unknown) => void;
}

/** One edit in JSON; a whole score's fingerings fit. */
const MAX_JSON_BYTES = 4 * 1024 * 1024;
/** A hundred thousand notes with ids of their own. */
const MAX_NOTES_BYTES = 16 * 1024 * 1024;
const MAX_COPY_BYTES = 500 * 1024 * 1024;
const MAX_UPLOAD_BYTES = MAX_XML_BYTES + 64 * 1024;

export function createApp({ studio, host, web, log }: AppOptions): Hono {
  const app = new Hono();
  app.onError(onError(log));
  app.use(headers);
  app.use(compress());
  app.use(wording);
  app.use(onlyFromHere(host));
  app.use((c, next) =>
    /%00/.test(c.req.url)
      ? Promise.resolve(
          problem(c, 400, say`The address holds a character that cannot be used (NUL).`),
        )
      : next(),
  );
  const upload = limitBody(
    MAX_UPLOAD_BYTES,
    say`The file has more than 20 MB. Save a score without pictures or play-back data, a page as a
      smaller picture, and try again.`,
  );
  const copy = limitBody(
    MAX_COPY_BYTES,
    say`The copy has more than 500 MB; it cannot be brought here.`,
  );
  const json = limitBody(MAX_JSON_BYTES, say`The request is too large.`);
  const notes = limitBody(
    MAX_NOTES_BYTES,
    say`The request is too large; send at most 100000 notes.`,
  );
  const limit: MiddlewareHandler = (c, next) =>
    (c.req.path === "/api/studio/copy"
      ? copy
      : c.req.path === "/api/pieces" || /\/(correction|pages)$/.test(c.req.path)
        ? upload
        : c.req.path === "/api/fingerings/propose"
          ? notes
          : json)(c, next);
  app.use("/api/*", limit);
  app.use("/api/*", async (c, next) => {
    await next();
    if (!c.res.headers.has("cache-control")) c.res.headers.set("cache-control", "no-store");
  });

  app.get("/api/openapi.json", (c) => c.json(openapi()));
  serve(app, {
    health: async () => ({ status: "ok" as const }),
    ...pieceHandlers(studio),
    ...studentHandlers(studio),
    ...assignmentHandlers(studio),
    ...planHandlers(studio),
    ...lessonHandlers(studio),
    ...practiceHandlers(studio),
    ...eraseHandlers(studio),
    ...workHandlers(),
    ...copyHandlers(studio),
  });
  app.all("/api/*", (c) => problem(c, 404, say`There is nothing at this address.`));

  if (web && existsSync(web)) {
    const root = relative(process.cwd(), web) || ".";
    app.use("/assets/*", async (c, next) => {
      await next();
      if (!c.res.ok) return;
      c.res.headers.set("cache-control", "public, max-age=31536000, immutable");
      // what is sent compressed says no length; who shows how far it is needs one
      const length = c.res.headers.get("content-length");
      if (length) c.res.headers.set("x-whole-length", length);
    });
    app.use("*", serveStatic({ root }));
    app.get("/assets/*", (c) => c.text("Not found", 404));
    app.get("*", serveStatic({ root, path: "index.html" }));
  }
  app.notFound((c) => problem(c, 404, say`There is nothing at this address.`));
  return app;
}
