import {
  add,
  subtract,
  toNumber,
  type Fraction,
  type PedalDepth,
  type PedalMark,
  type Score,
} from "../score/index.ts";
import { blurOf, clarity, momentsOf, soundingAt, type Sounding, type Tone } from "./ringing.ts";
import { ROOMS, type Room } from "./room.ts";
import { BASS, FLUTTER, grazed } from "./sound.ts";

export interface ClarityAt {
  readonly bar: number;
  readonly offset: Fraction;
  /** 1: nothing rubs; towards 0 the muddier. */
  readonly value: number;
  /** The two keys that rub most, A4 = 69; undefined when nothing does. */
  readonly worst: readonly [number, number] | undefined;
}

/**
 * What each touch of the dampers leaves of a heavy string and of the others, while the foot
 * flutters. Common practice, no source.
 */
const [HEAVY_LEFT, LIGHT_LEFT] = [0.35, 0.1];

interface Foot extends Pick<PedalMark, "kind" | "depth"> {
  readonly at: number;
}

/** The moves of the damper from a bar on, in quarters from there. */
export const damperFrom = (
  score: Score,
  marks: readonly PedalMark[],
  begin: number,
  to: number,
): Foot[] => {
  const origin = score.bars[begin]!.start;
  return marks
    .filter((mark) => !mark.pedal && mark.bar <= to)
    .map((mark) => ({
      kind: mark.kind,
      depth: mark.depth,
      at: toNumber(subtract(add(score.bars[mark.bar]!.start, mark.offset), origin)),
    }))
    .sort((a, b) => a.at - b.at) as Foot[];
};

/** How much of a tone is left at an instant while the dampers graze the strings. */
export const grazing =
  (depth: PedalDepth, since: number, at: number) =>
  (tone: Tone): number =>
    Math.exp(-Math.max(0, at - Math.max(tone.to, since)) / grazed(depth, tone.midi));

/** What sounds at an instant under the damper as it is moved. */
export function soundingUnder(
  tones: readonly Tone[],
  feet: readonly Foot[],
  at: number,
  tempo: number,
): Sounding[] {
  const last = feet.findLast((foot) => foot.at <= at + 1e-9);
  if (!last || last.kind === "up") return soundingAt(tones, at, undefined, tempo);
  if (last.kind === "flutter") {
    const before = feet.findLast((foot) => foot.at < last.at && foot.kind !== "flutter");
    const touches = (tone: Tone) =>
      Math.floor((at - Math.max(tone.to, last.at)) / FLUTTER + 1e-9) + 1;
    return soundingAt(
      tones,
      at,
      before && before.kind !== "up" ? before.at : last.at,
      tempo,
      (tone) => (tone.midi < BASS ? HEAVY_LEFT : LIGHT_LEFT) ** Math.max(0, touches(tone)),
    );
  }
  if (last.kind === "down" && last.depth)
    return soundingAt(tones, at, last.at, tempo, grazing(last.depth, last.at, at));
  // a change clears what has rung, and takes up what is struck with it
  const sounding = soundingAt(tones, at, last.at, tempo);
  // a half change clears the top, and the bass rings on from before
  const full =
    last.kind === "change" && last.depth
      ? feet.findLast((foot) => foot.at < last.at && !(foot.kind === "change" && foot.depth))
      : undefined;
  const bass =
    full && full.kind !== "up"
      ? soundingAt(tones, at, full.at, tempo).filter(
          (one) => one.midi < BASS && !sounding.some((other) => other.midi === one.midi),
        )
      : [];
  return [...bass, ...sounding].sort((a, b) => a.midi - b.midi);
}

/**
 * How clear each instant of some bars is under a pedal plan. Tempo in quarters a minute.
 *
 * @example clarityOf(score, [], 0, 0, 80)[0].value // => 1
 */
export function clarityOf(
  score: Score,
  marks: readonly PedalMark[],
  from: number,
  to: number,
  tempo: number,
  room: Room = "normal",
): ClarityAt[] {
  // what was struck a little earlier may still ring
  const begin = Math.max(0, from - 2);
  const { moments } = momentsOf(score, begin, to);
  const tones = moments.flatMap((moment) => moment.struck).sort((a, b) => a.from - b.from);
  const feet = damperFrom(score, marks, begin, to);
  return moments
    .filter((moment) => moment.bar >= from)
    .map(({ bar, offset, at }): ClarityAt => {
      const { value, worst } = blurOf(soundingUnder(tones, feet, at, tempo));
      return { bar, offset, value: clarity(value * ROOMS[room].blur), worst };
    });
}
