import fc from 'fast-check';
import { instrument } from '../instruments/index.ts';
import { scoreOf, lineOf } from '../testing.ts';
import { analyse } from '../form/index.ts';
import { readScore } from '../score/index.ts';
import { propose, type Grip, type HandModel } from './index.ts';

const model = (hand: string): HandModel => instrument('piano').limbs.find((limb) => limb.id === hand)!.model!;
const NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];
const name = (key: number) => `${NAMES[key % 12]}${Math.floor(key / 12) - 1}`;

/** Cost of fingers on a connected line or row of chords, by the hand's own prices; dear where it is impossible. */
function price(of: HandModel, keys: number[][], fingers: number[][]): number {
  const grips = keys.map((chord, i): Grip => {
    const order = chord.map((key, k) => ({ key: of.key(key), finger: fingers[i]![k]! })).sort((a, b) => a.key - b.key);
    return { keys: order.map((one) => one.key), fingers: order.map((one) => one.finger) };
  });
  const least = (cost: number) => Math.min(cost, 1e5);
  return grips.reduce((sum, grip, i) => sum + least(of.hold(grip)) + (i ? least(of.step(grips[i - 1]!, grip, true)) : 0) + (i > 1 ? of.turn(grips[i - 2]!, grips[i - 1]!, grip) : 0), 0);
}

function cheapestByTrying(of: HandModel, keys: number[][]): number {
  let least = Infinity;
  const walk = (chosen: number[][]) => {
    if (chosen.length === keys.length) {
      least = Math.min(least, price(of, keys, chosen));
      return;
    }
    const chord = keys[chosen.length]!;
    const rising = [...chord].sort((a, b) => of.key(a) - of.key(b));
    for (const fingers of of.choices(chord.length)) walk([...chosen, chord.map((key) => fingers[rising.indexOf(key)]!)]);
  };
  walk([]);
  return least;
}

describe('a proposal', () => {
  it('is as cheap as the cheapest of all fingerings tried one by one (200 passages of lines and chords)', () => {
    const chord = fc.uniqueArray(fc.integer({ min: 55, max: 67 }), { minLength: 1, maxLength: 3 });
    fc.assert(fc.property(fc.array(chord, { minLength: 2, maxLength: 4 }), fc.constantFrom('right', 'left'), (keys, hand) => {
      const line = keys.map((one) => [...one].sort((a, b) => a - b).map(name).join('+')).join(' ');
      const rest = `r:${keys.length}`;
      const score = scoreOf([hand === 'right' ? [line, rest] : [rest, line]], [keys.length, 4]);
      const { notes } = propose(score, { hand, from: 0, to: 0 });
      fc.pre(notes.every((note) => note.finger !== undefined));
      let at = 0;
      const sorted = keys.map((one) => [...one].sort((a, b) => a - b));
      const fingers = sorted.map((one) => one.map(() => Number(notes[at++]!.finger)));
      expect(price(model(hand), sorted, fingers)).toBeCloseTo(cheapestByTrying(model(hand), sorted), 6);
    }), { numRuns: 200 });
  });

  it('never asks a chord of a hand that cannot span it (300 chords): those notes get no finger', () => {
    fc.assert(fc.property(fc.uniqueArray(fc.integer({ min: 48, max: 72 }), { minLength: 2, maxLength: 5 }), fc.constantFrom('right', 'left'), (keys, hand) => {
      const chord = [...keys].sort((a, b) => a - b).map(name).join('+');
      const score = scoreOf([hand === 'right' ? [`${chord}:4`, 'r:4'] : ['r:4', `${chord}:4`]]);
      const { notes, reasons } = propose(score, { hand, from: 0, to: 0 });
      const span = Math.max(...keys) - Math.min(...keys);
      // thumb to little finger reaches 15 semitones at the utmost in the table of spans
      if (span > 15) expect(notes.every((note) => note.finger === undefined)).toBe(true);
      if (notes.some((note) => note.finger === undefined)) expect(reasons.join(' ')).toMatch(/past the reach of one hand/);
      else expect(new Set(notes.map((note) => note.finger)).size).toBe(keys.length);
    }), { numRuns: 300 });
  });

  it('keeps the finger of a held note while others move above it', () => {
    const note = (step: string, octave: number, duration: number, voice: number) => `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>${duration}</duration><voice>${voice}</voice></note>`;
    const { score } = readScore(`<score-partwise><part-list/><part id="P"><measure number="1"><attributes><divisions>1</divisions></attributes>${note('C', 5, 4, 1)}<backup><duration>4</duration></backup>${['E', 'F', 'G', 'F'].map((step) => note(step, 5, 1, 2)).join('')}</measure></part></score-partwise>`);
    const fingers = new Map(propose(score, { hand: 'right', from: 0, to: 0 }).notes.map(({ id, finger }) => [id, Number(finger)]));
    const [held, ...moving] = [...score.notes].sort((a, b) => a.midi - b.midi).map((one) => fingers.get(one.id)!);
    expect(moving).toHaveLength(4);
    for (const finger of moving) expect(finger).toBeGreaterThan(held!);
  });

  it('returns to the same fingers wherever bars return (100 generated pieces)', () => {
    const bar = fc.array(fc.integer({ min: 57, max: 76 }), { minLength: 4, maxLength: 4 });
    fc.assert(fc.property(fc.array(bar, { minLength: 2, maxLength: 4 }), fc.array(bar, { maxLength: 2 }), (phrase, between) => {
      const text = (keys: number[]) => keys.map(name).join(' ');
      const bars = [...phrase, ...between, ...phrase].map((keys) => [text(keys), 'r:4'] as const);
      const score = scoreOf(bars);
      const { notes } = propose(score, { hand: 'right', from: 0, to: bars.length - 1 });
      const inBars = (from: number, to: number) => notes.filter((note) => note.bar >= from && note.bar <= to).map((note) => note.finger);
      for (const found of analyse(score).returns.filter((one) => one.hand === 'right' && one.relation === 'exact' && one.ofTo < one.from)) {
        const [first, again] = [inBars(found.of, found.ofTo), inBars(found.from, found.to)];
        // the ends are free: one note on each side
        const different = again.filter((finger, i) => finger !== first[i]).length;
        expect(different).toBeLessThanOrEqual(2);
      }
    }), { numRuns: 100 });
  });

  it('gives repeated notes and single notes a finger, and nothing where nothing is played', () => {
    const repeated = propose(lineOf([64, 64, 64, 64], 'right'), { hand: 'right', from: 0, to: 0 }).notes.map((note) => note.finger);
    expect(new Set(repeated).size).toBe(1);
    expect(propose(lineOf([64], 'left'), { hand: 'left', from: 0, to: 0 }).notes).toHaveLength(1);
    expect(propose(lineOf([64], 'left'), { hand: 'right', from: 0, to: 0 })).toMatchObject({ notes: [] });
  });

  it('refuses hands and instruments nobody registered', () => {
    expect(() => propose(lineOf([60], 'right'), { hand: 'tail', from: 0, to: 0 })).toThrow(/no hand called tail/);
    expect(() => propose(lineOf([60], 'right'), { hand: 'right', from: 0, to: 0, instrument: 'kazoo' })).toThrow(/no instrument called kazoo/);
  });
});
