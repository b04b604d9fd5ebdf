import { Button } from '@mui/material';
import { handName, instrument as instrumentOf } from '@yarrow-ridge/core/instruments';
import dayjs from 'dayjs';
import { useState } from 'react';
import { useAnswer } from '../api/queries.ts';

/** Every try, the newest first. */
export function TryLog({ assignmentId, instrument }: { assignmentId: string; instrument: string }) {
  const [page, setPage] = useState(1);
  const [open, setOpen] = useState(false);
  const log = useAnswer('log', { id: assignmentId }, { page: String(page) }, open).data;
  const pages = log ? Math.max(1, Math.ceil(log.total / log.pageSize)) : 1;
  return (
    <details className="card" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary><b className="serif">Log</b> <span className="soft">every try</span></summary>
      {log && log.total === 0 && <p className="soft">No try yet. Open a card and begin.</p>}
      {log && log.total > 0 && (
        <>
          <table className="log">
            <thead><tr><th>When</th><th>Bars</th><th>Hands</th><th>Tempo</th><th>Try</th></tr></thead>
            <tbody>
              {log.items.map((one) => (
                <tr key={one.id}>
                  <td>{dayjs(one.at).format('D MMM HH:mm')}</td><td>{one.bars.replace(/^bars? /, '')}</td><td>{handName(instrumentOf(instrument), one.hands)}</td><td>{one.tempo}</td>
                  <td>{one.result === 'clean' ? '● clean' : '✕ slip'}{one.promoted ? ' ↑ step earned' : ''}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {pages > 1 && (
            <div className="row">
              <Button disabled={page === 1} onClick={() => setPage(page - 1)}>Newer</Button><span className="soft">page {page} of {pages}</span><Button disabled={page === pages} onClick={() => setPage(page + 1)}>Older</Button>
            </div>
          )}
        </>
      )}
    </details>
  );
}
