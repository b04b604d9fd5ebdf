import {
  operations,
  type Answer,
  type Body,
  type Operation,
  type OperationName,
  type Query,
} from "@yarrow-ridge/contract";
import type { Context, Hono } from "hono";
import type { ContentfulStatusCode } from "hono/utils/http-status";
import { ProblemError } from "./problems.ts";
import { check, mismatch } from "./validate.ts";

interface Request<K extends OperationName> {
  readonly c: Context;
  /** A parameter of the path. */
  readonly param: (name: string) => string;
  readonly body: Body<K>;
  readonly query: Query<K>;
}

export type Handler<K extends OperationName> = (
  request: Request<K>,
) => Promise<(Answer<K> extends undefined ? Response : Answer<K>) | Response>;
export type Handlers = { [K in OperationName]: Handler<K> };

/**
 * Registers every operation of the contract with its handler; what comes in and what goes out is
 * checked against it.
 */
export function serve(app: Hono, handlers: Handlers): void {
  for (const name of Object.keys(operations) as OperationName[])
    register(app, name, operations[name], handlers[name]);
}

function register(
  app: Hono,
  name: OperationName,
  operation: Operation,
  handler: Handler<OperationName>,
): void {
  app.on(operation.method.toUpperCase(), operation.path, async (c) => {
    const body = operation.body ? await jsonBody(c) : undefined;
    if (operation.body) check(operation.body, body, "the request");
    const query = c.req.query();
    if (operation.query) check(operation.query, query, "the address");
    const param = (key: string) => c.req.param(key) ?? "";
    const answer = await handler({ c, param, body, query } as never);
    if (answer instanceof Response) return answer;
    const wrong = operation.response && mismatch(operation.response, answer);
    if (wrong) throw new Error(`the answer of ${name} is not what the contract says: ${wrong}`);
    return c.json(answer, operation.status as ContentfulStatusCode);
  });
}

async function jsonBody(c: Context): Promise<unknown> {
  if (!(c.req.header("content-type") ?? "").includes("application/json")) {
    throw new ProblemError(415, "The request must be JSON (content-type: application/json).");
  }
  const text = await c.req.text();
  // the database keeps no NUL characters
  if (/\\u0000|\0/.test(text))
    throw new ProblemError(400, "The request holds a character that cannot be stored (NUL).");
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new ProblemError(400, "The request is not valid JSON.");
  }
}
