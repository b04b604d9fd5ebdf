import type { MiddlewareHandler } from "hono";
import { bodyLimit } from "hono/body-limit";
import { problem } from "./problems.ts";

/**
 * What is read and thrown away of a body that is too large, so that its sender lives to hear why.
 */
const MOST_DRAINED = 256 * 1024 * 1024;

/** Refuses bodies over a size in bytes with 413 and a sentence. */
export const limitBody = (maxSize: number, sentence: string): MiddlewareHandler =>
  bodyLimit({
    maxSize,
    onError: async (c) => {
      await drain(c.req.raw.body);
      return problem(c, 413, sentence);
    },
  });

/**
 * Answering while the other side still sends closes the connection under it: it would see that, not
 * the sentence.
 */
async function drain(body: ReadableStream<Uint8Array> | null): Promise<void> {
  if (!body || body.locked) return;
  let size = 0;
  try {
    for await (const chunk of body) {
      size += chunk.length;
      if (size > MOST_DRAINED) return;
    }
  } catch {
    // the sender has gone
  }
}
