import { say } from "@yarrow-ridge/core/words";
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
import { CountedBefore, KEY_HEADER, underKey } from "./sent.ts";
import { check, exact, mismatch } from "./validate.ts";

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
  // exactly the fields it names: one nobody asked for takes no effect unseen
  const wanted = operation.body && exact(operation.body);
  const asked = (operation.query ?? {}) as { properties?: Record<string, unknown> };
  const fields = new Set(Object.keys(asked.properties ?? {}));
  app.on(operation.method.toUpperCase(), operation.path, async (c) => {
    const body = operation.body ? await jsonBody(c) : undefined;
    if (wanted) check(wanted, body, say`the request`);
    // of an address what is not asked for is left, as it always was
    const query = Object.fromEntries(
      Object.entries(c.req.query()).filter(([key]) => fields.has(key)),
    );
    if (operation.query) check(operation.query, query, say`the address`);
    const param = (key: string) => c.req.param(key) ?? "";
    const key = keyIn(c);
    const answer = await underKey(key, () => handler({ c, param, body, query } as never)).catch(
      (error: unknown) => {
        if (error instanceof CountedBefore) return { revision: error.revision };
        throw error;
      },
    );
    if (answer instanceof Response) return answer;
    const wrong = operation.response && mismatch(operation.response, answer);
    if (wrong) throw new Error(`the answer of ${name} is not what the contract says: ${wrong}`);
    return c.json(answer, operation.status as ContentfulStatusCode);
  });
}

function keyIn(c: Context): string | undefined {
  const key = c.req.header(KEY_HEADER);
  if (key !== undefined && !/^[\w-]{8,100}$/.test(key))
    throw new ProblemError(
      400,
      say`"${KEY_HEADER}" must be 8 to 100 letters, digits, hyphens or underscores.`,
    );
  return key;
}

async function jsonBody(c: Context): Promise<unknown> {
  if (!(c.req.header("content-type") ?? "").includes("application/json")) {
    throw new ProblemError(415, say`The request must be JSON (content-type: application/json).`);
  }
  const text = await c.req.text();
  // the database keeps no NUL characters
  if (/\\u0000|\0/.test(text))
    throw new ProblemError(400, say`The request holds a character that cannot be stored (NUL).`);
  let body: unknown;
  try {
    body = JSON.parse(text) as unknown;
  } catch {
    throw new ProblemError(400, say`The request is not valid JSON.`);
  }
  // only half of a character is written as an escape
  if (/(^|[^\\])(\\\\)*\\ud[89a-f]/i.test(JSON.stringify(body)))
    throw new ProblemError(
      400,
      say`The request holds half a character (a lone surrogate), which cannot be stored.`,
    );
  return body;
}
