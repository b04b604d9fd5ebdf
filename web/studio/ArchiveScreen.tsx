import { Button } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { call } from "../api/client.ts";
import { useAnswer } from "../api/queries.ts";
import { useHistory } from "../edits/history.ts";
import { Pager } from "../shell/Pager.tsx";
import { Title } from "../shell/Title.tsx";
import "./studio.css";

type Send = (id: string, archived: boolean) => Promise<unknown>;

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
        <Resting
          key={id}
          id={id}
          name={name}
          what="student"
          send={(one, archived) => call("editStudent", { params: { id: one }, body: { archived } })}
        />
      ))}
      <Pager list={students} onPage={(students) => setPage({ ...page, students })} />
      {pieces?.items.map(({ id, title, composer }) => (
        <Resting
          key={id}
          id={id}
          name={title}
          what={composer || "piece"}
          send={(one, archived) => call("editPiece", { params: { id: one }, body: { archived } })}
        />
      ))}
      <Pager list={pieces} onPage={(pieces) => setPage({ ...page, pieces })} />
    </div>
  );
}

function Resting({ id, name, what, send }: { id: string; name: string; what: string; send: Send }) {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  const put = (archived: boolean) => send(id, archived).then(() => client.invalidateQueries());
  return (
    <div className="card row spread">
      <span>
        <b className="serif">{name}</b> <span className="soft">{what}</span>
      </span>
      <Button
        variant="outlined"
        onClick={() =>
          void perform({
            label: `bringing back ${name}`,
            redo: () => put(false),
            undo: () => put(true),
          })
        }
      >
        Bring back
      </Button>
    </div>
  );
}
