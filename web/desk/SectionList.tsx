import { say, small } from "@yarrow-ridge/core/words";
import CarryIcon from "@mui/icons-material/RedoOutlined";
import DeleteIcon from "@mui/icons-material/DeleteOutlined";
import EditIcon from "@mui/icons-material/EditOutlined";
import { IconButton } from "@mui/material";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import { barSpan, lastBarOf, nest, type Score, type Section } from "@yarrow-ridge/core/score";
import { shapeWords } from "@yarrow-ridge/core/shaping";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { useState } from "react";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { aboutText } from "../piece/AboutFields.tsx";
import { CarryDialog } from "./CarryDialog.tsx";
import { DeletedSections } from "./DeletedSections.tsx";
import { newByHand, newText } from "./newWork.ts";
import { SectionForm } from "./SectionForm.tsx";
import type { Written } from "../piece/useDeskPiece.ts";

/**
 * The sections in order of place, nested; each can be shown, changed, carried to its returns,
 * removed.
 */
export function SectionList({
  piece,
  score,
  form,
  sections,
  written,
  onShow,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  sections: readonly Section[];
  written: Written;
  onShow: (from: number, to: number) => void;
}) {
  const edits = useAnnotationEdits(piece.id);
  const nameOf = (hand: string) => small(handName(instrument(piece.instrument), hand));
  const [editing, setEditing] = useState<string>();
  const [carrying, setCarrying] = useState<string>();
  const carried = sections.find((one) => one.id === carrying);
  return (
    <>
      <ul className="plain-list">
        {nest(sections).map(({ section, depth }) => {
          const [from, to] = [section.from.bar, lastBarOf(section.to)];
          const shaped = piece.onPaper
            ? []
            : shapeWords(score, written.shape, section.from, section.to, nameOf);
          return (
            <li key={section.id} className="section-line" style={{ marginLeft: depth * 18 }}>
              {editing === section.id ? (
                <SectionForm
                  score={score}
                  piece={piece}
                  from={from}
                  to={to}
                  section={section}
                  heading={say`Section ${section.name}`}
                  action={say`Save`}
                  onSave={(draft) => {
                    setEditing(undefined);
                    void edits.sections(
                      [{ id: section.id, ...draft }],
                      [],
                      say`section ${draft.name}`,
                    );
                  }}
                  onCancel={() => setEditing(undefined)}
                />
              ) : (
                <div className="section-row">
                  <button
                    type="button"
                    className="section-open"
                    title={say`new: ${newByHand(form, piece.instrument, from, to)}`}
                    onClick={() => onShow(from, to)}
                  >
                    <span>
                      <b className="serif">{section.name}</b>{" "}
                      <span>
                        {from === to ? say`bar` : say`bars`} {barSpan(score.bars, from, to)}
                      </span>{" "}
                      <span className="soft">· {newText(form, from, to)}</span>
                    </span>
                  </button>
                  <IconButton
                    size="small"
                    aria-label={say`Carry section ${section.name} to its returns`}
                    title={say`Carry to its returns`}
                    onClick={() => setCarrying(section.id)}
                  >
                    <CarryIcon fontSize="small" />
                  </IconButton>
                  <IconButton
                    size="small"
                    aria-label={say`Edit section ${section.name}`}
                    title={say`Change`}
                    onClick={() => setEditing(section.id)}
                  >
                    <EditIcon fontSize="small" />
                  </IconButton>
                  <IconButton
                    size="small"
                    aria-label={say`Remove section ${section.name}`}
                    title={say`Remove`}
                    onClick={() =>
                      void edits.sections([], [section.id], say`removing section ${section.name}`)
                    }
                  >
                    <DeleteIcon fontSize="small" />
                  </IconButton>
                  {aboutText(section.words, section.about ?? {}, nameOf) && (
                    <p className="soft small section-words">
                      {aboutText(section.words, section.about ?? {}, nameOf)}
                    </p>
                  )}
                  {shaped.length > 0 && (
                    <p className="small section-words section-shape">{shaped.join(" · ")}</p>
                  )}
                </div>
              )}
            </li>
          );
        })}
      </ul>
      <DeletedSections
        piece={piece.id}
        score={score}
        there={new Set(sections.map(({ id }) => id))}
      />
      {carried && (
        <CarryDialog
          piece={piece}
          score={score}
          form={form}
          section={carried}
          sections={sections}
          written={written}
          onClose={() => setCarrying(undefined)}
        />
      )}
    </>
  );
}
