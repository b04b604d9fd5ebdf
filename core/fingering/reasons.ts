import { barSpan, isBlack, spokenName, type Note, type Score } from '../score/index.ts';
import type { ProposedNote } from './propose.ts';

/** What stands out in a proposal, in sentences with bars and numbers. */
export function describe(score: Score, hand: string, proposed: readonly ProposedNote[], tied: number): string[] {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const number = (bar: number) => score.bars[bar]!.number;
  const reasons: string[] = [];
  const passes = thumbPasses(proposed, hand);
  if (passes.length) {
    const places = passes.slice(0, 4).map(({ note, over }) => `${spokenName(byId.get(note.id)!.pitch)} after ${over} (bar ${number(note.bar)})`);
    reasons.push(`The thumb passes ${passes.length === 1 ? 'once' : `${passes.length} times`}: ${places.join(', ')}${passes.length > 4 ? ' …' : ''}.`);
  }
  const black = proposed.filter((note) => note.finger === '1' && isBlack(note.midi));
  reasons.push(black.length ? `Thumb on a black key in ${barList(score, black)}.` : 'No thumb on a black key.');
  if (tied) reasons.push(`${tied} ${tied === 1 ? 'note takes' : 'notes take'} the fingers of the earlier time, because the music returns.`);
  const missing = proposed.filter((note) => note.finger === undefined);
  if (missing.length) reasons.push(`${barList(score, missing)}: past the reach of one hand. Roll it, give a note to the other hand, or leave one out.`);
  const wide = widest(score.notes, proposed);
  if (wide && wide.semitones > 12) reasons.push(`Widest stretch: ${wide.semitones} semitones in bar ${number(wide.bar)}. Never force it: roll, or let go of the lower note.`);
  return reasons;
}

function thumbPasses(proposed: readonly ProposedNote[], hand: string): { note: ProposedNote; over: string }[] {
  const outward = hand === 'left' ? -1 : 1;
  return proposed.flatMap((note, i) => {
    const before = proposed[i - 1];
    if (!before?.finger || note.finger !== '1' || before.finger === '1') return [];
    return (note.midi - before.midi) * outward > 0 ? [{ note, over: before.finger }] : [];
  });
}

function barList(score: Score, notes: readonly { bar: number }[]): string {
  const bars = [...new Set(notes.map((note) => note.bar))];
  const names = bars.slice(0, 6).map((bar) => barSpan(score.bars, bar, bar));
  return `${bars.length === 1 ? 'bar' : 'bars'} ${names.join(', ')}${bars.length > 6 ? ' …' : ''}`;
}

/** The widest chord. */
function widest(notes: readonly Note[], proposed: readonly ProposedNote[]): { semitones: number; bar: number } | undefined {
  const mine = new Set(proposed.map((note) => note.id));
  const groups = new Map<string, Note[]>();
  for (const note of notes) {
    if (!mine.has(note.id) || note.grace) continue;
    const key = `${note.bar} ${note.offset.num}/${note.offset.den}`;
    groups.set(key, [...(groups.get(key) ?? []), note]);
  }
  return [...groups.values()]
    .map((group) => ({ semitones: Math.max(...group.map((n) => n.midi)) - Math.min(...group.map((n) => n.midi)), bar: group[0]!.bar }))
    .sort((a, b) => b.semitones - a.semitones)[0];
}
