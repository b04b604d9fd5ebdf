import { plain } from "@yarrow-ridge/core/words";
import { v4 as newId } from "uuid";
import { useEffect, useRef, useState } from "react";
import { call } from "../api/client.ts";
import { Refusal } from "../api/refusal.ts";

/** Work that takes longer than this is shown, in milliseconds; it is asked after so often. */
const PATIENCE = 700;
const EVERY = 400;

/** Whether work ended because somebody stopped it. */
export const stopped = (error: unknown): boolean =>
  error instanceof Refusal && error.status === 409 && plain(error.message).startsWith("Stopped");

/**
 * Work on the server that shows how far it is once it takes long, and can be stopped. `hands` are
 * the parts it is done in.
 */
export function useWork(hands: readonly string[]) {
  const [name, setName] = useState<string>();
  const [share, setShare] = useState<number>();
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** The work that is going on: an answer about one that has ended says nothing. */
  const current = useRef<string>(undefined);
  const stop = () => {
    current.current = undefined;
    clearTimeout(timer.current);
    setShare(undefined);
    setName(undefined);
  };
  useEffect(
    () => () => {
      current.current = undefined;
      clearTimeout(timer.current);
    },
    [],
  );
  const parts = (of: string) => hands.map((hand) => ({ id: `${of}-${hand}` }));
  const begin = () => {
    const own = newId();
    current.current = own;
    setName(own);
    const look = async () => {
      const found = await Promise.all(
        parts(own).map((params) =>
          call("work", { params }).catch(() => ({ share: 1, over: true })),
        ),
      );
      if (current.current !== own) return;
      setShare(Math.min(...found.map((one) => (one.over ? 1 : one.share))));
      timer.current = setTimeout(() => void look(), EVERY);
    };
    timer.current = setTimeout(() => void look(), PATIENCE);
    return own;
  };
  const cancel = () => {
    if (name) for (const params of parts(name)) call("stopWork", { params }).catch(() => undefined);
  };
  return { busy: name !== undefined, share, begin, end: stop, cancel };
}
