import { Button, Checkbox, FormControlLabel, TextField } from '@mui/material';
import { barSpan, type Score } from '@yarrow-ridge/core/score';
import { useState } from 'react';
import { useAnswer } from '../api/queries.ts';
import { readCut } from './cut.ts';

const minutes = (seconds: number): string => `${Math.floor(seconds / 60)} min ${String(Math.round(seconds % 60)).padStart(2, '0')} s`;

/** The road through the piece: which repeats are taken, or a cut for a performance, and how long that lasts. */
export function Road({ pieceId, score }: { pieceId: string; score: Score }) {
  const [skipped, setSkipped] = useState<readonly number[]>([]);
  const [cut, setCut] = useState('');
  const [tempo, setTempo] = useState('');
  const stretches = cut.trim() ? readCut(cut, score) : undefined;
  const all = useAnswer('order', { id: pieceId }, {}).data;
  const repeats = all?.repeats ?? [];
  const taken = repeats.filter((one) => !skipped.includes(one.to)).map((one) => one.to);
  const order = useAnswer('order', { id: pieceId }, {
    repeats: skipped.length === 0 ? 'all' : taken.length === 0 ? 'none' : taken.join(','),
    ...(stretches ? { cut: stretches.map(([from, to]) => `${from}-${to}`).join(',') } : {}), ...(Number(tempo) >= 10 && Number(tempo) <= 400 ? { tempo } : {}),
  });
  return (
    <section className="card stack">
      <h2>The road</h2>
      {order.data && <p className="survey-road">{order.data.text} <span className="soft">· {order.data.bars.length} bars · {minutes(order.data.seconds)}</span></p>}
      {repeats.length > 0 && !stretches && (
        <div className="row">
          {repeats.map((one) => (
            <FormControlLabel key={one.to} label={`repeat ${barSpan(score.bars, one.from, one.to)}`} control={<Checkbox size="small" checked={!skipped.includes(one.to)} onChange={(_, on) => setSkipped(on ? skipped.filter((bar) => bar !== one.to) : [...skipped, one.to])} />} />
          ))}
          {repeats.length > 1 && <Button size="small" onClick={() => setSkipped(skipped.length ? [] : repeats.map((one) => one.to))}>{skipped.length ? 'all repeats' : 'none, as in exams'}</Button>}
        </div>
      )}
      <div className="row">
        <TextField label="Cut for a performance" placeholder={`1–${score.bars[Math.floor(score.bars.length / 3)]!.number}, ${score.bars[Math.floor((score.bars.length * 2) / 3)]!.number}–${score.bars.at(-1)!.number}`} value={cut} onChange={(event) => setCut(event.target.value)}
          className="grow" error={Boolean(cut.trim()) && !stretches} helperText={cut.trim() && !stretches ? 'Bars as printed, such as 1–24, 61–79' : undefined} />
        <TextField label="Tempo" type="number" value={tempo} onChange={(event) => setTempo(event.target.value)} sx={{ width: 100 }} />
      </div>
    </section>
  );
}
