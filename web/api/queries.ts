import type { Answer, OperationName, Query } from "@yarrow-ridge/contract";
import type { Score } from "@yarrow-ridge/core/score";
import { useQuery, type UseQueryResult } from "@tanstack/react-query";
import { call, send, address } from "./client.ts";

/** An operation as a query; its key starts with the operation's name. */
export function useAnswer<K extends OperationName>(
  name: K,
  params: Record<string, string> = {},
  query?: Query<K>,
  enabled = true,
): UseQueryResult<Answer<K>> {
  return useQuery<Answer<K>>({
    queryKey: [name, params, query ?? null],
    queryFn: () => call(name, { params, ...(query === undefined ? {} : { query }) }),
    enabled,
  });
}

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
