import type { QueryClient } from "@tanstack/react-query";
import { v4 as newId } from "uuid";
import { create } from "zustand";
import { call } from "../api/client.ts";
import { Refusal } from "../api/refusal.ts";
import { forget, keep, kept, keeps } from "./device.ts";
import { aboutOf, pieceOf, type Entry, type Outcome, type Request } from "./request.ts";

// Every edit and every try is put down on the device first and sent from there, in order. The
// server knows what it has seen before, so that sending once more is always safe.

interface Outbox {
  /** In the order they were made. */
  readonly entries: readonly Entry[];
  /** Whether the last request came through. */
  readonly reached: boolean;
  /** How many are on their way to the device: for some milliseconds they are not safe yet. */
  readonly keeping: number;
  /** Whether what was left from before has been looked for: until then nobody knows what waits. */
  readonly looked: boolean;
}

export const useOutbox = create<Outbox>()(() => ({
  entries: [],
  reached: true,
  keeping: 0,
  looked: false,
}));

/** This window; while it is open it holds a lock of this name. */
const WINDOW = newId();
const lockOf = (window: string) => `yarrow-ridge-window-${window}`;

/** Milliseconds between attempts while the studio cannot be reached: the first and the longest. */
const [SOON, LATEST] = [400, 8000];

/** An answer that takes longer is not waited for; the request is sent again. */
const PATIENCE = 60_000;

/** A fault of the server's own that stays after so many attempts is said. */
const FAULTS = 4;

const all = () => useOutbox.getState().entries;
const put = (entries: readonly Entry[]) => useOutbox.setState({ entries });

/** Puts entries down on the device, and says so until they are. */
async function putDown(entries: readonly Entry[]): Promise<void> {
  const count = (by: number) => useOutbox.setState(({ keeping }) => ({ keeping: keeping + by }));
  count(entries.length);
  await keep(entries);
  count(-entries.length);
}

const change = (ids: ReadonlySet<string>, how: (entry: Entry) => Entry) => {
  const changed: Entry[] = [];
  put(
    all().map((entry) => {
      if (!ids.has(entry.id)) return entry;
      const next = how(entry);
      changed.push(next);
      return next;
    }),
  );
  return putDown(changed);
};

interface Hooks {
  /** The revision of a piece as it was last answered. */
  readonly revisionOf: (piece: string) => number | undefined;
  /** Shows what an entry has become once it is stored. */
  readonly stored: (entry: Entry, answer: never) => void;
  /** What others changed in the meantime, in words; what is shown is the newest state then. */
  readonly moved: (entry: Entry) => Promise<string>;
}
let hooks: Hooks = {
  revisionOf: () => undefined,
  stored: () => undefined,
  moved: () => Promise.resolve(""),
};

/** Who waits to hear what came of an entry. */
const waiting = new Map<string, (outcome: Outcome) => void>();
const tell = (id: string, outcome: Outcome) => {
  waiting.get(id)?.(outcome);
  waiting.delete(id);
};

/** The revision the next edit of a piece is made on: after those that still wait. */
function nextRevision(piece: string): number | undefined {
  const last = all().findLast(
    (entry) => pieceOf(entry.request) === piece && entry.state !== "refused",
  );
  return last?.revision === undefined ? hooks.revisionOf(piece) : last.revision + 1;
}

let count = 0;

/**
 * Puts a request down on the device and sends it in its turn.
 *
 * @returns what came of it: it resolves at the latest when it is clear that it has to wait
 */
export function send(request: Request, label: string): Promise<Outcome> {
  const piece = pieceOf(request);
  const revision = piece === undefined ? undefined : nextRevision(piece);
  const entry: Entry = {
    id: newId(),
    window: WINDOW,
    order: Date.now() * 1000 + (count++ % 1000),
    request,
    label,
    ...(revision === undefined ? {} : { revision }),
    state: "waiting",
  };
  put([...all(), entry]);
  const outcome = new Promise<Outcome>((resolve) => waiting.set(entry.id, resolve));
  void putDown([entry]).then(run);
  return outcome;
}

/** The next that may be sent: nothing overtakes an edit of the same piece that is in doubt. */
const next = (): Entry | undefined =>
  all().find(
    (entry, i) =>
      entry.window === WINDOW &&
      entry.state === "waiting" &&
      !all()
        .slice(0, i)
        .some(
          (other) =>
            other.state === "conflict" && aboutOf(other.request) === aboutOf(entry.request),
        ),
  );

const bodyOf = ({ request, revision }: Entry): unknown =>
  revision === undefined ? request.body : { ...(request.body as unknown as object), revision };

/** Edits of the same piece that come after one count on from another revision. */
const following = (entry: Entry): ReadonlySet<string> => {
  const piece = pieceOf(entry.request);
  return new Set(
    all()
      .filter((one) => piece && pieceOf(one.request) === piece && one.order > entry.order)
      .map(({ id }) => id),
  );
};

const shift = (ids: ReadonlySet<string>, by: number) =>
  change(ids, (one) =>
    one.revision === undefined ? one : { ...one, revision: one.revision + by },
  );

async function take(entry: Entry): Promise<void> {
  put(all().filter(({ id }) => id !== entry.id));
  await forget([entry.id]);
}

/** One attempt to send. @returns whether the studio could be reached */
async function attempt(entry: Entry, faults: number): Promise<boolean> {
  const { operation, params } = entry.request;
  try {
    const answer = await call(
      operation,
      { params, body: bodyOf(entry) as never },
      { key: entry.id, patience: PATIENCE },
    );
    hooks.stored(entry, answer as never);
    // what is shown has been taken over before the entry that showed it goes
    await new Promise((resolve) => setTimeout(resolve));
    await take(entry);
    tell(entry.id, { kind: "stored", answer });
    return true;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const { status } = error;
    if (status === 0 || status === 429 || status === 408 || status > 500) return false;
    if (status === 500 && faults < FAULTS) return false;
    if (status === 409 && (error.revision !== undefined || error.now)) {
      const changed = await hooks.moved(entry).catch(() => "");
      await change(new Set([entry.id]), (one) => ({
        ...one,
        state: "conflict",
        problem: error.message,
        changed,
        now: {
          ...(error.revision === undefined ? {} : { revision: error.revision }),
          ...(error.now ? { fields: error.now } : {}),
        },
      }));
      tell(entry.id, { kind: "kept" });
      return true;
    }
    // taken away already, as when the answer to the first attempt was lost
    if (status === 404 && /^remove/.test(operation)) {
      await take(entry);
      tell(entry.id, { kind: "stored", answer: undefined as never });
      return true;
    }
    await refuse(entry, error);
    return true;
  }
}

/** An edit the studio does not take: told to who made it; kept for later where nobody listens. */
async function refuse(entry: Entry, error: Refusal): Promise<void> {
  await shift(following(entry), -1);
  if (waiting.has(entry.id)) await take(entry);
  else
    await change(new Set([entry.id]), (one) => ({
      ...one,
      state: "refused",
      problem: error.message,
    }));
  tell(entry.id, { kind: "refused", error });
}

let running = false;
let wake: () => void = () => undefined;

async function run(): Promise<void> {
  if (running) return;
  running = true;
  let pause = SOON;
  let faults = 0;
  try {
    for (let entry = next(); entry; entry = next()) {
      const reached = await attempt(entry, faults);
      useOutbox.setState({ reached });
      if (reached) [pause, faults] = [SOON, 0];
      else {
        faults++;
        for (const one of all()) tell(one.id, { kind: "kept" });
        await new Promise<void>((resolve) => {
          wake = resolve;
          setTimeout(resolve, pause);
        });
        pause = Math.min(LATEST, pause * 2);
      }
    }
  } finally {
    running = false;
  }
}

/** Resolves once nothing is on its way any more: all is stored, or what waits has to wait on. */
export const settled = (): Promise<void> =>
  new Promise((resolve) => {
    const look = () => {
      if (next() && useOutbox.getState().reached) return;
      stop();
      resolve();
    };
    const stop = useOutbox.subscribe(look);
    look();
  });

/** Tries again now. */
export function sendNow(): void {
  wake();
  void run();
}

/** Puts an edit that met another's on top of it, and all that wait behind it. */
export async function putOnTop(entry: Entry): Promise<void> {
  const { revision, fields } = entry.now ?? {};
  if (revision !== undefined && entry.revision !== undefined)
    await shift(following(entry), revision - entry.revision);
  await change(new Set([entry.id]), ({ problem: _, now: __, changed: ___, ...one }) => ({
    ...one,
    state: "waiting",
    ...(revision === undefined ? {} : { revision }),
    ...(fields ? { request: seen(one.request, fields) } : {}),
  }));
  sendNow();
}

/** The same request, made by somebody who has seen the fields as they are now. */
const seen = (request: Request, fields: Readonly<Record<string, unknown>>): Request => {
  const body = request.body as unknown as { was?: Record<string, unknown> };
  return { ...request, body: { ...body, was: { ...body.was, ...fields } } as never };
};

/** Gives an edit up. */
export async function giveUp(entry: Entry): Promise<void> {
  if (entry.state !== "refused") await shift(following(entry), -1);
  await take(entry);
  sendNow();
}

/** Takes over what windows that are closed left waiting, and sends it. */
async function takeOver(): Promise<void> {
  const own = new Set(all().map(({ id }) => id));
  const left = (await kept()).filter(({ id, window }) => !own.has(id) && window !== WINDOW);
  const closed = new Set<string>();
  for (const window of new Set(left.map((one) => one.window)))
    if (await isClosed(window)) closed.add(window);
  const taken = left
    .filter(({ window }) => closed.has(window))
    .map((entry): Entry => ({ ...entry, window: WINDOW }));
  if (taken.length) await putDown(taken);
  put([...all(), ...taken].sort((a, b) => a.order - b.order));
  useOutbox.setState({ looked: true });
  if (taken.length) await run();
}

/** Whether nobody holds the lock of a window; where a page may hold none, all others are closed. */
const isClosed = async (window: string): Promise<boolean> =>
  (await navigator.locks?.request(lockOf(window), { ifAvailable: true }, (lock) =>
    Promise.resolve(lock !== null),
  )) ?? true;

/** Begins: what was left from before is sent, and so is what comes. */
export function openOutbox(client: QueryClient, made: (client: QueryClient) => Hooks): void {
  hooks = made(client);
  void navigator.locks?.request(lockOf(WINDOW), () => new Promise(() => undefined));
  addEventListener("online", sendNow);
  addEventListener("focus", () => void takeOver());
  addEventListener("beforeunload", (event) => {
    // what is on the device is safe; only a browser that keeps nothing has to be held back
    if (!keeps() && all().length > 0) event.preventDefault();
  });
  void takeOver();
}
