import { classOf, type Kind } from "./kinds.ts";
import type { Chord } from "./chords.ts";

export type Mode = "major" | "minor";

export interface Tonality {
  /** Pitch class. */
  readonly tonic: number;
  readonly mode: Mode;
}

/** A stretch in one key, as the ear hears it. Bar indexes, inclusive. */
export interface KeyArea extends Tonality {
  readonly from: number;
  readonly to: number;
}

/**
 * How well each pitch class fits a major or minor key on C. Published: Krumhansl & Kessler 1982
 * (probe-tone ratings), figures from memory.
 */
const PROFILES: Readonly<Record<Mode, readonly number[]>> = {
  major: [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88],
  minor: [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17],
};
/** Pitch classes of the scale; minor with both its sevenths. */
const SCALES: Readonly<Record<Mode, readonly number[]>> = {
  major: [0, 2, 4, 5, 7, 9, 11],
  minor: [0, 2, 3, 5, 7, 8, 10, 11],
};

/**
 * The raised sixth of the melodic minor, and of tunes in the Dorian mode, is half a stranger.
 * Common practice.
 */
const [RAISED_SIXTH, MELODIC] = [9, 0.5];

/**
 * How far a chord is from home, in the currency of the search, by semitones above the tonic and the
 * quality of its third. Common practice, no source.
 */
const DEGREES: Readonly<Record<Mode, Readonly<Record<string, number>>>> = {
  major: {
    "0major": 0,
    "7major": 0.25,
    "5major": 0.4,
    "2minor": 0.7,
    "9minor": 0.75,
    "4minor": 1.2,
    "11dim": 0.9,
    "2major": 1.5,
    "9major": 1.9,
    "4major": 1.9,
    "0minor": 2.2,
    "5minor": 1.8,
  },
  minor: {
    "0minor": 0,
    "7major": 0.25,
    "5minor": 0.4,
    "8major": 0.7,
    "3major": 0.9,
    "10major": 1.1,
    "2dim": 0.7,
    "11dim": 0.7,
    "7minor": 1.2,
    "5major": 1.8,
    "2major": 1.9,
    "0major": 1.9,
    "1major": 1.8,
  },
};
const STRANGER = 2.6;
/** As far as this, or further, it is not of the key. */
const FOREIGN = 1.4;

const quality = ({ symbol, third }: Kind): string =>
  symbol.startsWith("dim") || symbol === "m7b5" ? "dim" : third === "none" ? "major" : third;

/** How far a chord is from home in a key: 0 for the tonic. */
export const farFrom = ({ tonic, mode }: Tonality, root: number, kind: Kind): number =>
  DEGREES[mode][`${(root - tonic + 12) % 12}${quality(kind)}`] ?? STRANGER;

/** Whether a chord belongs to a key. */
export const isAtHome = ({ root, kind }: Chord, key: Tonality): boolean =>
  farFrom(key, root, kind) < FOREIGN;

/** All keys: C major, C minor, D flat major … */
const KEYS: readonly Tonality[] = Array.from({ length: 24 }, (_, i) => ({
  tonic: i >> 1,
  mode: i % 2 ? "minor" : "major",
}));

/** Weights of what speaks for a key. Set on the cases in C, D and G. */
const WEIGHTS = {
  /** How its tones fit the scale and the profile, for a bar; how its chords fit, for a bar. */
  scale: 2.5,
  profile: 1.2,
  chords: 1.4,
  /** How much of a bar is spelled as in another key. */
  spelled: 2,
  /** How much the chords of a lone line count, and its last one. */
  alone: 0.1,
  guess: 0.5,
  /** A leading note that goes to the tonic. */
  leading: 0.8,
  /** A dominant that goes to the tonic. */
  cadence: 0.6,
  /** The first and above all the last chord is the tonic; its bass is. */
  first: 0.8,
  last: 1.6,
  lastBass: 2,
  /** The last note of a lone line is the tonic, or its third. */
  lastAlone: 3,
  lastThird: 2,
  /** The signature is that of the key: at the beginning, and in each bar. */
  signature: 1,
  signed: 0.1,
  /** Going to another key, and each fifth of the way. */
  change: 4,
  fifth: 0.5,
};

export interface BarTones {
  readonly bar: number;
  /** Quarters from the beginning of the piece. */
  readonly start: number;
  readonly end: number;
  /** Share of each pitch class, by weight; all 0 in silence. */
  readonly share: readonly number[];
  /** The same by length alone. */
  readonly plain: readonly number[];
  /** The same again as the score spells it: place on the line of fifths, C = 0. */
  readonly spelled: readonly (readonly [fifths: number, share: number])[];
  /** How often each pitch class goes up a half step to the next. */
  readonly leads: readonly number[];
  /** Whether notes sound together: the chords of a lone line are a guess. */
  readonly together: boolean;
  /** Sharps, below 0 flats. */
  readonly fifths: number;
}

const norm = (list: readonly number[]) => {
  const sum = list.reduce((all, one) => all + one, 0);
  return list.map((one) => one / sum);
};
const LOGS = {
  major: norm(PROFILES.major).map(Math.log),
  minor: norm(PROFILES.minor).map(Math.log),
};
/** An even spread, against which a profile is measured. */
const EVEN = Math.log(1 / 12);

/** Steps round the circle of fifths between two keys, by their signatures. */
function fifthsApart(a: Tonality, b: Tonality): number {
  const place = ({ tonic, mode }: Tonality) => ((tonic + (mode === "minor" ? 3 : 0)) * 7) % 12;
  const by = Math.abs(place(a) - place(b));
  return Math.min(by, 12 - by);
}

/**
 * Places of a scale on the line of fifths, from its tonic; minor with its raised sixth and seventh.
 */
const LINE: Readonly<Record<Mode, readonly number[]>> = {
  major: [-1, 0, 1, 2, 3, 4, 5],
  minor: [-4, -3, -2, -1, 0, 1, 2, 3, 5],
};
/**
 * How much of a bar belongs to a key by its sound but not by how it is spelled: A flat in E, where
 * it would be G sharp.
 */
function misspelled({ tonic, mode }: Tonality, spelled: BarTones["spelled"]): number {
  const first = (tonic * 7) % 12;
  // a tonic by each of its names
  const places = [first - 12, first, first + 12];
  return Math.min(
    ...places.map((place) =>
      spelled.reduce((sum, [fifths, share]) => {
        const from = fifths - place;
        return LINE[mode].includes(from) || !LINE[mode].some((one) => (one - from) % 12 === 0)
          ? sum
          : sum + share;
      }, 0),
    ),
  );
}

/** What one bar says for a key. */
function fit(
  key: Tonality,
  { share, plain, spelled, leads, together, fifths }: BarTones,
  chords: readonly { chord: Chord; share: number }[],
): number {
  if (share.every((one) => one === 0)) return 0;
  let [scale, profile] = [0, 0];
  for (let pitch = 0; pitch < 12; pitch++) {
    const degree = (pitch - key.tonic + 12) % 12;
    if (!SCALES[key.mode].includes(degree))
      scale -=
        ((share[pitch]! + plain[pitch]!) / 2) *
        (key.mode === "minor" && degree === RAISED_SIXTH ? MELODIC : 1);
    profile += share[pitch]! * (LOGS[key.mode][degree]! - EVEN);
  }
  const harmony = chords.reduce(
    (sum, one) => sum - one.share * farFrom(key, one.chord.root, one.chord.kind),
    0,
  );
  const signed = (key.tonic + (key.mode === "minor" ? 3 : 0)) % 12 === classOf(fifths * 7);
  const leading = key.mode === "major" ? 0 : Math.min(1, leads[(key.tonic + 11) % 12]!);
  return (
    WEIGHTS.leading * leading -
    WEIGHTS.spelled * misspelled(key, spelled) +
    WEIGHTS.scale * scale +
    WEIGHTS.profile * profile +
    WEIGHTS.chords * (together ? 1 : WEIGHTS.alone) * harmony +
    (signed ? WEIGHTS.signed : 0)
  );
}

/**
 * The keys of a piece, over all its bars at once (a hidden Markov model, Viterbi 1967): what each
 * bar's tones and chords say for a key, cadences, the first and the last chord, the signature as a
 * hint, against a price of changing. A piece that does not modulate has one.
 */
export function keyAreas(
  bars: readonly BarTones[],
  chords: readonly Chord[],
  lastBass: number,
): KeyArea[] {
  if (bars.length === 0) return [];
  let before = 0;
  const inBar = bars.map(({ start, end }) => {
    while (before < chords.length && chords[before]!.to <= start + 1e-9) before++;
    const found: { chord: Chord; share: number }[] = [];
    for (let i = before; i < chords.length && chords[i]!.from < end - 1e-9; i++)
      found.push({
        chord: chords[i]!,
        share: (Math.min(chords[i]!.to, end) - Math.max(chords[i]!.from, start)) / (end - start),
      });
    return found;
  });
  const bonus = bars.map(() => new Float64Array(KEYS.length));
  const alone = !bars.some((bar) => bar.together);
  /**
   * What the last note says, by its semitones above the tonic: a tune by itself ends on the tonic
   * or, now and then, on a major third.
   */
  const endsOn = (degree: number) =>
    degree === 0
      ? alone
        ? WEIGHTS.lastAlone
        : WEIGHTS.lastBass
      : alone && degree === 4
        ? WEIGHTS.lastThird
        : 0;
  const home = (chord: Chord, key: Tonality) =>
    chord.root === key.tonic && quality(chord.kind) === key.mode;
  const place = new Map(bars.map((one, at) => [one.bar, at]));
  KEYS.forEach((key, k) => {
    chords.forEach((chord, i) => {
      const before = chords[i - 1];
      if (
        before &&
        home(chord, key) &&
        (before.root - chord.root + 12) % 12 === 7 &&
        before.kind.third === "major"
      )
        bonus[place.get(chord.bar)!]![k]! += WEIGHTS.cadence;
    });
    const [first, last] = [chords[0], chords.at(-1)];
    if (first && home(first, key)) bonus[0]![k]! += WEIGHTS.first;
    if (last)
      bonus.at(-1)![k]! +=
        (last.root === key.tonic
          ? WEIGHTS.last * (alone ? WEIGHTS.guess : 1) * (home(last, key) ? 1 : 0.6)
          : 0) + endsOn((lastBass - key.tonic + 12) % 12);
    bonus[0]![k]! +=
      (key.tonic + (key.mode === "minor" ? 3 : 0)) % 12 === classOf(bars[0]!.fifths * 7)
        ? WEIGHTS.signature
        : 0;
  });
  let scores = new Float64Array(KEYS.length);
  const back: number[][] = [];
  bars.forEach((bar, at) => {
    const next = KEYS.map((key, k) => {
      let [best, from] = [scores[k]!, k];
      if (at > 0)
        KEYS.forEach((other, o) => {
          const value =
            o === k
              ? scores[o]!
              : scores[o]! - WEIGHTS.change - WEIGHTS.fifth * fifthsApart(key, other);
          if (value > best) [best, from] = [value, o];
        });
      (back[at] ??= [])[k] = from;
      return best + fit(key, bar, inBar[at]!) + bonus[at]![k]!;
    });
    scores = Float64Array.from(next);
  });
  let key = scores.reduce((best, one, i) => (one > scores[best]! ? i : best), 0);
  const areas: KeyArea[] = [];
  for (let at = bars.length - 1; at >= 0; at--) {
    const [{ bar }, first] = [bars[at]!, areas[0]];
    if (first && first.tonic === KEYS[key]!.tonic && first.mode === KEYS[key]!.mode)
      areas[0] = { ...first, from: bar };
    else areas.unshift({ ...KEYS[key]!, from: bar, to: first ? first.from - 1 : bar });
    key = back[at]![key]!;
  }
  return areas;
}
