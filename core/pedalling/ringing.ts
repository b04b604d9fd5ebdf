import { add, subtract, toNumber, type Bar, type Fraction, type Score } from "../score/index.ts";
import { BASS } from "./sound.ts";
import { roughnessOf } from "./dissonance.ts";

/** A key that is struck. Times in quarters from the beginning of the span. */
export interface Tone {
  readonly midi: number;
  readonly from: number;
  /** When the hand lets go. */
  readonly to: number;
  /** Louder is nearer 1. */
  readonly loudness: number;
  /**
   * The ear would miss it: the hand leaves it for a rest, or for a key that is not the next step of
   * a line.
   */
  readonly missed: boolean;
}

/** An instant at which something is struck. */
export interface Moment {
  readonly bar: number;
  readonly offset: Fraction;
  readonly at: number;
  readonly struck: readonly Tone[];
  readonly staccato: boolean;
}

/** A staccato note sounds for so much of what is written. Common practice, no source. */
const STACCATO = 0.5;

/**
 * A hand that goes from chord to chord, or leaps past this many semitones, lifts for so many
 * quarters before it. Common practice, no source.
 */
const [LEAP, LIFT] = [12, 0.15];
/**
 * A line goes on by steps, and by a third here and there; wider moves, and thirds one after the
 * other, are a broken harmony. Common practice, no source.
 */
const [STEP, THIRD] = [2, 4];

/** Of a tone that a rest cuts short, in quarters at most. */
const SHORT = 0.5;

const away = (tone: Tone, group: { tones: readonly Tone[] } | undefined): number =>
  Math.min(...(group?.tones ?? []).map((other) => Math.abs(other.midi - tone.midi)));

/**
 * Whether a rest as long as the tone cuts it short: so it is meant, but for a bass. Common
 * practice, no source.
 */
const cutShort = (tone: Tone, next: number): boolean =>
  tone.midi >= BASS && tone.to - tone.from <= SHORT && next - tone.to >= tone.to - tone.from - 1e-9;

/**
 * When a hand really lets go of what it has struck: a little early, where it cannot join what
 * follows.
 */
function letGo(groups: readonly { at: number; tones: Tone[] }[]): void {
  groups.forEach(({ tones }, i) => {
    const next = groups[i + 1];
    const nearest = (tone: Tone) => away(tone, next);
    const skips = (a: typeof next, b: typeof next) =>
      a !== undefined &&
      b !== undefined &&
      Math.min(...a.tones.map((tone) => away(tone, b))) > STEP;
    const broken = skips(groups[i - 1], groups[i]) || skips(next, groups[i + 2]);
    tones.forEach((tone, k) => {
      tones[k] = {
        ...tone,
        missed:
          !next ||
          (tone.to < next.at - 1e-9
            ? !cutShort(tone, next.at)
            : nearest(tone) > (broken ? STEP : THIRD)),
      };
    });
    if (!next) return;
    const chords = tones.length > 1 && next.tones.length > 1;
    const leaps = Math.min(...tones.map(nearest)) > LEAP;
    if (!chords && !leaps) return;
    tones.forEach((tone, k) => {
      if (Math.abs(tone.to - next.at) < 1e-9)
        tones[k] = {
          ...tone,
          missed: true,
          to: tone.to - Math.min(LIFT, (tone.to - tone.from) / 4),
        };
    });
  });
}

/** The instants of some bars in written order, all hands together, grace notes left out. */
export function momentsOf(
  score: Score,
  from: number,
  to: number,
): { moments: Moment[]; end: number } {
  const origin = score.bars[from]!.start;
  const hands = new Map<string, Map<number, Tone[]>>();
  const found = new Map<
    number,
    { bar: number; offset: Fraction; struck: Tone[]; staccato: boolean }
  >();
  for (const note of score.notes) {
    if (note.bar < from || note.bar > to || note.held || note.grace) continue;
    const at = toNumber(subtract(add(score.bars[note.bar]!.start, note.offset), origin));
    const moment = found.get(at) ?? {
      bar: note.bar,
      offset: note.offset,
      struck: [],
      staccato: true,
    };
    const length = toNumber(note.length) * (note.staccato ? STACCATO : 1);
    const ofHand = hands.get(note.hand) ?? new Map<number, Tone[]>();
    ofHand.set(at, [
      ...(ofHand.get(at) ?? []),
      { midi: note.midi, from: at, to: at + length, loudness: 1, missed: true },
    ]);
    hands.set(note.hand, ofHand);
    moment.staccato &&= note.staccato;
    found.set(at, moment);
  }
  for (const ofHand of hands.values()) {
    const groups = [...ofHand].sort(([a], [b]) => a - b).map(([at, tones]) => ({ at, tones }));
    letGo(groups);
    for (const { at, tones } of groups) found.get(at)!.struck.push(...tones);
  }
  const last: Bar = score.bars[to]!;
  return {
    moments: [...found]
      .sort(([a], [b]) => a - b)
      .map(([at, one]) => ({ ...one, at, struck: one.struck.sort((a, b) => a.midi - b.midi) })),
    end: toNumber(subtract(add(last.start, last.length), origin)),
  };
}

/**
 * Seconds in which a free string falls to 1/e: bass strings ring long, the top hardly. From memory,
 * a round figure an octave and a half.
 */
export const ringTime = (midi: number): number => 4 * 2 ** ((36 - midi) / 18);

/** A string that sounds at an instant. */
export interface Sounding {
  readonly midi: number;
  /** 1 when just struck. */
  readonly loudness: number;
  /** The hand has let go: the pedal alone keeps it. */
  readonly byPedal: boolean;
  readonly missed: boolean;
}

/**
 * What sounds at an instant, when every string struck since `since` rings on.
 *
 * @param since instant at which the pedal went down, in quarters; undefined while it is up
 * @param tempo quarters a minute
 * @param left how much of a tone the foot has left of it, 0 to 1
 */
export function soundingAt(
  tones: readonly Tone[],
  at: number,
  since: number | undefined,
  tempo: number,
  left: (tone: Tone) => number = () => 1,
): Sounding[] {
  const strings = new Map<number, Sounding>();
  for (const tone of tones) {
    if (tone.from > at + 1e-9) break;
    const inHand = tone.to > at + 1e-9;
    // the pedal catches what is struck or still held when it goes down
    if (!inHand && (since === undefined || tone.to <= since + 1e-9)) continue;
    const loudness =
      (inHand ? 1 : left(tone)) *
      tone.loudness *
      Math.exp(-(((at - tone.from) * 60) / tempo) / ringTime(tone.midi));
    if (loudness > 0.02)
      strings.set(tone.midi, { midi: tone.midi, loudness, byPedal: !inHand, missed: tone.missed });
  }
  return [...strings.values()].sort((a, b) => a.midi - b.midi);
}

/**
 * How much two tones are heard as strangers, by their interval: those of one harmony belong
 * together, however low; seconds, sevenths and the tritone do not. Common practice, no source.
 */
const STRANGE = [0.2, 1, 1, 0.5, 0.5, 0.35, 0.9, 0.35, 0.5, 0.5, 1, 1];

/**
 * Two tones of the harmony that is on rub so much less: they ring as one. Set on the cases in C, D
 * and G.
 */
const AT_HOME = 0.9;

/**
 * How much what the pedal keeps rubs against everything that sounds, and the pair that rubs most.
 *
 * @param belongs whether a key is a tone of the harmony
 */
export function blurOf(
  sounding: readonly Sounding[],
  belongs: (midi: number) => boolean = () => false,
): { value: number; worst: readonly [number, number] | undefined } {
  let [value, most] = [0, 0];
  let worst: [number, number] | undefined;
  sounding.forEach((a, i) => {
    for (const b of sounding.slice(i + 1)) {
      // a chord in the hands is meant as it is
      if (!a.byPedal && !b.byPedal) continue;
      const strange = STRANGE[Math.abs(b.midi - a.midi) % 12]!;
      const rub =
        roughnessOf(a.midi, b.midi) *
        strange *
        Math.min(a.loudness, b.loudness) *
        (belongs(a.midi) && belongs(b.midi) ? AT_HOME : 1);
      value += rub;
      // a second says more than a low third, though that is as rough
      if (rub * strange > most) [most, worst] = [rub * strange, [a.midi, b.midi]];
    }
  });
  return { value, worst };
}

/**
 * Clarity from 1 (nothing rubs) towards 0; at this much roughness it is a half. Set by ear of the
 * textbook cases.
 */
const HALF_CLEAR = 2.5;
export const clarity = (blur: number): number => 1 / (1 + blur / HALF_CLEAR);
