import {
  add,
  beatLength,
  compare,
  fraction,
  multiply,
  subtract,
  ZERO,
  type Bar,
  type ChordSymbol,
  type Fraction,
  type Score,
} from "../../score/index.ts";
import { strokesIn, type Pattern, type Stroke } from "./rhythm.ts";

/** A chord with a bass, and maybe another one that takes turns with it. */
interface WithBasses {
  readonly other?: unknown;
}

/** What is struck, and of which chord. */
export interface Struck<C> extends Stroke {
  readonly chord: C;
  /** The bass is the other one. */
  readonly isOther: boolean;
}

export interface StrikeOptions<C> {
  readonly pattern: Pattern;
  /** Whether the bass goes to the fifth and back while a chord stays. */
  readonly alternates: boolean;
  /** Bass and chord are struck together under the last note of the tune, if that is a long one. */
  readonly ends: boolean;
  /** What is played of a chord symbol, by its name and its bass where that is not the root. */
  readonly chosen: (name: string, bass: string | undefined) => C;
}

/**
 * An accompaniment from the chord symbols over a tune, by bar: bass and chord by the metre, a bass
 * wherever the chord changes, nothing in a pick-up and where no chord is played. Common practice,
 * no source.
 */
export function strokesFor<C extends WithBasses>(
  score: Score,
  { pattern, alternates, ends, chosen }: StrikeOptions<C>,
): Struck<C>[][] {
  const known = new Map<string, C>();
  const chordOf = ({ name, bass }: ChordSymbol): C => {
    const key = `${name}/${bass ?? ""}`;
    const found = known.get(key) ?? chosen(name, bass);
    known.set(key, found);
    return found;
  };
  const byBar = new Map<number, ChordSymbol[]>();
  for (const one of score.symbols ?? []) {
    const others = byBar.get(one.bar);
    if (others) others.push(one);
    else byBar.set(one.bar, [one]);
  }
  let now: C | undefined;
  /** The chord that was struck last, and whether its bass was the other one. */
  let last: { chord: C; isOther: boolean } | undefined;
  return score.bars.map((bar, index) => {
    const changes = apart(byBar.get(index) ?? []).map((one) => ({
      at: one.offset,
      chord: one.name === "" ? undefined : chordOf(one),
    }));
    const groups = strokesIn(score.bars, index, pattern);
    // where several basses make up a bar each bar begins with the root
    if (last && (groups.length > 1 || bar.repeatStart)) last = { ...last, isOther: true };
    const strokes = ends ? endingIn(score, index, groups.flat()) : groups.flat();
    const held = strokes
      .flatMap((one) => atChanges(one, changes))
      .map((stroke): Held<C> => {
        const at = changes.findLast((one) => compare(one.at, stroke.at) <= 0);
        now = at ? at.chord : now;
        return { stroke, chord: isPickup(score, index) ? undefined : now };
      });
    const all = held.flatMap((one, i) => filled(one, held[i - 1]?.chord, held[i + 1]?.chord, bar));
    return all.flatMap(({ stroke, chord }): Struck<C>[] => {
      if (!chord) {
        last = undefined;
        return [];
      }
      const isNew = last?.chord !== chord;
      const what = isNew && stroke.what === "chord" ? "bass" : stroke.what;
      const isOther: boolean =
        !isNew && what === "bass" && alternates && !last!.isOther && !!chord.other;
      if (what !== "chord") last = { chord, isOther };
      return [{ ...stroke, what, chord, isOther }];
    });
  });
}

/** A stroke with the chord that holds there. */
interface Held<C> {
  readonly stroke: Stroke;
  readonly chord: C | undefined;
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

/** A chord that has one long stroke alone is a bass and a chord. */
function filled<C>(
  { stroke, chord }: Held<C>,
  before: C | undefined,
  after: C | undefined,
  bar: Bar,
): Held<C>[] {
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
    ...stroke,
    ...{ at, length: subtract(within[i] ?? end, at) },
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
): readonly Stroke[] {
  if (index < bars.length - 1) return strokes;
  const tune = notes.filter((note) => note.bar === index && note.staff === 1 && !note.grace);
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
  return [...cut, { at: last, length, what: "both", isLast: true }];
}
