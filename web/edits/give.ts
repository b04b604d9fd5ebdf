import { say } from "@yarrow-ridge/core/words";
import { v4 as newId } from "uuid";
import type { Body } from "@yarrow-ridge/contract";
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

/**
 * Adds a student.
 *
 * @returns the student's id; nothing when it was refused
 */
export async function addStudent(
  fields: Omit<Body<"addStudent">, "id">,
): Promise<string | undefined> {
  const id = newId();
  const ok = await useHistory.getState().perform({
    label: say`adding ${fields.name}`,
    // done again, one that is there already comes out of the archive
    redo: [
      request("addStudent", {}, { id, ...fields }),
      request("editStudent", { id }, { archived: false }),
    ],
    undo: [request("editStudent", { id }, { archived: true })],
  });
  return ok ? id : undefined;
}
