import { plain } from "@yarrow-ridge/core/words";
import type { MiddlewareHandler } from "hono";

/** By it our own pages ask for sentences that can be put into other words (RFC 7240). */
export const KEYED_TEXTS = "texts=keyed";

/** An answer with its sentences in plain English. */
export const inPlain = (value: unknown): unknown => {
  if (typeof value === "string") return plain(value);
  if (Array.isArray(value)) return value.map(inPlain);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, inPlain(one)]));
};

/** Answers in plain English, but for who asks for sentences with their values told apart. */
export const wording: MiddlewareHandler = async (c, next) => {
  await next();
  const isJson = /\bjson\b/.test(c.res.headers.get("content-type") ?? "");
  if (!isJson || (c.req.header("prefer") ?? "").includes(KEYED_TEXTS)) return;
  const text = await c.res.clone().text();
  // as JSON writes the marks
  if (!/\\u001[abe]/.test(text)) return;
  const { status, headers } = c.res;
  c.res = undefined;
  c.res = new Response(JSON.stringify(inPlain(JSON.parse(text))), { status, headers });
};
