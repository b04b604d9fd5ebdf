import { Button } from "@mui/material";
import { useState } from "react";
import { useAnswer } from "../answers/queries.ts";
import { editFields } from "../edits/fields.ts";
import { Pager } from "../shell/Pager.tsx";
import { Title } from "../shell/Title.tsx";
import "./studio.css";

/** What was put away, to be brought back. */
export function ArchiveScreen() {
  const [page, setPage] = useState({ pieces: 1, students: 1 });
  const pieces = useAnswer(
    "listPieces",
    {},
    { archived: "true", sort: "title", page: String(page.pieces) },
  ).data;
  const students = useAnswer(
    "listStudents",
    {},
    { archived: "true", page: String(page.students) },
  ).data;
  return (
    <div className="archive stack">
      <Title name="Archive" />
      {pieces?.total === 0 && students?.total === 0 && (
        <p className="soft">
          Nothing is archived. Pieces and students that you archive rest here with all their work,
          and can be brought back.
        </p>
      )}
      {students?.items.map(({ id, name }) => (
        <Resting key={id} id={id} name={name} what="student" operation="editStudent" />
      ))}
      <Pager list={students} onPage={(students) => setPage({ ...page, students })} />
      {pieces?.items.map(({ id, title, composer }) => (
        <Resting key={id} id={id} name={title} what={composer || "piece"} operation="editPiece" />
      ))}
      <Pager list={pieces} onPage={(pieces) => setPage({ ...page, pieces })} />
    </div>
  );
}

function Resting({
  id,
  name,
  what,
  operation,
}: {
  id: string;
  name: string;
  what: string;
  operation: "editStudent" | "editPiece";
}) {
  const label = `bringing back ${name}`;
  return (
    <div className="card row spread">
      <span>
        <b className="serif">{name}</b> <span className="soft">{what}</span>
      </span>
      <Button
        variant="outlined"
        onClick={() =>
          void editFields(operation, id, { archived: true }, { archived: false }, label)
        }
      >
        Bring back
      </Button>
    </div>
  );
}
