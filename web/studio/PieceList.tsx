import SearchIcon from '@mui/icons-material/Search';
import { Button, InputAdornment, MenuItem, TextField } from '@mui/material';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { useAnswer } from '../api/queries.ts';

/** The repertoire, searched, sorted and paged on the server. */
export function PieceList() {
  const [q, setQ] = useState('');
  const [sort, setSort] = useState('newest');
  const [page, setPage] = useState(1);
  const asked = useDeferredValue(q);
  const list = useAnswer('listPieces', {}, { sort, page: String(page), ...(asked ? { q: asked } : {}) });
  const working = useAnswer('listAssignments', {}, {}).data?.items ?? [];
  const { items = [], total = 0, pageSize = 1 } = list.data ?? {};
  const pages = Math.ceil(total / pageSize);
  return (
    <div className="stack">
      {(total > 5 || q !== '') && (
        <div className="row">
          <TextField placeholder="Find a piece" value={q} onChange={(event) => { setQ(event.target.value); setPage(1); }} className="grow"
            slotProps={{ htmlInput: { 'aria-label': 'Find a piece', maxLength: 200 }, input: { startAdornment: <InputAdornment position="start"><SearchIcon fontSize="small" /></InputAdornment> } }} />
          <TextField select value={sort} onChange={(event) => setSort(event.target.value)} slotProps={{ htmlInput: { 'aria-label': 'Order' } }}>
            <MenuItem value="newest">newest first</MenuItem><MenuItem value="title">by title</MenuItem><MenuItem value="composer">by composer</MenuItem><MenuItem value="bars">shortest first</MenuItem>
          </TextField>
        </div>
      )}
      {list.data && items.length === 0 && <p className="soft">{q ? `Nothing called “${q}”.` : 'No piece yet.'}</p>}
      <ul className="plain-list">
        {items.map((piece) => {
          const players = working.filter((one) => one.pieceId === piece.id);
          return (
            <li key={piece.id} className="piece-line">
              <Link to={`/pieces/${piece.id}${players[0] ? `?for=${players[0].id}` : ''}`} className="piece-open">
                <span className="roster-name">{piece.title}</span>
                <span className="soft">{[piece.composer, piece.instrument === 'piano' ? '' : piece.instrument, piece.key, piece.metre].filter(Boolean).join(' · ')}</span>
                <span className="soft">{piece.bars} bars, {piece.newBars} new{players.length ? ` · ${players.map((one) => one.studentName.split(' ')[0]).join(', ')}` : ''}</span>
              </Link>
            </li>
          );
        })}
      </ul>
      {pages > 1 && (
        <div className="row">
          <Button disabled={page === 1} onClick={() => setPage(page - 1)}>Earlier</Button>
          <span className="soft">page {page} of {pages}</span>
          <Button disabled={page === pages} onClick={() => setPage(page + 1)}>Later</Button>
        </div>
      )}
    </div>
  );
}
