import type { TSchema } from "@sinclair/typebox";

/**
 * One request the server answers: the single description that validates it, types it and documents
 * it.
 */
export interface Operation {
  readonly method: "get" | "post" | "put" | "patch" | "delete";
  /** With `:name` parameters. */
  readonly path: string;
  readonly summary: string;
  readonly status: number;
  readonly query?: TSchema;
  readonly body?: TSchema;
  readonly response?: TSchema;
  /** Media type of an answer that is no JSON. */
  readonly produces?: string;
  /** Media type of a request that is no JSON. */
  readonly consumes?: string;
}

export const op = <T extends Operation>(operation: T): T => operation;
