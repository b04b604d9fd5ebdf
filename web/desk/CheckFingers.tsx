import { Button } from '@mui/material';
import type { Piece } from '@yarrow-ridge/contract';
import type { Score } from '@yarrow-ridge/core/score';
import { useState } from 'react';
import { useAnswer } from '../api/queries.ts';
import { call } from '../api/client.ts';
import { enqueueSnackbar } from 'notistack';
import { useDesk } from './useDesk.ts';

type Doubts = Awaited<ReturnType<typeof call<'checkFingerings'>>>;

/** Looks through what is written: what cannot be reached, what differs from its return, what was changed late. */
export function CheckFingers({ piece, score, reach }: { piece: Piece; score: Score; reach: number | undefined }) {
  const { set } = useDesk();
  const [found, setFound] = useState<Doubts & { revision: number }>();
  const revision = useAnswer('annotations', { id: piece.id }).data?.revision ?? 0;
  const check = async () => {
    try {
      setFound({ ...(await call('checkFingerings', { params: { id: piece.id }, body: reach ? { player: { reach } } : {} })), revision });
    } catch (error) {
      enqueueSnackbar(error instanceof Error ? error.message : 'The fingers could not be checked.', { variant: 'error' });
    }
  };
  const go = (id: string | undefined) => {
    const note = score.notes.find((one) => one.id === id);
    if (note) set({ note: note.id, chosen: { from: note.bar, to: note.bar } });
  };
  return (
    <div className="card stack">
      <div className="row spread">
        <h2>What is written</h2>
        <Button size="small" variant="outlined" onClick={() => void check()}>{found ? 'Check again' : 'Check'}</Button>
      </div>
      {!found && <p className="small soft">Spans, one finger twice in a row, returns fingered otherwise, fingers changed after they were practised.</p>}
      {found && found.revision !== revision && <p className="small soft">Edited since: check again.</p>}
      {found && found.doubts.length === 0 && <p>{found.fingers === 0 ? 'No finger is written yet.' : `Nothing to doubt in ${found.fingers} fingers.`}</p>}
      {found && found.doubts.length > 0 && (
        <ul className="reasons">
          {found.doubts.slice(0, 40).map((doubt, i) => <li key={i}><button type="button" className="bar-link" onClick={() => go(doubt.notes[0])}>{doubt.text}</button></li>)}
          {found.doubts.length > 40 && <li className="soft">and {found.doubts.length - 40} more</li>}
        </ul>
      )}
    </div>
  );
}
