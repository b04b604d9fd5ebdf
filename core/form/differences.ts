import { say } from "../words/say.ts";
import {
  beatName,
  limbName,
  pitchText,
  spokenName,
  toNumber,
  type Note,
  type Score,
} from "../score/index.ts";
import { keyOf, slotOf, type BarContent, type Struck } from "./content.ts";

/** A place where a return is not what the first time was, in a musician's words. */
export interface Difference {
  /** Bar index in the return. */
  readonly bar: number;
  /** Quarters from the start of that bar. */
  readonly offset: number;
  readonly text: string;
}

export interface Compared {
  /** Keys struck alike: same onset, key and length. */
  readonly same: number;
  /** Keys that differ: the larger of what is missing and what is new. */
  readonly differing: number;
}

/** Counts what a bar has in common with an earlier one that is moved by `shift` semitones. */
export function compareBars(now: BarContent, before: BarContent, shift: number): Compared {
  const [a, b] = [now.struck, before.struck];
  let same = 0;
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const away = a[i]!.code - b[j]!.code - shift;
    if (away === 0 && a[i]!.length === b[j]!.length) same++;
    if (away <= 0) i++;
    if (away >= 0) j++;
  }
  return { same, differing: Math.max(a.length, b.length) - same };
}

interface Pairing {
  readonly kept: [Struck, Struck][];
  readonly gone: Struck[];
  readonly come: Struck[];
}

function pairUp(now: BarContent, before: BarContent, shift: number): Pairing {
  const gone = [...before.struck];
  const come: Struck[] = [];
  const kept: [Struck, Struck][] = [];
  for (const one of now.struck) {
    const counterpart = gone.findIndex((other) => other.code + shift === one.code);
    if (counterpart >= 0) kept.push([one, gone.splice(counterpart, 1)[0]!]);
    else come.push(one);
  }
  return { kept, gone, come };
}

const quarters = (note: Note): string => {
  const length = toNumber(note.length);
  return length === 1 ? say`1 crotchet` : say`${Number(length.toFixed(3))} crotchets`;
};

/**
 * Of what the first time struck at the same moment in the same hand, the key nearest to a new one:
 * it stands for that.
 */
function takeNearest(gone: Struck[], code: number, shift: number): Struck | undefined {
  const near = gone
    .filter((other) => slotOf(other.code) === slotOf(code))
    .sort((a, b) => Math.abs(a.code + shift - code) - Math.abs(b.code + shift - code))[0];
  if (near) gone.splice(gone.indexOf(near), 1);
  return near;
}

/** A bar and the earlier one it is compared with. */
export interface BarPair {
  readonly bar: number;
  readonly now: BarContent;
  readonly before: BarContent;
  /** Grace notes of both. */
  readonly graceNow: readonly Note[];
  readonly graceBefore: readonly Note[];
}

/**
 * What differs between a bar and an earlier one moved by `shift` semitones: keys, lengths,
 * ornaments and grace notes, in order of time.
 */
export function differences(
  score: Score,
  { bar, now, before, graceNow, graceBefore }: BarPair,
  shift: number,
): Difference[] {
  const { index, number, key } = score.bars[bar]!;
  const found: Difference[] = [];
  const put = ({ hand, offset }: Note, text: string) => {
    found.push({
      bar: index,
      offset: toNumber(offset),
      text: say`bar ${number}, ${limbName(score, hand)}, beat ${beatName(score.bars[bar]!, offset)}:
        ${text}`,
    });
  };
  const moved = (note: Note) =>
    shift === 0 ? spokenName(note.pitch) : pitchText(note.midi + shift, key.fifths);
  const { kept, gone, come } = pairUp(now, before, shift);
  for (const { note, code } of come) {
    const name = spokenName(note.pitch);
    const instead = takeNearest(gone, code, shift);
    const octaves = instead ? (keyOf(code) - keyOf(instead.code) - shift) / 12 : 0.5;
    if (!instead) put(note, say`${name} added`);
    else if (Number.isInteger(octaves))
      put(
        note,
        `${name} ` +
          `${Math.abs(octaves) > 1 ? say`${Math.abs(octaves)} octaves` : say`an octave`} ` +
          (octaves > 0 ? say`higher` : say`lower`),
      );
    else put(note, say`${name} instead of ${moved(instead.note)}`);
  }
  for (const { note } of gone) put(note, say`without ${moved(note)}`);
  for (const [{ note }, { note: other }] of kept) {
    if (toNumber(note.length) !== toNumber(other.length))
      put(note, say`${spokenName(note.pitch)} for ${quarters(note)} instead of ${quarters(other)}`);
    const [mine, theirs] = [note.ornaments ?? [], other.ornaments ?? []];
    for (const sign of mine)
      if (!theirs.includes(sign)) put(note, say`${sign} on ${spokenName(note.pitch)} added`);
    for (const sign of theirs)
      if (!mine.includes(sign)) put(note, say`without the ${sign} on ${spokenName(note.pitch)}`);
  }
  const same = (later: Note, first: Note) =>
    later.midi === first.midi + shift && toNumber(later.offset) === toNumber(first.offset);
  for (const note of graceNow)
    if (!graceBefore.some((other) => same(note, other)))
      put(note, say`grace note ${spokenName(note.pitch)} added`);
  for (const note of graceBefore)
    if (!graceNow.some((other) => same(other, note)))
      put(note, say`without the grace note ${moved(note)}`);
  return found.sort((a, b) => a.offset - b.offset);
}
