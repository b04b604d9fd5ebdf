import type { Answer, Body, OperationName } from "@yarrow-ridge/contract";

/** A request of the contract as plain data: it can wait on the device until it can be sent. */
export interface Request<K extends OperationName = OperationName> {
  readonly operation: K;
  readonly params: Readonly<Record<string, string>>;
  readonly body?: Body<K>;
}

export const request = <K extends OperationName>(
  operation: K,
  params: Readonly<Record<string, string>> = {},
  body?: Body<K>,
): Request<K> => ({ operation, params, ...(body === undefined ? {} : { body }) });

/** Edits that count up the revision of a piece; each says on which revision it was made. */
const COUNTED: readonly OperationName[] = [
  "putNotes",
  "putMarks",
  "putSections",
  "putRemarks",
  "putShape",
  "putClimax",
  "putHands",
];

/** The piece whose revision a request counts up; none for others. */
export const pieceOf = ({ operation, params }: Request): string | undefined =>
  COUNTED.includes(operation) ? params.id : undefined;

/** What a request is about: edits of it keep their order, those of others go past one in doubt. */
export const aboutOf = (request: Request): string =>
  pieceOf(request) ?? `${request.operation} ${request.params.id ?? ""}`;

/** A request that waits to be stored, or that could not be. */
export interface Entry {
  /** Known to the server: a request that is sent twice under it counts once. */
  readonly id: string;
  /** The window that made it. */
  readonly window: string;
  readonly order: number;
  readonly request: Request;
  /** What it was, in the words of undo. */
  readonly label: string;
  /** The revision of its piece it was made on, where it counts up one. */
  readonly revision?: number;
  /** Waiting to be sent; or somebody else changed the same; or the studio refused it. */
  readonly state: "waiting" | "conflict" | "refused";
  /** Why it is not stored. */
  readonly problem?: string;
  /** On a conflict: the revision now, and fields as they are now. */
  readonly now?: {
    readonly revision?: number;
    readonly fields?: Readonly<Record<string, unknown>>;
  };
  /** What others changed since, in words. */
  readonly changed?: string;
}

/** What came of an entry. */
export type Outcome =
  | { readonly kind: "stored"; readonly answer: Answer<OperationName> }
  | { readonly kind: "refused"; readonly error: Error }
  /** It is on the device, and is sent when the studio can be reached or the conflict is solved. */
  | { readonly kind: "kept" };
