import { say } from "@yarrow-ridge/core/words";
import { useDeferredValue, useState } from "react";
import { useAnswer } from "../answers/queries.ts";
import { FindField } from "../shell/FindField.tsx";
import { Pager } from "../shell/Pager.tsx";
import { Title } from "../shell/Title.tsx";
import { Resting } from "./Resting.tsx";
import "./studio.css";

const MANY = 8;

/** What was archived or put away: to be found, brought back, or erased for good. */
export function ArchiveScreen() {
  const [q, setQ] = useState("");
  const asked = useDeferredValue(q);
  const [page, setPage] = useState({ pieces: 1, students: 1 });
  const find = asked ? { q: asked } : {};
  const pieces = useAnswer(
    "listPieces",
    {},
    { archived: "true", sort: "title", page: String(page.pieces), ...find },
  ).data;
  const students = useAnswer(
    "listStudents",
    {},
    { archived: "true", page: String(page.students), ...find },
  ).data;
  const all = useAnswer("listAssignments", {}, { archived: "true" }).data?.items ?? [];
  const given = all.filter((one) =>
    `${one.studentName} ${one.pieceTitle}`.toLowerCase().includes(asked.toLowerCase()),
  );
  const total = (pieces?.total ?? 0) + (students?.total ?? 0) + given.length;
  return (
    <div className="archive stack">
      <Title name={say`Archive`} />
      {(total > MANY || q !== "") && (
        <FindField
          label={say`Find in the archive`}
          value={q}
          onChange={(text) => {
            setQ(text);
            setPage({ pieces: 1, students: 1 });
          }}
        />
      )}
      {pieces && students && total === 0 && (
        <p className="soft">
          {q
            ? say`Nothing called “${q}” rests here.`
            : say`Nothing is archived. Pieces and students that you archive, and pieces that are put
              away by a student, rest here with all their work, and can be brought back.`}
        </p>
      )}
      {students && students.total > 0 && <h2>{say`Students`}</h2>}
      {students?.items.map(({ id, name }) => (
        <Resting
          key={id}
          id={id}
          name={name}
          what={say`student`}
          edit="editStudent"
          erase="removeStudent"
        />
      ))}
      <Pager list={students} onPage={(students) => setPage({ ...page, students })} />
      {pieces && pieces.total > 0 && <h2>{say`Pieces`}</h2>}
      {pieces?.items.map(({ id, title, composer }) => (
        <Resting
          key={id}
          id={id}
          name={title}
          what={composer || say`piece`}
          edit="editPiece"
          erase="removePiece"
        />
      ))}
      <Pager list={pieces} onPage={(pieces) => setPage({ ...page, pieces })} />
      {given.length > 0 && <h2>{say`Put away by students`}</h2>}
      {given.map(({ id, studentName, pieceTitle }) => (
        <Resting
          key={id}
          id={id}
          name={pieceTitle}
          what={studentName}
          edit="editAssignment"
          erase="removeAssignment"
        />
      ))}
    </div>
  );
}
