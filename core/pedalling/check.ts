import { say } from "../words/say.ts";
import {
  add,
  beatName,
  pitchText,
  subtract,
  toNumber,
  type Fraction,
  type PedalMark,
  type Score,
} from "../score/index.ts";
import { clarityOf } from "./curve.ts";
import { momentsOf, soundingAt, type Moment, type Tone } from "./ringing.ts";
import type { Room } from "./room.ts";

/** Something in a pedal plan that will not sound as it is meant, or cannot be done. */
export interface PedalDoubt {
  readonly kind: "blur" | "rest" | "staccato" | "bass lost" | "too fast" | "nothing";
  readonly bar: number;
  readonly offset: Fraction;
  readonly text: string;
}

/** Less clear than this is muddy; set on the textbook cases of the tests. */
export const MUDDY = 0.6;
/** A rest of all hands this long in seconds is meant to be heard. Common practice, no source. */
const SILENCE = 0.3;
/** Feet do not move faster than this, in seconds. Common practice, no source. */
const FASTEST = 0.16;
const OCTAVE = 12;

interface Foot {
  readonly mark: PedalMark;
  readonly at: number;
}

/**
 * Looks through the damper marks of some bars, in the order of the bars. Tempo in quarters a
 * minute.
 *
 * @example checkPedal(score, [], 0, 3, 80) // => []
 */
export function checkPedal(
  score: Score,
  marks: readonly PedalMark[],
  from: number,
  to: number,
  tempo: number,
  room: Room = "normal",
): PedalDoubt[] {
  const begin = Math.max(0, from - 2);
  const { moments, end } = momentsOf(score, begin, to);
  if (moments.length === 0) return [];
  const origin = score.bars[begin]!.start;
  const feet = marks
    .filter((mark) => !mark.pedal && mark.bar >= begin && mark.bar <= to)
    .map((mark): Foot => ({
      mark,
      at: toNumber(subtract(add(score.bars[mark.bar]!.start, mark.offset), origin)),
    }))
    .sort((a, b) => a.at - b.at);
  const tones = moments.flatMap((moment) => moment.struck).sort((a, b) => a.from - b.from);
  const about = { score, moments, tones, feet, end, tempo };
  return [...blurs(score, marks, from, to, tempo, room), ...swallowed(about), ...moves(about)]
    .filter((one) => one.bar >= from)
    .sort((a, b) => a.bar - b.bar || toNumber(a.offset) - toNumber(b.offset));
}

interface About {
  readonly score: Score;
  readonly moments: readonly Moment[];
  readonly tones: readonly Tone[];
  readonly feet: readonly Foot[];
  readonly end: number;
  readonly tempo: number;
}

const where = (score: Score, { bar, offset }: { bar: number; offset: Fraction }) =>
  say`Bar ${score.bars[bar]!.number}, beat ${beatName(score.bars[bar]!, offset)}`;
const name = (score: Score, midi: number, bar: number) =>
  pitchText(midi, score.bars[bar]!.key.fifths);

/** The muddiest place of each bar that is too unclear. */
function blurs(
  score: Score,
  marks: readonly PedalMark[],
  from: number,
  to: number,
  tempo: number,
  room: Room,
): PedalDoubt[] {
  const worst = new Map<number, ReturnType<typeof clarityOf>[number]>();
  for (const one of clarityOf(score, marks, from, to, tempo, room))
    if (one.value < (worst.get(one.bar)?.value ?? MUDDY) && one.worst) worst.set(one.bar, one);
  return [...worst.values()].map(({ bar, offset, worst: pair }) => ({
    kind: "blur",
    bar,
    offset,
    text: say`${where(score, { bar, offset })}: ${name(score, pair![0], bar)} rings into
      ${name(score, pair![1], bar)}. Change before it.`,
  }));
}

/** The mark that holds at an instant, when the pedal is down then. */
const downAt = (feet: readonly Foot[], at: number): Foot | undefined => {
  const last = feet.findLast((foot) => foot.at <= at + 1e-9);
  return last && last.mark.kind !== "up" ? last : undefined;
};

/** Rests of all hands and detached notes that the pedal fills. */
function swallowed({ score, moments, tones, feet, end, tempo }: About): PedalDoubt[] {
  return moments.flatMap((moment, i): PedalDoubt[] => {
    const found: PedalDoubt[] = [];
    if (moment.staccato && moment.struck.length > 0 && downAt(feet, moment.at)) {
      const off = Math.max(...moment.struck.map((tone) => tone.to));
      // up again by the time the hand is off the key
      if (downAt(feet, off))
        found.push({
          kind: "staccato",
          bar: moment.bar,
          offset: moment.offset,
          text: say`${where(score, moment)}: the pedal holds what is to be detached.`,
        });
    }
    const next = moments[i + 1]?.at ?? end;
    const letGo = Math.max(
      ...tones.filter((tone) => tone.from <= moment.at + 1e-9).map((tone) => tone.to),
    );
    const silent = ((next - letGo) * 60) / tempo;
    if (
      silent >= SILENCE &&
      next > letGo &&
      downAt(feet, letGo + 1e-6) &&
      !feet.some(
        (foot) =>
          foot.mark.kind === "up" &&
          foot.at > letGo - 1e-6 &&
          foot.at <= letGo + (next - letGo) / 4,
      )
    ) {
      found.push({
        kind: "rest",
        bar: moment.bar,
        offset: moment.offset,
        text: say`${where(score, moment)}: the rest after it is filled by the pedal; up as the hands
          leave.`,
      });
    }
    return found;
  });
}

/** Moves that are too quick, change nothing, or lose a bass. */
function moves({ score, moments, tones, feet, end, tempo }: About): PedalDoubt[] {
  return feet.flatMap(({ mark, at }, i): PedalDoubt[] => {
    const { bar, offset } = mark;
    const place = where(score, mark);
    const found: PedalDoubt[] = [];
    const before = feet[i - 1];
    const next = feet[i + 1]?.at ?? end;
    if (before && ((at - before.at) * 60) / tempo < FASTEST)
      found.push({
        kind: "too fast",
        bar,
        offset,
        text: say`${place}: ${Math.round(1 / (((at - before.at) * 60) / tempo))} moves a second are
          more than a foot can do.`,
      });
    const heard = tones.some(
      (tone) => tone.to > at + 1e-9 && tone.from < Math.max(next, at + 1e-6) - 1e-9,
    );
    if (mark.kind !== "up" && !heard)
      found.push({
        kind: "nothing",
        bar,
        offset,
        text: say`${place}: nothing sounds for the pedal to hold before it moves again.`,
      });
    if (mark.kind === "change" && !mark.depth && before && before.mark.kind !== "up") {
      const ringing = soundingAt(tones, at - 1e-6, before.at, tempo);
      const bass = ringing[0];
      const struck = moments.find((moment) => Math.abs(moment.at - at) < 1e-9)?.struck ?? [];
      const held = soundingAt(tones, at, undefined, tempo);
      const others = [...struck.map((tone) => tone.midi), ...held.map((one) => one.midi)];
      if (
        bass?.byPedal &&
        bass.loudness > 0.3 &&
        others.length > 0 &&
        others.every((midi) => midi - bass.midi >= OCTAVE)
      ) {
        found.push({
          kind: "bass lost",
          bar,
          offset,
          text: say`${place}: the change takes away the bass ${name(score, bass.midi, bar)}, which
            the hand has left, and nothing lies under what follows. Change half, or wait.`,
        });
      }
    }
    return found;
  });
}
