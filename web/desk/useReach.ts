import { useStudentOf } from '../students/ReachSelect.tsx';
import { useDesk } from './useDesk.ts';

/** A ninth, in millimetres, while nothing is known of the hand. */
const USUAL_REACH = 189;

/** How far the hand goes for whom this is fingered: as chosen, else the student's own, else the usual. */
export function useReach(assignmentId: string | undefined) {
  const student = useStudentOf(assignmentId);
  const asked = useDesk((desk) => desk.reach);
  return { student, reach: asked ?? student?.reach ?? USUAL_REACH };
}
