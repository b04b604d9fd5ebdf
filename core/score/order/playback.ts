import { beatLength, lead } from "../model/beats.ts";
import {
  add,
  compare,
  max,
  subtract,
  toNumber,
  toText,
  ZERO,
  type Fraction,
} from "../model/fraction.ts";
import { adorned, neighbour } from "./ornaments.ts";
import type { Bar, Note, PedalDepth, PedalMark, Place, Road, Score } from "../model/model.ts";
import { onePass, roadOrder } from "./order.ts";
import { notesByBar, startOf } from "../model/places.ts";

/** A key to be sounded. Times in quarters from the start of what is played. */
export interface Sounding {
  readonly id: string;
  readonly midi: number;
  readonly hand: string;
  readonly onset: number;
  readonly length: number;
  /** Quarters after the onset of the note it adorns, where it is a tone of an ornament. */
  readonly after?: number;
  /** 0 to 1; what the printed marks or the teacher's shape make of it is in core/shaping. */
  readonly loudness: number;
}

/** A bar, or a part of one, as it is come to. */
export interface Stretch {
  readonly bar: number;
  /** Quarters from the start of what is played. */
  readonly at: number;
  /** Offsets in the bar from which to which it is played. */
  readonly begin: Fraction;
  readonly end: Fraction;
}

export interface Beat {
  /** Quarters from the start of what is played; negative in the count-in. */
  readonly at: number;
  readonly strong: boolean;
}

export interface Performance {
  readonly notes: readonly Sounding[];
  readonly stretches: readonly Stretch[];
  readonly beats: readonly Beat[];
  readonly countIn: readonly Beat[];
  /** Moves of the damper pedal, in order. */
  readonly feet: readonly FootMove[];
  /** Quarters. */
  readonly length: number;
}

export interface FootMove {
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
export function unfluttered<
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

/** A key in the middle of loud and soft, when nobody has said how loud. */
const PLAIN = 0.7;

/** What of a stretch is heard. */
export interface PerformOptions {
  /** Which notes; all when not given. */
  readonly takes?: (note: Note) => boolean;
  readonly pedal?: readonly PedalMark[];
  /** Without grace notes and ornaments. */
  readonly bare?: boolean;
}

/** The grace notes of a bar by the note they adorn: of a chord the first one. */
function gracesOf(inBar: readonly Note[]): ReadonlyMap<Note, readonly Note[]> {
  const waiting = new Map<string, Note[]>();
  const found = new Map<Note, readonly Note[]>();
  for (const note of inBar) {
    const at = `${note.voice} ${toText(note.offset)}`;
    const before = waiting.get(at);
    if (note.grace && before) before.push(note);
    else if (note.grace) waiting.set(at, [note]);
    else if (before) {
      found.set(note, before);
      waiting.delete(at);
    }
  }
  return found;
}

const plainly = (note: Note, start: Fraction): Sounding => ({
  id: note.id,
  hand: note.hand,
  midi: note.midi,
  onset: toNumber(add(start, note.offset)),
  length: toNumber(note.length) * (note.staccato ? 0.5 : 1),
  loudness: PLAIN,
});

/** A note with what adorns it, in the place of the note alone. */
const withOrnaments = (
  sounding: Sounding,
  note: Note,
  graces: readonly Note[],
  bar: Bar,
  inBar: readonly Note[],
): Sounding[] =>
  adorned(note, sounding.length, graces, (side) => neighbour(note, bar, inBar, side)).map(
    ({ midi, at, length }): Sounding => ({
      ...sounding,
      midi,
      onset: Math.max(0, sounding.onset + at),
      length,
      ...(at ? { after: at } : {}),
    }),
  );

/**
 * A stretch as it is to be heard, from one place to another in one pass: the notes of a line,
 * metronome beats, and a count-in of one full bar plus the beats before a pick-up.
 *
 * @example perform(score, startOf(0), startOf(1)).notes.length // => 5
 */
export function perform(
  score: Score,
  from: Place,
  to: Place,
  options: PerformOptions = {},
): Performance {
  const lastBar = to.offset.num === 0 ? to.bar - 1 : to.bar;
  return performBars(
    score,
    onePass(score.bars, from.bar, Math.min(lastBar, score.bars.length - 1)),
    from,
    to,
    options,
  );
}

/**
 * The piece from its beginning to its end on a road: with its repeats, or the stretches of a cut.
 *
 * @example performRoad(score, WHOLE_ROAD).stretches.length // => 24
 */
export function performRoad(score: Score, road: Road, options: PerformOptions = {}): Performance {
  const order = roadOrder(score.bars, road);
  return performBars(score, order, startOf(order[0] ?? 0), startOf(score.bars.length), options);
}

function performBars(
  score: Score,
  indexes: readonly number[],
  from: Place,
  to: Place,
  { takes = () => true, pedal = [], bare = false }: PerformOptions,
): Performance {
  const notes: Sounding[] = [];
  const beats: Beat[] = [];
  const byBar = notesByBar(score);
  const moves: (Omit<FootMove, "kind"> & { kind: PedalMark["kind"] })[] = [];
  const stretches: Stretch[] = [];
  let start = subtract(ZERO, from.offset);
  for (const [position, index] of indexes.entries()) {
    const bar = score.bars[index]!;
    const end = index === to.bar && to.offset.num > 0 ? to.offset : bar.length;
    const begin = position === 0 ? from.offset : ZERO;
    const graces = gracesOf(byBar[index]!);
    for (const note of byBar[index]!) {
      const inside = compare(note.offset, begin) >= 0 && compare(note.offset, end) < 0;
      if (!inside || note.held || note.grace || !takes(note)) continue;
      const sounding = plainly(note, start);
      const own = graces.get(note) ?? [];
      if (bare || (own.length === 0 && !note.ornaments?.length)) notes.push(sounding);
      else notes.push(...withOrnaments(sounding, note, own, bar, byBar[index]!));
    }
    for (const mark of pedal) {
      const inside =
        mark.bar === index && compare(mark.offset, begin) >= 0 && compare(mark.offset, end) <= 0;
      if (inside)
        moves.push({
          at: toNumber(add(start, mark.offset)),
          kind: mark.kind,
          ...(mark.depth ? { depth: mark.depth } : {}),
          ...(mark.pedal ? { pedal: mark.pedal } : {}),
        });
    }
    stretches.push({ bar: index, at: toNumber(add(start, begin)), begin, end });
    beats.push(...beatsOf(bar, start, begin, end));
    start = add(start, end);
  }
  return {
    notes,
    stretches,
    beats,
    countIn: countIn(score.bars[indexes[0] ?? from.bar]!, from.offset),
    feet: unfluttered(
      moves.sort((a, b) => a.at - b.at),
      toNumber(start),
    ).sort((a, b) => a.at - b.at),
    length: toNumber(start),
  };
}

/** How much softer una corda sounds. Common practice, no source. */
const SOFT = 0.85;

/**
 * The same as it sounds with the pedals: what is held when the hand lets go rings on until the foot
 * moves.
 */
export function pedalled(performance: Performance): Performance {
  const { notes, feet, length } = performance;
  if (feet.length === 0) return performance;
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

function beatsOf(bar: Bar, start: Fraction, begin: Fraction, end: Fraction): Beat[] {
  const found: Beat[] = [];
  const step = beatLength(bar);
  const shift = lead(bar);
  for (let at = ZERO, n = 0; compare(at, bar.nominal) < 0; at = add(at, step), n++) {
    const place = subtract(at, shift);
    if (compare(place, begin) >= 0 && compare(place, end) < 0) {
      found.push({ at: toNumber(add(start, place)), strong: n === 0 });
    }
  }
  return found;
}

/** One full bar, plus the beats of the bar that pass before the first note. Times are negative. */
function countIn(bar: Bar, from: Fraction): Beat[] {
  const step = beatLength(bar);
  const before = max(ZERO, add(lead(bar), from));
  const count: Beat[] = [];
  for (let whole = 0; whole < 2; whole++) {
    const origin = whole === 0 ? add(before, bar.nominal) : before;
    const span = whole === 0 ? bar.nominal : before;
    for (let at = ZERO, n = 0; compare(at, span) < 0; at = add(at, step), n++) {
      count.push({ at: toNumber(subtract(at, origin)), strong: n === 0 });
    }
  }
  return count;
}
