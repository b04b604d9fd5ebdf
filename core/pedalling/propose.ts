import { say } from "../words/say.ts";
import { NO_SHAPE, pitchText, toNumber, type Score } from "../score/index.ts";
import { BASS } from "./sound.ts";
import { expectedFrom } from "./alike.ts";
import { flutterMarks, flutterRuns } from "./flutter.ts";
import { guideOf, unguided } from "./harmony.ts";
import { otherPedals } from "./unaCordaSostenuto.ts";
import type { PedalOptions, ProposedPedal } from "./model.ts";
import { placeAt } from "./place.ts";
import { keysIn, whyChange, whyDown, whyShallow } from "./reasons.ts";
import { blurOf, momentsOf, soundingAt, type Moment, type Tone } from "./ringing.ts";
import { ROOMS } from "./room.ts";
import { cut, isSilence, JOINED, PRICES, type PedalSpan } from "./spans.ts";

/**
 * Pedal marks for some bars, exactly the best under the prices: the line of instants is cut into
 * pedalled spans and dry ones by dynamic programming. Each mark says why it stands there.
 *
 * @example
 *   proposePedal(score, { style: "harmony", from: 0, to: 1, tempo: 80 })[0].kind // => "down"
 */
export function proposePedal(
  score: Score,
  {
    style,
    from,
    to,
    tempo,
    room = "normal",
    shape = NO_SHAPE,
    onProgress = () => undefined,
  }: PedalOptions,
): ProposedPedal[] {
  const { moments, end } = momentsOf(score, from, to);
  if (moments.length === 0) return [];
  const tones = moments.flatMap((moment) => moment.struck).sort((a, b) => a.from - b.from);
  const { blur, kept } = ROOMS[room];
  // the walls of a reverberant room keep what a foot that stays down would
  const stays = room === "reverberant" ? 0 : 1;
  const prices = {
    ...PRICES[style],
    blur: PRICES[style].blur * blur,
    kept: PRICES[style].kept * kept,
    early: PRICES[style].early * stays,
    alike: PRICES[style].alike * stays,
  };
  const guide =
    style === "harmony" ? guideOf(score, moments, tones, from, room) : unguided(moments);
  const first = cut(score, moments, tones, end, tempo, prices, guide, (share) =>
    onProgress(share / 2),
  );
  const expected = expectedFrom(moments, guide, first, end);
  const best = expected.size
    ? cut(score, moments, tones, end, tempo, prices, { ...guide, expected }, (share) =>
        onProgress((1 + share) / 2),
      )
    : first;
  const runs = style === "harmony" ? flutterRuns(moments, best, end, tempo) : [];
  const spans = best.filter(
    (one) => !runs.some(([first, last]) => one.from >= first && one.from <= last),
  );
  const marks = marksOf(score, moments, spans, tones, end, tempo, to);
  const fluttered = runs.flatMap((run) =>
    flutterMarks(
      score,
      moments,
      run,
      spans.some((one) => one.from === run[1] + 1),
      to,
    ),
  );
  return [...marks, ...fluttered, ...otherPedals(score, shape, from, to)].sort(
    (a, b) => a.bar - b.bar || toNumber(a.offset) - toNumber(b.offset),
  );
}

function marksOf(
  score: Score,
  moments: readonly Moment[],
  spans: readonly PedalSpan[],
  tones: readonly Tone[],
  end: number,
  tempo: number,
  to: number,
): ProposedPedal[] {
  const marks: ProposedPedal[] = [];
  spans.forEach((span, s) => {
    const [first, before, next] = [moments[span.from]!, spans[s - 1], spans[s + 1]];
    const follows =
      before !== undefined &&
      before.to === span.from &&
      !restAfter(moments, before, tones, end, tempo);
    const why = follows
      ? whyChange(score, moments, before, span, tones, tempo)
      : whyDown(score, moments, span);
    const bass = follows ? bassToKeep(moments, before, span, tones, tempo) : undefined;
    const half =
      bass !== undefined ? { depth: 0.5 as const } : span.depth ? { depth: span.depth } : {};
    const shallow = span.depth
      ? say`${span.depth === 0.5 ? say`half` : say`a quarter`} down:
        ${whyShallow(score, moments, span, tones, tempo)}; `
      : "";
    marks.push({
      bar: first.bar,
      offset: first.offset,
      kind: follows ? "change" : "down",
      ...half,
      why:
        bass === undefined
          ? `${shallow}${why}`
          : say`half: the bass ${pitchText(bass, score.bars[first.bar]!.key.fifths)} rings on, the
            hand has left it; ${why}`,
    });
    if (next?.from !== span.to || restAfter(moments, span, tones, end, tempo))
      marks.push(upAfter(score, moments, span, tones, end, tempo, to));
  });
  return marks;
}

/** Louder than this a bass is still heard as one. Common practice, no source. */
const BASS_HEARD = 0.3;
/**
 * A bass that rubs more than this against what follows is no pedal point. Set on the textbook cases
 * of the tests.
 */
const BASS_RUBS = 0.35;

/**
 * A bass the hand has left that should go on under the next span: nothing lies near it there,
 * and it does not rub.
 */
function bassToKeep(
  moments: readonly Moment[],
  before: PedalSpan,
  span: PedalSpan,
  tones: readonly Tone[],
  tempo: number,
): number | undefined {
  const at = moments[span.from]!.at;
  const bass = soundingAt(tones, at - 1e-6, moments[before.from]!.at, tempo)[0];
  if (!bass?.byPedal || bass.midi >= BASS || bass.loudness < BASS_HEARD) return undefined;
  const over = keysIn(moments, span).map((tone) => tone.midi);
  if (over.length === 0 || Math.min(...over) - bass.midi < 12) return undefined;
  const together = [
    bass,
    ...[...new Set(over)].map((midi) => ({ midi, loudness: 1, byPedal: false, missed: true })),
  ];
  return blurOf(together).value <= BASS_RUBS ? bass.midi : undefined;
}

/** When the hands let go of the last that a span holds. */
function handsUntil(
  moments: readonly Moment[],
  span: PedalSpan,
  tones: readonly Tone[],
  end: number,
): number {
  const [from, after] = [moments[span.from]!.at, moments[span.to]?.at ?? end];
  return Math.max(
    ...tones
      .filter((tone) => tone.from < after - JOINED && tone.to > from + JOINED)
      .map((tone) => tone.to),
  );
}

/** Whether a rest of all hands follows a span. */
const restAfter = (
  moments: readonly Moment[],
  span: PedalSpan,
  tones: readonly Tone[],
  end: number,
  tempo: number,
): boolean =>
  isSilence((moments[span.to]?.at ?? end) - handsUntil(moments, span, tones, end), tempo);

/** Where the foot comes up: with the next thing that is struck, or when the hands leave a rest. */
function upAfter(
  score: Score,
  moments: readonly Moment[],
  span: PedalSpan,
  tones: readonly Tone[],
  end: number,
  tempo: number,
  to: number,
): ProposedPedal {
  const after = moments[span.to];
  const from = moments[span.from]!;
  if (after && !restAfter(moments, span, tones, end, tempo))
    return {
      bar: after.bar,
      offset: after.offset,
      kind: "up",
      why: after.staccato
        ? say`what follows is detached`
        : say`what follows the hands hold themselves`,
    };
  const at = Math.min(handsUntil(moments, span, tones, end), after?.at ?? end);
  const place = placeAt(score, from, at - from.at, to);
  return { ...place, kind: "up", why: after ? say`a rest is to be heard` : say`the end` };
}
