import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import { editFields } from "../edits/fields.ts";
import { Erase } from "./Erase.tsx";

export function Resting({
  id,
  name,
  what,
  edit,
  erase,
}: {
  id: string;
  name: string;
  what: string;
  edit: "editStudent" | "editPiece" | "editAssignment";
  erase: "removeStudent" | "removePiece" | "removeAssignment";
}) {
  const label = say`bringing back ${name}`;
  return (
    <div className="card row spread">
      <span className="grow">
        <b className="serif">{name}</b> <span className="soft">{what}</span>
      </span>
      <Erase id={id} name={name} operation={erase} />
      <Button
        variant="outlined"
        onClick={() => void editFields(edit, id, { archived: true }, { archived: false }, label)}
      >{say`Bring back`}</Button>
    </div>
  );
}
