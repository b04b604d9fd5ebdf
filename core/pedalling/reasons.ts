import { chordsNamed } from "../form/index.ts";
import { add, pitchText, toNumber, type Score } from "../score/index.ts";
import { blurOf, soundingAt, type Moment, type Tone } from "./ringing.ts";
import type { Stretch } from "./stretches.ts";

/** What is struck in a stretch. */
export const keysIn = (moments: readonly Moment[], { from, to }: Stretch) =>
  moments.slice(from, to).flatMap((moment) => moment.struck);
/** The chord that is heard where a stretch begins, as the score spells it. */
function harmony(score: Score, moments: readonly Moment[], stretch: Stretch): string | undefined {
  const { bar, offset } = moments[stretch.from]!;
  const at = toNumber(add(score.bars[bar]!.start, offset));
  return chordsNamed(score).findLast((one) => one.from <= at + 1e-9)?.symbol;
}
const bassOf = (moments: readonly Moment[], stretch: Stretch): number =>
  Math.min(...keysIn(moments, stretch).map((tone) => tone.midi));

export function whyDown(score: Score, moments: readonly Moment[], stretch: Stretch): string {
  const chord = harmony(score, moments, stretch);
  return chord
    ? `the tones of ${chord} ring together`
    : "the hand lets go of tones that should ring on";
}

export function whyChange(
  score: Score,
  moments: readonly Moment[],
  before: Stretch,
  stretch: Stretch,
  tones: readonly Tone[],
  tempo: number,
): string {
  const [was, now] = [harmony(score, moments, before), harmony(score, moments, stretch)];
  const fifths = score.bars[moments[stretch.from]!.bar]!.key.fifths;
  if (was && now && was !== now) return `new harmony: ${now} after ${was}`;
  const [low, lower] = [bassOf(moments, before), bassOf(moments, stretch)];
  if (low !== lower) return `new bass: ${pitchText(lower, fifths)} after ${pitchText(low, fifths)}`;
  const { worst } = blurOf(
    soundingAt(tones, moments[stretch.from]!.at, moments[before.from]!.at, tempo),
  );
  return worst
    ? `${pitchText(worst[0], fifths)} would rub against ${pitchText(worst[1], fifths)}`
    : "clears what has been ringing";
}

/** What a foot all the way down would blur. */
export function whyShallow(
  score: Score,
  moments: readonly Moment[],
  stretch: Stretch,
  tones: readonly Tone[],
  tempo: number,
): string {
  const since = moments[stretch.from]!.at;
  const { fifths } = score.bars[moments[stretch.from]!.bar]!.key;
  const worst = moments
    .slice(stretch.from, stretch.to)
    .map((moment) => blurOf(soundingAt(tones, moment.at, since, tempo)))
    .reduce((most, one) => (one.value > most.value ? one : most)).worst;
  return worst
    ? `all the way ${pitchText(worst[0], fifths)} would ring into ${pitchText(worst[1], fifths)}`
    : "all the way would be too much";
}
