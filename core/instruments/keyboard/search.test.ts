import fc from "fast-check";
import { keyboardHand } from "./hand.ts";
import { fraction } from "../../score/index.ts";
import { agree } from "../../fingering/agree.ts";
import type { Star } from "../../fingering/star.ts";
import { asShapes, brokenChords } from "./brokenChords.ts";
import { viterbi, passed, regretsAt } from "../../fingering/viterbi.ts";
import { chromatic, goodStart, quietHand } from "./conventions.ts";
import { prepareLine, type LineOptions } from "../../fingering/prepare.ts";
import { FORBIDDEN, type Line, type Prices, type Term } from "../../fingering/line.ts";
import type { Grip, KeyboardHand } from "./grip.ts";
import { freesHand, type Moment, type Played } from "../../fingering/moment.ts";
import { momentsOf } from "../../fingering/moments.ts";
import type { FingerOptions } from "../../fingering/propose.ts";
import { solveLine } from "../../fingering/solve.ts";

type Side = "right" | "left";

/** The line of a hand of the piano, made ready. */
const lay = (played: readonly Played[], options: LineOptions) => {
  const prepared = prepareLine(played, keyboardHand(options.hand as Side), options);
  return { ...prepared, line: prepared.line as Line<Grip> };
};

const ready = (played: readonly Played[], options: FingerOptions) => {
  const model = keyboardHand(options.hand as Side);
  const solved = solveLine(prepareLine(played, model, options), options);
  return { ...solved, model, line: solved.line as Line<Grip> };
};

/**
 * The least cost of all ways to take the moments, by trying them in turn and giving a way up when
 * it is dearer than the best so far.
 */
function byTrying(
  moments: readonly Moment[],
  model: KeyboardHand,
  wanted: (at: number, grip: Grip) => boolean,
): number {
  const schools: Term<Grip>[] = [
    chromatic(moments, "thumb and third"),
    quietHand(moments, model.inWhiteKeys),
    goodStart(moments),
    ...asShapes(moments, brokenChords(moments), model),
  ];
  const grips = moments.map((moment, at) =>
    model.choices(moment).filter((grip) => wanted(at, grip)),
  );
  const least = (cost: number) => Math.min(cost, 1e5);
  const asked = (at: number, price: (one: Term<Grip>) => number | undefined) =>
    schools.reduce((sum, one) => sum + (one.at[at] ? (price(one) ?? 0) : 0), 0);
  // each price is asked for once; the ways are tried with what was answered
  const hold = grips.map((list, at) =>
    list.map((grip) => least(model.hold(grip)) + asked(at, (one) => one.hold?.(grip))),
  );
  const isBound = (at: number) => at > 0 && !freesHand(moments[at]!.link);
  const step = grips.map((list, at) =>
    !isBound(at)
      ? []
      : grips[at - 1]!.map((before) =>
          list.map(
            (grip) =>
              least(model.step(before, grip, moments[at]!.link!)) +
              asked(at, (one) => one.step?.(before, grip)),
          ),
        ),
  );
  const triple = (at: number, i: number, j: number, k: number): number => {
    if (at < 2 || !isBound(at) || !isBound(at - 1)) return 0;
    const [a, b, c] = [grips[at - 2]![i]!, grips[at - 1]![j]!, grips[at]![k]!];
    if (![a, b, c].every((one) => one.keys.length === 1)) return 0;
    return least(model.triple(a, b, c)) + asked(at, (one) => one.triple?.(a, b, c));
  };
  // no price is below zero: what is to come costs at least its cheapest holds
  const toCome = hold.map((_, at) =>
    hold.slice(at).reduce((sum, prices) => sum + Math.min(...prices), 0),
  );
  let best = Infinity;
  const walk = (at: number, i: number, j: number, cost: number) => {
    if (at === moments.length) best = Math.min(best, cost);
    else if (cost + toCome[at]! < best)
      hold[at]!.forEach((price, k) =>
        walk(at + 1, j, k, cost + price + (step[at]![j]?.[k] ?? 0) + triple(at, i, j, k)),
      );
  };
  walk(0, -1, -1, 0);
  return best;
}

const note = (midi: number, at: number, length: number, id: string): Played => ({
  id,
  bar: 0,
  midi,
  at: fraction(at),
  length: fraction(length),
  grace: false,
  staccato: false,
});

describe("the search over hands", () => {
  const chord = fc.uniqueArray(fc.integer({ min: 55, max: 70 }), { minLength: 1, maxLength: 3 });
  const event = fc.record({
    keys: fc.oneof(
      { weight: 3, arbitrary: chord.map((keys) => keys.slice(0, 1)) },
      { weight: 1, arbitrary: chord },
    ),
    length: fc.constantFrom(1, 1, 1, 2, 3),
    lock: fc.option(fc.integer({ min: 1, max: 5 }), { freq: 6 }),
  });

  it("is as cheap as all ways tried one by one (200 passages of 8 events: lines, chords, held notes, locks)", () => {
    let [held, chords, locked] = [0, 0, 0];
    fc.assert(
      fc.property(
        fc.array(event, { minLength: 8, maxLength: 8 }),
        fc.constantFrom<Side>("right", "left"),
        (events, hand) => {
          const played = events.flatMap(({ keys, length }, at) =>
            [...keys].sort((a, b) => a - b).map((midi, i) => note(midi, at, length, `${at}.${i}`)),
          );
          const locks = new Map(
            events.flatMap(({ lock }, at): [string, string][] =>
              lock === null ? [] : [[`${at}.0`, String(lock)]],
            ),
          );
          const { line, prices, model } = ready(played, { hand, locks, ties: false, tempo: 120 });
          held += line.moments.filter((moment) => moment.struck.includes(false)).length;
          chords += line.moments.filter((moment) => moment.keys.length > 1).length;
          locked += locks.size;
          const index = new Map(
            line.ways.flatMap((list, at) =>
              list.map((grip, i): [string, number] => [
                `${at} ${grip.fingers.join()} ${grip.then?.join() ?? ""}`,
                i,
              ]),
            ),
          );
          const wanted = (at: number, grip: Grip) =>
            prices[at]![index.get(`${at} ${grip.fingers.join()} ${grip.then?.join() ?? ""}`)!]! <
            FORBIDDEN;
          const { cost } = viterbi(line, prices);
          expect(cost).toBeCloseTo(byTrying(line.moments, model, wanted), 6);
        },
      ),
      { numRuns: 200 },
    );
    // the passages hold what they are said to hold
    expect(held).toBeGreaterThan(100);
    expect(chords).toBeGreaterThan(200);
    expect(locked).toBeGreaterThan(50);
  });

  it("knows what every other grip would cost more (60 lines of chords and single notes)", () => {
    fc.assert(
      fc.property(fc.array(event, { minLength: 4, maxLength: 9 }), (events) => {
        const played = events.flatMap(({ keys, length }, at) =>
          [...keys].sort((a, b) => a - b).map((midi, i) => note(midi, at, length, `${at}.${i}`)),
        );
        const { line } = lay(played, { hand: "right", ties: false });
        const { cost } = viterbi(line, line.hold);
        const both = passed(line, line.hold, true);
        line.hold.forEach((_, at) =>
          regretsAt(both, at).forEach((regret, grip) => {
            const held = line.hold.map((own, one) =>
              one === at ? own.map((price, other) => (other === grip ? price : Infinity)) : own,
            );
            expect(regret).toBeCloseTo(viterbi(line, held).cost - cost, 6);
          }),
        );
      }),
      { numRuns: 60 },
    );
  });

  /** What a line costs when its stars agree on some grips, by the price of leaving them. */
  const agreeing = (
    line: Line,
    stars: readonly Star[],
    templates: readonly number[],
    prices: Prices,
  ) => {
    const own = prices.map((list, at) =>
      list.map(
        (price, grip) =>
          price +
          stars.filter((star, i) => star.moments.includes(at) && templates[i] !== grip).length,
      ),
    );
    return viterbi(line, own).cost;
  };

  it(
    "lets what comes again agree as cheaply as the best of all agreements, " +
      "or nearly (40 lines, three moments in agreement)",
    () => {
      let [exact, apart] = [0, 0];
      fc.assert(
        fc.property(
          fc.array(fc.integer({ min: 57, max: 74 }), { minLength: 5, maxLength: 5 }),
          fc.array(fc.integer({ min: 57, max: 74 }), { minLength: 1, maxLength: 3 }),
          fc.constantFrom<Side>("right", "left"),
          (cell, between, hand) => {
            const played = [...cell, ...between, ...cell].map((midi, at) =>
              note(midi, at, 1, String(at)),
            );
            const { line } = lay(played, { hand, tempo: 120, ties: false });
            const stars = [1, 2, 3].map((at): Star => ({
              keys: "same",
              leaving: 1,
              moments: [at, at + cell.length + between.length],
            }));
            const found = agreeing(line, stars, agree(line, stars, line.hold).templates, line.hold);
            let least = Infinity;
            for (let code = 0; code < 125; code++)
              least = Math.min(
                least,
                agreeing(
                  line,
                  stars,
                  [code % 5, Math.floor(code / 5) % 5, Math.floor(code / 25)],
                  line.hold,
                ),
              );
            expect(found).toBeLessThanOrEqual(least + 2);
            if (found < least + 1e-6) exact++;
            if (viterbi(line, line.hold).cost < least - 1e-6) apart++;
          },
        ),
        { numRuns: 40 },
      );
      expect(exact).toBeGreaterThanOrEqual(32);
      // there was something to agree on
      expect(apart).toBeGreaterThan(10);
    },
  );

  it(
    "solves on from a lock as if from the beginning (60 lines that return, " +
      "four locks and a position one after the other)",
    () => {
      const phrase = fc.array(fc.integer({ min: 55, max: 76 }), { minLength: 8, maxLength: 14 });
      const locking = fc.array(fc.tuple(fc.nat(40), fc.integer({ min: 1, max: 5 })), {
        minLength: 4,
        maxLength: 4,
      });
      fc.assert(
        fc.property(
          phrase,
          phrase,
          locking,
          fc.constantFrom<Side>("right", "left"),
          (first, second, locking, hand) => {
            const played = [...first, ...second, ...first].map((midi, at) =>
              note(midi, at, 1, String(at)),
            );
            const laid = lay(played, { hand, tempo: 120 });
            const locks = new Map<string, string>();
            let before = solveLine(laid, { locks });
            const positions = new Map([[played[3]!.id, played[3]!.midi]]);
            for (const given of [
              ...locking.map(([at, finger]) => ({
                locks: new Map(locks.set(String(at % played.length), String(finger))),
              })),
              { locks: new Map(locks), positions },
              { locks: new Map() },
            ]) {
              const now = solveLine(laid, given, before);
              expect(now.path).toEqual(solveLine(laid, given).path);
              before = now;
            }
          },
        ),
        { numRuns: 60 },
      );
    },
  );

  it("changes only what a lock can affect: a few moments around it, of 2,000", () => {
    // steps up and down of a line that does not repeat itself
    let seed = 20261126;
    const keys = Array.from(
      { length: 2000 },
      () => 60 + ((seed = (seed * 48271) % 2147483647) % 17),
    );
    const played = keys.map((midi, at) => note(midi, at, 1, String(at)));
    const laid = lay(played, { hand: "right", tempo: 120 });
    const first = solveLine(laid, {});
    for (const at of [10, 777, 1990]) {
      const finger = laid.line.ways[at]![first.path[at]!]!.fingers[0]!;
      const { path } = solveLine(
        laid,
        { locks: new Map([[String(at), String(finger === 3 ? 4 : 3)]]) },
        first,
      );
      const changed = path.flatMap((grip, one) => (grip === first.path[one] ? [] : [one]));
      expect(changed).toContain(at);
      expect(changed.every((one) => Math.abs(one - at) < 20)).toBe(true);
    }
  });

  it("asks the return first what is written, and lets two words stand where they contradict each other", () => {
    let seed = 5;
    const keys = Array.from(
      { length: 300 },
      () => 60 + ((seed = (seed * 48271) % 2147483647) % 17),
    );
    const played = [...keys, ...keys].map((midi, at) => note(midi, at, 1, String(at)));
    const laid = lay(played, { hand: "right", tempo: 120 });
    const first = solveLine(laid, {});
    const inked = new Map([["100", "3"]]);
    const second = solveLine(laid, { locks: inked }, first);
    const finger = (at: number, { path }: typeof first) =>
      laid.line.ways[at]![path[at]!]!.fingers[0];
    expect([finger(100, second), finger(400, second)]).toEqual([3, 3]);
    const third = solveLine(laid, { locks: new Map([...inked, ["400", "2"]]) }, second);
    expect([finger(100, third), finger(400, third)]).toEqual([3, 2]);
    // all but it and its neighbours is as at first
    expect(
      played.slice(0, 300).filter((_, at) => finger(at, third) !== finger(at + 300, third)).length,
    ).toBeLessThanOrEqual(8);
  });

  it("is as cheap as all ways through broken chords (20 pairs of them)", () => {
    const chord = fc
      .record({
        low: fc.integer({ min: 48, max: 60 }),
        third: fc.constantFrom(3, 4, 5),
        top: fc.constantFrom(3, 4, 5),
        out: fc.boolean(),
      })
      .map(({ low, third, top, out }) =>
        out
          ? [low, low + third, low + third + top, low + third]
          : [low, low + third + top, low + third, low + third + top],
      );
    fc.assert(
      fc.property(chord, chord, fc.constantFrom<Side>("right", "left"), (first, second, hand) => {
        const { line, model } = ready(
          [...first, ...second].map((midi, at) => note(midi, at, 1, String(at))),
          { hand, ties: false, tempo: 120 },
        );
        expect(brokenChords(line.moments).size).toBe(2);
        expect(viterbi(line, line.hold).cost).toBeCloseTo(
          byTrying(line.moments, model, () => true),
          6,
        );
      }),
      { numRuns: 20 },
    );
  });

  it("takes a long line in time that grows with its length alone", () => {
    const line = (count: number) =>
      Array.from({ length: count }, (_, at) => note(60 + ((at * 7) % 13), at, 1, String(at)));
    const { line: long } = lay(line(4000), { hand: "right" });
    expect(viterbi(long, long.hold).path).toHaveLength(4000);
  });

  it("mirrors: what one hand does upwards the other does downwards about D", () => {
    const fingers = (keys: number[], hand: Side) => {
      const moments = momentsOf(
        keys.map((midi, at) => note(midi, at, 1, String(at))),
        keyboardHand(hand),
        120,
      );
      const { line } = lay(
        moments.flatMap((moment) => moment.notes),
        { hand },
      );
      return viterbi(line, line.hold).cost;
    };
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -8, max: 8 }), { minLength: 3, maxLength: 9 }),
        (offsets) => {
          expect(
            fingers(
              offsets.map((one) => 62 + one),
              "right",
            ),
          ).toBeCloseTo(
            fingers(
              offsets.map((one) => 62 - one),
              "left",
            ),
            9,
          );
        },
      ),
      { numRuns: 60 },
    );
  });
});
