import type { FormAnswer, Piece } from '@yarrow-ridge/contract';
import { handName, instrument } from '@yarrow-ridge/core/instruments';
import { barSpan, type Score } from '@yarrow-ridge/core/score';
import { Tooltip } from '@mui/material';

/** Per hand on the bar axis: what is new stands solid, what returns is hatched; a click shows the return. */
export function ReturnsStrip({ piece, score, form, chosen, onChoose }: {
  piece: Piece; score: Score; form: FormAnswer; chosen: { from: number; to: number } | undefined; onChoose: (from: number, to: number) => void;
}) {
  const kind = instrument(piece.instrument);
  return (
    <div className="returns" role="group" aria-label="New bars and returns in each hand">
      {Object.entries(form.isNew).map(([hand, isNew]) => (
        <div key={hand} className="returns-row">
          <span className="returns-name">{handName(kind, hand)} <span className="soft">{form.newBarsByHand[hand]} new</span></span>
          <div className="returns-axis" style={{ gridTemplateColumns: `repeat(${form.bars}, 1fr)` }}>
            {isNew.map((fresh, bar) => <span key={bar} className={fresh ? 'is-new' : 'is-known'} style={{ gridColumn: bar + 1 }} />)}
            {form.returns.filter((found) => found.hand === hand && found.to > found.from).map((found) => {
              const text = `${barSpan(score.bars, found.from, found.to)}: as ${barSpan(score.bars, found.of, found.ofTo)}${found.relation === 'octave' ? `, ${Math.abs(found.interval) / 12 > 1 ? 'octaves' : 'an octave'} ${found.interval > 0 ? 'higher' : 'lower'}` : ''}`;
              const active = chosen !== undefined && found.from <= chosen.to && found.to >= chosen.from;
              return (
                <Tooltip key={`${found.from} ${found.relation}`} title={text}>
                  <button type="button" className={`returns-span ${found.relation}${active ? ' active' : ''}`} aria-label={`Return: bars ${text}`}
                    style={{ gridColumn: `${found.from + 1} / ${found.to + 2}` }} onClick={() => onChoose(found.from, found.to)} />
                </Tooltip>
              );
            })}
          </div>
        </div>
      ))}
    </div>
  );
}
