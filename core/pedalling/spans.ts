import {
  add,
  beatLength,
  lead,
  toNumber,
  type Bar,
  type PedalDepth,
  type Score,
} from "../score/index.ts";
import { grazing } from "./curve.ts";
import type { Guide } from "./harmony.ts";
import type { PedalStyle } from "./model.ts";
import { blurOf, soundingAt, type Moment, type Tone } from "./ringing.ts";

/**
 * Prices in one currency: seconds of a clear sound that would otherwise be lost. Set on the
 * textbook cases of the tests.
 */
export interface Prices {
  /** Of a second of roughness 1. */
  readonly blur: number;
  /** Worth of a second in which the pedal keeps what the hands have let go. */
  readonly kept: number;
  /** Of each move of the foot. */
  readonly move: number;
  /** Times that for a move where no harmony begins. */
  readonly inside: number;
  /**
   * Worth of catching a bass that the hand leaves; of a second, and one more, of doing what the
   * foot does in most harmonies of the same texture.
   */
  readonly caught: number;
  readonly alike: number;
  /** Of coming up over a bass that was caught while its harmony goes on. */
  readonly early: number;
  /**
   * Of a foot that is to find the point where the dampers only graze the strings: harder than all
   * the way.
   */
  readonly shallow: number;
}
export const PRICES: Readonly<Record<PedalStyle, Prices>> = {
  harmony: {
    blur: 0.42,
    kept: 0.5,
    move: 0.12,
    inside: 3,
    caught: 1.2,
    alike: 1,
    early: 0.5,
    shallow: 0.28,
  },
  dry: { blur: 0.9, kept: 0.4, move: 0.2, inside: 1, caught: 0, alike: 0, early: 0, shallow: 0.28 },
};

/** More instants than a pedal is ever held through. */
const LONGEST = 48;
/** Feet do not move faster than this, in seconds. Common practice, no source. */
const FASTEST = 0.16;
/** A rest of all hands this long in seconds is meant to be heard. Common practice, no source. */
const SILENCE = 0.2;
/** And a written one that is shorter, of so many quarters. */
const WRITTEN = 0.2;
const HEARD = 0.1;
/** Whether so long a silence of all hands is to be heard, in quarters. */
export const isSilence = (quarters: number, tempo: number): boolean =>
  (quarters * 60) / tempo >= SILENCE || (quarters >= WRITTEN && (quarters * 60) / tempo >= HEARD);
/** A gap between tones shorter than this, in quarters, is legato. */
export const JOINED = 1e-6;

/**
 * The foot goes with the bar and the beat: elsewhere a move is dearer. Common practice, no source.
 */
const [IN_BAR, OFF_BEAT] = [1.4, 2];
const onBeat = (bar: Bar, { offset }: Moment): boolean => {
  const beats = toNumber(add(offset, lead(bar))) / toNumber(beatLength(bar));
  return Math.abs(beats - Math.round(beats)) < 1e-9;
};

/** A span of instants under one pedal; `worth` is what it gains less what it costs. */
export interface PedalSpan {
  readonly from: number;
  /** The first instant after it. */
  readonly to: number;
  readonly worth: number;
  /** How far the foot goes down; all the way when undefined. */
  readonly depth?: PedalDepth;
}

/** Progress is told once for so many instants. */
const SAID = 32;

/** The best spans, from the first instant to the last. */
export function cut(
  score: Score,
  moments: readonly Moment[],
  tones: readonly Tone[],
  end: number,
  tempo: number,
  prices: Prices,
  guide: Guide,
  onProgress: (share: number) => void,
): PedalSpan[] {
  const n = moments.length;
  // from the end backwards: what is best from instant i on with the foot up, and with a foot that
  // is down and would have to change
  const [up, down] = [new Array<number>(n + 1).fill(0), new Array<number>(n + 1).fill(0)];
  const [choice, change] = [
    new Array<PedalSpan | undefined>(n + 1).fill(undefined),
    new Array<PedalSpan | undefined>(n + 1).fill(undefined),
  ];
  for (let i = n - 1; i >= 0; i--) {
    up[i] = down[i] = up[i + 1]!;
    if (i % SAID === 0) onProgress(1 - i / n);
    for (const span of spansFrom(score, i, moments, tones, end, tempo, prices, guide)) {
      const value = span.worth + down[span.to]!;
      if (value > up[i]! + 1e-9) [up[i], choice[i]] = [value, span];
      // a foot that changes goes all the way down again
      if (!span.depth && value > down[i]! + 1e-9) [down[i], change[i]] = [value, span];
    }
  }
  const found: PedalSpan[] = [];
  let isDown = false;
  for (let i = 0; i < n;) {
    const span: PedalSpan | undefined = (isDown ? change : choice)[i];
    if (span) found.push(span);
    isDown = span !== undefined;
    i = span?.to ?? i + 1;
  }
  return found;
}

/** Nobody keeps a foot half-way for more instants than these. */
const SHALLOW = 16;
const DEPTHS: readonly (PedalDepth | undefined)[] = [undefined, 0.5, 0.25];

/** All spans that begin at an instant, growing until they are no use. */
function spansFrom(
  score: Score,
  i: number,
  moments: readonly Moment[],
  tones: readonly Tone[],
  end: number,
  tempo: number,
  prices: Prices,
  guide: Guide,
): PedalSpan[] {
  const seconds = (quarters: number) => (quarters * 60) / tempo;
  const next = (k: number) => moments[k + 1]?.at ?? end;
  const start = moments[i]!;
  const found: PedalSpan[] = [];
  /** Whether a harmony goes on at an instant for which the foot would come up. */
  const early = (next: number) =>
    moments[next] !== undefined &&
    !guide.changes[next] &&
    !moments[next].staccato &&
    guide.caught[i]! > 0;
  const inside = guide.changes[i] || guide.newBass[i] ? 1 : prices.inside;
  const moved =
    -prices.move *
    inside *
    (start.offset.num === 0 ? 1 : onBeat(score.bars[start.bar]!, start) ? IN_BAR : OFF_BEAT);
  const worth = DEPTHS.map((depth) => moved - (depth ? prices.shallow : 0));
  // keys under the hands now or later: those before the span are gone
  const first = tones.findIndex((tone) => tone.to > start.at + JOINED);
  const near = tones.slice(Math.max(0, first));
  let shallow = SHALLOW;
  for (let k = i; k < moments.length && k - i < LONGEST; k++) {
    const moment = moments[k]!;
    // a harmony that is left is cleared, whatever the depth
    if (k > i && guide.begins[k]) break;
    if (k > i && guide.changes[k]) shallow = Math.min(shallow, k - i);
    if (moment.staccato && moment.struck.length > 0) break;
    const until = next(k);
    const letGo = Math.max(
      ...near.filter((tone) => tone.from <= moment.at + JOINED).map((tone) => tone.to),
    );
    // a rest in all hands is to be heard: the foot comes up as it begins
    const silent = isSilence(until - letGo, tempo);
    const stop = silent ? letGo : until;
    const lasts = seconds(stop - moment.at);
    DEPTHS.forEach((depth, d) => {
      if (depth && k - i >= shallow) return;
      const heard = (at: number) =>
        soundingAt(near, at, start.at, tempo, depth && grazing(depth, start.at, at));
      // just before the next instant, what the hands have let go meanwhile
      const later = heard(stop - 1e-3).filter((one) => one.byPedal && one.missed);
      const kept = Math.min(
        1,
        later.reduce((sum, one) => sum + one.loudness, 0),
      );
      // what the dampers graze has faded by then
      const rubs = blurOf(heard(depth ? (moment.at + stop) / 2 : moment.at), (midi) =>
        guide.belongs(k, midi),
      ).value;
      worth[d]! += lasts * (prices.kept * kept - prices.blur * rubs);
      if ((k > i || kept > 0) && seconds(stop - start.at) >= FASTEST)
        found.push({
          from: i,
          to: k + 1,
          worth:
            worth[d]! -
            (early(k + 1) ? prices.early : 0) +
            (guide.caught[i]! > 0 && until >= guide.caught[i]! - JOINED ? prices.caught : 0) +
            (guide.expected?.get(i) === k + 1 ? prices.alike * (1 + seconds(until - start.at)) : 0),
          ...(depth ? { depth } : {}),
        });
    });
    if (
      silent ||
      worth.every(
        (one, d) =>
          one <
            -1 - (guide.expected?.has(i) ? prices.alike * (1 + seconds(until - start.at)) : 0) ||
          (d > 0 && k - i >= shallow),
      )
    )
      break;
  }
  return found.filter((span) => span.worth > 0);
}
