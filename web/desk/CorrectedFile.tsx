import { say } from "@yarrow-ridge/core/words";
import {
  Alert,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  LinearProgress,
} from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import type { Answer } from "@yarrow-ridge/contract";
import type { Piece } from "@yarrow-ridge/contract";
import { useRef, useState } from "react";
import { call } from "../api/client.ts";
import { upload } from "../api/upload.ts";
import { useHistory } from "../edits/history.ts";
import { Told } from "./CorrectedReport.tsx";

/**
 * Puts a corrected file in the place of the score, and says what became of everything written into
 * it.
 */
export function CorrectedFile({ piece, onClose }: { piece: Piece; onClose: () => void }) {
  const client = useQueryClient();
  const record = useHistory((state) => state.record);
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const [report, setReport] = useState<Answer<"correctPiece">>();
  const bring = async (file: File) => {
    setBusy(true);
    setProblem(undefined);
    const correct = async () => {
      const told = await upload("correctPiece", { id: piece.id }, file, {}, () => undefined);
      await client.invalidateQueries();
      return told;
    };
    try {
      setReport(await correct());
      record({
        label: say`the corrected file of ${piece.title}`,
        redo: [correct],
        undo: [
          () =>
            call("undoCorrection", { params: { id: piece.id } }).then(() =>
              client.invalidateQueries(),
            ),
        ],
      });
    } catch (error) {
      setProblem(error instanceof Error ? error.message : say`The file could not be read.`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle component="h2">
        {report ? say`The score was corrected` : say`Bring a corrected file`}
      </DialogTitle>
      <DialogContent className="stack">
        {!report && (
          <p>{say`Fingers, pedal, sections and the log stay wherever the music around them is the
            same. You are told what moved and what lost its place, and it can be undone.`}</p>
        )}
        {busy && <LinearProgress />}
        {problem && (
          <Alert severity="error" role="alert">{say`${problem} Nothing was changed.`}</Alert>
        )}
        {report && <Told report={report} />}
        <input
          ref={input}
          type="file"
          accept=".musicxml,.xml,.mxl,.abc,.mid,.midi"
          className="sr-only"
          tabIndex={-1}
          aria-label={say`Corrected file`}
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) void bring(file);
          }}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{report ? say`Good` : say`Cancel`}</Button>
        {!report && (
          <Button
            variant="contained"
            disabled={busy}
            onClick={() => input.current?.click()}
          >{say`Choose the file`}</Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
