import type {
  ControllerSet,
  MarkedAt,
  PedalDepth,
  PedalMark,
  Performance,
  Place,
} from "../score/index.ts";

/** A move of one of the three pedals. */
interface FootMove {
  /** Quarters from the start of what is played. */
  readonly at: number;
  readonly kind: "down" | "change" | "up";
  readonly depth?: PedalMark["depth"];
  readonly pedal?: PedalMark["pedal"];
}

/** A fluttering foot moves so often, in quarters. */
export const FLUTTER = 0.5;

/**
 * A key in this register and lower, C3, has strings too heavy for a half change to damp. Common
 * practice, no source.
 */
export const BASS = 48;

/**
 * Quarters in which a tone that is let go falls to 1/e while the dampers graze the strings: heavy
 * strings, and the others. Common practice, no source.
 */
const GRAZED: Readonly<Record<PedalDepth, readonly [heavy: number, light: number]>> = {
  0.5: [6, 2],
  0.25: [2.5, 0.3],
};
export const grazed = (depth: PedalDepth, midi: number): number =>
  GRAZED[depth][midi < BASS ? 0 : 1];
/** Fallen so many times to 1/e a tone is not heard any more. */
const GONE = 2;

/**
 * Moves of the foot one by one: a flutter is a half change again and again, until the next move.
 */
function unfluttered<
  F extends {
    readonly at: number;
    readonly kind: PedalMark["kind"];
    readonly pedal?: PedalMark["pedal"];
  },
>(feet: readonly F[], end: number): (Omit<F, "kind" | "depth"> & FootMove)[] {
  return feet.flatMap((foot) => {
    const { kind } = foot;
    if (kind !== "flutter") return [{ ...foot, kind }];
    const next = feet.find((other) => !other.pedal && other.at > foot.at + 1e-9)?.at ?? end;
    const count = Math.max(1, Math.ceil((next - foot.at) / FLUTTER - 1e-9));
    return Array.from({ length: count }, (_, i) => ({
      ...foot,
      at: foot.at + i * FLUTTER,
      kind: "change" as const,
      depth: 0.5 as const,
    }));
  });
}

/** The moves of the feet, one by one and in order. */
const feetOf = (marks: readonly MarkedAt[], end: number) =>
  unfluttered(
    marks.map(({ at, data }) => ({ at, ...(data as unknown as Omit<PedalMark, keyof Place>) })),
    end,
  ).sort((a, b) => a.at - b.at);

/** How much softer una corda sounds. Common practice, no source. */
const SOFT = 0.85;

/**
 * The same as it sounds with the pedals: what is held when the hand lets go rings on until the foot
 * moves.
 */
export function pedalled(performance: Performance, marks: readonly MarkedAt[]): Performance {
  const { notes, length } = performance;
  if (marks.length === 0) return performance;
  const feet = feetOf(marks, length);
  const of = (pedal: FootMove["pedal"]) => feet.filter((foot) => foot.pedal === pedal);
  const [damper, soft, sostenuto] = [of(undefined), of("soft"), of("sostenuto")];
  const ringing = notes.map((note) => {
    const end = note.onset + note.length;
    let until = end;
    const holds = damper.findLast((foot) => foot.at <= end - 1e-9);
    if (holds && holds.kind !== "up") {
      // a half change leaves the bass ringing
      until =
        damper.find(
          (foot) =>
            foot.at > end - 1e-9 && !(foot.kind === "change" && foot.depth && note.midi < BASS),
        )?.at ?? length;
      if (holds.kind === "down" && holds.depth)
        until = Math.min(until, end + GONE * grazed(holds.depth, note.midi));
    }
    // it catches only the keys that are down when it goes down
    const caught = sostenuto.find(
      (foot) => foot.kind === "down" && foot.at >= note.onset - 1e-9 && foot.at < end - 1e-9,
    );
    if (caught)
      until = Math.max(
        until,
        sostenuto.find((foot) => foot.kind === "up" && foot.at > caught.at)?.at ?? length,
      );
    // a key struck again damps its string first
    const again =
      notes.find(
        (other) => other.midi === note.midi && other.onset > note.onset && other.onset < until,
      )?.onset ?? until;
    const loudness =
      soft.findLast((foot) => foot.at <= note.onset + 1e-9)?.kind === "down"
        ? note.loudness * SOFT
        : note.loudness;
    return {
      ...note,
      loudness,
      length: Math.max(note.length, Math.min(until, again) - note.onset),
    };
  });
  return { ...performance, notes: ringing };
}

/** The pedals in the MIDI 1.0 list of controllers; 127 is all the way down. */
const DAMPER = 64;
const OTHER_PEDALS = { sostenuto: 66, soft: 67 } as const;
const DOWN = 127;
/** A change is up with the new note and down just after it, in quarters. */
const AFTER = 1 / 16;

/** The pedals as settings of their MIDI controllers; the sostenuto catches keys already down. */
export const pedalControllers = (marks: readonly MarkedAt[], length: number): ControllerSet[] =>
  feetOf(marks, length).flatMap(({ at, kind, depth = 1, pedal }) => {
    const set = (when: number, value: number): ControllerSet => ({
      at: when,
      controller: pedal ? OTHER_PEDALS[pedal] : DAMPER,
      value: Math.round(DOWN * value),
      ...(pedal === "sostenuto" ? { afterKeys: true } : {}),
    });
    if (kind === "up") return [set(at, 0)];
    if (kind === "down") return [set(at, depth)];
    return [set(at, depth < 1 ? depth : 0), set(at + AFTER, 1)];
  });
