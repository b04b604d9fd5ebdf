import { isBlack } from "../../../score/index.ts";
import type { KeyboardHand } from "../grip.ts";
import type { Moment } from "../../../fingering/index.ts";
import { freesHand } from "../../../fingering/index.ts";

/**
 * What a good teacher says "never" to, read off fingers alone. Common practice, no source; found by
 * reading inventions bar by bar.
 */
export const SILLY = [
  "wide",
  "4 over 5",
  "2 passes by step",
  "pass after a start",
  "crossing under the hand",
  "thumb on black",
  "refingered",
] as const;
export type Silliness = (typeof SILLY)[number];

export interface SillyPlace {
  readonly kind: Silliness;
  readonly bar: number;
  readonly fingers: string;
}

/** Seconds below which a repeated key changes its finger for speed. */
const FAST = 0.16;
/**
 * Moments around a crossing that lie under the hand, as many before as after it, and the white keys
 * under it.
 */
const AROUND = 6;
const BEFORE = AROUND / 2;
const FIVE_KEYS = 4.5;

/**
 * Fingers of a line of moments, in the order of their keys as the hand sees them; undefined where
 * one has none.
 */
type Fingers = readonly (readonly (number | undefined)[])[];

export const fingersOf = (
  moments: readonly Moment[],
  fingers: ReadonlyMap<string, string | undefined>,
): Fingers =>
  moments.map((moment) =>
    moment.notes.map((note) =>
      fingers.has(note.id) && fingers.get(note.id) !== undefined
        ? Number(fingers.get(note.id)!.slice(0, 1))
        : undefined,
    ),
  );

/** Places in one hand's fingers that a teacher would not sign. */
export function sillyIn(
  moments: readonly Moment[],
  fingers: Fingers,
  model: KeyboardHand,
): SillyPlace[] {
  const single = (at: number) => moments[at]?.keys.length === 1 && fingers[at]![0] !== undefined;
  /** Whether a moment is joined to the one before it, both single notes. */
  const joined = (at: number) =>
    single(at) &&
    single(at - 1) &&
    moments[at]!.link !== undefined &&
    !moments[at]!.link.detached &&
    !freesHand(moments[at]!.link) &&
    !moments[at]!.notes[0]!.grace &&
    !moments[at - 1]!.notes[0]!.grace;
  const key = (at: number) => moments[at]!.keys[0]!;
  const finger = (at: number) => fingers[at]![0]!;
  const crossed = (at: number) =>
    joined(at) &&
    key(at) !== key(at - 1) &&
    finger(at) !== finger(at - 1) &&
    finger(at) > finger(at - 1) !== key(at) > key(at - 1);
  const white = (at: number) => model.inWhiteKeys(key(at));
  const underHand = (from: number) => {
    if (from < 0 || from + AROUND > moments.length) return false;
    for (let at = from + 1; at < from + AROUND; at++) if (!joined(at)) return false;
    const places = Array.from({ length: AROUND }, (_, i) => white(from + i));
    return Math.max(...places) - Math.min(...places) < FIVE_KEYS;
  };
  /** Whether another finger would lie on a key as well, between its neighbours as they are. */
  const fits = (at: number, wanted: number) =>
    [at - 1, at + 1].every((other) => {
      if (!joined(Math.max(at, other))) return true;
      if (key(other) === key(at)) return finger(other) === wanted;
      const [low, high, f1, f2] =
        key(other) < key(at)
          ? [key(other), key(at), finger(other), wanted]
          : [key(at), key(other), wanted, finger(other)];
      return f1 < f2 && model.width(low, high) <= model.maxSpan(f1, f2) * 0.85;
    });
  return moments.flatMap((moment, at): SillyPlace[] => {
    const found: SillyPlace[] = [];
    const put = (kind: Silliness, from = at - 1) =>
      found.push({
        kind,
        bar: moment.bar,
        fingers: Array.from({ length: at - from + 1 }, (_, i) => finger(from + i)).join(""),
      });
    if (single(at) && finger(at) === 1 && isBlack(moment.notes[0]!.midi) && fits(at, 2))
      put("thumb on black", at);
    if (!joined(at)) return found;
    const [low, high] = [Math.min(key(at - 1), key(at)), Math.max(key(at - 1), key(at))];
    const [a, b] = [finger(at - 1), finger(at)];
    // further than the whole hand reaches it leaps, by whatever finger
    if (
      low !== high &&
      a !== b &&
      !crossed(at) &&
      model.width(low, high) > model.maxSpan(Math.min(a, b), Math.max(a, b)) + 1e-9 &&
      model.width(low, high) <= model.maxSpan(1, 5)
    )
      put("wide");
    if (crossed(at)) {
      const both = [Math.min(a, b), Math.max(a, b)].join("");
      if (both === "45") put("4 over 5");
      if (both === "12" && high - low <= 2) put("2 passes by step");
      if (both[0] === "1" && !joined(at - 1) && !isBlack(moments[at - 1]!.notes[0]!.midi))
        put("pass after a start");
      if (underHand(at - BEFORE)) put("crossing under the hand");
    }
    if (low === high && a !== b && moment.link!.seconds >= FAST) put("refingered");
    // a key that comes back after its neighbour
    else if (
      joined(at - 1) &&
      key(at) === key(at - 2) &&
      key(at) !== key(at - 1) &&
      finger(at) !== finger(at - 2) &&
      Math.abs(white(at) - white(at - 1)) <= 2
    )
      put("refingered", at - 2);
    return found;
  });
}

export interface RunUnderHand {
  readonly bar: number;
  readonly fingers: string;
  readonly broken: boolean;
}

/**
 * Five notes by step one way, turning at both ends: they lie under the hand, and a pass of the
 * thumb breaks them.
 */
export function fiveNoteRuns(moments: readonly Moment[], fingers: Fingers): RunUnderHand[] {
  const step = (at: number) => {
    const [a, b] = [moments[at - 1], moments[at]];
    if (
      !a ||
      !b ||
      a.keys.length !== 1 ||
      b.keys.length !== 1 ||
      freesHand(b.link) ||
      b.link!.detached ||
      b.notes[0]!.grace ||
      a.notes[0]!.grace
    )
      return 0;
    const by = b.keys[0]! - a.keys[0]!;
    return Math.abs(by) <= 2 ? Math.sign(by) : 0;
  };
  const found: RunUnderHand[] = [];
  for (let start = 0; start < moments.length;) {
    let end = start + 1;
    const way = step(end);
    while (way !== 0 && step(end + 1) === way) end++;
    if (way !== 0 && end - start + 1 === 5) {
      const some = fingers.slice(start, end + 1).map((one) => one[0] ?? 0);
      const broken = some.some((one, i) => i > 0 && Math.sign(one - some[i - 1]!) !== way);
      found.push({ bar: moments[start]!.bar, fingers: some.join(""), broken });
    }
    start = way === 0 ? start + 1 : end;
  }
  return found;
}
