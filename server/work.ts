import { say } from "@yarrow-ridge/core/words";
import { Stopped, type Watch } from "./heavy/pool.ts";
import { notFound, ProblemError } from "./http/problems.ts";
import type { Handlers } from "./http/serve.ts";

interface Running {
  readonly stop: AbortController;
  share: number;
}

/** Work that is going on under a name its asker chose. */
const running = new Map<string, Running>();
/** Names of work that is over, so that asking after it once more is no error; the newest. */
const over = new Map<string, number>();
const MOST_OVER = 500;

/**
 * Does some work so that it can be asked after and stopped under its name, and stops it when the
 * asker goes away. @throws ProblemError 409 when the name is taken or the work was stopped
 */
export async function underName<T>(
  name: string | undefined,
  gone: AbortSignal,
  work: (watch: Watch) => Promise<T>,
): Promise<T> {
  if (name !== undefined && running.has(name))
    throw new ProblemError(409, say`Work of this name is going on already.`, "work");
  const own: Running = { stop: new AbortController(), share: 0 };
  const stop = () => own.stop.abort();
  gone.addEventListener("abort", stop);
  if (name !== undefined) running.set(name, own);
  try {
    return await work({
      signal: own.stop.signal,
      onProgress: (share) => {
        own.share = share;
      },
    });
  } catch (error) {
    if (error instanceof Stopped) throw new ProblemError(409, say`Stopped; nothing was changed.`);
    throw error;
  } finally {
    gone.removeEventListener("abort", stop);
    if (name !== undefined) {
      running.delete(name);
      over.set(name, own.share);
      for (const old of [...over.keys()].slice(0, -MOST_OVER)) over.delete(old);
    }
  }
}

export const workHandlers = (): Pick<Handlers, "work" | "stopWork"> => {
  const find = (name: string): Running => {
    const found = running.get(name);
    if (!found) throw notFound(say`work going on`);
    return found;
  };
  return {
    work: async ({ param }) => {
      const ended = running.has(param("id")) ? undefined : over.get(param("id"));
      return ended === undefined
        ? { share: find(param("id")).share, over: false }
        : { share: ended, over: true };
    },
    stopWork: async ({ param }) => {
      find(param("id")).stop.abort();
      return { id: param("id") };
    },
  };
};
