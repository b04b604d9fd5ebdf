import fc from 'fast-check';
import { keyboardHand } from '../instruments/keyboard/hand.ts';
import { fraction } from '../score/index.ts';
import { asShapes, brokenChords } from './broken.ts';
import { chromatic, quietHand } from './conventions.ts';
import { eliminateAgain, eliminateAll, eliminationOrder, leastOf, type Factor } from './elimination.ts';
import { lay } from './laid.ts';
import { costOf, FORBIDDEN, freesHand, narrowed, type Convention } from './line.ts';
import type { Grip, HandModel } from './model.ts';
import { momentsOf, type Moment, type Played } from './moments.ts';
import { work, type FingerOptions } from './propose.ts';
import { solve, solveAgain } from './solve.ts';

type Side = 'right' | 'left';

const orderOf = (sizes: readonly number[], factors: readonly Factor[]) => eliminationOrder(sizes, factors.map((one) => one.scope));
const nothing = (sizes: readonly number[]) => sizes.map((size) => new Float64Array(size));

describe('elimination', () => {
  it('finds what trying everything finds (300 random sums of costs over shared variables)', () => {
    const scope = fc.uniqueArray(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 3 });
    fc.assert(fc.property(fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 5, maxLength: 5 }), fc.array(scope, { minLength: 1, maxLength: 8 }), fc.integer({ min: 1, max: 9973 }), (sizes, scopes, salt) => {
      const factors = scopes.map((one, f): Factor => ({ scope: one, table: Float64Array.from({ length: one.reduce((n, of) => n * sizes[of]!, 1) }, (_, i) => ((i + 3) * (f + 7) * salt) % 101) }));
      const total = (values: readonly number[]) => factors.reduce((sum, { scope: of, table }) => sum + table[of.reduce((at, one) => at * sizes[one]! + values[one]!, 0)]!, 0);
      let least = Infinity;
      const walk = (values: number[]) => {
        if (values.length === sizes.length) least = Math.min(least, total(values));
        else for (let value = 0; value < sizes[values.length]!; value++) walk([...values, value]);
      };
      walk([]);
      const found = leastOf(eliminateAll(sizes, nothing(sizes), factors, orderOf(sizes, factors), false));
      expect(found.cost).toBe(least);
      expect(total(found.values)).toBe(least);
    }), { numRuns: 300 });
  });

  it('goes on from what it has left, as if from the beginning (300 sums, three changes one after the other)', () => {
    const scope = fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { minLength: 2, maxLength: 3 });
    const change = fc.tuple(fc.integer({ min: 0, max: 9 }), fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 4, maxLength: 4 }));
    fc.assert(fc.property(fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 10, maxLength: 10 }), fc.array(scope, { minLength: 4, maxLength: 14 }), fc.array(change, { minLength: 3, maxLength: 3 }), fc.integer({ min: 1, max: 9973 }), (sizes, scopes, changes, salt) => {
      const factors = scopes.map((one, f): Factor => ({ scope: one, table: Float64Array.from({ length: one.reduce((n, of) => n * sizes[of]!, 1) }, (_, i) => ((i + 3) * (f + 7) * salt) % 101) }));
      const own = nothing(sizes);
      let going = eliminateAll(sizes, own, factors, orderOf(sizes, factors), true);
      for (const [of, prices] of changes) {
        own[of] = Float64Array.from(prices.slice(0, sizes[of]));
        going = eliminateAgain(going, new Map([[of, own[of]]]));
        expect(leastOf(going).cost).toBeCloseTo(leastOf(eliminateAll(sizes, own, factors, orderOf(sizes, factors), false)).cost, 6);
      }
    }), { numRuns: 300 });
  });
});

const ready = (played: readonly Played[], options: FingerOptions) => work(lay(played, options)!, options).ready;

/** The least cost of all ways to take the moments, by trying them in turn and giving a way up when it is dearer than the best so far. */
function byTrying(moments: readonly Moment[], model: HandModel, wanted: (at: number, grip: Grip) => boolean, classes?: Int32Array): number {
  const schools: Convention[] = [chromatic(moments, 'thumb and third'), quietHand(moments, model.lie), ...asShapes(moments, brokenChords(moments), model)];
  const grips = moments.map((moment, at) => model.choices(moment.keys.length, moment.seconds >= 1).map((way): Grip => ({ ...way, keys: moment.keys, struck: moment.struck })).filter((grip) => wanted(at, grip)));
  const least = (cost: number) => Math.min(cost, 1e5);
  let best = Infinity;
  const walk = (path: Grip[], chosen: number[], cost: number) => {
    const at = path.length;
    if (cost >= best) return;
    if (at === moments.length) {
      best = cost;
      return;
    }
    grips[at]!.forEach((grip, index) => {
      const earlier = classes ? classes.indexOf(classes[at]!) : at;
      if (earlier < at && chosen[earlier] !== index) return;
      let more = least(model.hold(grip)) + schools.reduce((sum, one) => sum + (one.at[at] ? (one.hold?.(grip) ?? 0) : 0), 0);
      const [before, second] = [path[at - 1], path[at - 2]];
      const { link } = moments[at]!;
      if (before && !freesHand(link)) {
        more += least(model.step(before, grip, link!)) + schools.reduce((sum, one) => sum + (one.at[at] ? (one.step?.(before, grip) ?? 0) : 0), 0);
        if (second && !freesHand(moments[at - 1]!.link) && [second, before, grip].every((one) => one.keys.length === 1)) more += least(model.turn(second, before, grip)) + schools.reduce((sum, one) => sum + (one.at[at] ? (one.turn?.(second, before, grip) ?? 0) : 0), 0);
      }
      walk([...path, grip], [...chosen, index], cost + more);
    });
  };
  walk([], [], 0);
  return best;
}

const note = (midi: number, at: number, length: number, id: string): Played =>
  ({ id, bar: 0, midi, at: fraction(at), length: fraction(length), grace: false, staccato: false });

describe('the search over hands', () => {
  const chord = fc.uniqueArray(fc.integer({ min: 55, max: 70 }), { minLength: 1, maxLength: 3 });
  const event = fc.record({ keys: fc.oneof({ weight: 3, arbitrary: chord.map((keys) => keys.slice(0, 1)) }, { weight: 1, arbitrary: chord }), length: fc.constantFrom(1, 1, 1, 2, 3), lock: fc.option(fc.integer({ min: 1, max: 5 }), { freq: 6 }) });

  it('is as cheap as all ways tried one by one (200 passages of 8 events: lines, chords, held notes, locks)', () => {
    let [held, chords, locked] = [0, 0, 0];
    fc.assert(fc.property(fc.array(event, { minLength: 8, maxLength: 8 }), fc.constantFrom<Side>('right', 'left'), (events, hand) => {
      const played = events.flatMap(({ keys, length }, at) => [...keys].sort((a, b) => a - b).map((midi, i) => note(midi, at, length, `${at}.${i}`)));
      const locks = new Map(events.flatMap(({ lock }, at): [string, string][] => (lock === null ? [] : [[`${at}.0`, String(lock)]])));
      const { line, prices, model } = ready(played, { hand, locks, ties: false, tempo: 120 });
      held += line.moments.filter((moment) => moment.struck.includes(false)).length;
      chords += line.moments.filter((moment) => moment.keys.length > 1).length;
      locked += locks.size;
      const index = new Map(line.grips.flatMap((list, at) => list.map((grip, i): [string, number] => [`${at} ${grip.fingers.join()} ${grip.then?.join() ?? ''}`, i])));
      const wanted = (at: number, grip: Grip) => prices[at]![index.get(`${at} ${grip.fingers.join()} ${grip.then?.join() ?? ''}`)!]! < FORBIDDEN;
      const { cost } = solve(line, { prices });
      expect(cost).toBeCloseTo(byTrying(line.moments, model, wanted), 6);
    }), { numRuns: 200 });
    // the passages hold what they are said to hold
    expect(held).toBeGreaterThan(100);
    expect(chords).toBeGreaterThan(200);
    expect(locked).toBeGreaterThan(50);
  });

  it('is as cheap as all ways that obey the ties (40 lines that return)', () => {
    let tied = 0;
    fc.assert(fc.property(fc.array(fc.integer({ min: 57, max: 74 }), { minLength: 6, maxLength: 6 }), fc.array(fc.integer({ min: 57, max: 74 }), { maxLength: 2 }), fc.constantFrom<Side>('right', 'left'), (cell, between, hand) => {
      const played = [...cell, ...between, ...cell].map((midi, at) => note(midi, at, 1, String(at)));
      const { line, ties, model } = ready(played, { hand, tempo: 120 });
      const { cost, classes, path } = solve(line, { ties: ties.filter((one) => one.kind !== 'end') });
      tied += new Set(classes).size < classes.length ? 1 : 0;
      classes.forEach((of, at) => expect(path[at]).toBe(path[classes.indexOf(of)]));
      expect(cost).toBeCloseTo(byTrying(line.moments, model, () => true, classes), 6);
    }), { numRuns: 40 });
    expect(tied).toBeGreaterThan(35);
  });

  it('solves on from a lock as if from the beginning (60 lines that return, four locks and a position one after the other)', () => {
    let went = 0;
    const phrase = fc.array(fc.integer({ min: 55, max: 76 }), { minLength: 8, maxLength: 14 });
    const locking = fc.array(fc.tuple(fc.nat(40), fc.integer({ min: 1, max: 5 })), { minLength: 4, maxLength: 4 });
    fc.assert(fc.property(phrase, phrase, locking, fc.constantFrom<Side>('right', 'left'), (first, second, locking, hand) => {
      const played = [...first, ...second, ...first].map((midi, at) => note(midi, at, 1, String(at)));
      const laid = lay(played, { hand, tempo: 120 })!;
      const locks = new Map<string, string>();
      let before = work(laid, { locks }, { before: undefined });
      const positions = new Map([[played[3]!.id, played[3]!.midi]]);
      for (const given of [...locking.map(([at, finger]) => ({ locks: new Map(locks.set(String(at % played.length), String(finger))) })), { locks: new Map(locks), positions }, { locks: new Map() }]) {
        const now = work(laid, given, { before });
        if (before.solution.base && solveAgain(laid.line, before.solution.base, now.ready.prices)) went++;
        expect(now.solution.cost).toBeCloseTo(work(laid, given).solution.cost, 6);
        before = now;
      }
    }), { numRuns: 60 });
    expect(went).toBeGreaterThan(300);
  });

  it('works out again only what a lock can affect: some moments around it, of 2,000', () => {
    // steps up and down of a line that does not repeat itself
    let seed = 20261126;
    const keys = Array.from({ length: 2000 }, () => 60 + ((seed = (seed * 48271) % 2147483647) % 17));
    const played = keys.map((midi, at) => note(midi, at, 1, String(at)));
    const laid = lay(played, { hand: 'right', tempo: 120 })!;
    const first = work(laid, {}, { before: undefined });
    for (const at of [10, 777, 1990]) {
      const finger = first.ready.line.grips[at]![first.solution.path[at]!]!.fingers[0]!;
      const now = work(laid, { locks: new Map([[String(at), String(finger === 3 ? 4 : 3)]]) }, { before: first });
      expect(now.solution.path[at]).not.toBe(first.solution.path[at]);
      expect(first.solution.base!.touched).toBeGreaterThan(500);
      expect(now.solution.base!.touched).toBeLessThan(60);
    }
  });

  it('works out again only what a lock can affect where it contradicts its return, too', () => {
    let seed = 5;
    const keys = Array.from({ length: 300 }, () => 60 + ((seed = (seed * 48271) % 2147483647) % 17));
    const played = [...keys, ...keys].map((midi, at) => note(midi, at, 1, String(at)));
    const laid = lay(played, { hand: 'right', tempo: 120 })!;
    const first = work(laid, {}, { before: undefined });
    const inked = new Map([['100', '3']]);
    const second = work(laid, { locks: inked }, { before: first });
    const finger = (at: number, { solution }: typeof first) => laid.line.grips[at]![solution.path[at]!]!.fingers[0];
    expect([finger(100, second), finger(400, second)]).toEqual([3, 3]);
    const third = work(laid, { locks: new Map([...inked, ['400', '2']]) }, { before: second });
    expect([finger(100, third), finger(400, third)]).toEqual([3, 2]);
    expect(third.solution.base!.touched).toBeLessThan(60);
    // all but it and its neighbours is as at first
    expect(played.slice(0, 300).filter((_, at) => finger(at, third) !== finger(at + 300, third)).length).toBeLessThanOrEqual(5);
    expect(third.solution.cost).toBeCloseTo(work(laid, { locks: new Map([...inked, ['400', '2']]) }, { before: undefined }).solution.cost, 6);
  });

  it('is as cheap as all ways through broken chords (20 pairs of them)', () => {
    const chord = fc.record({ low: fc.integer({ min: 48, max: 60 }), third: fc.constantFrom(3, 4, 5), top: fc.constantFrom(3, 4, 5), out: fc.boolean() })
      .map(({ low, third, top, out }) => (out ? [low, low + third, low + third + top, low + third] : [low, low + third + top, low + third, low + third + top]));
    fc.assert(fc.property(chord, chord, fc.constantFrom<Side>('right', 'left'), (first, second, hand) => {
      const { line, model } = ready([...first, ...second].map((midi, at) => note(midi, at, 1, String(at))), { hand, ties: false, tempo: 120 });
      expect(brokenChords(line.moments).size).toBe(2);
      expect(solve(line).cost).toBeCloseTo(byTrying(line.moments, model, () => true), 6);
    }), { numRuns: 20 });
  });

  it('costs the same through a line in which some moments keep their grip (60 lines of chords and single notes)', () => {
    fc.assert(fc.property(fc.array(event, { minLength: 6, maxLength: 9 }), fc.array(fc.boolean(), { minLength: 9, maxLength: 9 }), fc.array(fc.nat(1000), { minLength: 9, maxLength: 9 }), (events, open, picks) => {
      const played = events.flatMap(({ keys, length }, at) => [...keys].sort((a, b) => a - b).map((midi, i) => note(midi, at, length, `${at}.${i}`)));
      const { line } = lay(played, { hand: 'right', ties: false })!;
      const first = solve(line).path;
      const small = narrowed(line, first, open.map(Number));
      const some = (by: number) => small.line.grips.map((grips, at) => (picks[at]! + by) % grips.length);
      // what lies further off costs the same whatever is open
      const more = (path: readonly number[]) => costOf(line, small.widen(path)) - costOf(small.line, path);
      expect(more(some(1))).toBeCloseTo(more(some(0)), 6);
      expect(small.widen(some(0)).every((grip, at) => open[at] || grip === first[at])).toBe(true);
      if (small.at.length) expect(costOf(line, small.widen(solve(small.line, { prices: small.narrow(line.hold) }).path))).toBeCloseTo(solve(line).cost, 6);
    }), { numRuns: 60 });
  });

  it('takes a long line in time that grows with its length alone', () => {
    const line = (count: number) => Array.from({ length: count }, (_, at) => note(60 + ((at * 7) % 13), at, 1, String(at)));
    const { line: long } = lay(line(4000), { hand: 'right' })!;
    expect(solve(long).path).toHaveLength(4000);
  });

  it('mirrors: what one hand does upwards the other does downwards about D', () => {
    const fingers = (keys: number[], hand: Side) => {
      const moments = momentsOf(keys.map((midi, at) => note(midi, at, 1, String(at))), keyboardHand(hand), 120);
      return solve(lay(moments.flatMap((moment) => moment.notes), { hand })!.line).cost;
    };
    fc.assert(fc.property(fc.array(fc.integer({ min: -8, max: 8 }), { minLength: 3, maxLength: 9 }), (offsets) => {
      expect(fingers(offsets.map((one) => 62 + one), 'right')).toBeCloseTo(fingers(offsets.map((one) => 62 - one), 'left'), 9);
    }), { numRuns: 60 });
  });
});
