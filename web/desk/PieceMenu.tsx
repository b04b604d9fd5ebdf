import MoreIcon from "@mui/icons-material/MoreVert";
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Divider,
  Menu,
  MenuItem,
  TextField,
} from "@mui/material";
import type { Body, Piece } from "@yarrow-ridge/contract";
import { instrument, instruments } from "@yarrow-ridge/core/instruments";
import type { Score } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { FormDialog } from "../shell/FormDialog.tsx";
import { useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { CorrectedFile } from "./CorrectedFile.tsx";
import { editFields } from "../edits/fields.ts";
import { LayoutForm } from "./LayoutForm.tsx";
import { PaperAgain } from "./PaperAgain.tsx";
import { SetupDialog } from "./SetupDialog.tsx";
import { PartsForm } from "./PartsForm.tsx";
import { FindOne } from "../shell/FindOne.tsx";

interface Fields {
  title: string;
  composer: string;
  instrument: Piece["instrument"];
}

/** Editing and archiving a piece. */
export function PieceMenu({ piece, score }: { piece: Piece; score: Score }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [editing, setEditing] = useState(false);
  const [comparing, setComparing] = useState(false);
  const [correcting, setCorrecting] = useState(false);
  const [parting, setParting] = useState(false);
  const [reading, setReading] = useState(false);
  const [telling, setTelling] = useState(false);
  const [settingUp, setSettingUp] = useState(false);
  const of = instrument(piece.instrument);
  const navigate = useNavigate();
  const edit = (from: Body<"editPiece">, to: Body<"editPiece">, label: string) =>
    editFields("editPiece", piece.id, from, to, label);
  const before = { title: piece.title, composer: piece.composer, instrument: piece.instrument };
  const save = (after: Fields) => {
    setEditing(false);
    // another instrument is set up, and its staves are read, in its own way
    const other = after.instrument !== before.instrument;
    const from = other ? { ...before, setup: piece.setup, layout: chosenLayout(score) } : before;
    const to = other ? { ...after, setup: null, layout: null } : after;
    void edit(from, to, `details of ${after.title}`);
  };
  const mine = score.parts.flatMap((part, i) => (part.practised ? [i] : []));
  const choose = (parts: number[]) => {
    setParting(false);
    void edit({ parts: mine }, { parts }, "the parts to practise");
  };
  const archive = async () => {
    setAnchor(null);
    const ok = await edit({ archived: false }, { archived: true }, `archiving ${piece.title}`);
    if (ok) void navigate("/");
  };
  return (
    <>
      <Button
        size="small"
        variant="outlined"
        endIcon={<MoreIcon />}
        aria-label="Print, save, edit"
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Print, save
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem component="a" href={`/print/score/${piece.id}`}>
          Print the marked score
        </MenuItem>
        <MenuItem
          component="a"
          href={`/api/pieces/${piece.id}/export.musicxml`}
          download
          onClick={() => setAnchor(null)}
        >
          Save as MusicXML, with fingers, pedal and sections
        </MenuItem>
        <MenuItem
          component="a"
          href={`/api/pieces/${piece.id}/section.mid`}
          download
          onClick={() => setAnchor(null)}
        >
          Save as MIDI
        </MenuItem>
        <MenuItem
          component="a"
          href={`/api/pieces/${piece.id}/copy`}
          download
          onClick={() => setAnchor(null)}
        >
          Save with everything in it, for a colleague
        </MenuItem>
        <Divider />
        <MenuItem
          onClick={() => {
            setAnchor(null);
            setEditing(true);
          }}
        >
          Title, composer, instrument …
        </MenuItem>
        {of.setup && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setSettingUp(true);
            }}
          >
            How the {of.name.toLowerCase()} is set up …
          </MenuItem>
        )}
        <MenuItem onClick={() => void navigate(`/pieces/${piece.id}/pages`)}>
          Pages of the printed score …
        </MenuItem>
        {piece.onPaper && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setTelling(true);
            }}
          >
            Bars, metre, repeats …
          </MenuItem>
        )}
        {score.layout && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setReading(true);
            }}
          >
            How its staves are read …
          </MenuItem>
        )}
        {score.parts.length > 1 && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setParting(true);
            }}
          >
            Which parts …
          </MenuItem>
        )}
        <MenuItem
          onClick={() => {
            setAnchor(null);
            setCorrecting(true);
          }}
        >
          {piece.onPaper ? "Bring a file of it …" : "Bring a corrected file …"}
        </MenuItem>
        {!piece.onPaper && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setComparing(true);
            }}
          >
            Compare with another edition …
          </MenuItem>
        )}
        <MenuItem onClick={() => void archive()}>Archive</MenuItem>
      </Menu>
      {settingUp && of.setup && (
        <SetupDialog piece={piece} form={of.setup} onClose={() => setSettingUp(false)} />
      )}
      {reading && score.layout && (
        <LayoutForm pieceId={piece.id} layout={score.layout} onClose={() => setReading(false)} />
      )}
      {telling && <PaperAgain piece={piece} onClose={() => setTelling(false)} />}
      {parting && (
        <PartsForm score={score} mine={mine} onSave={choose} onClose={() => setParting(false)} />
      )}
      {correcting && <CorrectedFile piece={piece} onClose={() => setCorrecting(false)} />}
      {comparing && (
        <Dialog open onClose={() => setComparing(false)} fullWidth maxWidth="xs">
          <DialogTitle component="h2">Compare with</DialogTitle>
          <DialogContent className="stack" sx={{ pt: "8px !important" }}>
            <p className="soft">
              Bring the other edition as a piece of its own first; then choose it here.
            </p>
            <FindOne
              label="The other edition"
              from="listPieces"
              without={[piece.id]}
              onChoose={({ id }) => void navigate(`/pieces/${piece.id}/compare/${id}`)}
            />
          </DialogContent>
          <DialogActions>
            <Button onClick={() => setComparing(false)}>Cancel</Button>
          </DialogActions>
        </Dialog>
      )}
      {editing && <PieceForm before={before} onSave={save} onClose={() => setEditing(false)} />}
    </>
  );
}

const chosenLayout = ({ layout }: Score): string | null =>
  layout && !layout.guessed ? layout.id : null;

function PieceForm({
  before,
  onSave,
  onClose,
}: {
  before: Fields;
  onSave: (after: Fields) => void;
  onClose: () => void;
}) {
  const { register, handleSubmit, watch, setValue, formState } = useForm<Fields>({
    defaultValues: before,
  });
  return (
    <FormDialog dirty={formState.isDirty} onClose={onClose} fullWidth maxWidth="sm">
      <form onSubmit={(event) => void handleSubmit(onSave)(event)}>
        <DialogTitle component="h2">About this piece</DialogTitle>
        <DialogContent className="stack" sx={{ pt: "8px !important" }}>
          <TextField
            label="Title"
            autoFocus
            slotProps={{ htmlInput: { maxLength: 200 } }}
            error={!!formState.errors.title}
            helperText={formState.errors.title && "A piece needs a title."}
            {...register("title", { validate: (value) => value.trim().length > 0 })}
          />
          <TextField
            label="Composer"
            slotProps={{ htmlInput: { maxLength: 200 } }}
            {...register("composer")}
          />
          <TextField
            label="Instrument"
            select
            value={watch("instrument")}
            onChange={(event) => setValue("instrument", event.target.value)}
          >
            {instruments.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            Save
          </Button>
        </DialogActions>
      </form>
    </FormDialog>
  );
}
