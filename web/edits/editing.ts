import type { Request } from "../outbox/request.ts";
import type { Marks } from "./puts.ts";

/** A part of a step that is done, and undone, at once. */
export interface Part {
  readonly redo: Request;
  readonly undo: Request;
}

/** What every edit of a piece's annotations needs. */
export interface Editing {
  readonly params: { readonly id: string };
  /** What is written now, with what waits to be stored. */
  readonly now: () => Marks | undefined;
  /** Performs an edit that can be undone. @returns whether it was taken */
  readonly edit: (
    label: string,
    redo: Request | Request[],
    undo: Request | Request[],
  ) => Promise<boolean>;
}
