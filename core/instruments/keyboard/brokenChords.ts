import type { Moment, Term } from "../../fingering/index.ts";
import type { Grip, KeyboardHand } from "./grip.ts";

/**
 * Notes of a broken chord before it begins again: out and back through one or two tones between its
 * ends.
 */
const LENGTHS = [4, 6] as const;
/** Semitones: less is a step of a line, and wider than this is no one shape of the hand. */
const SKIP = 3;
const WIDEST = 12;

type End = "lowest" | "highest";

/**
 * Whether a broken chord of so many notes begins at a moment, on its lowest key (as C E G E, C G E
 * G or C E G C G E) or its highest (as G E C E).
 */
function beginsAt(moments: readonly Moment[], at: number, length: number, end: End): boolean {
  const keys: number[] = [];
  for (let i = at; i < at + length; i++) {
    const moment = moments[i];
    if (
      !moment ||
      moment.notes.length !== 1 ||
      moment.struck[0] !== true ||
      (i > at && (moment.link === undefined || moment.link.detached))
    )
      return false;
    keys.push(moment.notes[0]!.midi);
  }
  const mirrored = keys.slice(1, length / 2).every((key, i) => key === keys[length - 1 - i]);
  const skips = keys.every((key, i) => i === 0 || Math.abs(key - keys[i - 1]!) >= SKIP);
  const [low, high] = [Math.min(...keys.slice(1)), Math.max(...keys.slice(1))];
  const outer = end === "lowest" ? low > keys[0]! : high < keys[0]!;
  return mirrored && skips && outer && Math.max(high, keys[0]!) - Math.min(low, keys[0]!) <= WIDEST;
}

/**
 * The broken chords of a line that follow one another: how many notes each has, by the moment it
 * begins with. One alone is a turn of the melody.
 */
export function brokenChords(moments: readonly Moment[]): ReadonlyMap<number, number> {
  const starts = new Map<number, number>();
  for (let at = 0; at < moments.length; at++) {
    const low = (from: number) => LENGTHS.find((one) => beginsAt(moments, from, one, "lowest"));
    const high = LENGTHS.find((one) => beginsAt(moments, at, one, "highest"));
    // the bass begins a figure, where there is one so near
    const length =
      low(at) ??
      (high !== undefined &&
      Array.from({ length: high - 1 }, (_, i) => low(at + 1 + i)).every((one) => one === undefined)
        ? high
        : undefined);
    if (length) {
      starts.set(at, length);
      at += length - 1;
    }
  }
  const follows = (at: number, length: number) =>
    LENGTHS.some((one) => starts.get(at - one) === one) || starts.has(at + length);
  return new Map([...starts].filter(([at, length]) => follows(at, length)));
}

/**
 * Moments with a mark where a broken chord follows another: each is one shape of the hand, and
 * between two shapes the hand may be lifted. Common practice, no source.
 */
export function lifted(moments: readonly Moment[], starts: ReadonlyMap<number, number>): Moment[] {
  return moments.map((moment, at) => {
    const before = LENGTHS.some((length) => starts.get(at - length) === length);
    return before && moment.link && starts.has(at)
      ? { ...moment, link: { ...moment.link, lifted: true } }
      : moment;
  });
}

/**
 * How much of the price of the chord counts, and at most, where fingers would not lie over it at
 * once. Common practice, no source.
 */
const SHARE = 0.8;
const NO_SHAPE = 8;

/** A broken chord is taken as the chord it is: its tones cost what they cost struck together. */
export function asShapes(
  moments: readonly Moment[],
  starts: ReadonlyMap<number, number>,
  model: KeyboardHand,
): Term<Grip>[] {
  const shape: Term<Grip> = {
    at: moments.map((_, at) => starts.has(at - 2)),
    triple: (a, b, c) => {
      const tones = [a, b, c]
        .map(({ keys, fingers }) => ({ key: keys[0]!, finger: fingers[0]! }))
        .sort((one, other) => one.key - other.key);
      if (tones.some((one, i) => i > 0 && one.finger <= tones[i - 1]!.finger)) return NO_SHAPE;
      return Math.min(
        SHARE *
          model.hold({
            keys: tones.map((one) => one.key),
            fingers: tones.map((one) => one.finger),
            struck: [true, true, true],
          }),
        NO_SHAPE,
      );
    },
  };
  // on its way back a finger finds its key again
  const back: Term<Grip> = {
    at: moments.map((_, at) =>
      LENGTHS.some((length) => starts.get(at - 1 - length / 2) === length),
    ),
    triple: (a, _, c) => (a.fingers[0] === c.fingers[0] ? 0 : NO_SHAPE / 2),
  };
  return [shape, back];
}
