import { say, small } from "@yarrow-ridge/core/words";
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
} from "@mui/material";
import type { Body, Piece } from "@yarrow-ridge/contract";
import { instrument } from "@yarrow-ridge/core/instruments";
import type { Score } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { PieceForm, type PieceFields } from "../piece/PieceForm.tsx";
import { useNavigate } from "react-router";
import { CorrectedFile } from "./CorrectedFile.tsx";
import { editFields } from "../edits/fields.ts";
import { canBeAccompanied } from "./LeftHandNotice.tsx";
import { LeftHandDialog } from "./LeftHandDialog.tsx";
import { LayoutForm } from "./LayoutForm.tsx";
import { viewOf } from "../instruments/index.ts";
import { useDesk } from "../piece/useDesk.ts";
import { PrintSave } from "./PrintSave.tsx";
import { PaperAgain } from "./PaperAgain.tsx";
import { SetupDialog } from "./SetupDialog.tsx";
import { PartsForm } from "./PartsForm.tsx";
import { FindOne } from "../shell/FindOne.tsx";

/** Printing, saving, editing and archiving a piece. */
export function PieceMenu({ piece, score }: { piece: Piece; score: Score }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [editing, setEditing] = useState(false);
  const [printing, setPrinting] = useState(false);
  const desk = useDesk();
  const { chosen } = desk;
  const { line } = viewOf(piece.instrument);
  const [comparing, setComparing] = useState(false);
  const [correcting, setCorrecting] = useState(false);
  const [parting, setParting] = useState(false);
  const [reading, setReading] = useState(false);
  const [telling, setTelling] = useState(false);
  const [accompanying, setAccompanying] = useState(false);
  const [settingUp, setSettingUp] = useState(false);
  const of = instrument(piece.instrument);
  const navigate = useNavigate();
  const edit = (from: Body<"editPiece">, to: Body<"editPiece">, label: string) =>
    editFields("editPiece", piece.id, from, to, label);
  const before = { title: piece.title, composer: piece.composer, instrument: piece.instrument };
  const save = (after: PieceFields) => {
    setEditing(false);
    // another instrument is set up, and its staves are read, in its own way
    const other = after.instrument !== before.instrument;
    const from = other ? { ...before, setup: piece.setup, layout: chosenLayout(score) } : before;
    const to = other ? { ...after, layout: null } : after;
    void edit(from, to, say`details of ${after.title}`);
  };
  const mine = score.parts.flatMap((part, i) => (part.practised ? [i] : []));
  const choose = (parts: number[]) => {
    setParting(false);
    void edit({ parts: mine }, { parts }, say`the parts to practise`);
  };
  const archive = async () => {
    setAnchor(null);
    const ok = await edit({ archived: false }, { archived: true }, say`archiving ${piece.title}`);
    if (ok) void navigate("/");
  };
  return (
    <>
      <Button
        size="small"
        variant="outlined"
        onClick={() => setPrinting(true)}
      >{say`Print, save`}</Button>
      <Button
        size="small"
        variant="outlined"
        endIcon={<MoreIcon />}
        aria-label={say`Edit the piece`}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >{say`Edit`}</Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem
          onClick={() => {
            setAnchor(null);
            setEditing(true);
          }}
        >{say`Title, composer, instrument …`}</MenuItem>
        {of.setup && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setSettingUp(true);
            }}
          >{say`How the ${small(of.name)} is set up …`}</MenuItem>
        )}
        {line && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              desk.set({ ownLine: !desk.ownLine });
            }}
          >
            {desk.ownLine ? say`Hide ${line.name}` : say`Show ${line.name}`}
          </MenuItem>
        )}
        <MenuItem
          onClick={() => void navigate(`/pieces/${piece.id}/pages`)}
        >{say`Pages of the printed score …`}</MenuItem>
        {piece.onPaper && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setTelling(true);
            }}
          >{say`Bars, metre, repeats …`}</MenuItem>
        )}
        {score.layout && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setReading(true);
            }}
          >{say`How its staves are read …`}</MenuItem>
        )}
        {canBeAccompanied(piece, score) && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setAccompanying(true);
            }}
          >{say`Left hand from the chord symbols …`}</MenuItem>
        )}
        {score.parts.length > 1 && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setParting(true);
            }}
          >{say`Which parts …`}</MenuItem>
        )}
        <MenuItem
          onClick={() => {
            setAnchor(null);
            setCorrecting(true);
          }}
        >
          {piece.onPaper ? say`Bring a file of it …` : say`Bring a corrected file …`}
        </MenuItem>
        {!piece.onPaper && (
          <MenuItem
            onClick={() => {
              setAnchor(null);
              setComparing(true);
            }}
          >{say`Compare with another edition …`}</MenuItem>
        )}
        <Divider />
        <MenuItem onClick={() => void archive()}>{say`Archive`}</MenuItem>
      </Menu>
      {printing && (
        <PrintSave piece={piece} score={score} chosen={chosen} onClose={() => setPrinting(false)} />
      )}
      {settingUp && of.setup && (
        <SetupDialog piece={piece} form={of.setup} onClose={() => setSettingUp(false)} />
      )}
      {reading && score.layout && (
        <LayoutForm pieceId={piece.id} layout={score.layout} onClose={() => setReading(false)} />
      )}
      {accompanying && (
        <LeftHandDialog piece={piece} score={score} onClose={() => setAccompanying(false)} />
      )}
      {telling && <PaperAgain piece={piece} onClose={() => setTelling(false)} />}
      {parting && (
        <PartsForm score={score} mine={mine} onSave={choose} onClose={() => setParting(false)} />
      )}
      {correcting && <CorrectedFile piece={piece} onClose={() => setCorrecting(false)} />}
      {comparing && (
        <Dialog open onClose={() => setComparing(false)} fullWidth maxWidth="xs">
          <DialogTitle component="h2">{say`Compare with`}</DialogTitle>
          <DialogContent className="stack" sx={{ pt: "8px !important" }}>
            <p className="soft">{say`Bring the other edition as a piece of its own first; then
              choose it here.`}</p>
            <FindOne
              label={say`The other edition`}
              from="listPieces"
              without={[piece.id]}
              onChoose={({ id }) => void navigate(`/pieces/${piece.id}/compare/${id}`)}
            />
          </DialogContent>
          <DialogActions>
            <Button onClick={() => setComparing(false)}>{say`Cancel`}</Button>
          </DialogActions>
        </Dialog>
      )}
      {editing && <PieceForm before={before} onSave={save} onClose={() => setEditing(false)} />}
    </>
  );
}

const chosenLayout = ({ layout }: Score): string | null =>
  layout && !layout.guessed ? layout.id : null;
