import {
  add,
  beatLength,
  compare,
  fraction,
  midiOf,
  multiply,
  pitchNamed,
  subtract,
  ZERO,
  type Bar,
  type ChordSymbol,
  type Fraction,
  type Pitch,
  type Score,
} from "../../../score/index.ts";
import { BOARDS } from "../bass/board.ts";
import { USUAL_BUTTONS, type BassSetup } from "../bass/bassHand.ts";
import { FROM } from "../bass/letters.ts";
import { chosenFor, type Chosen } from "./chosen.ts";
import type { Pattern } from "./patterns.ts";
import { strokesIn, type Stroke } from "./rhythm.ts";

/** What the left hand strikes: a bass, a chord by its root and letter, or both together. */
export interface Struck {
  /** Quarters from the start of the bar. */
  readonly at: Fraction;
  readonly length: Fraction;
  readonly bass?: Pitch;
  readonly chord?: Pitch;
  /** Over the chord, where it is not clear from the one before. */
  readonly letter?: string;
}

/** A left hand for some bars, each with what is struck in it; an empty bar rests. */
export interface Accompanied {
  readonly bars: ReadonlyMap<number, readonly Struck[]>;
  /** Chords that are not played as their symbols say, with their bars. */
  readonly near: readonly { readonly chosen: Chosen; readonly bars: readonly number[] }[];
}

export interface AccompanyOptions {
  readonly pattern: Pattern;
  /** Whether the bass goes to the fifth and back while a chord stays. */
  readonly alternates: boolean;
  /** First and last bar, 0-based, inclusive. */
  readonly from: number;
  readonly to: number;
  readonly setup?: BassSetup;
}

/** The lowest key a bass is written on, E flat under the staff's second space. A4 = 69. */
const LOWEST_BASS = 39;

/**
 * A left hand from the chord symbols over a tune: bass and chord by the metre, a bass wherever the
 * chord changes, rests in a pick-up and where no chord is played, both together under the last
 * note. Common practice, no source.
 */
export function accompany(score: Score, options: AccompanyOptions): Accompanied {
  const { pattern, alternates, from, to, setup = {} } = options;
  const board = BOARDS[setup.buttons ?? USUAL_BUTTONS]!;
  const known = new Map<string, Chosen>();
  const chosen = ({ name, bass }: ChordSymbol): Chosen => {
    const key = `${name}/${bass ?? ""}`;
    const found = known.get(key) ?? chosenFor(board, name, bass);
    known.set(key, found);
    return found;
  };
  const byBar = new Map<number, ChordSymbol[]>();
  for (const one of score.symbols ?? []) {
    const others = byBar.get(one.bar);
    if (others) others.push(one);
    else byBar.set(one.bar, [one]);
  }
  const bars = new Map<number, Struck[]>();
  const near = new Map<Chosen, Set<number>>();
  let now: Chosen | undefined;
  /** The chord that was struck last, and whether its bass was the other one. */
  let last: { chord: Chosen; isOther: boolean } | undefined;
  score.bars.forEach((bar, index) => {
    const changes = apart(byBar.get(index) ?? []).map((one) => ({
      at: one.offset,
      chord: one.name === "" ? undefined : chosen(one),
    }));
    const groups = strokesIn(score.bars, index, pattern);
    // where several basses make up a bar each bar begins with the root
    if (last && (groups.length > 1 || bar.repeatStart)) last = { ...last, isOther: true };
    const struck: Struck[] = [];
    let lettered: Chosen | undefined;
    const strokes = endingIn(score, index, groups.flat(), pattern).flatMap((one) =>
      atChanges(one, changes),
    );
    const parts = strokes.map((stroke): Part => {
      const at = changes.findLast((one) => compare(one.at, stroke.at) <= 0);
      now = at ? at.chord : now;
      return { stroke, chord: isPickup(score, index) ? undefined : now };
    });
    for (const { stroke, chord } of parts.flatMap((one, i) =>
      filled(one, parts[i - 1]?.chord, parts[i + 1]?.chord, bar),
    )) {
      if (!chord) {
        last = undefined;
        continue;
      }
      const isNew = last?.chord !== chord;
      const what = isNew && stroke.what === "chord" ? "bass" : stroke.what;
      const isOther = !isNew && what === "bass" && alternates && !last!.isOther && !!chord.other;
      if (what !== "chord") last = { chord, isOther };
      const low = isOther ? chord.other : chord.bass;
      const bass = what === "chord" ? undefined : keyOf(low, LOWEST_BASS);
      const over = what !== "bass" && chord.chord ? keyOf(chord.chord.root, FROM) : undefined;
      if (!bass && !over) continue;
      // a symbol over the tune would have its own say where the button is another chord
      const isTold = over !== undefined && (lettered !== chord || chord.isNear);
      if (over) lettered = chord;
      struck.push({
        ...{ at: stroke.at, length: stroke.length },
        ...(bass ? { bass } : {}),
        ...(over ? { chord: over } : {}),
        ...(isTold ? { letter: chord.chord!.letter } : {}),
      });
      if (chord.isNear && index >= from && index <= to)
        near.set(chord, (near.get(chord) ?? new Set()).add(index));
    }
    if (index >= from && index <= to) bars.set(index, struck);
  });
  return {
    bars,
    near: [...near].map(([one, inBars]) => ({ chosen: one, bars: [...inBars] })),
  };
}

/** Nearer together nobody changes a button; of those at one place the last holds. Quarters. */
const LEAST = fraction(1, 4);

/** The symbols of a bar that leave time to be played. */
function apart(symbols: readonly ChordSymbol[]): ChordSymbol[] {
  const found: ChordSymbol[] = [];
  for (const one of symbols) {
    const last = found.at(-1);
    const gap = last ? subtract(one.offset, last.offset) : LEAST;
    if (gap.num === 0) found.pop();
    if (gap.num === 0 || compare(gap, LEAST) >= 0) found.push(one);
  }
  return found;
}

/** A stroke with the chord that holds there. */
interface Part {
  readonly stroke: Stroke;
  readonly chord: Chosen | undefined;
}

/** A chord that has one long stroke alone is a bass and a chord. */
function filled(
  { stroke, chord }: Part,
  before: Chosen | undefined,
  after: Chosen | undefined,
  bar: Bar,
): Part[] {
  const beat = multiply(beatLength(bar), fraction(2));
  const isAlone = chord !== undefined && chord !== before && chord !== after;
  if (!isAlone || stroke.what === "both" || compare(stroke.length, beat) < 0)
    return [{ stroke, chord }];
  const length = multiply(stroke.length, fraction(1, 2));
  return [
    { stroke: { at: stroke.at, length, what: "bass" }, chord },
    { stroke: { at: add(stroke.at, length), length, what: "chord" }, chord },
  ];
}

/** A stroke is struck anew where the chord changes within it. */
function atChanges(stroke: Stroke, changes: readonly { readonly at: Fraction }[]): Stroke[] {
  const end = add(stroke.at, stroke.length);
  const within = changes
    .map(({ at }) => at)
    .filter((at) => compare(at, stroke.at) > 0 && compare(at, end) < 0);
  return [stroke.at, ...within].map((at, i) => ({
    ...{ what: stroke.what, at, length: subtract(within[i] ?? end, at) },
  }));
}

/** A pick-up is the tune's alone. */
const isPickup = ({ bars }: Score, index: number): boolean =>
  index === 0 && bars.length > 1 && compare(bars[0]!.length, bars[0]!.nominal) < 0;

/** Under the last note of the tune bass and chord are struck together, unless it is a short one. */
function endingIn(
  { bars, notes }: Score,
  index: number,
  strokes: readonly Stroke[],
  pattern: Pattern,
): readonly Stroke[] {
  if (index < bars.length - 1 || pattern === "held") return strokes;
  const tune = notes.filter((note) => note.bar === index && note.hand !== "left" && !note.grace);
  const last = tune.reduce((at, { offset }) => (compare(offset, at) > 0 ? offset : at), ZERO);
  const ends = tune
    .filter(({ offset }) => compare(offset, last) === 0)
    .map(({ duration }) => add(last, duration));
  const end = ends.reduce((a, b) => (compare(a, b) > 0 ? a : b), last);
  const length = subtract(end, last);
  const beat = beatLength(bars[index]!);
  const isOnBass = strokes.some(({ at, what }) => what === "bass" && compare(at, last) === 0);
  const long = isOnBass ? beat : multiply(beat, fraction(2));
  if (compare(length, long) < 0) return strokes;
  const before = strokes.filter(({ at }) => compare(at, last) < 0);
  // what goes on into it ends where it begins
  const cut = before.map((one) =>
    compare(add(one.at, one.length), last) > 0 ? { ...one, length: subtract(last, one.at) } : one,
  );
  return [...cut, { at: last, length, what: "both" }];
}

/** A note by its name in the octave from a key on, as it is written. */
const keyOf = (name: string, lowest: number): Pitch =>
  [1, 2, 3, 4, 5]
    .map((octave) => pitchNamed(`${name}${octave}`)!)
    .find((pitch) => midiOf(pitch) >= lowest)!;
