import { say } from "@yarrow-ridge/core/words";
import { v4 as newId } from "uuid";
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
  returnsFor,
  carryMarks,
  carryRemarks,
  carryWords,
  type Return,
} from "@yarrow-ridge/core/form";
import { instrument } from "@yarrow-ridge/core/instruments";
import {
  barSpan,
  lastBarOf,
  toText,
  type Score,
  type Section,
  TEACHER,
} from "@yarrow-ridge/core/score";
import { carryShape } from "@yarrow-ridge/core/shaping";
import { useMemo, useState } from "react";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { sectionPut } from "../edits/puts.ts";
import type { Written } from "../piece/useDeskPiece.ts";

/** One kind of what is written, with where it goes and how. */
interface Kind {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  readonly to: readonly { from: number; to: number }[];
  readonly misfits: readonly string[];
  readonly carry: () => Promise<unknown>;
}

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
  const [off, setOff] = useState<readonly string[]>([]);
  const [from, to] = [section.from.bar, lastBarOf(section.to)];
  const kinds = useMemo((): Kind[] => {
    const returns = form.returns as readonly Return[];
    const of = instrument(piece.instrument);
    const label = say`of ${section.name} carried to its returns`;
    const words = carryWords(score, returns, sections, section);
    const remarks = carryRemarks(score, returns, written.remarks, from, to);
    const shape = carryShape(score, returns, written.shape, from, to);
    return [
      {
        id: "words",
        name:
          words.sections.length === 1 ? say`section takes its words` : say`sections take its words`,
        count: words.sections.length,
        ...words,
        carry: () =>
          edits.sections(
            words.sections.flatMap(({ id, words: text, about }) => {
              const target = sections.find((one) => one.id === id);
              return target ? [{ ...sectionPut(target), words: text, about }] : [];
            }),
            [],
            say`words ${label}`,
          ),
      },
      ...written.said
        .filter(({ aspect }) => aspect.symbols.length > 0)
        .map(({ aspect, values }): Kind => {
          const own = new Map([...values].map(([id, one]) => [id, one.finger]));
          const carried = carryFingers(score, returnsFor(aspect, returns), own, from, to);
          const wanted = carried.fingerings.map(({ id, finger }) => ({ id, value: finger }));
          return {
            id: `note ${aspect.id}`,
            name: aspect.names,
            count: wanted.length,
            ...carried,
            carry: () => edits.notes(aspect.id, wanted, `${aspect.names} ${label}`),
          };
        }),
      ...of.strata.map((stratum): Kind => {
        const own = (written.marks.get(stratum.id) ?? []).filter((one) => one.layer === TEACHER);
        const carried = carryMarks(score, returns, stratum, own, from, to);
        const made = carried.marks.map((one) => ({ ...one, id: newId() }));
        return {
          id: stratum.id,
          name: stratum.name,
          count: made.length,
          ...carried,
          carry: () =>
            edits.marks(stratum.id, (all) => [...all, ...made], `${stratum.name} ${label}`),
        };
      }),
      {
        id: "shape",
        name: say`marks of the shape`,
        ...shape,
        carry: () => edits.shape(score, () => shape.shape, say`shape ${label}`),
      },
      {
        id: "remarks",
        name: say`notes to yourself`,
        count: remarks.remarks.length,
        ...remarks,
        carry: () =>
          edits.remarks(
            remarks.remarks.map((one) => ({
              id: newId(),
              bar: one.bar,
              offset: toText(one.offset),
              noteId: one.noteId ?? null,
              text: one.text,
            })),
            [],
            say`notes ${label}`,
          ),
      },
    ];
  }, [edits, piece.instrument, score, form, section, sections, written, from, to]);
  const wanted = kinds.filter(({ id, count }) => count > 0 && !off.includes(id));
  const misfits = kinds.filter(({ id }) => !off.includes(id)).flatMap((one) => one.misfits);
  const carry = async () => {
    onClose();
    for (const one of wanted) await one.carry();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle component="h2">{say`Carry ${section.name} to its returns`}</DialogTitle>
      <DialogContent className="stack">
        {wanted.length === 0 && off.length === 0 && (
          <p className="soft">
            {misfits.length
              ? say`Everywhere it returns something is written already.`
              : say`Nothing is written here that a return could take over, or this section does not
                return.`}
          </p>
        )}
        <div className="stack">
          {kinds
            .filter(({ count }) => count > 0)
            .map(({ id, name, count, to: there }) => (
              <div key={id}>
                <FormControlLabel
                  label={
                    <>
                      {count} {name}{" "}
                      <span className="soft">{say`to ${there
                        .slice(0, 8)
                        .map((one) => barSpan(score.bars, one.from, one.to))
                        .join(", ")}${there.length > 8 ? say` and more` : ""}`}</span>
                    </>
                  }
                  control={
                    <Checkbox
                      checked={!off.includes(id)}
                      onChange={(_, on) =>
                        setOff(on ? off.filter((one) => one !== id) : [...off, id])
                      }
                    />
                  }
                />
              </div>
            ))}
        </div>
        {misfits.length > 0 && (
          <>
            <h3>{say`Does not fit`}</h3>
            <ul className="reasons small">
              {misfits.slice(0, 20).map((text) => (
                <li key={text}>{text}</li>
              ))}
              {misfits.length > 20 && <li>{say`and ${misfits.length - 20} more`}</li>}
            </ul>
          </>
        )}
        <p className="small soft">{say`Transposed or in another octave where that is what the return
          is. What is written there already stays; each kind can be undone.`}</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{say`Cancel`}</Button>
        <Button
          variant="contained"
          disabled={wanted.length === 0}
          onClick={() => void carry()}
        >{say`Carry`}</Button>
      </DialogActions>
    </Dialog>
  );
}
