import { chordOf } from '../form/index.ts';
import { add, BASS, beatLength, lead, NO_SHAPE, pitchText, toNumber, type Bar, type PedalDepth, type PedalMark, type Score, type Shape } from '../score/index.ts';
import { grazing } from './curve.ts';
import { otherPedals } from './others.ts';
import { blurOf, momentsOf, soundingAt, type Moment, type Tone } from './ringing.ts';
import { ROOMS, type Room } from './room.ts';

/** Whether harmony is joined by the pedal, or it is kept to where the hands cannot join. */
export type PedalStyle = 'harmony' | 'dry';

export interface ProposedPedal extends PedalMark {
  /** A sentence without its full stop. */
  readonly why: string;
}

export interface PedalOptions {
  readonly style: PedalStyle;
  /** Bars, 0-based inclusive. */
  readonly from: number;
  readonly to: number;
  /** Quarters a minute. */
  readonly tempo: number;
  readonly room?: Room;
  /** Loudness as the teacher hears it; as printed when not given. */
  readonly shape?: Shape;
  /** Told how much of the work is done, 0 to 1. */
  readonly onProgress?: (share: number) => void;
}

/** Prices in one currency: seconds of a clear sound that would otherwise be lost. Set on the textbook cases of the tests. */
interface Prices {
  /** Of a second of roughness 1. */
  readonly blur: number;
  /** Worth of a second in which the pedal keeps what the hands have let go. */
  readonly kept: number;
  /** Of each move of the foot. */
  readonly move: number;
  /** Of a foot that is to find the point where the dampers only graze the strings: harder than all the way. */
  readonly shallow: number;
}
const PRICES: Readonly<Record<PedalStyle, Prices>> = { harmony: { blur: 0.42, kept: 0.5, move: 0.12, shallow: 0.28 }, dry: { blur: 0.9, kept: 0.4, move: 0.2, shallow: 0.28 } };

/** More instants than a pedal is ever held through. */
const LONGEST = 48;
/** Feet do not move faster than this, in seconds. Common practice, no source. */
const FASTEST = 0.16;
/** A rest of all hands this long in seconds is meant to be heard. Common practice, no source. */
const SILENCE = 0.2;
/** A gap between tones shorter than this, in quarters, is legato. */
const JOINED = 1e-6;

/** The foot goes with the bar and the beat: elsewhere a move is dearer. Common practice, no source. */
const [IN_BAR, OFF_BEAT] = [1.4, 2];
const onBeat = (bar: Bar, { offset }: Moment): boolean => {
  const beats = toNumber(add(offset, lead(bar))) / toNumber(beatLength(bar));
  return Math.abs(beats - Math.round(beats)) < 1e-9;
};

/** A stretch of instants under one pedal; `worth` is what it gains less what it costs. */
interface Stretch {
  readonly from: number;
  /** The first instant after it. */
  readonly to: number;
  readonly worth: number;
  /** How far the foot goes down; all the way when undefined. */
  readonly depth?: PedalDepth;
}

/**
 * Pedal marks for some bars, exactly the best under the prices: the line of instants is cut into pedalled stretches and
 * dry ones by dynamic programming. Each mark says why it stands there.
 */
export function proposePedal(score: Score, { style, from, to, tempo, room = 'normal', shape = NO_SHAPE, onProgress = () => undefined }: PedalOptions): ProposedPedal[] {
  const { moments, end } = momentsOf(score, from, to);
  if (moments.length === 0) return [];
  const tones = moments.flatMap((moment) => moment.struck).sort((a, b) => a.from - b.from);
  const { blur, kept } = ROOMS[room];
  const prices = { ...PRICES[style], blur: PRICES[style].blur * blur, kept: PRICES[style].kept * kept };
  const best = cut(score, moments, tones, end, tempo, prices, onProgress);
  const runs = style === 'harmony' ? flutterRuns(moments, best, end, tempo) : [];
  const stretches = best.filter((one) => !runs.some(([first, last]) => one.from >= first && one.from <= last));
  const marks = marksOf(score, moments, stretches, tones, end, tempo, to);
  const fluttered = runs.flatMap((run) => flutterMarks(score, moments, run, stretches.some((one) => one.from === run[1] + 1), to));
  return [...marks, ...fluttered, ...otherPedals(score, shape, from, to)].sort((a, b) => a.bar - b.bar || toNumber(a.offset) - toNumber(b.offset));
}

/** Progress is told once for so many instants. */
const SAID = 32;

/** The best stretches, from the first instant to the last. */
function cut(score: Score, moments: readonly Moment[], tones: readonly Tone[], end: number, tempo: number, prices: Prices, onProgress: (share: number) => void): Stretch[] {
  const n = moments.length;
  // from the end backwards: what is best from instant i on with the foot up, and with a foot that is down and would have to change
  const [up, down] = [new Array<number>(n + 1).fill(0), new Array<number>(n + 1).fill(0)];
  const [choice, change] = [new Array<Stretch | undefined>(n + 1).fill(undefined), new Array<Stretch | undefined>(n + 1).fill(undefined)];
  for (let i = n - 1; i >= 0; i--) {
    up[i] = down[i] = up[i + 1]!;
    if (i % SAID === 0) onProgress(1 - i / n);
    for (const stretch of stretchesFrom(score, i, moments, tones, end, tempo, prices)) {
      const value = stretch.worth + down[stretch.to]!;
      if (value > up[i]! + 1e-9) [up[i], choice[i]] = [value, stretch];
      // a foot that changes goes all the way down again
      if (!stretch.depth && value > down[i]! + 1e-9) [down[i], change[i]] = [value, stretch];
    }
  }
  const found: Stretch[] = [];
  let isDown = false;
  for (let i = 0; i < n;) {
    const stretch: Stretch | undefined = (isDown ? change : choice)[i];
    if (stretch) found.push(stretch);
    isDown = stretch !== undefined;
    i = stretch?.to ?? i + 1;
  }
  return found;
}

/** Nobody keeps a foot half-way for more instants than these. */
const SHALLOW = 16;
const DEPTHS: readonly (PedalDepth | undefined)[] = [undefined, 0.5, 0.25];

/** All stretches that begin at an instant, growing until they are no use. */
function stretchesFrom(score: Score, i: number, moments: readonly Moment[], tones: readonly Tone[], end: number, tempo: number, prices: Prices): Stretch[] {
  const seconds = (quarters: number) => (quarters * 60) / tempo;
  const next = (k: number) => moments[k + 1]?.at ?? end;
  const start = moments[i]!;
  const found: Stretch[] = [];
  const moved = -prices.move * (start.offset.num === 0 ? 1 : onBeat(score.bars[start.bar]!, start) ? IN_BAR : OFF_BEAT);
  const worth = DEPTHS.map((depth) => moved - (depth ? prices.shallow : 0));
  // keys under the hands now or later: those before the stretch are gone
  const first = tones.findIndex((tone) => tone.to > start.at + JOINED);
  const near = tones.slice(Math.max(0, first));
  for (let k = i; k < moments.length && k - i < LONGEST; k++) {
    const moment = moments[k]!;
    if (moment.staccato && moment.struck.length > 0) break;
    const until = next(k);
    const letGo = Math.max(...near.filter((tone) => tone.from <= moment.at + JOINED).map((tone) => tone.to));
    // a rest in all hands is to be heard: the foot comes up as it begins
    const silent = seconds(until - letGo) >= SILENCE;
    const stop = silent ? letGo : until;
    const lasts = seconds(stop - moment.at);
    DEPTHS.forEach((depth, d) => {
      if (depth && k - i >= SHALLOW) return;
      const heard = (at: number) => soundingAt(near, at, start.at, tempo, depth && grazing(depth, start.at, at));
      // just before the next instant, what the hands have let go meanwhile
      const later = heard(stop - 1e-3).filter((one) => one.byPedal && one.missed);
      const kept = Math.min(1, later.reduce((sum, one) => sum + one.loudness, 0));
      // what the dampers graze has faded by then
      const rubs = blurOf(heard(depth ? (moment.at + stop) / 2 : moment.at)).value;
      worth[d]! += lasts * (prices.kept * kept - prices.blur * rubs);
      if ((k > i || kept > 0) && seconds(stop - start.at) >= FASTEST) found.push({ from: i, to: k + 1, worth: worth[d]!, ...(depth ? { depth } : {}) });
    });
    if (silent || worth.every((one, d) => one < -1 || (d > 0 && k - i >= SHALLOW))) break;
  }
  return found.filter((stretch) => stretch.worth > 0);
}

function marksOf(score: Score, moments: readonly Moment[], stretches: readonly Stretch[], tones: readonly Tone[], end: number, tempo: number, to: number): ProposedPedal[] {
  const marks: ProposedPedal[] = [];
  stretches.forEach((stretch, s) => {
    const [first, before, next] = [moments[stretch.from]!, stretches[s - 1], stretches[s + 1]];
    const follows = before !== undefined && before.to === stretch.from && !restAfter(moments, before, tones, end, tempo);
    const why = follows ? whyChange(score, moments, before, stretch, tones, tempo) : whyDown(score, moments, stretch);
    const bass = follows ? bassToKeep(moments, before, stretch, tones, tempo) : undefined;
    const half = bass !== undefined ? { depth: 0.5 as const } : stretch.depth ? { depth: stretch.depth } : {};
    const shallow = stretch.depth ? `${stretch.depth === 0.5 ? 'half' : 'a quarter'} down: ${whyShallow(score, moments, stretch, tones, tempo)}; ` : '';
    marks.push({ bar: first.bar, offset: first.offset, kind: follows ? 'change' : 'down', ...half, why: bass === undefined ? `${shallow}${why}` : `half: the bass ${pitchText(bass, score.bars[first.bar]!.key.fifths)} rings on, the hand has left it; ${why}` });
    if (next?.from !== stretch.to || restAfter(moments, stretch, tones, end, tempo)) marks.push(upAfter(score, moments, stretch, tones, end, tempo, to));
  });
  return marks;
}

/** Louder than this a bass is still heard as one. Common practice, no source. */
const BASS_HEARD = 0.3;
/** A bass that rubs more than this against what follows is no pedal point. Set on the textbook cases of the tests. */
const BASS_RUBS = 0.35;

/** A bass the hand has left that should go on under the next stretch: nothing lies near it there, and it does not rub. */
function bassToKeep(moments: readonly Moment[], before: Stretch, stretch: Stretch, tones: readonly Tone[], tempo: number): number | undefined {
  const at = moments[stretch.from]!.at;
  const bass = soundingAt(tones, at - 1e-6, moments[before.from]!.at, tempo)[0];
  if (!bass?.byPedal || bass.midi >= BASS || bass.loudness < BASS_HEARD) return undefined;
  const over = keysIn(moments, stretch).map((tone) => tone.midi);
  if (over.length === 0 || Math.min(...over) - bass.midi < 12) return undefined;
  const together = [bass, ...[...new Set(over)].map((midi) => ({ midi, loudness: 1, byPedal: false, missed: true }))];
  return blurOf(together).value <= BASS_RUBS ? bass.midi : undefined;
}

/** A line that goes on by step so low down, in keys, is joined by a fluttering foot. */
const STEPWISE = 2;
const FLUTTERED = 4;

/** A foot that is to change oftener than this, in seconds, flutters. Common practice, no source. */
const HURRIED = 0.45;

/** Runs of instants, by their first and last: octaves or chords by step low down, which would take a change for each or have none. */
function flutterRuns(moments: readonly Moment[], stretches: readonly Stretch[], end: number, tempo: number): (readonly [number, number])[] {
  const seconds = (i: number) => (((moments[i + 1]?.at ?? end) - moments[i]!.at) * 60) / tempo;
  const open = moments.map((_, i) => seconds(i) <= HURRIED && stretches.every((one) => i < one.from || i >= one.to || one.to - one.from === 1));
  const chordLike = (one: Moment) => one.struck.filter((tone) => tone.midi - lowest(one) <= 12).length > 1;
  const goesOn = (i: number): boolean => {
    const [a, b] = [moments[i]!, moments[i + 1]];
    if (!b || !open[i] || !open[i + 1] || a.struck.length === 0 || b.struck.length === 0 || a.staccato || b.staccato) return false;
    const step = Math.abs(lowest(a) - lowest(b));
    return lowest(a) < BASS && step > 0 && step <= STEPWISE && chordLike(a) && chordLike(b);
  };
  const found: [number, number][] = [];
  for (let i = 0; i + 1 < moments.length; i++) {
    let last = i;
    while (goesOn(last)) last++;
    if (last - i + 1 >= FLUTTERED) found.push([i, last]);
    if (last > i) i = last - 1;
  }
  return found;
}

const lowest = (one: Moment): number => Math.min(...one.struck.map((tone) => tone.midi));

function flutterMarks(score: Score, moments: readonly Moment[], [from, last]: readonly [number, number], goesOn: boolean, to: number): ProposedPedal[] {
  const [first, over] = [moments[from]!, moments[last]!];
  const name = (one: Moment) => pitchText(lowest(one), score.bars[one.bar]!.key.fifths);
  const mark: ProposedPedal = { bar: first.bar, offset: first.offset, kind: 'flutter', why: `from ${name(first)} to ${name(over)} by step low down; the hand cannot join it, and a foot that stays would blur it` };
  return goesOn ? [mark] : [mark, { ...placeAt(score, over, Math.max(...over.struck.map((tone) => tone.to)) - over.at, to), kind: 'up', why: 'the low line is over' }];
}

/** When the hands let go of the last that a stretch holds. */
function handsUntil(moments: readonly Moment[], stretch: Stretch, tones: readonly Tone[], end: number): number {
  const [from, after] = [moments[stretch.from]!.at, moments[stretch.to]?.at ?? end];
  return Math.max(...tones.filter((tone) => tone.from < after - JOINED && tone.to > from + JOINED).map((tone) => tone.to));
}

/** Whether a rest of all hands follows a stretch. */
const restAfter = (moments: readonly Moment[], stretch: Stretch, tones: readonly Tone[], end: number, tempo: number): boolean =>
  (((moments[stretch.to]?.at ?? end) - handsUntil(moments, stretch, tones, end)) * 60) / tempo >= SILENCE;

const keysIn = (moments: readonly Moment[], { from, to }: Stretch) => moments.slice(from, to).flatMap((moment) => moment.struck);
const harmony = (score: Score, moments: readonly Moment[], stretch: Stretch): string | undefined =>
  chordOf(keysIn(moments, stretch).map((tone) => ({ midi: tone.midi, quarters: tone.to - tone.from })), score.bars[moments[stretch.from]!.bar]!.key.fifths);
const bassOf = (moments: readonly Moment[], stretch: Stretch): number => Math.min(...keysIn(moments, stretch).map((tone) => tone.midi));

function whyDown(score: Score, moments: readonly Moment[], stretch: Stretch): string {
  const chord = harmony(score, moments, stretch);
  return chord ? `the tones of ${chord} ring together` : 'the hand lets go of tones that should ring on';
}

function whyChange(score: Score, moments: readonly Moment[], before: Stretch, stretch: Stretch, tones: readonly Tone[], tempo: number): string {
  const [was, now] = [harmony(score, moments, before), harmony(score, moments, stretch)];
  const fifths = score.bars[moments[stretch.from]!.bar]!.key.fifths;
  if (was && now && was !== now) return `new harmony: ${now} after ${was}`;
  const [low, lower] = [bassOf(moments, before), bassOf(moments, stretch)];
  if (low !== lower) return `new bass: ${pitchText(lower, fifths)} after ${pitchText(low, fifths)}`;
  const { worst } = blurOf(soundingAt(tones, moments[stretch.from]!.at, moments[before.from]!.at, tempo));
  return worst ? `${pitchText(worst[0], fifths)} would rub against ${pitchText(worst[1], fifths)}` : 'clears what has been ringing';
}

/** What a foot all the way down would blur. */
function whyShallow(score: Score, moments: readonly Moment[], stretch: Stretch, tones: readonly Tone[], tempo: number): string {
  const since = moments[stretch.from]!.at;
  const { fifths } = score.bars[moments[stretch.from]!.bar]!.key;
  const worst = moments.slice(stretch.from, stretch.to).map((moment) => blurOf(soundingAt(tones, moment.at, since, tempo))).reduce((most, one) => (one.value > most.value ? one : most)).worst;
  return worst ? `all the way ${pitchText(worst[0], fifths)} would ring into ${pitchText(worst[1], fifths)}` : 'all the way would be too much';
}

/** Where the foot comes up: with the next thing that is struck, or when the hands leave a rest. */
function upAfter(score: Score, moments: readonly Moment[], stretch: Stretch, tones: readonly Tone[], end: number, tempo: number, to: number): ProposedPedal {
  const after = moments[stretch.to];
  const from = moments[stretch.from]!;
  if (after && !restAfter(moments, stretch, tones, end, tempo)) return { bar: after.bar, offset: after.offset, kind: 'up', why: after.staccato ? 'what follows is detached' : 'what follows the hands hold themselves' };
  const at = Math.min(handsUntil(moments, stretch, tones, end), after?.at ?? end);
  const place = placeAt(score, from, at - from.at, to);
  return { ...place, kind: 'up', why: after ? 'a rest is to be heard' : 'the end' };
}

/** The place so many quarters after an instant, in written order; the end of a bar is the start of the next, but for the last one asked for. */
function placeAt(score: Score, from: Moment, quarters: number, last: number): Pick<PedalMark, 'bar' | 'offset'> {
  const ticks = Math.round((quarters + from.offset.num / from.offset.den) * 5040);
  let [bar, left] = [from.bar, ticks];
  for (;;) {
    const { length } = score.bars[bar]!;
    const whole = Math.round((length.num / length.den) * 5040);
    if (left < whole || bar === last) return { bar, offset: reduced(Math.min(left, whole), 5040) };
    left -= whole;
    bar++;
  }
}

function reduced(num: number, den: number): { num: number; den: number } {
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  const by = gcd(num, den) || 1;
  return { num: num / by, den: den / by };
}
