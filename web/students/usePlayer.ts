import { HAND_SIZES, instrument, type Player } from "@yarrow-ridge/core/instruments";
import { SMALL_HAND, TEACHER } from "@yarrow-ridge/core/score";
import { ownLayer } from "../edits/annotations.ts";
import { useStudentOf } from "./ReachSelect.tsx";
import { useDesk } from "../piece/useDesk.ts";

/** A ninth, in millimetres, while nothing is known of the hand. */
const USUAL_REACH = 189;

/**
 * For whom this is fingered: what is said for now, over what is known of the student, over the
 * usual; and the layer it is written in.
 */
export function usePlayer(assignmentId: string | undefined) {
  const student = useStudentOf(assignmentId);
  const { player: said, layer: chosen } = useDesk();
  const layer =
    chosen === "own" && student
      ? ownLayer(student.id)
      : chosen === "small-hand"
        ? SMALL_HAND
        : TEACHER;
  const usual = layer === SMALL_HAND ? Math.round(HAND_SIZES.small) : USUAL_REACH;
  const known =
    layer === SMALL_HAND
      ? {}
      : { ...student?.hand, ...(student?.reach ? { reach: student.reach } : {}) };
  const player: Player & { reach: number } = { reach: usual, ...known, ...said };
  return { student, player, layer };
}

/** What a proposal is asked with: reach and keys of hands on keys, else the student’s record. */
export function useHandAsked(kind: string, assignmentId: string | undefined): Player {
  const { student, player, layer } = usePlayer(assignmentId);
  if (instrument(kind).octave) return player;
  return layer === SMALL_HAND ? {} : (student?.player[kind] ?? {});
}
