import type { Body } from "@yarrow-ridge/contract";
import { request } from "../outbox/request.ts";
import { useHistory } from "./history.ts";

type Fields = "editPiece" | "editStudent" | "editAssignment" | "editPlan";

/**
 * Changes single fields of a piece, a student, an assignment or a plan. What they were is sent
 * along: when another window has changed one of them, neither goes over the other unseen.
 */
export const editFields = <K extends Fields>(
  operation: K,
  id: string,
  before: Body<K> & object,
  after: Body<K> & object,
  label: string,
): Promise<boolean> => {
  const step = (to: object, from: object) =>
    request(operation, { id }, { ...to, was: { ...from } } as never);
  return useHistory
    .getState()
    .perform({ label, redo: [step(after, before)], undo: [step(before, after)] });
};
