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

/** Whether this browser keeps things over a reload. */
export const keeps = (): boolean => !broken;

/** Puts entries down on the device; they are there once this resolves. */
export const keep = (entries: readonly Entry[]): Promise<unknown> =>
  attempt(async (db) => {
    const turn = db.transaction(WAITING, "readwrite", { durability: "strict" });
    await Promise.all([...entries.map((one) => turn.store.put(one)), turn.done]);
  }, undefined);

export const forget = (ids: readonly string[]): Promise<unknown> =>
  attempt(async (db) => {
    const turn = db.transaction(WAITING, "readwrite");
    await Promise.all([...ids.map((id) => turn.store.delete(id)), turn.done]);
  }, undefined);

export const kept = (): Promise<Entry[]> =>
  attempt(
    async (db) => ((await db.getAll(WAITING)) as Entry[]).sort((a, b) => a.order - b.order),
    [],
  );

/** A single thing remembered on the device. */
export const remember = (key: string, value: unknown): Promise<unknown> =>
  attempt((db) => db.put(FACTS, value, key), undefined);

export const remembered = <T>(key: string): Promise<T | undefined> =>
  attempt(async (db) => (await db.get(FACTS, key)) as T | undefined, undefined);
