import type { Score } from "../../score/index.ts";
import { classOf, KINDS, type Kind } from "./kinds.ts";
import { beatsOf, weightOf, type Placed } from "./voices.ts";

/** A stretch of one chord. Times in quarters from the beginning of the piece. */
export interface Chord {
  readonly from: number;
  readonly to: number;
  /** First bar and offset. */
  readonly bar: number;
  readonly root: number;
  readonly kind: Kind;
  /**
   * Pitch class of the bass: what is lowest on its first beat, or else the lowest note of weight.
   */
  readonly bass: number;
}

/** What sounds in a beat. */
export interface Beat {
  readonly bar: number;
  readonly from: number;
  readonly to: number;
  /** Share of each pitch class, by weight. */
  readonly share: readonly number[];
  readonly bass: number | undefined;
  /** How much that says: less when the hand has left it. */
  readonly bassSays: number;
  /** 3 for the first of a bar, 2 for its half, else 1. */
  readonly accent: number;
  /** A full chord is struck on it. */
  readonly struck: boolean;
}

/** Of a beat in which nothing but strangers sound, against one in which all belong. */
const STRANGE = 1;
/** The root in the bass; a bass that is no tone of the chord. */
const [ROOT_BASS, FOREIGN_BASS] = [0.35, -0.3];
/** A root, third or seventh that does not sound in the beat. */
const [NO_ROOT, NO_THIRD, NO_SEVENTH] = [-0.15, -0.08, -0.15];
/**
 * Another chord on the bar, on its half, on another beat. Common practice, no source: harmony goes
 * with the bar.
 */
const CHANGE = [0, 0.95, 0.7, 0.4] as const;
/** Less where so many notes are struck together: chords move. */
const FULL = 4;
const STRUCK = 0.6;

/** So many semitones over the bass lies the chord the hand goes to. Common practice, no source. */
const LEFT = 5;
/** And so much less it says then. */
const GONE = 0.5;
/**
 * What a tune weighs over an accompaniment that says the chord by itself: so many tones in a bar.
 * Common practice, no source.
 */
const OVER = 0.4;
const TONES = 3;

/** Bars in which the lowest staff has a chord's tones by itself. */
function fullBars(score: Score, notes: readonly Placed[]): Set<number> {
  const tones = new Map<number, Set<number>>();
  for (const { note } of notes)
    if (note.staff === score.staves && score.staves > 1)
      tones.set(note.bar, (tones.get(note.bar) ?? new Set()).add(classOf(note.midi)));
  return new Set([...tones].filter(([, some]) => some.size >= TONES).map(([bar]) => bar));
}

/** Beats with what sounds in them. */
export function beatsWith(score: Score, notes: readonly Placed[]): Beat[] {
  const beats = score.bars.flatMap((bar) => {
    const starts = beatsOf(bar);
    const end = bar.start.num / bar.start.den + bar.length.num / bar.length.den;
    return starts.map((from, i) => ({
      bar: bar.index,
      from,
      to: starts[i + 1] ?? end,
      accent: i === 0 ? 3 : starts.length % 2 === 0 && i === starts.length / 2 ? 2 : 1,
    }));
  });
  const full = fullBars(score, notes);
  let last = 0;
  let kept: number | undefined;
  const sounding: Placed[] = [];
  return beats.map((beat): Beat => {
    while (last < notes.length && notes[last]!.from < beat.to - 1e-9) sounding.push(notes[last++]!);
    for (let i = sounding.length - 1; i >= 0; i--)
      if (sounding[i]!.to <= beat.from + 1e-9) sounding.splice(i, 1);
    const share = new Array<number>(12).fill(0);
    let total = 0;
    for (const one of sounding) {
      const weight =
        (Math.min(one.to, beat.to) - Math.max(one.from, beat.from)) *
        weightOf(one) *
        (full.has(one.note.bar) && one.note.staff < score.staves && one.onStaff === 1 ? OVER : 1);
      share[classOf(one.note.midi)]! += weight;
      total += weight;
    }
    const onBeat = sounding.filter((one) => one.from <= beat.from + 1e-9);
    const heavy = onBeat.length ? onBeat : sounding.filter((one) => weightOf(one) > 0.5);
    const low = heavy.reduce((least, one) => Math.min(least, one.note.midi), Infinity);
    // a bass the hand has left for the chord above it goes on being the bass of its bar
    if (low < Infinity && (beat.accent === 3 || kept === undefined || low - kept < LEFT))
      kept = low;
    const struck = onBeat.some((one) => one.struck >= FULL && one.from >= beat.from - 1e-9);
    return {
      ...beat,
      struck,
      share: total ? share.map((one) => one / total) : share,
      bass: low === Infinity || kept === undefined ? undefined : classOf(kept),
      bassSays: kept === low ? 1 : GONE,
    };
  });
}

/** What the key says of a chord: a price of hearing it, in the same currency. */
export type Expected = (bar: number, root: number, kind: Kind) => number;

/**
 * The chords of a piece, beat by beat, all of it at once: the cheapest way through what each beat
 * sounds like and the prices of changing (Viterbi 1967). Silent beats belong to what was before.
 */
export function chordsIn(beats: readonly Beat[], expected: Expected = () => 0): Chord[] {
  const states = KINDS.flatMap((kind) =>
    Array.from({ length: 12 }, (_, root) => ({
      root,
      kind,
      inside: Array.from({ length: 12 }, (_, pitch) =>
        kind.tones.includes((pitch - root + 12) % 12),
      ),
    })),
  );
  const value = (
    { share, bass, bassSays }: Beat,
    { root, kind, inside }: (typeof states)[number],
  ): number => {
    let covered = 0;
    for (let pitch = 0; pitch < 12; pitch++) if (inside[pitch]) covered += share[pitch]!;
    const third = kind.third === "major" ? 4 : kind.third === "minor" ? 3 : undefined;
    return (
      covered -
      STRANGE * (1 - covered) +
      bassSays *
        (bass === root ? ROOT_BASS : bass !== undefined && !inside[bass] ? FOREIGN_BASS : 0) +
      (share[root]! > 0 ? 0 : NO_ROOT) +
      (third === undefined || share[(root + third) % 12]! > 0 ? 0 : NO_THIRD) +
      (kind.tones.length === 4 && share[(root + kind.tones[3]!) % 12] === 0 ? NO_SEVENTH : 0)
    );
  };
  let scores = new Float64Array(states.length);
  const back: Int16Array[] = [];
  beats.forEach((beat, at) => {
    const silent = beat.share.every((one) => one === 0);
    let best = 0;
    for (let state = 1; state < states.length; state++)
      if (scores[state]! > scores[best]!) best = state;
    const next = new Float64Array(states.length);
    back[at] = new Int16Array(states.length);
    const change = at > 0 ? CHANGE[beat.accent]! * (beat.struck ? STRUCK : 1) : 0;
    states.forEach((state, i) => {
      const entered =
        scores[best]! - change - state.kind.rare - expected(beat.bar, state.root, state.kind);
      const stays = at > 0 && scores[i]! >= entered;
      back[at]![i] = stays ? i : best;
      next[i] = (stays ? scores[i]! : entered) + (silent ? 0 : value(beat, state));
    });
    scores = next;
  });
  const path: number[] = [];
  let state = scores.reduce((best, one, i) => (one > scores[best]! ? i : best), 0);
  for (let at = beats.length - 1; at >= 0; at--) {
    path[at] = state;
    state = back[at]![state]!;
  }
  return gathered(
    beats,
    path.map((one) => states[one]!),
  );
}

function gathered(beats: readonly Beat[], path: readonly { root: number; kind: Kind }[]): Chord[] {
  const found: Chord[] = [];
  beats.forEach((beat, at) => {
    const last = found.at(-1);
    if (last && path[at] === path[at - 1]) found[found.length - 1] = { ...last, to: beat.to };
    else if (beat.bass !== undefined || last)
      found.push({
        from: beat.from,
        to: beat.to,
        bar: beat.bar,
        root: path[at]!.root,
        kind: path[at]!.kind,
        bass: beat.bass ?? path[at]!.root,
      });
  });
  return found;
}
