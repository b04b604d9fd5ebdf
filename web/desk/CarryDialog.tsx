import {
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
} from "@mui/material";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import {
  carryFingers,
  carryPedal,
  carryPositions,
  carryRemarks,
  carryWords,
  type Return,
} from "@yarrow-ridge/core/form";
import {
  barSpan,
  lastBarOf,
  positionRecord,
  toNumber,
  toText,
  type Score,
  type Section,
} from "@yarrow-ridge/core/score";
import { carryShape } from "@yarrow-ridge/core/shaping";
import { useMemo, useState } from "react";
import { sectionPut, TEACHER, useAnnotationEdits } from "../edits/annotations.ts";
import type { Written } from "./useDeskPiece.ts";

const KINDS = [
  ["words", "words"],
  ["fingers", "fingers"],
  ["positions", "positions of the hands"],
  ["pedal", "pedal marks"],
  ["shape", "marks of the shape"],
  ["notes", "notes to yourself"],
] as const;
type Kind = (typeof KINDS)[number][0];

/**
 * What was written in a section, carried to where it returns; says beforehand where that is and
 * what does not fit.
 */
export function CarryDialog({
  piece,
  score,
  form,
  section,
  sections,
  written,
  onClose,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  section: Section;
  sections: readonly Section[];
  written: Written;
  onClose: () => void;
}) {
  const edits = useAnnotationEdits(piece.id);
  const [off, setOff] = useState<readonly Kind[]>([]);
  const [from, to] = [section.from.bar, lastBarOf(section.to)];
  const found = useMemo(() => {
    const returns = form.returns as readonly Return[];
    const { pedal, shape, remarks } = written;
    const fingers = new Map([...written.fingers].map(([id, one]) => [id, one.finger]));
    return {
      words: carryWords(score, returns, sections, section),
      fingers: carryFingers(score, returns, fingers, from, to),
      pedal: carryPedal(score, returns, pedal, from, to),
      notes: carryRemarks(score, returns, remarks, from, to),
      positions: carryPositions(
        score,
        returns,
        written.positions.filter((one) => one.layer === TEACHER),
        from,
        to,
      ),
      shape: carryShape(score, returns, shape, from, to),
    };
  }, [score, form, section, sections, written, from, to]);
  const many: Record<Kind, number> = {
    words: found.words.sections.length,
    fingers: found.fingers.fingerings.length,
    pedal: found.pedal.marks.length,
    notes: found.notes.remarks.length,
    positions: found.positions.positions.length,
    shape: found.shape.count,
  };
  const wanted = KINDS.map(([kind]) => kind).filter(
    (kind) => many[kind] > 0 && !off.includes(kind),
  );
  const misfits = KINDS.filter(([kind]) => !off.includes(kind)).flatMap(
    ([kind]) => found[kind].misfits,
  );
  const carry = async () => {
    onClose();
    const label = `of ${section.name} carried to its returns`;
    if (wanted.includes("words")) {
      await edits.sections(
        found.words.sections.flatMap(({ id, words, about }) => {
          const target = sections.find((one) => one.id === id);
          return target ? [{ ...sectionPut(target), words, about }] : [];
        }),
        [],
        `words ${label}`,
      );
    }
    if (wanted.includes("fingers"))
      await edits.fingers(found.fingers.fingerings, `fingers ${label}`);
    if (wanted.includes("pedal"))
      await edits.pedal(
        (marks) => [
          ...marks,
          ...found.pedal.marks.map((mark) => ({
            bar: mark.bar,
            offset: toNumber(mark.offset),
            exact: toText(mark.offset),
            kind: mark.kind,
            ...(mark.depth ? { depth: mark.depth } : {}),
            ...(mark.pedal ? { pedal: mark.pedal } : {}),
          })),
        ],
        `pedal ${label}`,
      );
    if (wanted.includes("positions"))
      await edits.positions(
        (all) => [
          ...all,
          ...found.positions.positions.map((one) => ({ ...positionRecord(one), layer: one.layer })),
        ],
        `positions ${label}`,
      );
    if (wanted.includes("shape"))
      await edits.shape(score, () => found.shape.shape, `shape ${label}`);
    if (wanted.includes("notes"))
      await edits.remarks(
        found.notes.remarks.map((one) => ({
          id: crypto.randomUUID(),
          bar: one.bar,
          offset: toText(one.offset),
          noteId: one.noteId ?? null,
          text: one.text,
        })),
        [],
        `notes ${label}`,
      );
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle component="h2">Carry {section.name} to its returns</DialogTitle>
      <DialogContent className="stack">
        {wanted.length === 0 && off.length === 0 && (
          <p className="soft">
            {misfits.length
              ? "Everywhere it returns something is written already."
              : "Nothing is written here that a return could take over, or this section does not return."}
          </p>
        )}
        <div className="stack">
          {KINDS.filter(([kind]) => many[kind] > 0).map(([kind, name]) => (
            <div key={kind}>
              <FormControlLabel
                label={
                  <>
                    {many[kind]}{" "}
                    {kind === "words"
                      ? many[kind] === 1
                        ? "section takes its words"
                        : "sections take its words"
                      : name}{" "}
                    <span className="soft">
                      to{" "}
                      {found[kind].to
                        .slice(0, 8)
                        .map((one) => barSpan(score.bars, one.from, one.to))
                        .join(", ")}
                      {found[kind].to.length > 8 ? " and more" : ""}
                    </span>
                  </>
                }
                control={
                  <Checkbox
                    checked={!off.includes(kind)}
                    onChange={(_, on) =>
                      setOff(on ? off.filter((one) => one !== kind) : [...off, kind])
                    }
                  />
                }
              />
            </div>
          ))}
        </div>
        {misfits.length > 0 && (
          <>
            <h3>Does not fit</h3>
            <ul className="reasons small">
              {misfits.slice(0, 20).map((text) => (
                <li key={text}>{text}</li>
              ))}
              {misfits.length > 20 && <li>and {misfits.length - 20} more</li>}
            </ul>
          </>
        )}
        <p className="small soft">
          Transposed or in another octave where that is what the return is. What is written there
          already stays; each kind can be undone.
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={wanted.length === 0} onClick={() => void carry()}>
          Carry
        </Button>
      </DialogActions>
    </Dialog>
  );
}
