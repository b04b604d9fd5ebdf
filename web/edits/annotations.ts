import { useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { useOutbox } from "../outbox/outbox.ts";
import { shown } from "../outbox/shown.ts";
import type { Editing } from "./editing.ts";
import { formEdits } from "./formEdits.ts";
import { useHistory } from "./history.ts";
import { markEdits } from "./markEdits.ts";
import { noteEdits } from "./noteEdits.ts";
import type { Marks } from "./puts.ts";
import { readingEdits } from "./readingEdits.ts";

/** A student's own fingers. */
export const ownLayer = (studentId: string): string => `student:${studentId}`;

/** The edits of a piece's annotations, each of which can be undone. */
export function useAnnotationEdits(pieceId: string) {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  return useMemo(() => {
    const params = { id: pieceId };
    const editing: Editing = {
      params,
      now: () => {
        const stored = client.getQueryData<Marks>(["annotations", params, null]);
        return stored && shown("annotations", params, stored, useOutbox.getState().entries);
      },
      edit: (label, redo, undo) => perform({ label, redo: [redo].flat(), undo: [undo].flat() }),
    };
    return {
      ...noteEdits(editing),
      ...markEdits(editing),
      ...formEdits(editing),
      ...readingEdits(editing),
    };
  }, [client, perform, pieceId]);
}
