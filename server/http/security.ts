import { say } from "@yarrow-ridge/core/words";
import type { MiddlewareHandler } from "hono";
import { secureHeaders } from "hono/secure-headers";
import { problem } from "./problems.ts";

const LOCAL = ["localhost", "127.0.0.1", "[::1]"];

const hostName = (host: string): string => host.replace(/:\d+$/, "").toLowerCase();

/**
 * Keeps pages of other sites out: the Host must be this server's own name (which also stops a
 * foreign name that was made to point here), and a request that says where it comes from must come
 * from here.
 */
export function onlyFromHere(ownHost: string): MiddlewareHandler {
  const names = new Set([...LOCAL, ownHost.toLowerCase()]);
  const any = ownHost === "0.0.0.0" || ownHost === "::";
  return async (c, next) => {
    const host = c.req.header("host") ?? "";
    if (!any && !names.has(hostName(host)))
      return problem(c, 403, say`This address is not the one the studio is served from.`);
    const origin = c.req.header("origin");
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) {
      return problem(c, 403, say`A page of another site may not use this studio.`);
    }
    const site = c.req.header("sec-fetch-site");
    const isPage =
      c.req.header("sec-fetch-mode") === "navigate" &&
      c.req.method === "GET" &&
      !c.req.path.startsWith("/api/");
    if ((site === "cross-site" || site === "same-site") && !isPage)
      return problem(c, 403, say`A page of another site may not use this studio.`);
    return next();
  };
}

export const headers = secureHeaders({
  contentSecurityPolicy: {
    defaultSrc: ["'self'"],
    // the engraver is WebAssembly
    scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
    workerSrc: ["'self'", "blob:"],
    // the component library writes its styles at run time
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", "data:", "blob:"],
    fontSrc: ["'self'", "data:"],
    connectSrc: ["'self'"],
    objectSrc: ["'none'"],
    frameAncestors: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
  },
  xFrameOptions: "DENY",
  referrerPolicy: "no-referrer",
  crossOriginResourcePolicy: "same-origin",
  crossOriginOpenerPolicy: "same-origin",
});
