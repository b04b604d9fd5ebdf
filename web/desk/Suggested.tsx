import { say } from "@yarrow-ridge/core/words";
import { Button, Slider } from "@mui/material";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { useAnswer } from "../answers/queries.ts";
import { useAnnotationEdits } from "../edits/annotations.ts";
import type { SectionDraft } from "../edits/puts.ts";

type Suggestion = FormAnswer["sections"][number];
const GRAINS = ["coarse", "medium", "fine"] as const;
const draftsOf = (sections: readonly Suggestion[]): SectionDraft[] =>
  sections.map(({ label, from, to }) => ({
    name: label,
    words: "",
    from: { bar: from, offset: 0 },
    to: { bar: to + 1, offset: 0 },
  }));

/**
 * Sections as the returns suggest them, in pencil, coarser or finer; each says why it begins where
 * it does.
 */
export function Suggested({
  piece,
  score,
  form,
  onShow,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  onShow: (from: number, to: number) => void;
}) {
  const edits = useAnnotationEdits(piece.id);
  const [grain, setGrain] = useState(1);
  const asked = useAnswer("form", { id: piece.id }, { grain: GRAINS[grain]! }, grain !== 1);
  const { sections, formName } = (grain === 1 ? undefined : asked.data) ?? form;
  const phrases = sections.flatMap((one) => one.children);
  if (sections.length < 2 && phrases.length === 0 && grain === 1)
    return (
      <p className="soft">{say`Nothing in this piece returns for long enough to suggest sections.
        Choose bars and name them yourself.`}</p>
    );
  return (
    <div className="card pencil-card stack">
      <h2>{say`Suggested sections`}</h2>
      <div className="suggest-grain">
        <span className="soft small">{say`coarse`}</span>
        <Slider
          value={grain}
          min={0}
          max={2}
          step={1}
          marks
          size="small"
          onChange={(_, value) => setGrain(value)}
          aria-label={say`Grain`}
          getAriaValueText={(value) => GRAINS[value]!}
        />
        <span className="soft small">{say`fine`}</span>
      </div>
      <ul className="plain-list">
        {sections.map((one) => (
          <li key={one.from} className="section-line">
            <button type="button" className="section-open" onClick={() => onShow(one.from, one.to)}>
              <span>
                <b className="serif">{one.label}</b> {barSpan(score.bars, one.from, one.to)}
              </span>
              <span className="soft small">{say`because ${one.reason}`}</span>
            </button>
            {one.children.length > 0 && (
              <div className="suggest-phrases small">
                {one.children.map((phrase) => (
                  <button
                    key={phrase.from}
                    type="button"
                    className="bar-link"
                    title={say`because ${phrase.reason}`}
                    onClick={() => onShow(phrase.from, phrase.to)}
                  >
                    <b className="serif">{phrase.label}</b>{" "}
                    {barSpan(score.bars, phrase.from, phrase.to)}
                  </button>
                ))}
              </div>
            )}
          </li>
        ))}
      </ul>
      {formName && (
        <p className="small">
          {say`Perhaps `}
          <b>{formName.name}</b>. <span className="soft">{formName.caveat}</span>
        </p>
      )}
      <div className="row">
        <Button
          variant="contained"
          onClick={() => void edits.addSections(draftsOf(sections), say`suggested sections`)}
        >{say`Ink them`}</Button>
        {phrases.length > 0 && (
          <Button
            onClick={() =>
              void edits.addSections(
                [...draftsOf(sections), ...draftsOf(phrases)],
                say`suggested sections and phrases`,
              )
            }
          >{say`With phrases`}</Button>
        )}
      </div>
    </div>
  );
}
