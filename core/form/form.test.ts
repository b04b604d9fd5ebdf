import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { readFile, readScore, type Score } from '../score/index.ts';
import { scoreOf } from '../testing.ts';
import { analyse, suggestSections, type Return } from './index.ts';

const brief = ({ from, to, of, relation, hand }: Return) => `${hand} ${from}-${to} of ${of} ${relation}`;
const found = (score: Score) => analyse(score).returns.map(brief);

// Definitions: what a bar holds in a hand is onsets, pitches and sounding lengths; ornaments, fingerings and dynamics do not count.
describe('new bars and returns', () => {
  const a = ['C4 D4 E4 F4', 'C3:4'] as const;
  const b = ['G4 F4 E4 D4', 'G2:4'] as const;
  const c = ['A4:2 B4:2', 'F2:2 G2:2'] as const;

  it('finds the longest stretch that returns, per hand and together', () => {
    const score = scoreOf([a, b, c, a, b, ['E5:4', 'F2:2 G2:2']]);
    expect(found(score)).toEqual(['right 3-4 of 0 exact', 'left 3-5 of 0 exact', 'both 3-4 of 0 exact']);
    const form = analyse(score);
    expect([form.newBars, form.newBarsByHand]).toEqual([4, { right: 4, left: 3 }]);
  });

  it('counts a bar of rest as nothing to learn, and a return needs two onsets', () => {
    const score = scoreOf([['C4:4', 'r:4'], ['r:4', 'C3:4'], ['C4:4', 'r:4'], ['D4 E4 F4 G4', 'r:4']]);
    const form = analyse(score);
    expect(form.newBarsByHand).toEqual({ right: 2, left: 1 });
    expect(form.newBars).toBe(3);
    expect(form.returns).toEqual([]);
  });

  it('knows an octave, up or down, in one shift over the whole stretch', () => {
    const up = (text: string) => text.replace(/(\d)(?=[ :]|$)/g, (digit, _, at: number, all: string) => (all[at - 1] === ':' ? digit : String(Number(digit) + 1)));
    expect(up('C4 D4 A4:2')).toBe('C5 D5 A5:2');
    const score = scoreOf([a, b, [up(a[0]), a[1]], [up(b[0]), 'D2:4']]);
    expect(found(score)).toContain('right 2-3 of 0 octave');
    expect(analyse(score).newBarsByHand.right).toBe(2);
    expect(found(scoreOf([a, b, [up(a[0]), 'r:4'], [b[0], 'r:4']])).filter((one) => one.startsWith('right'))).toEqual(['right 2-2 of 0 octave', 'right 3-3 of 1 exact']);
  });

  it('is not led astray by ornaments, fingers, dynamics or ties; but by a longer note', () => {
    const bar = (more: string, length = 24) => `<note><pitch><step>C</step><octave>4</octave></pitch><duration>${length}</duration>${more}</note><note><pitch><step>D</step><octave>4</octave></pitch><duration>${48 - length}</duration></note>`;
    const grace = '<note><grace/><pitch><step>B</step><octave>3</octave></pitch></note>';
    const read = (second: string) => found(readScore(`<score-partwise><part-list/><part id="P"><measure number="1"><attributes><divisions>12</divisions></attributes>${bar('')}</measure><measure number="2">${second}</measure></part></score-partwise>`).score);
    expect(read(grace + bar('<notations><technical><fingering>3</fingering></technical><ornaments><trill-mark/></ornaments></notations>'))).toEqual(['right 1-1 of 0 exact']);
    expect(read(bar('', 36))).toEqual([]);
  });

  it('takes the earliest of several, and lists none inside another', () => {
    expect(found(scoreOf([a, b, a, b, a, b])).filter((one) => one.startsWith('both'))).toEqual(['both 2-5 of 0 exact']);
  });

  it('invents nothing: a line that never repeats a bar has no returns (200 generated lines)', () => {
    fc.assert(fc.property(fc.integer({ min: 2, max: 24 }), fc.integer({ min: 0, max: 20 }), (bars, seed) => {
      const names = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
      const pitch = (n: number) => `${names[n % 7]}${3 + (Math.floor(n / 7) % 3)}`;
      // each bar has intervals of its own: no two alike in any octave
      const score = scoreOf(Array.from({ length: bars }, (_, i) => [`${pitch(seed)} ${pitch(seed + (i % 5) + 1)} ${pitch(seed + Math.floor(i / 5) + 1)}:2`, 'r:4'] as const));
      expect(analyse(score)).toMatchObject({ returns: [], newBars: bars });
    }), { numRuns: 200 });
  });

  it('finds every planted return (300 generated hosts)', () => {
    fc.assert(fc.property(fc.integer({ min: 3, max: 9 }), fc.integer({ min: 2, max: 3 }), fc.boolean(), (host, length, octave) => {
      const names = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
      const bar = (i: number, shift: number) => [`C${4 + shift} ${names[i % 7]}${4 + shift} ${names[Math.floor(i / 7)]}${5 + shift}:2`, 'r:4'] as const;
      const bars = [...Array.from({ length: host }, (_, i) => bar(i, 0)), ...Array.from({ length }, (_, i) => bar(i, octave ? 1 : 0))];
      expect(found(scoreOf(bars))).toEqual([`right ${host}-${host + length - 1} of 0 ${octave ? 'octave' : 'exact'}`]);
    }), { numRuns: 300 });
  });
});

describe('suggested sections', () => {
  it('cut the demo pieces where their music returns, with the reason', () => {
    const score = readFile(readFileSync(new URL('../../demo/pieces/the-ferrymans-wheel.musicxml', import.meta.url))).score;
    const suggested = suggestSections(score, analyse(score));
    expect(suggested.map((one) => `${one.name} ${one.from.bar}`)).toEqual(['A 0', 'B 10', 'B′ 18', 'A′ 26', 'C 34', 'A″ 51', 'D 59']);
    suggested.forEach((one, i) => {
      expect(one.to.bar).toBe(suggested[i + 1]?.from.bar ?? 79);
      expect(one.reason).not.toBe('');
    });
  });

  it('leave a piece without returns whole', () => {
    const score = scoreOf([['C4 D4 E4 F4', 'C3:4'], ['D4:2 E4:2', 'D3:4'], ['F4:3 E4', 'E3:4']]);
    expect(suggestSections(score, analyse(score))).toHaveLength(1);
  });
});
