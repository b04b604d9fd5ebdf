import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { AnnotationsAnswer, FormAnswer, Piece } from "@yarrow-ridge/contract";
import {
  barSpan,
  startOf,
  type Place,
  type Score,
  type Section,
  type Shape,
} from "@yarrow-ridge/core/score";
import { shapeDoubts } from "@yarrow-ridge/core/shaping";
import { Link } from "react-router";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { HereActions } from "./HereActions.tsx";
import { newByHand, newText } from "./newWork.ts";
import { ReadingsList } from "../piece/ReadingsList.tsx";
import { RemarkBox } from "./RemarkBox.tsx";
import { ReturnsHere } from "./ReturnsHere.tsx";
import { SectionForm } from "./SectionForm.tsx";
import { SectionList } from "./SectionList.tsx";
import { LeftHandNotice } from "./LeftHandNotice.tsx";
import { StavesNotice } from "./StavesNotice.tsx";
import { Suggested } from "./Suggested.tsx";
import { useDesk } from "../piece/useDesk.ts";
import type { Written } from "../piece/useDeskPiece.ts";

/**
 * The form stratum's side: name the chosen bars, take up the suggestion, keep the list of sections.
 */
export function FormPanel({
  piece,
  score,
  form,
  sections,
  climax,
  readings,
  written,
  onShow,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  sections: readonly Section[];
  climax: Place | undefined;
  readings: AnnotationsAnswer["readings"];
  written: Written;
  onShow: (from: number, to: number) => void;
}) {
  const edits = useAnnotationEdits(piece.id);
  const { shape, remarks } = written;
  const { chosen, set } = useDesk();
  return (
    <div className="stack">
      <LeftHandNotice piece={piece} score={score} />
      <StavesNotice pieceId={piece.id} layout={score.layout} />
      {chosen ? (
        <>
          <SectionForm
            score={score}
            piece={piece}
            from={chosen.from}
            to={chosen.to}
            suggestedName={nextName(sections)}
            heading={
              `${chosen.from === chosen.to ? say`Bar` : say`Bars`} ` +
              `${barSpan(score.bars, chosen.from, chosen.to)} · ` +
              newText(form, chosen.from, chosen.to)
            }
            action={say`Name this section`}
            onSave={(draft) =>
              void edits
                .addSections([draft], say`section ${draft.name}`)
                // other bars may have been chosen in the meantime
                .then(
                  (ok) => ok && useDesk.getState().chosen === chosen && set({ chosen: undefined }),
                )
            }
            onCancel={() => set({ chosen: undefined })}
          />
          {!piece.onPaper && (
            <p className="small soft here-new">{say`new: ${
              newByHand(form, piece.instrument, chosen.from, chosen.to) ||
              newText(form, chosen.from, chosen.to)
            }`}</p>
          )}
          <HereActions
            piece={piece}
            score={score}
            sections={sections}
            climax={climax}
            chosen={chosen}
          />
          <RemarkBox
            key={`remarks ${chosen.from}`}
            piece={piece}
            score={score}
            remarks={remarks}
            at={startOf(chosen.from)}
            to={chosen.to}
          />
          <ReturnsHere score={score} form={form} piece={piece} chosen={chosen} onShow={onShow} />
        </>
      ) : (
        <p className="soft">{say`Drag over the ridge, or click bars in the score (with Shift for
          more), to name a section.`}</p>
      )}
      {sections.length === 0 && !piece.onPaper && (
        <Suggested piece={piece} score={score} form={form} onShow={onShow} />
      )}
      {sections.length === 0 && piece.onPaper && (
        <p className="soft small">{say`Where a section comes back, give it the same name (A, A), or
          a prime when it is changed (A′): the plan then knows how much is really new.`}</p>
      )}
      {piece.onPaper && sections.length === 0 && (
        <div>
          <Button
            variant="outlined"
            component={Link}
            to={`/pieces/${piece.id}/pages`}
          >{say`Bring pictures of its pages`}</Button>
        </div>
      )}
      {sections.length > 0 && <h2>{say`Sections`}</h2>}
      <SectionList
        piece={piece}
        score={score}
        form={form}
        sections={sections}
        written={written}
        onShow={onShow}
      />
      <ReadingsList pieceId={piece.id} score={score} readings={readings} onShow={onShow} />
      {climax && <Climax score={score} shape={shape} climax={climax} onShow={onShow} />}
      {sections.length > 0 && !piece.onPaper && (
        <details className="small">
          <summary>{say`What the notes suggest`}</summary>
          <Suggested piece={piece} score={score} form={form} onShow={onShow} />
        </details>
      )}
      {piece.warnings.length > 0 && (
        <details className="small">
          <summary>{say`${piece.warnings.length}
            ${piece.warnings.length === 1 ? say`remark` : say`remarks`} on the file`}</summary>
          <ul>
            {piece.warnings.map((warning) => (
              <li key={warning.message}>{warning.message}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

/** Where the piece is to be at its highest, and whether its marks agree. */
function Climax({
  score,
  shape,
  climax,
  onShow,
}: {
  score: Score;
  shape: Shape;
  climax: Place;
  onShow: (from: number, to: number) => void;
}) {
  const doubt = shapeDoubts(score, [], climax, shape).find((one) => one.kind === "climax");
  return (
    <p className="row climax-line">
      <span>
        {say`Climax: `}
        <Button
          size="small"
          onClick={() => onShow(climax.bar, climax.bar)}
        >{say`bar ${score.bars[climax.bar]!.number}`}</Button>
      </span>
      {doubt && <span className="small soft">{doubt.text}</span>}
    </p>
  );
}

/** The next letter nobody has used. */
function nextName(sections: readonly Section[]): string {
  const used = new Set(sections.map((section) => section.name));
  return [..."ABCDEFGHIJKLMNOPQRSTUVWXYZ"].find((letter) => !used.has(letter)) ?? "";
}
