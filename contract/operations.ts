import type { Static, TSchema } from "@sinclair/typebox";
import { pieceOperations } from "./pieceOperations.ts";
import { studioOperations } from "./studioOperations.ts";
import { writtenOperations } from "./writtenOperations.ts";

export type { Operation } from "./operation.ts";

/** Every request the server answers. */
export const operations = {
  ...studioOperations,
  ...pieceOperations,
  ...writtenOperations,
} as const;

export type Operations = typeof operations;
export type OperationName = keyof Operations;

type Part<K extends OperationName, P extends string> =
  Operations[K] extends Record<P, infer S>
    ? S extends TSchema
      ? Static<S>
      : undefined
    : undefined;
export type Body<K extends OperationName> = Part<K, "body">;
export type Query<K extends OperationName> = Part<K, "query">;
export type Answer<K extends OperationName> = Part<K, "response">;
