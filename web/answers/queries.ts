import type { Answer, OperationName, Query } from "@yarrow-ridge/contract";
import type { Score } from "@yarrow-ridge/core/score";
import { useQuery, type UseQueryResult } from "@tanstack/react-query";
import { useMemo } from "react";
import { useOutbox } from "../outbox/outbox.ts";
import type { Entry } from "../outbox/request.ts";
import { isShown, shown } from "../outbox/shown.ts";
import { address, call, isLasting, send } from "../api/client.ts";

/** An operation as a query; its key starts with the operation's name. What waits is shown in it. */
export function useAnswer<K extends OperationName>(
  name: K,
  params: Record<string, string> = {},
  query?: Query<K>,
  enabled = true,
): UseQueryResult<Answer<K>> {
  const asked = useQuery<Answer<K>>({
    queryKey: [name, params, query ?? null],
    queryFn: () => call(name, { params, ...(query === undefined ? {} : { query }) }),
    enabled,
  });
  // what is there stays there, though it could not be asked for again
  const found = (
    asked.isRefetchError && !isLasting(asked.error)
      ? { ...asked, error: null, isError: false }
      : asked
  ) as typeof asked;
  const entries = useOutbox((outbox) => (isShown(name) ? outbox.entries : NONE));
  const { data } = found;
  const id = params.id ?? "";
  const archived = (query as { archived?: string } | undefined)?.archived ?? "false";
  const over = useMemo(
    () =>
      data === undefined || entries.length === 0
        ? data
        : shown(name, { id, archived }, data, entries),
    [name, id, archived, data, entries],
  );
  return over === data ? found : ({ ...found, data: over } as typeof found);
}

const NONE: readonly Entry[] = [];

export const useScore = (pieceId: string | undefined) =>
  useQuery({
    queryKey: ["score", { id: pieceId }],
    queryFn: (): Promise<Score> => call("score", { params: { id: pieceId! } }),
    enabled: pieceId !== undefined,
    staleTime: Infinity,
  });

/** The MusicXML to engrave; it never changes. */
export const useEngraving = (pieceId: string | undefined) =>
  useQuery({
    queryKey: ["engraving", { id: pieceId }],
    queryFn: async () => (await send(address("engraving", { id: pieceId! }))).text(),
    enabled: pieceId !== undefined,
    staleTime: Infinity,
  });
