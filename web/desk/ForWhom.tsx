import { say } from "@yarrow-ridge/core/words";
import { FormControlLabel, MenuItem, Switch, TextField } from "@mui/material";
import type { ReactNode } from "react";
import { useAnswer } from "../answers/queries.ts";
import { editFields } from "../edits/fields.ts";
import { SMALL_HAND } from "@yarrow-ridge/core/score";
import { useStudentOf } from "../students/ReachSelect.tsx";
import { rubOut } from "../piece/rubOut.tsx";
import { useDesk } from "../piece/useDesk.ts";

/** Whose fingers are written, and beside it what an instrument asks of the hand. */
export function ForWhom({
  assignmentId,
  summary,
  children,
}: {
  assignmentId: string | undefined;
  /** What is asked of the hand, in a few words. */
  summary?: ReactNode;
  children?: ReactNode;
}) {
  const { both, layer, set } = useDesk();
  const student = useStudentOf(assignmentId);
  const assignment = useAnswer(
    "assignment",
    { id: assignmentId ?? "" },
    undefined,
    assignmentId !== undefined,
  ).data;
  const read = (to: "teacher" | "small-hand") => {
    const layer = assignment!.layer as typeof to;
    const label = say`which fingers ${student!.name} reads`;
    void editFields("editAssignment", assignmentId!, { layer }, { layer: to }, label);
  };
  return (
    <details className="card for-whom">
      <summary>
        <b>
          {layer === "small-hand"
            ? say`For a small hand`
            : layer === "own" && student
              ? say`${student.name}’s own fingers`
              : say`The teacher’s fingers`}
        </b>{" "}
        <span className="soft small">{summary}</span>
      </summary>
      <div className="stack">
        <TextField
          select
          label={say`Whose fingers are written`}
          value={layer === "own" && !student ? "teacher" : layer}
          onChange={(event) =>
            rubOut({ layer: event.target.value as typeof layer, pencil: new Map() })
          }
        >
          <MenuItem value="teacher">{say`the teacher’s`}</MenuItem>
          <MenuItem value="small-hand">{say`for a small hand`}</MenuItem>
          {student && <MenuItem value="own">{say`${student.name}’s own`}</MenuItem>}
        </TextField>
        <FormControlLabel
          control={<Switch checked={both} onChange={(_, on) => set({ both: on })} />}
          label={say`Show what they replace beside them`}
        />
        {assignment && student && (
          <TextField
            select
            label={say`${student.name} practises from`}
            value={assignment.layer}
            onChange={(event) => read(event.target.value as "teacher" | "small-hand")}
          >
            <MenuItem value="teacher">{say`the teacher’s fingers`}</MenuItem>
            <MenuItem value={SMALL_HAND}>{say`those for a small hand`}</MenuItem>
          </TextField>
        )}
        {children}
      </div>
    </details>
  );
}
