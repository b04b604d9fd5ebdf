import { say } from "../words/say.ts";
import { chordsNamed } from "../form/index.ts";
import { add, pitchText, toNumber, type Score } from "../score/index.ts";
import { blurOf, soundingAt, type Moment, type Tone } from "./ringing.ts";
import type { PedalSpan } from "./spans.ts";

/** What is struck in a span. */
export const keysIn = (moments: readonly Moment[], { from, to }: PedalSpan) =>
  moments.slice(from, to).flatMap((moment) => moment.struck);
/** The chord that is heard where a span begins, as the score spells it. */
function harmony(score: Score, moments: readonly Moment[], span: PedalSpan): string | undefined {
  const { bar, offset } = moments[span.from]!;
  const at = toNumber(add(score.bars[bar]!.start, offset));
  return chordsNamed(score).findLast((one) => one.from <= at + 1e-9)?.symbol;
}
const bassOf = (moments: readonly Moment[], span: PedalSpan): number =>
  Math.min(...keysIn(moments, span).map((tone) => tone.midi));

export function whyDown(score: Score, moments: readonly Moment[], span: PedalSpan): string {
  const chord = harmony(score, moments, span);
  return chord
    ? say`the tones of ${chord} ring together`
    : say`the hand lets go of tones that should ring on`;
}

export function whyChange(
  score: Score,
  moments: readonly Moment[],
  before: PedalSpan,
  span: PedalSpan,
  tones: readonly Tone[],
  tempo: number,
): string {
  const [was, now] = [harmony(score, moments, before), harmony(score, moments, span)];
  const fifths = score.bars[moments[span.from]!.bar]!.key.fifths;
  if (was && now && was !== now) return say`new harmony: ${now} after ${was}`;
  const [low, lower] = [bassOf(moments, before), bassOf(moments, span)];
  if (low !== lower)
    return say`new bass: ${pitchText(lower, fifths)} after ${pitchText(low, fifths)}`;
  const { worst } = blurOf(
    soundingAt(tones, moments[span.from]!.at, moments[before.from]!.at, tempo),
  );
  return worst
    ? say`${pitchText(worst[0], fifths)} would rub against ${pitchText(worst[1], fifths)}`
    : say`clears what has been ringing`;
}

/** What a foot all the way down would blur. */
export function whyShallow(
  score: Score,
  moments: readonly Moment[],
  span: PedalSpan,
  tones: readonly Tone[],
  tempo: number,
): string {
  const since = moments[span.from]!.at;
  const { fifths } = score.bars[moments[span.from]!.bar]!.key;
  const worst = moments
    .slice(span.from, span.to)
    .map((moment) => blurOf(soundingAt(tones, moment.at, since, tempo)))
    .reduce((most, one) => (one.value > most.value ? one : most)).worst;
  return worst
    ? say`all the way ${pitchText(worst[0], fifths)} would ring into ${pitchText(worst[1], fifths)}`
    : say`all the way would be too much`;
}
