import { say } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import type { StudentAnswer } from "@yarrow-ridge/contract";
import type { Player } from "@yarrow-ridge/core/instruments";
import { lengthText } from "../words/spoken.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { useAnswer } from "../answers/queries.ts";

/**
 * Millimetres between outer keys, as spans of a standard keyboard: octave 164–165 mm, from memory,
 * Boyle, Boyle & Booker 2015.
 */
const REACHES: [number, string][] = [
  [142, say`a seventh`],
  [165, say`an octave`],
  [189, say`a ninth`],
  [212, say`a tenth`],
];

interface Reacher {
  readonly id: string;
  readonly name: string;
  readonly hand: Omit<Player, "reach"> | null;
  readonly reach: number | null;
  readonly player: StudentAnswer["player"];
}

/** The student of an assignment, when one is looked at. */
export function useStudentOf(assignmentId: string | undefined): Reacher | undefined {
  const assignment = useAnswer(
    "assignment",
    { id: assignmentId ?? "" },
    undefined,
    assignmentId !== undefined,
  ).data;
  return useAnswer(
    "student",
    { id: assignment?.studentId ?? "" },
    undefined,
    assignment !== undefined,
  ).data;
}

/** How far the hand goes: the student's own, or one of the usual spans. */
export function ReachSelect({
  reach,
  student,
  onChange,
}: {
  reach: number;
  student: Reacher | undefined;
  onChange: (mm: number) => void;
}) {
  const spoken = useSpoken();
  const own =
    student?.reach && !REACHES.some(([mm]) => mm === student.reach) ? student.reach : undefined;
  return (
    <TextField
      select
      label={say`reach`}
      value={reach}
      onChange={(event) => onChange(Number(event.target.value))}
      sx={{ minWidth: 120 }}
    >
      {own && (
        <MenuItem value={own}>
          {student!.name}, {lengthText(own, spoken)}
        </MenuItem>
      )}
      {!own && !REACHES.some(([mm]) => mm === reach) && (
        <MenuItem value={reach}>{lengthText(reach, spoken)}</MenuItem>
      )}
      {REACHES.map(([mm, name]) => (
        <MenuItem key={mm} value={mm}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}
