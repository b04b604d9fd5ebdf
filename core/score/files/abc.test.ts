import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseMidi } from 'midi-file';
import { notesByBar, playingOrder, readFile, roadText, ScoreError, toNumber, type Score } from '../index.ts';

const read = (text: string, tune?: number) => readFile(new TextEncoder().encode(text), tune === undefined ? {} : { tune }).score;
const head = 'X:1\nT:Weir Reel\nC:Anon\nM:3/4\nL:1/8\nQ:1/4=120\n';

describe('an ABC tune', () => {
  // meanings of the notation as the ABC standard 2.1 defines them
  const score = read(`${head}K:D\nA2 |: "Em"A2 (3Bcd e2 | f>g a4 |1 d'6- :|2 d'6 || {g}!fermata!z2 [DFA]4 | ^c2 =c2 c2 | !trill!_e6 |]\n`);

  it('brings title, composer, key, metre and tempo', () => {
    expect(score).toMatchObject({ title: 'Weir Reel', composer: 'Anon' });
    expect(score.bars[0]).toMatchObject({ number: '0', key: { fifths: 2, mode: 'major' }, metre: { beats: 3, beatType: 4 }, tempo: 120 });
  });
  it('brings pick-up, repeats and endings', () => expect(roadText(score.bars, playingOrder(score.bars))).toBe('0–3, 1–2, 4–7'));
  it('brings pitches with signature and accidentals, triplets, broken rhythm, ties, chords and grace notes exactly', () => {
    const text = (bar: number) => score.notes.filter((note) => note.bar === bar).map((note) => `${note.grace ? '~' : ''}${note.pitch.step}${note.pitch.alter || ''}${note.pitch.octave}:${note.duration.num}/${note.duration.den}`).join(' ');
    expect(text(1)).toBe('A4:1/1 B4:1/3 C15:1/3 D5:1/3 E5:1/1');
    expect(text(2)).toBe('F15:3/4 G5:1/4 A5:2/1');
    expect(text(5)).toBe('~G5:0/1 D4:2/1 F14:2/1 A4:2/1');
    // an accidental holds to the end of its bar
    expect(text(6)).toBe('C15:1/1 C5:1/1 C5:1/1');
    expect(text(7)).toBe('E-15:3/1');
    expect(score.notes.find((note) => note.bar === 7)!.ornaments).toEqual(['trill']);
  });
  it('is one of several: which one has to be said', () => {
    const book = `${head}K:C\nC6|]\n\nX:2\nT:Ford\nM:4/4\nK:G\nG8|]\n`;
    const refused = (() => { try { return read(book); } catch (error) { return error as ScoreError; } })();
    expect(refused).toBeInstanceOf(ScoreError);
    expect((refused as ScoreError).choices).toEqual([{ index: 0, title: 'Weir Reel' }, { index: 1, title: 'Ford' }]);
    expect(read(book, 1)).toMatchObject({ title: 'Ford', notes: [{ midi: 67 }] });
  });
  it.each([['X:1\nT:Empty\nK:C\n', /no notes/], [`${head}K:C\nz6|]\n`, /no notes/]])('without notes is refused: %j', (text, sentence) => expect(() => read(text)).toThrow(sentence));
  it('warns that a written order of parts is not followed', () => expect(read(`${head.replace('Q:', 'P:(AB)3\nQ:')}K:C\nP:A\nC6|\nP:B\nD6|]\n`).warnings[0]!.message).toMatch(/\(AB\)3/));
});

/** What an independent program plays: every key with its time, in order. */
function playedBy(program: string, text: string, number: string): number[] {
  const folder = mkdtempSync(join(tmpdir(), 'yarrow-ridge-abc-'));
  const [source, target] = [join(folder, 't.abc'), join(folder, 't.mid')];
  // without the chords it would add to the melody
  writeFileSync(source, text.replace(/^(K:.*)$/gm, '$1\n%%MIDI gchordoff'), 'latin1');
  try {
    execFileSync(program, [source, number, '-o', target], { stdio: 'pipe' });
  } catch {
    // it ends with an error code for remarks too
  }
  const midi = parseMidi(readFileSync(target));
  rmSync(folder, { recursive: true, force: true });
  return midi.tracks.flatMap((events) => {
    let tick = 0;
    return events.flatMap((event) => {
      tick += event.deltaTime;
      return event.type === 'noteOn' && event.velocity > 0 ? [{ tick, key: event.noteNumber }] : [];
    });
  }).sort((a, b) => a.tick - b.tick || a.key - b.key).map(({ key }) => key);
}

function played(score: Score): number[] {
  const byBar = notesByBar(score);
  let start = 0;
  return playingOrder(score.bars).flatMap((bar) => {
    const found = byBar[bar]!.filter((note) => !note.held && !note.grace).map((note) => ({ at: Math.round((start + toNumber(note.offset)) * 1e4), key: note.midi }));
    start += toNumber(score.bars[bar]!.length);
    return found;
  }).sort((a, b) => a.at - b.at || a.key - b.key).map(({ key }) => key);
}

const program = process.env.ABC2MIDI ?? '';
const examples = '/usr/share/doc/abcmidi/examples';
const withProgram = existsSync(program) && existsSync(examples) ? describe : describe.skip;

// Debian's abcmidi, with the tunes in its examples folder: those that use no percussion, no order of parts, no tuning of
// their own and no written-out ornaments, which are no notation
withProgram('an independent reader of ABC', () => {
  const OTHER = /%%MIDI\s*(drum|channel 10|temperament)|^P:|\^\/|_\/|^V:.*\n(.|\n)*channel 10|(^|[\s|])T[_^=]?[A-Ga-g]/m;
  const files = existsSync(examples) ? readdirSync(examples).filter((name) => name.endsWith('.abc')) : [];
  const tunes = files.flatMap((name) => readFileSync(join(examples, name), 'latin1').split(/(?=^X:)/m).filter((text) => /^X:\s*\d+/.test(text) && /^K:/m.test(text) && !OTHER.test(text)).map((text) => [`${name} ${/^T:\s*(.*)$/m.exec(text)?.[1] ?? ''}`, text] as const));
  it('has tunes to compare', () => expect(tunes.length).toBeGreaterThan(5));
  it.each(tunes)('plays the same keys in the same order: %s', (_, text) => {
    expect(played(read(text, 0))).toEqual(playedBy(program, text, /^X:\s*(\d+)/.exec(text)![1]!));
  });
  it.each([
    ['repeat', '|:C4|D4:|E4|]'], ['endings', '|:C4|1D4:|2E4||F4|]'], ['two repeats', '|:C4:|:D4:|E4|]'], ['endings of two bars', '|:C4|1D4|E4:|2F4|G4||A4|]'], ['pick-up', 'G2|:C4|D2G2:|E2|]'],
  ])('plays a %s as it does', (_, notes) => {
    const text = `X:1\nT:x\nM:2/4\nL:1/8\nK:C\n${notes}\n`;
    expect(played(read(text))).toEqual(playedBy(program, text, '1'));
  });
});
