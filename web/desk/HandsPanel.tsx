import { Button, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { FormAnswer, Piece } from '@yarrow-ridge/contract';
import { carryFingers, type Return } from '@yarrow-ridge/core/form';
import { handName, instrument } from '@yarrow-ridge/core/instruments';
import { barSpan, onsets, spokenName, type Remark, type Score } from '@yarrow-ridge/core/score';
import { enqueueSnackbar } from 'notistack';
import { useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { call } from '../api/client.ts';
import { useAnnotationEdits } from '../edits/annotations.ts';
import type { WrittenFinger } from '../score/Fingers.tsx';
import { RemarkBox } from './RemarkBox.tsx';
import { useDesk } from './useDesk.ts';

/** The hands stratum's side: choose a note and type its finger; have fingers suggested for the chosen bars. */
export function HandsPanel({ piece, score, form, fingers, remarks }: { piece: Piece; score: Score; form: FormAnswer; fingers: ReadonlyMap<string, WrittenFinger>; remarks: readonly Remark[] }) {
  const { chosen, note, pencil, reasons, set } = useDesk();
  const edits = useAnnotationEdits(piece.id);
  const [busy, setBusy] = useState(false);
  const kind = instrument(piece.instrument);
  const byId = useMemo(() => new Map(score.notes.map((one) => [one.id, one])), [score]);
  const current = note === undefined ? undefined : byId.get(note);
  const hand = current?.hand ?? piece.hands[0]!;
  const line = useMemo(() => onsets(score.notes, hand), [score, hand]);
  const symbols = kind.limbs.find((limb) => limb.id === hand)?.fingers ?? [];
  const models = kind.limbs.filter((limb) => limb.model && piece.hands.includes(limb.id));

  const go = (id: string | undefined) => {
    const target = id === undefined ? undefined : byId.get(id);
    if (target) set({ note: target.id, ...(chosen && target.bar >= chosen.from && target.bar <= chosen.to ? {} : { chosen: { from: target.bar, to: target.bar } }) });
  };
  const at = line.findIndex((onset) => onset.notes.some((one) => one.id === note));
  const inChord = at < 0 ? -1 : line[at]!.notes.findIndex((one) => one.id === note);
  const along = (step: number) => go(at < 0 ? (line.find((onset) => !chosen || onset.bar >= chosen.from) ?? line[0])?.notes[0]?.id : line[at + step]?.notes[0]?.id);
  const upDown = (step: number) => go(line[at]?.notes[inChord + step]?.id);
  const otherHand = () => {
    const next = piece.hands[(piece.hands.indexOf(hand) + 1) % piece.hands.length]!;
    go(onsets(score.notes, next).find((onset) => onset.bar >= (current?.bar ?? chosen?.from ?? 0))?.notes[0]?.id);
  };
  const write = (finger: string | null) => {
    if (!current) return;
    const place = `${finger ?? 'no finger'} on ${spokenName(current.pitch)}, bar ${score.bars[current.bar]!.number}`;
    void edits.fingers([{ id: current.id, finger: finger ?? (current.finger === undefined ? null : '') }], place);
    if (finger !== null) go((line[at]?.notes[inChord + 1] ?? line[at + 1]?.notes[0])?.id);
  };
  const others = kind.limbs.filter((limb) => limb.id !== hand);
  const take = (to: string) => {
    if (!current) return;
    // back on its own staff it needs no word
    const own = kind.limbs[Math.min(current.staff, kind.limbs.length) - 1]?.id === to;
    void edits.hands([{ id: current.id, hand: own ? null : to }], `${spokenName(current.pitch)} in bar ${score.bars[current.bar]!.number} to the ${handName(kind, to).toLowerCase()}`);
  };
  const suggest = async () => {
    if (!chosen || models.length === 0 || busy) return;
    setBusy(true);
    try {
      const answers = await Promise.all(models.map(({ id }) => call('propose', { params: { id: piece.id }, body: { hand: id, from: chosen.from, to: chosen.to } })));
      const found = answers.flatMap((answer) => answer.notes).filter((one) => one.finger !== null && fingers.get(one.id)?.look !== 'ink');
      set({
        pencil: new Map([...pencil, ...found.map((one) => [one.id, String(one.finger)] as const)]),
        reasons: answers.flatMap((answer, i) => answer.reasons.map((reason) => `${models.length > 1 ? `${models[i]!.name}: ` : ''}${reason}`)),
      });
      if (found.length === 0) enqueueSnackbar('Every note in these bars has its finger already.');
    } catch (error) {
      enqueueSnackbar(error instanceof Error ? error.message : 'No fingers could be suggested.', { variant: 'error' });
    } finally {
      setBusy(false);
    }
  };
  const ink = () => {
    if (pencil.size === 0) return;
    const wanted = [...pencil].map(([id, finger]) => ({ id, finger }));
    void edits.fingers(wanted, `${wanted.length} suggested fingers`).then((ok) => ok && set({ pencil: new Map(), reasons: [] }));
  };

  const carried = useMemo(() => {
    if (!chosen) return undefined;
    const inked = new Map([...fingers].map(([id, { finger }]) => [id, finger]));
    return carryFingers(score, form.returns as readonly Return[], inked, chosen.from, chosen.to);
  }, [score, form, fingers, chosen]);
  const carry = () => {
    if (!carried) return;
    set({
      pencil: new Map([...pencil, ...carried.fingerings.map(({ id, finger }) => [id, finger] as const)]),
      reasons: [`Carried to ${carried.to.map(({ from, to }) => barSpan(score.bars, from, to)).join(', ')}, where these bars return.`, ...carried.misfits.slice(0, 6).map((text) => `Does not fit: ${text}.`)],
    });
  };

  useHotkeys('right', () => along(1), { preventDefault: true });
  useHotkeys('left', () => along(-1), { preventDefault: true });
  useHotkeys('up', () => upDown(1), { preventDefault: true });
  useHotkeys('down', () => upDown(-1), { preventDefault: true });
  useHotkeys('tab', otherHand, { preventDefault: true, enabled: note !== undefined });
  useHotkeys(symbols, (event) => write(symbols.find((symbol) => symbol === event.key.toLowerCase()) ?? null), { enabled: current !== undefined });
  useHotkeys('backspace, delete', () => write(null), { enabled: current !== undefined });
  useHotkeys('x', () => { if (others[0]) take(others[0].id); }, { enabled: current !== undefined });
  useHotkeys('s', () => void suggest());
  useHotkeys('enter', ink, { enabled: pencil.size > 0 });

  const span = chosen && barSpan(score.bars, chosen.from, chosen.to);
  return (
    <div className="stack">
      {current ? (
        <div className="card stack">
          <h2>{spokenName(current.pitch)}, bar {score.bars[current.bar]!.number}</h2>
          <p className="soft">{handName(kind, hand)} · {written(fingers.get(current.id), pencil.get(current.id))}</p>
          <ToggleButtonGroup exclusive fullWidth value={fingers.get(current.id)?.finger ?? null} aria-label="Finger" onChange={(_, value: string | null) => write(value)}>
            {symbols.map((symbol) => <ToggleButton key={symbol} value={symbol} className="finger-key">{symbol}</ToggleButton>)}
          </ToggleButtonGroup>
          {others.length > 0 && (
            <div className="row">
              {others.map((one, i) => <Button key={one.id} size="small" onClick={() => take(one.id)}>Give it to the {one.name.toLowerCase()}{i === 0 && <>&nbsp;<span className="key">x</span></>}</Button>)}
            </div>
          )}
          <RemarkBox key={current.id} piece={piece} score={score} remarks={remarks} at={current} to={current.bar} noteId={current.id} />
          <p className="small soft">Type the finger; it moves on to the next note. <span className="key">Tab</span> other hand, <span className="key">⌫</span> none.</p>
        </div>
      ) : (
        <p className="soft">Click a note, or press <span className="key">→</span>, and type its finger ({symbols.join(' ')}).</p>
      )}
      {kind.notProposed && <p className="card">{kind.notProposed}</p>}
      {models.length > 0 && (
        <div className="card pencil-card stack">
          <h2>{pencil.size ? `${pencil.size} fingers in pencil` : 'Suggest fingers'}</h2>
          {pencil.size > 0 && (
            <>
              <div className="row">
                <Button variant="contained" onClick={ink}>Ink them</Button>
                <Button onClick={() => set({ pencil: new Map(), reasons: [] })}>Rub out</Button>
              </div>
              {reasons.length > 0 && <ul className="reasons">{reasons.map((reason) => <li key={reason}>{reason}</li>)}</ul>}
              <p className="small soft">Type over any note you would finger otherwise; what you wrote stays.</p>
            </>
          )}
          {pencil.size === 0 && (chosen
            ? <p>For bars {span}, around what is written. Same fingers where bars return.</p>
            : <p className="soft">Choose bars on the ridge or in the score first.</p>)}
          {carried && carried.fingerings.length > 0 && !carried.fingerings.every(({ id }) => pencil.has(id)) && (
            <Button variant="outlined" onClick={carry}>Carry {carried.fingerings.length} fingers to {carried.to.map(({ from, to }) => barSpan(score.bars, from, to)).slice(0, 3).join(', ')}</Button>
          )}
          {(pencil.size === 0 || chosen) && (
            <div className="row">
              <Button variant={pencil.size ? 'text' : 'contained'} disabled={!chosen || busy} onClick={() => void suggest()}>{busy ? 'Thinking …' : chosen ? `Suggest for ${span}` : 'Suggest'}</Button>
              {pencil.size === 0 && <Button onClick={() => set({ chosen: { from: 0, to: score.bars.length - 1 } })}>Choose the whole piece</Button>}
            </div>
          )}
        </div>
      )}
      <p className="small soft">Never hold a stretch that has to be forced; roll it, split it or leave a note out. Pain, numbness or tingling: stop, and see a doctor or hand therapist.</p>
    </div>
  );
}

const written = (finger: WrittenFinger | undefined, pencil: string | undefined): string =>
  finger?.look === 'ink' ? `finger ${finger.finger}, in ink` : pencil ? `finger ${pencil}, in pencil` : finger ? `finger ${finger.finger}, as printed` : 'no finger yet';
