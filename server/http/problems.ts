import { say } from "@yarrow-ridge/core/words";
import { ScoreError } from "@yarrow-ridge/core/score";
import type { Context } from "hono";
import { HTTPException } from "hono/http-exception";
import type { ContentfulStatusCode } from "hono/utils/http-status";

const TITLES: Record<number, string> = {
  400: say`The request cannot be read`,
  403: say`Not from this page`,
  404: say`Not found`,
  409: say`Changed elsewhere`,
  413: say`Too large`,
  415: say`Not a kind of file this can read`,
  422: say`The score cannot be read`,
  500: say`Something went wrong here`,
};

/** An answer that is no success, with a sentence for people (RFC 9457). */
export class ProblemError extends Error {
  readonly status: number;
  readonly field: string | undefined;
  /** More for the sender's program. */
  readonly extra: Readonly<Record<string, unknown>>;
  constructor(
    status: number,
    detail: string,
    field?: string,
    extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
    this.status = status;
    this.field = field;
    this.extra = extra;
  }
}

export const notFound = (what: string): ProblemError =>
  new ProblemError(404, say`There is no such ${what}. It may have been removed.`);

export function problem(
  c: Context,
  status: number,
  detail: string,
  extra: Record<string, unknown> = {},
): Response {
  const body = {
    type: "about:blank",
    title: TITLES[status] ?? "Refused",
    status,
    detail,
    ...extra,
  };
  return c.body(JSON.stringify(body), status as ContentfulStatusCode, {
    "content-type": "application/problem+json",
  });
}

/**
 * Turns whatever a handler threw into a problem. Only what nobody foresaw is a 500, and that is
 * logged.
 */
export function onError(log: (error: unknown) => void) {
  return (error: Error, c: Context): Response => {
    if (error instanceof ProblemError)
      return problem(c, error.status, error.message, {
        ...error.extra,
        ...(error.field ? { field: error.field } : {}),
      });
    if (error instanceof ScoreError)
      return problem(c, 422, error.message, {
        ...(error.bar === undefined ? {} : { bar: error.bar }),
        ...(error.choices ? { choices: error.choices } : {}),
      });
    if (error instanceof HTTPException)
      return problem(c, error.status, error.message || say`The request cannot be read.`);
    log(error);
    return problem(
      c,
      500,
      say`Something went wrong on the server. Nothing was changed; please try again.`,
    );
  };
}
