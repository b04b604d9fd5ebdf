import { say } from "@yarrow-ridge/core/words";
import {
  operations,
  type Answer,
  type Body,
  type OperationName,
  type Query,
} from "@yarrow-ridge/contract";
import { Refusal, type Told } from "./refusal.ts";

/** Whether trying again would only be refused again. */
export const isLasting = (error: unknown): boolean =>
  error instanceof Refusal && error.status >= 400 && error.status < 500;

type Input<K extends OperationName> = {
  params?: Record<string, string>;
  query?: Query<K>;
  body?: Body<K>;
};

const fill = (path: string, params: Record<string, string>): string =>
  path.replace(/:(\w+)/g, (_, key: string) => encodeURIComponent(params[key] ?? ""));

export function address(
  name: OperationName,
  params: Record<string, string> = {},
  query: Record<string, unknown> = {},
): string {
  const search = new URLSearchParams(
    Object.entries(query)
      .filter(([, value]) => value !== undefined && value !== "")
      .map(([key, value]) => [key, String(value)]),
  );
  return fill(operations[name].path, params) + (search.size ? `?${search}` : "");
}

/** How a request is sent: under a key, and how long its answer is waited for, in milliseconds. */
interface Sending {
  readonly key: string;
  readonly patience: number;
}

/** Calls an operation of the contract. @throws Refusal with a sentence for people */
export async function call<K extends OperationName>(
  name: K,
  input: Input<K> = {},
  sending?: Sending,
): Promise<Answer<K>> {
  const response = await send(address(name, input.params, input.query ?? {}), {
    method: operations[name].method.toUpperCase(),
    headers: {
      ...(input.body === undefined ? {} : { "content-type": "application/json" }),
      ...(sending ? { "idempotency-key": sending.key } : {}),
    },
    ...(input.body === undefined ? {} : { body: JSON.stringify(input.body) }),
    ...(sending ? { signal: AbortSignal.timeout(sending.patience) } : {}),
  });
  return response.json() as Promise<Answer<K>>;
}

/** Sentences come so that they can be put into the words of who reads them. */
export const KEYED_TEXTS = { prefer: "texts=keyed" };

export async function send(url: string, init?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(url, { ...init, headers: { ...KEYED_TEXTS, ...init?.headers } });
  } catch {
    throw new Refusal(
      0,
      say`The studio cannot be reached. What is on screen is still here; check that the program is
        running.`,
    );
  }
  if (response.ok) return response;
  const told = (await response.json().catch(() => ({}))) as Partial<Told>;
  throw new Refusal(
    response.status,
    told.detail ?? say`Something went wrong on the way to the studio.`,
    told,
  );
}
