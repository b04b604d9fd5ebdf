import { say } from "../words/say.ts";
import { pitchText, type Score } from "../score/index.ts";
import { BASS } from "./sound.ts";
import { placeAt } from "./place.ts";
import type { ProposedPedal } from "./model.ts";
import type { Moment } from "./ringing.ts";
import type { PedalSpan } from "./spans.ts";

/** A line that goes on by step so low down, in keys, is joined by a fluttering foot. */
const STEPWISE = 2;
const FLUTTERED = 4;

/** A foot that is to change oftener than this, in seconds, flutters. Common practice, no source. */
const HURRIED = 0.45;

/**
 * Runs of instants, by their first and last: octaves or chords by step low down, which would take a
 * change for each or have none.
 */
export function flutterRuns(
  moments: readonly Moment[],
  spans: readonly PedalSpan[],
  end: number,
  tempo: number,
): (readonly [number, number])[] {
  const seconds = (i: number) => (((moments[i + 1]?.at ?? end) - moments[i]!.at) * 60) / tempo;
  const open = moments.map(
    (_, i) =>
      seconds(i) <= HURRIED &&
      spans.every((one) => i < one.from || i >= one.to || one.to - one.from === 1),
  );
  const chordLike = (one: Moment) =>
    one.struck.filter((tone) => tone.midi - lowest(one) <= 12).length > 1;
  const goesOn = (i: number): boolean => {
    const [a, b] = [moments[i]!, moments[i + 1]];
    if (
      !b ||
      !open[i] ||
      !open[i + 1] ||
      a.struck.length === 0 ||
      b.struck.length === 0 ||
      a.staccato ||
      b.staccato
    )
      return false;
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

export function flutterMarks(
  score: Score,
  moments: readonly Moment[],
  [from, last]: readonly [number, number],
  goesOn: boolean,
  to: number,
): ProposedPedal[] {
  const [first, over] = [moments[from]!, moments[last]!];
  const name = (one: Moment) => pitchText(lowest(one), score.bars[one.bar]!.key.fifths);
  const mark: ProposedPedal = {
    bar: first.bar,
    offset: first.offset,
    kind: "flutter",
    why: say`from ${name(first)} to ${name(over)} by step low down; the hand cannot join it, and a
      foot that stays would blur it`,
  };
  return goesOn
    ? [mark]
    : [
        mark,
        {
          ...placeAt(score, over, Math.max(...over.struck.map((tone) => tone.to)) - over.at, to),
          kind: "up",
          why: say`the low line is over`,
        },
      ];
}
