import { say } from "../words/say.ts";
import {
  barSpan,
  compare,
  lastBarOf,
  notesByBar,
  pitchText,
  spokenName,
  toText,
  type About,
  type Aspect,
  type Note,
  type Remark,
  type Score,
  type Section,
} from "../score/index.ts";
import { handsOf } from "./content.ts";
import type { Return } from "./returns.ts";

export interface Where {
  /** The returns it was carried to: first and last bar. */
  readonly to: readonly { from: number; to: number }[];
  /** Where something does not fit, in sentences. */
  readonly misfits: readonly string[];
}

/** What was written in some bars, carried to where they return. */
export interface Carried extends Where {
  /** Fingers for notes that have none yet. */
  readonly fingerings: readonly { id: string; finger: string }[];
}

export const KINDS: readonly Return["relation"][] = ["exact", "octave", "transposed", "varied"];

/** A bar of a stretch beside the bar that brings it back. */
export interface Pair {
  readonly one: Return;
  readonly bar: number;
  readonly there: number;
}

/**
 * Bars from `from` to `to` beside the bars that bring them back, for the hands that `wanted` takes.
 */
export const pairsOfReturns = (
  returns: readonly Return[],
  from: number,
  to: number,
  wanted: (hand: string) => boolean,
): Pair[] =>
  returns
    .filter(
      (one) => wanted(one.hand) && KINDS.includes(one.relation) && one.ofTo >= from && one.of <= to,
    )
    .flatMap((one) => {
      const [first, last] = [Math.max(one.of, from), Math.min(one.ofTo, to)];
      return Array.from({ length: last - first + 1 }, (_, i) => ({
        one,
        bar: first + i,
        there: first + i - one.of + one.from,
      }));
    });

/** Bars as barRanges. */
export function barRanges(bars: Iterable<number>): { from: number; to: number }[] {
  const found: { from: number; to: number }[] = [];
  for (const bar of [...new Set(bars)].sort((a, b) => a - b)) {
    const last = found.at(-1);
    if (last && last.to === bar - 1) last.to = bar;
    else found.push({ from: bar, to: bar });
  }
  return found;
}

const whole = (score: Score): ((hand: string) => boolean) => {
  const hands = handsOf(score);
  return (hand) => hand === (hands.length > 1 ? "both" : hands[0]);
};

/** The notes struck in bars, which are indexes. */
export const struckIn =
  (byBar: readonly Note[][]) =>
  (bar: number, hand: string): Note[] =>
    byBar[bar]!.filter((note) => note.hand === hand && !note.held && !note.grace);

/** The note of a return that a note of its first time has become. */
export function counterpartOf(
  note: Note,
  { one, bar, there }: Pair,
  struck: ReturnType<typeof struckIn>,
): Note | undefined {
  const targets = struck(there, one.hand);
  if (one.tonal) return sameRank(note, struck(bar, one.hand), targets);
  return targets.find(
    (other) =>
      toText(other.offset) === toText(note.offset) && other.midi === note.midi + one.interval,
  );
}

/** The note that stands at the same moment in the same place of its chord. */
function sameRank(note: Note, own: readonly Note[], targets: readonly Note[]): Note | undefined {
  const at = (notes: readonly Note[]) =>
    notes
      .filter((other) => toText(other.offset) === toText(note.offset))
      .sort((a, b) => a.midi - b.midi);
  return at(targets)[at(own).indexOf(note)];
}

/**
 * The notes that a note is elsewhere, before and after, wherever its bar returns in its hand on the
 * same keys or octaves away, so that they can take its finger.
 */
export function counterpartsOf(score: Score, returns: readonly Return[], note: Note): Note[] {
  const struck = struckIn(notesByBar(score));
  const own = returns.filter((one) => one.hand === note.hand && KINDS.includes(one.relation));
  const found = new Map([[note.id, note]]);
  const waiting = [note];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { bar } = next;
    const near = own.flatMap((one): (Note | undefined)[] => [
      one.of <= bar && one.ofTo >= bar
        ? counterpartOf(next, { one, bar, there: bar - one.of + one.from }, struck)
        : undefined,
      one.from <= bar && one.to >= bar
        ? struck(bar - one.from + one.of, note.hand).find(
            (first) =>
              counterpartOf(first, { one, bar: first.bar, there: bar }, struck)?.id === next.id,
          )
        : undefined,
    ]);
    for (const counterpart of near) {
      if (!counterpart || found.has(counterpart.id) || (counterpart.midi - note.midi) % 12 !== 0)
        continue;
      found.set(counterpart.id, counterpart);
      waiting.push(counterpart);
    }
  }
  found.delete(note.id);
  return [...found.values()].sort((a, b) => a.bar - b.bar);
}

/**
 * Carries fingers of bars `from` to `to` to every return of them in the same hand, transposed or
 * octave-shifted where that is what it is. Notes that already have a finger keep it.
 *
 * @param fingers what is written, by note id
 */
export function carryFingers(
  score: Score,
  returns: readonly Return[],
  fingers: ReadonlyMap<string, string>,
  from: number,
  to: number,
): Carried {
  const struck = struckIn(notesByBar(score));
  const found = new Map<string, string>();
  const misfits: string[] = [];
  const reached: number[] = [];
  for (const pair of pairsOfReturns(returns, from, to, (hand) => hand !== "both")) {
    const { one, bar, there } = pair;
    for (const note of struck(bar, one.hand)) {
      const finger = fingers.get(note.id);
      if (finger === undefined || finger === "") continue;
      const counterpart = counterpartOf(note, pair, struck);
      if (!counterpart)
        misfits.push(
          say`bar ${score.bars[there]!.number}: no ${
            one.interval
              ? pitchText(note.midi + one.interval, score.bars[there]!.key.fifths)
              : spokenName(note.pitch)
          } for finger ${finger} of bar ${score.bars[bar]!.number}`,
        );
      else if (!fingers.has(counterpart.id) && !found.has(counterpart.id)) {
        found.set(counterpart.id, finger);
        reached.push(there);
      }
    }
  }
  return {
    fingerings: [...found].map(([id, finger]) => ({ id, finger })),
    to: barRanges(reached),
    misfits: [...new Set(misfits)],
  };
}

/** Returns to which what is said of a note goes along: only on the same keys if it follows them. */
export const returnsFor = (
  { byPitch = false }: Pick<Aspect, "byPitch">,
  returns: readonly Return[],
): readonly Return[] => (byPitch ? returns.filter((one) => one.interval === 0) : returns);

/** Returns in all hands of bars `from` to `to`, or of some of them: not one bar alone of many. */
export const wholeReturns = (
  score: Score,
  returns: readonly Return[],
  from: number,
  to: number,
): Return[] =>
  returns.filter(
    (one) =>
      whole(score)(one.hand) &&
      KINDS.includes(one.relation) &&
      (one.to > one.from || to === from) &&
      one.ofTo >= from &&
      one.of <= to,
  );

/** Pairs by which a stretch as a whole comes back. */
export const asWhole = (
  score: Score,
  returns: readonly Return[],
  from: number,
  to: number,
): Pair[] =>
  pairsOfReturns(wholeReturns(score, returns, from, to), from, to, () => true).filter(
    ({ there }) => there < from || there > to,
  );

/**
 * Carries notes to oneself: one on a bar to the bars that bring it back, one on a note to what the
 * note has become.
 */
export function carryRemarks(
  score: Score,
  returns: readonly Return[],
  remarks: readonly Remark[],
  from: number,
  to: number,
): Where & { readonly remarks: readonly Omit<Remark, "id">[] } {
  const byBar = notesByBar(score);
  const struck = struckIn(byBar);
  const [found, misfits]: [Omit<Remark, "id">[], string[]] = [[], []];
  const known = (one: Omit<Remark, "id">) =>
    [...remarks, ...found].some(
      (other) =>
        other.bar === one.bar &&
        other.text === one.text &&
        other.noteId === one.noteId &&
        compare(other.offset, one.offset) === 0,
    );
  const put = (one: Omit<Remark, "id">) => {
    if (!known(one)) found.push(one);
  };
  const ofBars = asWhole(score, returns, from, to);
  const ofHands = pairsOfReturns(returns, from, to, (hand) => hand !== "both");
  for (const remark of remarks.filter((one) => one.bar >= from && one.bar <= to)) {
    const note =
      remark.noteId === undefined
        ? undefined
        : byBar[remark.bar]!.find((one) => one.id === remark.noteId);
    if (!note) {
      for (const { bar, there } of ofBars)
        if (bar === remark.bar) put({ bar: there, offset: remark.offset, text: remark.text });
      continue;
    }
    for (const pair of ofHands.filter(
      ({ one, bar }) => bar === note.bar && one.hand === note.hand,
    )) {
      const counterpart = counterpartOf(note, pair, struck);
      if (counterpart)
        put({
          bar: counterpart.bar,
          offset: counterpart.offset,
          noteId: counterpart.id,
          text: remark.text,
        });
      else
        misfits.push(
          say`bar ${score.bars[pair.there]!.number}: no note for “${remark.text.slice(0, 60)}” of
            bar ${score.bars[note.bar]!.number}`,
        );
    }
  }
  return {
    remarks: found,
    to: barRanges(found.map((one) => one.bar)),
    misfits: [...new Set(misfits)],
  };
}

/**
 * What is said of a section, for the sections that bring it back; one that has words of its own
 * keeps them.
 */
export function carryWords(
  score: Score,
  returns: readonly Return[],
  sections: readonly Section[],
  section: Section,
): Where & { readonly sections: readonly { id: string; words: string; about: About }[] } {
  const [from, to] = [section.from.bar, lastBarOf(section.to)];
  const [found, misfits]: [Section[], string[]] = [[], []];
  for (const other of sections) {
    if (other.id === section.id) continue;
    const [first, last] = [other.from.bar, lastBarOf(other.to)];
    const back = returns
      .filter((one) => whole(score)(one.hand) && one.relation !== "rhythm")
      .reduce(
        (sum, one) =>
          sum +
          Math.max(
            0,
            Math.min(one.to, last, one.from + to - one.of) -
              Math.max(one.from, first, one.from + from - one.of) +
              1,
          ),
        0,
      );
    // more than half of it must be the section that was heard before
    if (back * 2 <= last - first + 1) continue;
    const spoken = other.words !== "" || Object.keys(other.about ?? {}).length > 0;
    if (spoken)
      misfits.push(
        say`${other.name} (${barSpan(score.bars, first, last)}) has words of its own; they stay`,
      );
    else found.push(other);
  }
  return {
    sections: found.map(({ id }) => ({ id, words: section.words, about: section.about ?? {} })),
    to: found.map((other) => ({ from: other.from.bar, to: lastBarOf(other.to) })),
    misfits,
  };
}
