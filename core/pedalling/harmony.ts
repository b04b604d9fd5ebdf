import { hear, type Chord } from "../form/index.ts";
import { beatLength, toNumber, type Score } from "../score/index.ts";
import { BASS } from "./sound.ts";
import type { Moment, Tone } from "./ringing.ts";
import type { Room } from "./room.ts";

/** What the harmony asks of the foot, by instant. */
export interface Guide {
  /** Whether a key is a tone of the chord that is heard at an instant. */
  readonly belongs: (instant: number, midi: number) => boolean;
  /** Whether a harmony begins at an instant; and whether over a bass of its own. */
  readonly changes: readonly boolean[];
  readonly begins: readonly boolean[];
  /**
   * Whether a low bass is struck there that is another than before, by step or no tone of the
   * harmony.
   */
  readonly newBass: readonly boolean[];
  /**
   * Until when, in quarters, a bass that is struck there and left by the hand should ring; 0 where
   * none is.
   */
  readonly caught: readonly number[];
  /**
   * The instant after a span that begins at an instant, where the same texture is taken so
   * elsewhere.
   */
  readonly expected?: ReadonlyMap<number, number>;
}

/** A bass lies so many semitones under the next tone of its hand. Common practice, no source. */
const UNDER = 3;
/** So many semitones over the bass lies the chord the hand goes to. Common practice, no source. */
const LEFT = 5;
const STEP = 2;
/**
 * When more than this share of the tones in so many beats go by step, it is running lines and no
 * accompaniment. Common practice, no source.
 */
const RUNNING = 0.6;
const OVER = 1.5;
/** And so many it comes down to the next bass. */
const DOWN = 7;

/**
 * Chords that are the same harmony for the foot: a seventh more or less within a bar clears
 * nothing.
 */
const sameHarmony = (a: Chord, b: Chord): boolean =>
  a.root === b.root && a.kind.third === b.kind.third && (a.bar === b.bar || a.kind === b.kind);

/** @param first the first bar the instants are of */
export function guideOf(
  score: Score,
  moments: readonly Moment[],
  tones: readonly Tone[],
  first: number,
  room: Room,
): Guide {
  const origin = toNumber(score.bars[first]!.start);
  const basses = bassesOf(moments);
  const heard = hear(score).chords;
  let now = 0;
  const chordAt = moments.map((moment) => {
    while (heard[now + 1] && heard[now + 1]!.from <= moment.at + origin + 1e-9) now++;
    return heard[now];
  });
  const belongs = (instant: number, midi: number) =>
    chordAt[instant]?.kind.tones.includes((midi - chordAt[instant].root + 120) % 12) ?? false;
  const chords = heard.filter((chord, i) => i === 0 || !sameHarmony(heard[i - 1]!, chord));
  const changes = new Array<boolean>(moments.length).fill(false);
  let next = 0;
  for (const chord of chords) {
    const from = chord.from - origin;
    const half = toNumber(beatLength(score.bars[chord.bar]!)) / 2;
    while (next < moments.length && moments[next]!.at < from - 1e-9) next++;
    if (from > -1e-9 && moments[next] && moments[next]!.at <= from + half + 1e-9)
      changes[next] = true;
  }
  const begins = changes.map((changed, i) => changed && ownBass(moments, basses, i, room));
  const caught = moments.map((moment, i) => {
    if (!begins[i] || moment.staccato) return 0;
    const low = moment.struck[0];
    const beat = toNumber(beatLength(score.bars[moment.bar]!));
    return low && leaves(low, moment, tones, beat) ? moment.at + beat : 0;
  });
  const newBass = moments.map(({ struck }, i) => {
    const [bass, before] = [basses[i]!, basses[i - 1] ?? basses[i]!];
    return (
      bass !== before &&
      struck[0]?.midi === bass &&
      bass < BASS &&
      (!belongs(i, bass) || Math.abs(bass - before) <= STEP)
    );
  });
  return { belongs, changes, begins, caught, newBass };
}

/**
 * The bass at each instant: one the hand has left for the chord above it goes on being the bass of
 * its bar.
 */
function bassesOf(moments: readonly Moment[]): number[] {
  let [kept, before] = [Infinity, -Infinity];
  let since = new Set<number>();
  return moments.map(({ struck, offset }) => {
    const low = struck[0]?.midi;
    if (low === undefined) return kept;
    // a broken chord that comes back down finds its own tones
    if (offset.num === 0 || low - kept < LEFT || (before - low >= DOWN && !since.has(low)))
      [kept, since] = [low, new Set()];
    for (const tone of struck) since.add(tone.midi);
    before = low;
    return kept;
  });
}

/**
 * Whether what is struck brings its own bass: over the one that rings on, or in a dry room the same
 * again, the ear decides.
 */
const ownBass = (
  moments: readonly Moment[],
  basses: readonly number[],
  i: number,
  room: Room,
): boolean =>
  moments[i]!.struck[0]?.midi === basses[i] && (room !== "dry" || basses[i] !== basses[i - 1]);

/**
 * Whether the hand goes away from a low tone to others above it before the harmony is over, without
 * silence between; over lines that run by step it needs no foot.
 */
function leaves(low: Tone, moment: Moment, tones: readonly Tone[], beat: number): boolean {
  const above = tones.filter(
    (tone) => tone.from > moment.at + 1e-9 && tone.from <= low.to + beat / 2 + 1e-9,
  );
  const next = tones.filter(
    (tone) => tone.from > moment.at + 1e-9 && tone.from <= moment.at + OVER * beat + 1e-9,
  );
  const byStep = next.filter((tone) => !tone.missed).length;
  return (
    low.missed &&
    above.length > 0 &&
    above.every((tone) => tone.midi - low.midi >= UNDER) &&
    byStep <= RUNNING * next.length
  );
}

/** Nothing asked: where roughness alone decides. */
export const unguided = (moments: readonly Moment[]): Guide => ({
  belongs: () => false,
  changes: moments.map(() => false),
  begins: moments.map(() => false),
  newBass: moments.map(() => false),
  caught: moments.map(() => 0),
});
