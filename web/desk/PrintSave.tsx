import { say } from "@yarrow-ridge/core/words";
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
} from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { SMALL_HAND, TEACHER, type Score } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { useAnswer } from "../answers/queries.ts";
import { PRINTED } from "../piece/useDeskPiece.ts";
import { ownLayer } from "../edits/annotations.ts";

const FORMS = [
  ["print", say`Print the marked score`],
  ["musicxml", say`Save as MusicXML, for a notation program`],
  ["midi", say`Save as MIDI, to be heard`],
  ["copy", say`Save with everything in it, for a colleague`],
] as const;
type Form = (typeof FORMS)[number][0];

/** A piece on paper or in a file: in which form, with whose fingers, which bars. */
export function PrintSave({
  piece,
  score,
  chosen,
  onClose,
}: {
  piece: Piece;
  score: Score;
  chosen: { from: number; to: number } | undefined;
  onClose: () => void;
}) {
  const [form, setForm] = useState<Form>("print");
  const [layer, setLayer] = useState<string>(TEACHER);
  const [range, setRange] = useState<"all" | "chosen">("all");
  const working = useAnswer("listAssignments", {}, { pieceId: piece.id }).data?.items ?? [];
  const hasLayer = form === "print" || form === "musicxml";
  const hasBars = form !== "copy" && chosen !== undefined;
  const bars = hasBars && range === "chosen" ? chosen : undefined;
  const query = new URLSearchParams({
    ...(hasLayer && layer !== TEACHER ? { layer } : {}),
    ...(bars ? { from: String(bars.from), to: String(bars.to) } : {}),
  });
  const asked = query.size ? `?${query.toString()}` : "";
  const to = {
    print: `/print/score/${piece.id}${asked}`,
    musicxml: `/api/pieces/${piece.id}/export.musicxml${asked}`,
    midi: `/api/pieces/${piece.id}/section.mid${asked}`,
    copy: `/api/pieces/${piece.id}/copy`,
  }[form];
  const number = (bar: number) => score.bars[bar]!.number;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle component="h2">{say`Print, save`}</DialogTitle>
      <DialogContent className="stack" sx={{ pt: "8px !important" }}>
        <TextField
          select
          label={say`What`}
          value={form}
          onChange={(event) => setForm(event.target.value as Form)}
        >
          {FORMS.map(([id, name]) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        {hasLayer && (
          <TextField
            select
            label={say`Fingers`}
            value={layer}
            onChange={(event) => setLayer(event.target.value)}
          >
            <MenuItem value={TEACHER}>{say`the teacher’s`}</MenuItem>
            <MenuItem value={SMALL_HAND}>{say`those for a small hand`}</MenuItem>
            {working.map((one) => (
              <MenuItem
                key={one.id}
                value={ownLayer(one.studentId)}
              >{say`${one.studentName}’s own`}</MenuItem>
            ))}
            <MenuItem value={PRINTED}>{say`as printed, nothing written in`}</MenuItem>
          </TextField>
        )}
        {hasBars && (
          <TextField
            select
            label={say`Bars`}
            value={range}
            onChange={(event) => setRange(event.target.value as "all")}
          >
            <MenuItem value="all">{say`all`}</MenuItem>
            <MenuItem value="chosen">{say`those chosen:
              ${number(chosen.from)}–${number(chosen.to)}`}</MenuItem>
          </TextField>
        )}
        {!chosen && form !== "copy" && (
          <p className="small soft">{say`Choose bars first to have only those.`}</p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{say`Cancel`}</Button>
        <Button
          variant="contained"
          component="a"
          href={to}
          {...(form === "print" ? {} : { download: true })}
          onClick={onClose}
        >
          {form === "print" ? say`To the print` : say`Save`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
