import { scoreOf } from '../testing.ts';
import { analyse, carryFingers } from './index.ts';

const first = [['C4 D4 E4 F4', 'C3:4'], ['G4 E4 F4 D4', 'G2:4']] as const;
const score = scoreOf([...first, ['A4:2 B4:2', 'F2:4'], ['C5 D5 E5 F5', 'C3:4'], ['G5 E5 F5 D5', 'G2:4'], ['D4 E4 F#4 G4', 'D3:4'], ['A4 F#4 G4 E4', 'A2:4'], ['C4 D4 E4 F4', 'C3:4'], ['G4 E4 F4 C4', 'G2:4']]);
const inBar = (bar: number) => score.notes.filter((note) => note.bar === bar && note.hand === 'right');
const written = new Map([...inBar(0), ...inBar(1)].map((note, i) => [note.id, String((i % 5) + 1)]));

it('carries fingers to exact, octave, transposed and varied returns, note by note, and says what does not fit', () => {
  const carried = carryFingers(score, analyse(score).returns, written, 0, 1);
  const fingers = new Map(carried.fingerings.map(({ id, finger }) => [id, finger]));
  const row = (bar: number) => inBar(bar).map((note) => fingers.get(note.id) ?? '-').join('');
  expect([3, 4, 5, 6, 7, 8].map(row)).toEqual(['1234', '5123', '1234', '5123', '1234', '512-']);
  expect(carried.misfits).toEqual(['bar 9: no D for finger 3 of bar 2']);
  expect(row(2)).toBe('--');
});

it('leaves what is written there already, and bars that were not chosen', () => {
  const own = new Map([...written, [inBar(3)[0]!.id, '3']]);
  const carried = carryFingers(score, analyse(score).returns, own, 1, 1);
  expect(carried.fingerings.some(({ id }) => inBar(3).some((note) => note.id === id))).toBe(false);
  expect(carried.fingerings.filter(({ id }) => inBar(4).some((note) => note.id === id))).toHaveLength(4);
});
