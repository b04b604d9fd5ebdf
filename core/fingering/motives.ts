import { add, compare, type Fraction, type Note, type Score } from '../score/index.ts';

/** So many notes make a motive; fewer are notes. */
const LEAST = 3;
/** In longer stretches these many are looked at. */
const MOST = 12;

const startOf = (score: Score, note: Note): Fraction => add(score.bars[note.bar]!.start, note.offset);

/**
 * Runs of notes of an inner voice: at each of them the same hand has another note outside it, and the other hand strikes less often than
 * they do. What could change hands as a whole.
 *
 * @param upper whether the hand is the upper one, whose outer voice is its top
 */
export function motivesOf(score: Score, hand: string, other: string, upper: boolean, from: number, to: number): Note[][] {
  const inBars = (note: Note) => note.bar >= from && note.bar <= to && !note.grace;
  const own = score.notes.filter((note) => note.hand === hand && inBars(note) && !note.held);
  const at = new Map(own.map((note) => [note.id, startOf(score, note)]));
  const until = new Map(own.map((note) => [note.id, add(at.get(note.id)!, note.length)]));
  const outside = (note: Note) => own.some((one) => one !== note && (upper ? one.midi > note.midi : one.midi < note.midi) && compare(at.get(one.id)!, at.get(note.id)!) <= 0 && compare(until.get(one.id)!, at.get(note.id)!) > 0);
  const voices = new Map<string, Note[]>();
  for (const note of own) {
    const key = `${note.staff} ${note.voice}`;
    voices.set(key, [...(voices.get(key) ?? []), note]);
  }
  const found: Note[][] = [];
  for (const voice of voices.values()) {
    let run: Note[] = [];
    const close = () => {
      const [first, last] = [run[0], run.at(-1)];
      const struck = first && last ? new Set(score.notes.filter((note) => note.hand === other && inBars(note) && !note.held).map((note) => startOf(score, note)).filter((one) => compare(one, at.get(first.id)!) > 0 && compare(one, at.get(last.id)!) <= 0).map((one) => `${one.num}/${one.den}`)) : undefined;
      if (struck && run.length >= LEAST && struck.size * 2 <= run.length) found.push(run);
      run = [];
    };
    for (const note of voice) {
      const chord = voice.some((one) => one !== note && compare(at.get(one.id)!, at.get(note.id)!) === 0);
      if (chord || !outside(note)) close();
      else run.push(note);
    }
    close();
  }
  return found.slice(0, MOST);
}
