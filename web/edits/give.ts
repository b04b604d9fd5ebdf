import { v4 as newId } from "uuid";
import { call } from "../api/client.ts";
import { request } from "../outbox/request.ts";
import { useHistory } from "./history.ts";

/** An assignment of that student and piece, from before or put away; none when nothing is known. */
async function before(studentId: string, pieceId: string): Promise<string | undefined> {
  const lists = await Promise.all(
    ["false", "true"].map((archived) =>
      call("listAssignments", { query: { studentId, archived } as never }).catch(() => undefined),
    ),
  );
  return lists.flatMap((list) => list?.items ?? []).find((one) => one.pieceId === pieceId)?.id;
}

/**
 * Gives a piece to a student, or gives it again.
 *
 * @returns the id of the assignment; nothing when it was refused
 */
export async function givePiece(
  studentId: string,
  pieceId: string,
  label: string,
): Promise<string | undefined> {
  const id = (await before(studentId, pieceId)) ?? newId();
  const ok = await useHistory.getState().perform({
    label,
    redo: [request("addAssignment", {}, { id, studentId, pieceId })],
    undo: [request("editAssignment", { id }, { archived: true })],
  });
  return ok ? id : undefined;
}
