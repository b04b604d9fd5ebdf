import { say } from "@yarrow-ridge/core/words";
import MoreIcon from "@mui/icons-material/MoreVert";
import { IconButton, Menu, MenuItem } from "@mui/material";
import { useState } from "react";
import { useNavigate } from "react-router";
import { GiveDialog } from "../piece/GiveDialog.tsx";
import { PieceForm } from "../piece/PieceForm.tsx";
import { editFields } from "../edits/fields.ts";

interface Line {
  readonly id: string;
  readonly title: string;
  readonly composer: string;
  readonly instrument: string;
}

/** What is done with a piece in the list: give it, rename it, put it away. */
export function PieceLineMenu({ piece, without }: { piece: Line; without: readonly string[] }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [open, setOpen] = useState<"give" | "rename">();
  const navigate = useNavigate();
  const choose = (what: "give" | "rename") => () => {
    setAnchor(null);
    setOpen(what);
  };
  const archive = () => {
    setAnchor(null);
    const label = say`archiving ${piece.title}`;
    void editFields("editPiece", piece.id, { archived: false }, { archived: true }, label);
  };
  const before = { title: piece.title, composer: piece.composer, instrument: piece.instrument };
  return (
    <>
      <IconButton
        aria-label={say`More of ${piece.title}`}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <MoreIcon />
      </IconButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={choose("give")}>{say`Give it to a student …`}</MenuItem>
        <MenuItem onClick={choose("rename")}>{say`Title, composer …`}</MenuItem>
        <MenuItem
          component="a"
          href={`/api/pieces/${piece.id}/copy`}
          download
        >{say`Save with everything in it`}</MenuItem>
        <MenuItem onClick={archive}>{say`Archive`}</MenuItem>
      </Menu>
      {open === "give" && (
        <GiveDialog
          piece={piece}
          without={without}
          onGiven={(id) => void navigate(`/assignments/${id}`)}
          onClose={() => setOpen(undefined)}
        />
      )}
      {open === "rename" && (
        <PieceForm
          before={before}
          onSave={(after) => {
            setOpen(undefined);
            const fields = { title: after.title, composer: after.composer };
            const label = say`details of ${after.title}`;
            void editFields(
              "editPiece",
              piece.id,
              { title: before.title, composer: before.composer },
              fields,
              label,
            );
          }}
          onClose={() => setOpen(undefined)}
        />
      )}
    </>
  );
}
