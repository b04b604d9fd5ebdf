import { openDB, type IDBPDatabase } from "idb";
import type { Entry } from "./request.ts";

const NAME = "yarrow-ridge";
const WAITING = "waiting";
const FACTS = "facts";

/** Nothing is kept by this browser (a private window, a full disk): it is said, not hidden. */
let broken = false;
let opened: Promise<IDBPDatabase> | undefined;

const open = () =>
  (opened ??= openDB(NAME, 1, {
    upgrade: (db) => {
      db.createObjectStore(WAITING, { keyPath: "id" });
      db.createObjectStore(FACTS);
    },
  }));

async function attempt<T>(work: (db: IDBPDatabase) => Promise<T>, otherwise: T): Promise<T> {
  if (broken) return otherwise;
  try {
    return await work(await open());
  } catch {
    broken = true;
    return otherwise;
  }
}

// The database answers later, and a page that is left in between takes its turn along: until then
// an entry stands in the storage that writes at once.
const AT_ONCE = "yarrow-ridge-edit ";
function note(entries: readonly Entry[]): void {
  try {
    for (const one of entries) localStorage.setItem(AT_ONCE + one.id, JSON.stringify(one));
  } catch {
    // full, or not allowed: the database has it a moment later
  }
}
function strike(ids: readonly string[]): void {
  try {
    for (const id of ids) localStorage.removeItem(AT_ONCE + id);
  } catch {
    // not allowed, so nothing stands there
  }
}
function noted(): Entry[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(AT_ONCE))
      .flatMap(read);
  } catch {
    return [];
  }
}
/** One that cannot be read keeps back none of the others. */
function read(key: string): Entry[] {
  try {
    return [JSON.parse(localStorage.getItem(key)!) as Entry];
  } catch {
    return [];
  }
}

/** Whether this browser keeps things over a reload. */
export const keeps = (): boolean => !broken;

/** Puts entries down on the device: safe from leaving at once, from everything once it resolves. */
export function keep(entries: readonly Entry[]): Promise<unknown> {
  note(entries);
  return attempt(async (db) => {
    const turn = db.transaction(WAITING, "readwrite", { durability: "strict" });
    await Promise.all([...entries.map((one) => turn.store.put(one)), turn.done]);
    strike(entries.map(({ id }) => id));
  }, undefined);
}

export function forget(ids: readonly string[]): Promise<unknown> {
  strike(ids);
  return attempt(async (db) => {
    const turn = db.transaction(WAITING, "readwrite");
    await Promise.all([...ids.map((id) => turn.store.delete(id)), turn.done]);
  }, undefined);
}

export async function kept(): Promise<Entry[]> {
  const stored = await attempt((db) => db.getAll(WAITING) as Promise<Entry[]>, []);
  const newest = new Map([...stored, ...noted()].map((one) => [one.id, one]));
  return [...newest.values()].sort((a, b) => a.order - b.order);
}

/** A single thing remembered on the device. */
export const remember = (key: string, value: unknown): Promise<unknown> =>
  attempt((db) => db.put(FACTS, value, key), undefined);

export const remembered = <T>(key: string): Promise<T | undefined> =>
  attempt(async (db) => (await db.get(FACTS, key)) as T | undefined, undefined);
