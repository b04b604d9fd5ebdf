import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { call } from '../api/client.ts';
import { useAnswer } from '../api/queries.ts';
import { useHistory } from '../edits/history.ts';
import { Title } from '../shell/Title.tsx';
import './studio.css';

/** What was put away, to be brought back. */
export function ArchiveScreen() {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  const pieces = useAnswer('listPieces', {}, { archived: 'true', sort: 'title' }).data;
  const students = useAnswer('listStudents', {}, { archived: 'true' }).data;
  const refresh = () => client.invalidateQueries();
  const piece = (id: string, archived: boolean) => call('editPiece', { params: { id }, body: { archived } }).then(refresh);
  const student = (id: string, archived: boolean) => call('editStudent', { params: { id }, body: { archived } }).then(refresh);
  const nothing = pieces?.total === 0 && students?.total === 0;
  return (
    <div className="archive stack">
      <Title name="Archive" />
      {nothing && <p className="soft">Nothing is archived. Pieces and students that you archive rest here with all their work, and can be brought back.</p>}
      {[...(students?.items ?? []).map((one) => ({ id: one.id, name: one.name, what: 'student', send: student })),
        ...(pieces?.items ?? []).map((one) => ({ id: one.id, name: one.title, what: one.composer || 'piece', send: piece }))].map((one) => (
        <div key={one.id} className="card row spread">
          <span><b className="serif">{one.name}</b> <span className="soft">{one.what}</span></span>
          <Button variant="outlined" onClick={() => void perform({ label: `bringing back ${one.name}`, redo: () => one.send(one.id, false), undo: () => one.send(one.id, true) })}>Bring back</Button>
        </div>
      ))}
    </div>
  );
}
