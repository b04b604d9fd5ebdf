import type { Piece } from "@yarrow-ridge/contract";
import type { Similarity } from "@yarrow-ridge/core/form";
import { wrap, type Remote } from "comlink";
import { startTransition, useEffect, useRef, useState } from "react";
import { address } from "../api/client.ts";
import type { Former } from "./form.worker.ts";

/**
 * The picture of a piece against itself, worked out beside the page; undefined until it is there.
 */
export function useSimilarity(
  piece: Piece | undefined,
  hand: string | undefined,
): Similarity | undefined {
  const [found, setFound] = useState<{ key: string; picture: Similarity }>();
  const former = useRef<{ worker: Worker; remote: Remote<Former> }>(undefined);
  const key =
    piece && hand !== undefined
      ? `${address("score", { id: piece.id })}#${piece.reading}`
      : undefined;
  useEffect(() => {
    if (key === undefined || hand === undefined) return;
    if (!former.current) {
      const worker = new Worker(new URL("./form.worker.ts", import.meta.url), { type: "module" });
      former.current = { worker, remote: wrap<Former>(worker) };
    }
    let wanted = true;
    void former.current.remote.similarity(key, hand).then((picture) => {
      if (wanted) startTransition(() => setFound({ key: `${key} ${hand}`, picture }));
    });
    return () => {
      wanted = false;
    };
  }, [key, hand]);
  useEffect(
    () => () => {
      former.current?.worker.terminate();
      former.current = undefined;
    },
    [],
  );
  return found?.key === `${key} ${hand}` ? found.picture : undefined;
}
