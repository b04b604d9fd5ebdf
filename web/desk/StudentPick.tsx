import { Button, ListSubheader, Menu, MenuItem } from "@mui/material";
import { useDeferredValue, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { FindField } from "../shell/FindField.tsx";
import { givePiece } from "../edits/give.ts";

/** Beyond this the list is searched rather than read. */
const MANY = 12;

/** Whose ridge is shown; the way to that student's plan; and to give the piece to someone. */
export function StudentPick({
  pieceId,
  assignmentId,
}: {
  pieceId: string;
  assignmentId: string | undefined;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [, setSearch] = useSearchParams();
  const working = useAnswer("listAssignments", {}, { pieceId }).data?.items ?? [];
  const [text, setText] = useState("");
  const asked = useDeferredValue(text);
  const found = useAnswer("listStudents", {}, asked ? { q: asked } : {}, anchor !== null).data;
  const everyone = found?.items ?? [];
  const many = text !== "" || (found !== undefined && found.total > MANY);
  const current = working.find((one) => one.id === assignmentId);
  const show = (id: string | undefined) => {
    setAnchor(null);
    setSearch(id ? { for: id } : {}, { replace: true });
  };
  const give = async (studentId: string, name: string) => {
    const id = await givePiece(studentId, pieceId, `giving it to ${name}`);
    if (id) show(id);
  };
  const others = everyone.filter((student) => !working.some((one) => one.studentId === student.id));
  return (
    <>
      <Button
        variant="outlined"
        size="small"
        onClick={(event) => setAnchor(event.currentTarget)}
        aria-haspopup="menu"
      >
        {current ? current.studentName : "Whose ridge?"} ▾
      </Button>
      {current && (
        <Button size="small" variant="contained" component={Link} to={`/assignments/${current.id}`}>
          {current.plan ? "Plan and practice" : "Make a plan"}
        </Button>
      )}
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {working.length > 0 && <ListSubheader>Working on it</ListSubheader>}
        {working.map((one) => (
          <MenuItem key={one.id} selected={one.id === assignmentId} onClick={() => show(one.id)}>
            {one.studentName}
          </MenuItem>
        ))}
        {(others.length > 0 || many) && <ListSubheader>Give it to</ListSubheader>}
        {many && (
          <li
            className="student-find"
            onKeyDown={(event) => event.key !== "Escape" && event.stopPropagation()}
          >
            <FindField label="Find a student" value={text} onChange={setText} />
          </li>
        )}
        {others.map((student) => (
          <MenuItem key={student.id} onClick={() => void give(student.id, student.name)}>
            {student.name}
          </MenuItem>
        ))}
        {working.length + others.length === 0 && !many && (
          <MenuItem component={Link} to="/">
            Add a student in the studio first
          </MenuItem>
        )}
        {assignmentId && (
          <MenuItem onClick={() => show(undefined)}>Nobody: the piece alone</MenuItem>
        )}
      </Menu>
    </>
  );
}
