import { say } from "@yarrow-ridge/core/words";
import { Button, Menu, MenuItem } from "@mui/material";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { GiveDialog } from "../piece/GiveDialog.tsx";

/** Whose ridge is shown; the way to that student's plan; and to give the piece to someone. */
export function StudentPick({
  piece,
  assignmentId,
}: {
  piece: { id: string; instrument: string };
  assignmentId: string | undefined;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [giving, setGiving] = useState(false);
  const [, setSearch] = useSearchParams();
  const working = useAnswer("listAssignments", {}, { pieceId: piece.id }).data?.items ?? [];
  const current = working.find((one) => one.id === assignmentId);
  const show = (id: string | undefined) => {
    setAnchor(null);
    setGiving(false);
    setSearch(id ? { for: id } : {}, { replace: true });
  };
  const give = () => {
    setAnchor(null);
    setGiving(true);
  };
  return (
    <>
      {working.length === 0 ? (
        <Button variant="contained" size="small" onClick={give}>{say`Give it to a student`}</Button>
      ) : (
        <Button
          variant="outlined"
          size="small"
          onClick={(event) => setAnchor(event.currentTarget)}
          aria-haspopup="menu"
        >
          {current ? current.studentName : say`Whose ridge?`} ▾
        </Button>
      )}
      {current && (
        <Button size="small" variant="contained" component={Link} to={`/assignments/${current.id}`}>
          {current.plan ? say`Plan and practice` : say`Make a plan`}
        </Button>
      )}
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {working.map((one) => (
          <MenuItem key={one.id} selected={one.id === assignmentId} onClick={() => show(one.id)}>
            {one.studentName}
          </MenuItem>
        ))}
        {assignmentId && (
          <MenuItem
            divider
            onClick={() => show(undefined)}
          >{say`Nobody: the piece alone`}</MenuItem>
        )}
        <MenuItem onClick={give}>{say`Give it to a student …`}</MenuItem>
      </Menu>
      {giving && (
        <GiveDialog
          piece={piece}
          without={working.map((one) => one.studentId)}
          onGiven={show}
          onClose={() => setGiving(false)}
        />
      )}
    </>
  );
}
