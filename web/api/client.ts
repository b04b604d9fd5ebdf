import {
  operations,
  type Answer,
  type Body,
  type OperationName,
  type Query,
} from "@yarrow-ridge/contract";

export interface TuneChoice {
  readonly index: number;
  readonly title: string;
}

/** An answer that refused, with the sentence for people. */
export class Refusal extends Error {
  readonly status: number;
  readonly bar: string | undefined;
  /** Tunes to choose from, when a file holds several. */
  readonly choices: readonly TuneChoice[] | undefined;
  /** Where something moved on in the meantime: the revision now, or the fields as they are. */
  readonly revision: number | undefined;
  readonly now: Readonly<Record<string, unknown>> | undefined;
  constructor(status: number, detail: string, told: Partial<Told> = {}) {
    super(detail);
    this.status = status;
    this.bar = told.bar;
    this.choices = told.choices;
    this.revision = told.revision;
    this.now = told.now;
  }
}

/** What a refusal tells besides its sentence. */
interface Told {
  readonly detail: string;
  readonly bar: string;
  readonly choices: readonly TuneChoice[];
  readonly revision: number;
  readonly now: Readonly<Record<string, unknown>>;
}

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

export async function send(url: string, init?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(url, init);
  } catch {
    throw new Refusal(
      0,
      "The studio cannot be reached. What is on screen is still here; check that the program is running.",
    );
  }
  if (response.ok) return response;
  const told = (await response.json().catch(() => ({}))) as Partial<Told>;
  throw new Refusal(
    response.status,
    told.detail ?? "Something went wrong on the way to the studio.",
    told,
  );
}

/** Uploads a score file, telling how much of it has gone up. */
export function upload<K extends "addPiece" | "correctPiece" | "addPage" | "bringCopy">(
  name: K,
  params: Record<string, string>,
  file: File,
  fields: Readonly<Record<string, string>>,
  onProgress: (share: number) => void,
  signal?: AbortSignal,
): Promise<Answer<K>> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const form = new FormData();
    form.set("file", file);
    for (const [name, value] of Object.entries(fields)) form.set(name, value);
    request.open("POST", address(name, params));
    request.responseType = "json";
    request.upload.onprogress = (event) =>
      onProgress(event.lengthComputable ? event.loaded / event.total : 0);
    request.onload = () => {
      if (request.status < 300) resolve(request.response as Answer<K>);
      else {
        const told = (request.response ?? {}) as Partial<Told>;
        reject(
          new Refusal(request.status, told.detail ?? "The file could not be brought in.", told),
        );
      }
    };
    request.onerror = () => reject(new Refusal(0, "The studio cannot be reached."));
    request.onabort = () => reject(new Refusal(0, "Stopped; nothing was stored."));
    signal?.addEventListener("abort", () => request.abort());
    request.send(form);
  });
}
