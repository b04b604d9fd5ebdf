import { openTestStudio, type TestStudio } from '../testing.ts';

let studio: TestStudio;
beforeAll(async () => { studio = await openTestStudio(); });
afterAll(() => studio.close());

interface Note { id: string; bar: number; pitch: string; finger: number | null; to?: number }
interface Answer { notes: Note[]; cost: number; reasons: string[]; problems: { kind: string; text: string; ways: string[]; notes: string[] }[]; alternatives: { notes: Note[]; cost: number; more: number; reason: string }[] }

const SCALE = ['C4', 'D4', 'E4', 'F4', 'G4', 'A4', 'B4', 'C5', 'D5', 'E5', 'F5', 'G5', 'A5', 'B5', 'C6'];
const row = (pitches: readonly string[], duration = 1) => pitches.map((pitch, at) => ({ pitch, onset: at * duration, duration }));
const ask = async (body: object) => studio.ask('POST', '/api/fingerings/propose', { instrument: 'piano', hand: 'right', ...body });
const answer = async (body: object) => (await ask(body)).json as unknown as Answer;
const fingers = (notes: readonly Note[]) => notes.map((note) => note.finger ?? '-').join('');

describe('fingers for notes of no stored piece', () => {
  it('knows the scale of C as it is taught everywhere', async () => {
    const { notes, cost, reasons } = await answer({ notes: row(SCALE) });
    expect(fingers(notes)).toBe('123123412312345');
    expect(notes[3]).toMatchObject({ id: '3', pitch: 'F4', finger: 1 });
    expect(cost).toBeGreaterThan(0);
    expect(reasons.join(' ')).toMatch(/thumb passes 3 times.*No thumb on a black key/);
  });

  it('keeps what is fixed, and gives other ways with what they cost and why', async () => {
    const { notes, alternatives } = await answer({ notes: row(SCALE), locks: [{ id: '0', finger: 2 }], alternatives: 3 });
    expect(notes[0]!.finger).toBe(2);
    expect(alternatives).toHaveLength(3);
    for (const other of alternatives) {
      expect(other.notes[0]!.finger).toBe(2);
      expect(other.reason.length).toBeGreaterThan(5);
      expect(fingers(other.notes)).not.toBe(fingers(notes));
    }
    expect(new Set(alternatives.map((other) => fingers(other.notes))).size).toBe(3);
  });

  it('measures the reach of the player, and says what to do where it ends', async () => {
    const tenth = [{ pitch: 'C4', onset: 0, duration: 1 }, { pitch: 'E5', onset: 0, duration: 1 }];
    const { notes, problems } = await answer({ notes: tenth, player: { reach: 190 } });
    expect(notes.map((note) => note.finger === null)).toEqual([true, false]);
    expect(problems[0]).toMatchObject({ kind: 'unreachable', notes: ['0'] });
    expect(problems[0]!.ways).toContain('Give C to the left hand.');
    expect(fingers((await answer({ notes: tenth, player: { reach: 215 } })).notes)).toBe('15');
    expect(fingers((await answer({ notes: tenth, player: { reach: 190, octave: 141 } })).notes)).toBe('15');
  });

  it('changes fingers silently where a line must be held', async () => {
    const { notes } = await answer({ notes: [{ pitch: 'C5', onset: 0, duration: 4 }, ...['E5', 'F5', 'G5', 'A5'].map((pitch, at) => ({ pitch, onset: at, duration: 1 })), { pitch: 'F4', onset: 4, duration: 2 }], tempo: 50 });
    expect(notes.every((note) => note.finger !== null)).toBe(true);
    for (const note of notes) if (note.to !== undefined) expect(note.to).not.toBe(note.finger);
  });

  it('takes chromatic scales by the scheme that is asked for', async () => {
    const chromatic = row(['C4', 'C#4', 'D4', 'D#4', 'E4', 'F4', 'F#4', 'G4', 'G#4', 'A4', 'A#4', 'B4', 'C5']);
    expect(fingers((await answer({ notes: chromatic })).notes).slice(1, -1)).toBe('31312313131');
    expect(fingers((await answer({ notes: chromatic, school: { chromatic: 'all fingers' } })).notes).slice(4, 10)).toBe('123123');
  });

  it('answers nothing and one note', async () => {
    expect(await answer({ notes: [] })).toMatchObject({ notes: [], problems: [], alternatives: [] });
    expect((await answer({ notes: row(['F#3']) })).notes).toHaveLength(1);
  });

  it.each<[string, object, RegExp]>([
    ['a key that is not there', { notes: row(['C4', 'C9']) }, /Note 2, C9, is not on the keyboard/],
    ['no pitch', { notes: row(['H4']) }, /pitch/],
    ['time before the beginning', { notes: [{ pitch: 'C4', onset: -1, duration: 1 }] }, /onset/],
    ['no length', { notes: [{ pitch: 'C4', onset: 0, duration: 0 }] }, /duration/],
    ['a time that is no number', { notes: [{ pitch: 'C4', onset: null, duration: 1 }] }, /onset/],
    ['no such hand', { hand: 'feet', notes: row(SCALE) }, /"hand" must be one of right, left/],
    ['no such instrument', { instrument: 'kazoo', notes: row(SCALE) }, /no instrument called kazoo/],
    ['a hand of 20 mm', { notes: row(SCALE), player: { reach: 20 } }, /60 to 320/],
    ['a sixth finger', { notes: row(SCALE), locks: [{ id: '0', finger: 6 }] }, /finger/],
    ['a lock on no note', { notes: row(SCALE), locks: [{ id: 'x', finger: 1 }] }, /no note x/],
    ['one id twice', { notes: [{ id: 'a', pitch: 'C4', onset: 0, duration: 1 }, { id: 'a', pitch: 'D4', onset: 1, duration: 1 }] }, /id of an earlier one/],
  ])('refuses %s with a sentence', async (_, body, sentence) => {
    const { status, json } = await ask(body);
    expect(status).toBe(400);
    expect(json.detail).toMatch(sentence);
  });

  it('answers 20,000 notes', async () => {
    const { notes } = await answer({ notes: row(Array.from({ length: 20_000 }, (_, at) => SCALE[(at * 5) % 15]!), 0.5) });
    expect(notes).toHaveLength(20_000);
    expect(notes.every((note) => note.finger !== null)).toBe(true);
  });
});
