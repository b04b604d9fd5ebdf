import { say } from "@yarrow-ridge/core/words";
import {
  Alert,
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  LinearProgress,
  Radio,
  RadioGroup,
} from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import type { Answer, Body, Piece } from "@yarrow-ridge/contract";
import { instrument } from "@yarrow-ridge/core/instruments";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { call } from "../api/client.ts";
import { useHistory } from "../edits/history.ts";
import { useDesk } from "../piece/useDesk.ts";
import { Told } from "./CorrectedReport.tsx";

type Asked = Body<"accompany">;

/** Asks how the left hand goes with a tune, and writes it: for the bars that are chosen, or all. */
export function LeftHandDialog({
  piece,
  score,
  onClose,
}: {
  readonly piece: Piece;
  readonly score: Score;
  readonly onClose: () => void;
}) {
  const client = useQueryClient();
  const record = useHistory((state) => state.record);
  const { chosen } = useDesk();
  const patterns = instrument(piece.instrument).accompaniments ?? [];
  const [pattern, setPattern] = useState(patterns[0]!.id);
  const [alternates, setAlternates] = useState(true);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const [found, setFound] = useState<Answer<"accompany">>();
  const where = chosen
    ? `${chosen.from === chosen.to ? say`bar` : say`bars`} ${barSpan(score.bars, chosen.from, chosen.to)}`
    : say`all bars`;
  const { about, alternates: canAlternate } = patterns.find(({ id }) => id === pattern)!;
  const params = { id: piece.id };
  const asked: Asked = {
    ...{ pattern: pattern as Asked["pattern"], alternates },
    ...(chosen ? { from: chosen.from, to: chosen.to } : {}),
  };
  const write = async () => {
    const told = await call("accompany", { params, body: asked });
    await client.invalidateQueries();
    return told;
  };
  const begin = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      setFound(await write());
      record({
        label: say`the left hand of ${piece.title}`,
        redo: [write],
        undo: [() => call("undoCorrection", { params }).then(() => client.invalidateQueries())],
      });
    } catch (error) {
      setProblem(error instanceof Error ? error.message : say`It could not be written.`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle component="h2">
        {found ? say`The left hand is written` : say`A left hand from the chord symbols`}
      </DialogTitle>
      <DialogContent className="stack">
        {busy && <LinearProgress />}
        {problem && (
          <Alert severity="error" role="alert">{say`${problem} Nothing was changed.`}</Alert>
        )}
        {found ? (
          <Written found={found} />
        ) : (
          <>
            <p>{say`For ${where}; a pick-up stays the tune's alone.`}</p>
            <RadioGroup
              aria-label={say`How it goes`}
              value={pattern}
              onChange={(_, value) => setPattern(value)}
            >
              {patterns.map(({ id, name }) => (
                <FormControlLabel key={id} value={id} label={name} control={<Radio />} />
              ))}
            </RadioGroup>
            <p className="soft small">{about}</p>
            {canAlternate && (
              <FormControlLabel
                label={say`The bass goes to the fifth and back while a chord stays`}
                control={
                  <Checkbox checked={alternates} onChange={(_, value) => setAlternates(value)} />
                }
              />
            )}
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{found ? say`Good` : say`Cancel`}</Button>
        {!found && (
          <Button variant="contained" disabled={busy} onClick={() => void begin()}>
            {say`Write it`}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

function Written({ found }: { readonly found: Answer<"accompany"> }) {
  return (
    <>
      <p>{say`Suggest fingers for the left hand next; other bars can be written another way.`}</p>
      {found.reasons.length > 0 && (
        <ul className="reasons">
          {found.reasons.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
      {(found.moved.length > 0 || found.orphaned.length > 0) && <Told report={found} />}
    </>
  );
}
