import { say } from "../../../words/say.ts";
import {
  add,
  beatLength,
  compare,
  fraction,
  midiOf,
  multiply,
  subtract,
  type Bar,
  type Fraction,
  type LowerBar,
  type Pitch,
  type Score,
} from "../../../score/index.ts";
import { pitchFrom } from "../../accompaniment/pitch.ts";
import { nearReasons } from "../../accompaniment/reasons.ts";
import { strokesFor, type Struck } from "../../accompaniment/strokes.ts";
import type { Accompany } from "../../accompany.ts";
import { keysChord, type KeysChord } from "./chords.ts";
import type { KeysPattern } from "./patterns.ts";
import { homeOf, nearestTo } from "./voicing.ts";

/**
 * A bass alone is written from A2 on, one in turn with its chord from E2 on, one for the feet from
 * the lowest pedal on. A4 = 69.
 */
const BASS = { alone: 45, inTurn: 40, pedal: 36 } as const;
const OCTAVE = 12;
/** Tones that are a chord after its bass. */
const CHORD = 2;

/** Nothing goes quicker, however short the beats of a metre are. Quarters. */
const EIGHTH = fraction(1, 2);

type Event = LowerBar["events"][number];

/**
 * A left hand for keys from the chord symbols over a tune, maybe with a bass for the feet. A chord
 * lies alike wherever it comes, near the last chord of the tune, which mostly is the tonic.
 *
 * @param patterns those of the instrument, the usual one first
 */
export const leftHandOf =
  (patterns: readonly KeysPattern[]): Accompany =>
  (score, { pattern, alternates, from, to }) => {
    const how = patterns.find((one) => one.id === pattern) ?? patterns[0]!;
    const { id, strokes, hasPedal = false, layout } = how;
    const struck = strokesFor(score, {
      ...{ pattern: strokes, alternates, ends: id === "turns" || id === "broken" },
      chosen: keysChord,
    });
    const voiced = voicesOf(score, struck.flat(), hasPedal);
    const near = new Map<KeysChord, Set<number>>();
    const bars = struck.slice(from, to + 1).map((all, i) => {
      const bar = score.bars[from + i]!;
      for (const { chord } of all)
        if (chord.isNear && (id !== "bass" || chord.tones.length === 0))
          near.set(chord, (near.get(chord) ?? new Set()).add(bar.index));
      const events = all.flatMap((one): Event[] => {
        const tones = voiced(one.chord);
        const low = pitchFrom(one.chord.bass, hasPedal ? BASS.pedal : BASS.alone);
        if (id === "bass" || tones.length === 0)
          return one.what === "chord" ? [] : [{ ...timesOf(one), pitches: [low] }];
        if (id === "turns") return [{ ...timesOf(one), pitches: inTurn(one, tones) }];
        if (id === "broken" && !one.isLast) return broken(one, tones, bar);
        return [{ ...timesOf(one), pitches: hasPedal ? [low, ...tones] : tones }];
      });
      return [bar.index, { length: bar.length, events }] as const;
    });
    return {
      ...(layout ? { layout } : {}),
      bars: new Map(bars),
      reasons: nearReasons(near, score, ({ name, tones }) =>
        tones.length ? say`${name} is played as ${tones.map(shown).join(" ")}` : undefined,
      ),
    };
  };

const timesOf = ({ at, length }: Struck<KeysChord>) => ({ at, length });
const shown = (name: string): string =>
  name[0]! + name.slice(1).replaceAll("b", "♭").replaceAll("#", "♯");

/** Each chord where it lies. */
function voicesOf(
  { notes }: Score,
  struck: readonly Struck<KeysChord>[],
  hasPedal: boolean,
): (chord: KeysChord) => Pitch[] {
  const last = struck.findLast(({ chord }) => chord.tones.length > 0)?.chord;
  const tune = notes.filter(({ staff }) => staff === 1).map(({ midi }) => midi);
  const home = last ? homeOf(last.tones, Math.min(...tune)) : [];
  const known = new Map<KeysChord, Pitch[]>();
  return (chord) => {
    const root = chord.tones[0];
    const bass = hasPedal || chord.bass === root ? undefined : chord.bass;
    const found =
      known.get(chord) ?? (root === undefined ? [] : nearestTo(home, chord.tones, bass));
    known.set(chord, found);
    return found;
  };
}

/** A bass, or the chord over it; a bass that leaves no chord over it lies lower. */
function inTurn(
  { what, chord, isOther }: Struck<KeysChord>,
  tones: readonly Pitch[],
): readonly Pitch[] {
  const over = (bass: Pitch) => tones.filter((one) => midiOf(one) > midiOf(bass));
  const usual = pitchFrom(chord.bass, BASS.inTurn);
  const low = over(usual).length >= CHORD ? usual : pitchFrom(chord.bass, midiOf(usual) - OCTAVE);
  if (what === "both") return tones;
  if (what === "chord") return over(low);
  const other = isOther ? pitchFrom(chord.other!, BASS.inTurn) : low;
  const isUnder = midiOf(other) < midiOf(over(low)[0]!);
  return [isUnder ? other : pitchFrom(chord.other!, midiOf(other) - OCTAVE)];
}

/**
 * Tones one after the other in halves of a beat: the lowest, then the highest and those between in
 * turn, anew every two beats, or three; in 6/8 upwards on each beat. Common practice, no source.
 */
function broken({ at, length }: Struck<KeysChord>, tones: readonly Pitch[], bar: Bar): Event[] {
  const { beats } = bar.metre;
  const beat = beatLength(bar);
  const isCompound = beat.num % 3 === 0;
  const half = multiply(beat, isCompound ? fraction(1, 3) : fraction(1, 2));
  const unit = compare(half, EIGHTH) < 0 ? EIGHTH : half;
  const anew = isCompound ? 3 : beats % 3 === 0 ? 6 : 4;
  const found: Event[] = [];
  const end = add(at, length);
  const middle = tones.slice(1, -1);
  for (let i = 0, time = at; compare(time, end) < 0; i++, time = add(time, unit)) {
    const place = i % anew;
    const tone = isCompound
      ? tones[Math.min(place, tones.length - 1)]!
      : place === 0
        ? tones[0]!
        : place % 2 === 1
          ? tones.at(-1)!
          : (middle[(place / 2 - 1) % middle.length] ?? tones[0]!);
    found.push({ at: time, length: shorter(unit, subtract(end, time)), pitches: [tone] });
  }
  return found;
}

const shorter = (a: Fraction, b: Fraction): Fraction => (compare(a, b) < 0 ? a : b);
