import EditIcon from '@mui/icons-material/EditOutlined';
import DeleteIcon from '@mui/icons-material/DeleteOutlined';
import { IconButton } from '@mui/material';
import type { FormAnswer, Piece } from '@yarrow-ridge/contract';
import { barSpan, lastBarOf, nest, toText, type Score, type Section } from '@yarrow-ridge/core/score';
import { useState } from 'react';
import { useAnnotationEdits, type SectionDraft } from '../edits/annotations.ts';
import { ReturnsHere } from './ReturnsHere.tsx';
import { SectionForm } from './SectionForm.tsx';
import { Suggested } from './Suggested.tsx';
import { useDesk } from './useDesk.ts';

export const draftOf = (section: Section): SectionDraft => ({
  name: section.name, words: section.words,
  from: { bar: section.from.bar, offset: toText(section.from.offset) }, to: { bar: section.to.bar, offset: toText(section.to.offset) },
});

/** The form stratum's side: name the chosen bars, take up the suggestion, keep the list of sections. */
export function FormPanel({ piece, score, form, sections, onShow }: {
  piece: Piece; score: Score; form: FormAnswer; sections: readonly Section[]; onShow: (from: number, to: number) => void;
}) {
  const edits = useAnnotationEdits(piece.id);
  const { chosen, set } = useDesk();
  const [editing, setEditing] = useState<string>();
  const spanOf = (section: Pick<Section, 'from' | 'to'>) => barSpan(score.bars, section.from.bar, lastBarOf(section.to));
  const newIn = (from: number, to: number) => Object.values(form.isNew)[0]!.slice(from, to + 1).filter((_, i) => Object.values(form.isNew).some((hand) => hand[from + i])).length;
  const workIn = (from: number, to: number) => Math.round(Array.from({ length: to - from + 1 }, (_, i) => Math.max(...Object.values(form.work).map((hand) => hand[from + i] ?? 0))).reduce((sum, one) => sum + one, 0));
  const newText = (from: number, to: number) => (workIn(from, to) < newIn(from, to) ? `${newIn(from, to)} new, the work of ${workIn(from, to)}` : `${newIn(from, to)} new`);
  return (
    <div className="stack">
      {chosen ? (
        <SectionForm key={`${chosen.from}-${chosen.to}`} score={score} from={chosen.from} to={chosen.to} suggestedName={nextName(sections)}
          heading={`${chosen.from === chosen.to ? 'Bar' : 'Bars'} ${barSpan(score.bars, chosen.from, chosen.to)} · ${newText(chosen.from, chosen.to)}`} action="Name this section"
          onSave={(draft) => void edits.addSections([draft], `section ${draft.name}`).then((ok) => ok && set({ chosen: undefined }))} onCancel={() => set({ chosen: undefined })} />
      ) : (
        <p className="soft">Drag over the ridge, or click bars in the score (with Shift for more), to name a section.</p>
      )}
      {chosen && <ReturnsHere score={score} form={form} piece={piece} chosen={chosen} onShow={onShow} />}
      {sections.length === 0 && <Suggested piece={piece} score={score} form={form} onShow={onShow} />}
      {sections.length > 0 && <h2>Sections</h2>}
      <ul className="plain-list">
        {nest(sections).map(({ section, depth }) => (
          <li key={section.id} className="section-line" style={{ marginLeft: depth * 18 }}>
            {editing === section.id ? (
              <SectionForm score={score} from={section.from.bar} to={lastBarOf(section.to)} section={section} heading={`Section ${section.name}`} action="Save"
                onSave={(draft) => { setEditing(undefined); void edits.editSection(section.id, draftOf(section), draft); }} onCancel={() => setEditing(undefined)} />
            ) : (
              <div className="row" style={{ flexWrap: 'nowrap', gap: 2 }}>
                <button type="button" className="section-open grow" onClick={() => onShow(section.from.bar, lastBarOf(section.to))}>
                  <span><b className="serif">{section.name}</b> <span>{section.from.bar === lastBarOf(section.to) ? 'bar' : 'bars'} {spanOf(section)}</span> <span className="soft">· {newText(section.from.bar, lastBarOf(section.to))}</span></span>
                  {section.words && <span className="soft small">{section.words}</span>}
                </button>
                <IconButton size="small" aria-label={`Edit section ${section.name}`} onClick={() => setEditing(section.id)}><EditIcon fontSize="small" /></IconButton>
                <IconButton size="small" aria-label={`Remove section ${section.name}`} onClick={() => void edits.removeSection(section.id, draftOf(section))}><DeleteIcon fontSize="small" /></IconButton>
              </div>
            )}
          </li>
        ))}
      </ul>
      {sections.length > 0 && (
        <details className="small">
          <summary>What the notes suggest</summary>
          <Suggested piece={piece} score={score} form={form} onShow={onShow} />
        </details>
      )}
      {piece.warnings.length > 0 && (
        <details className="small">
          <summary>{piece.warnings.length} {piece.warnings.length === 1 ? 'remark' : 'remarks'} on the file</summary>
          <ul>{piece.warnings.map((warning) => <li key={warning.message}>{warning.message}</li>)}</ul>
        </details>
      )}
    </div>
  );
}

/** The next letter nobody has used. */
function nextName(sections: readonly Section[]): string {
  const used = new Set(sections.map((section) => section.name));
  return [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((letter) => !used.has(letter)) ?? '';
}

