import { AsyncLocalStorage } from "node:async_hooks";

/** A header by which a request that is sent again is known, as the IETF drafts it. */
export const KEY_HEADER = "idempotency-key";

const keys = new AsyncLocalStorage<string | undefined>();

/** Answers a request under the key it was sent with. */
export const underKey = <T>(key: string | undefined, answer: () => Promise<T>): Promise<T> =>
  keys.run(key, answer);

/** The key of the request that is being answered; none where its sender gave none. */
export const keyOfRequest = (): string | undefined => keys.getStore();

/** The edit was counted when the same request came before; nothing is to be done again. */
export class CountedBefore extends Error {
  readonly revision: number;
  constructor(revision: number) {
    super("This edit was counted before.");
    this.revision = revision;
  }
}
