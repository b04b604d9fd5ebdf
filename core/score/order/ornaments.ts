import { toNumber } from "../model/fraction.ts";
import type { Bar, Note, Pitch } from "../model/model.ts";
import { midiOf } from "../model/pitch.ts";

/** A tone of an ornament or of what it adorns. Times in quarters from the onset of the note. */
export interface Tone {
  readonly midi: number;
  readonly at: number;
  readonly length: number;
}

/** A short ornamental tone, in quarters; what adorns takes at most half of the note. */
const SHORT = 1 / 8;
const MOST = 1 / 2;

const STEPS = ["C", "D", "E", "F", "G", "A", "B"] as const;
/** The order in which sharps come into a signature; flats come from its end. */
const SHARPS = ["F", "C", "G", "D", "A", "E", "B"] as const;

const signed = (step: Pitch["step"], fifths: number): number => {
  const at = SHARPS.indexOf(step);
  if (fifths > 0) return at < fifths ? 1 : 0;
  return 6 - at < -fifths ? -1 : 0;
};

/**
 * The neighbour of a note, as it sounds: in the key of the bar, or as an accidental before it in
 * the bar has it. What stands over or under the sign itself is not read.
 *
 * @param steps 1 above, -1 below; 2 is the third above
 */
export function neighbour(note: Note, bar: Bar, inBar: readonly Note[], steps: number): number {
  const place = STEPS.indexOf(note.pitch.step) + steps;
  const step = STEPS[(place + 7) % 7]!;
  const octave = note.pitch.octave + Math.floor(place / 7);
  const before = inBar.findLast(
    (one) =>
      one.pitch.step === step &&
      one.pitch.octave === octave &&
      toNumber(one.offset) <= toNumber(note.offset),
  );
  const alter = before?.pitch.alter ?? signed(step, bar.key.fifths);
  return note.midi + midiOf({ step, octave, alter }) - midiOf(note.pitch);
}

/**
 * The tones of each sign before the note is held: 1 the neighbour above, -1 below, 0 the note.
 * Trill (from above, or from below), mordent and turn as J. S. Bach writes them out for his son
 * ("Explication unterschiedlicher Zeichen", 1720); the short trill that begins on the note is
 * common practice after about 1800, no source.
 */
const SIGNS: Readonly<Record<string, readonly (1 | 0 | -1)[]>> = {
  mordent: [0, -1],
  "short trill": [0, 1],
  turn: [1, 0, -1],
  "delayed turn": [1, 0, -1],
  "turn or trill": [1, 0, -1],
  "inverted turn": [-1, 0, 1],
  "delayed inverted turn": [-1, 0, 1],
};
const FROM_BELOW = "trill from below";
const TRILLS = ["trill", "long trill", FROM_BELOW];

/**
 * A note with its grace notes and its ornament sign, as it sounds.
 *
 * One grace note without a stroke leans on the beat for half of the note, two thirds of a dotted
 * one (C. P. E. Bach, Versuch, 1753, II.2 §11). Short ones come on the beat and are taken from the
 * note; with a stroke they come just before it. Common practice, no source.
 *
 * @param length quarters the note sounds without them
 * @param graces the grace notes before it, in order
 * @param to the neighbour of the note, as it sounds
 */
export function adorned(
  note: Pick<Note, "midi" | "ornaments">,
  length: number,
  graces: readonly Pick<Note, "midi" | "slash">[],
  to: (side: 1 | -1) => number,
): Tone[] {
  const leaning = graces.length === 1 && !graces[0]!.slash;
  const dotted = Math.abs(Math.log2(length / 3) % 1) < 1e-9;
  const each = leaning
    ? length * (dotted ? 2 / 3 : 1 / 2)
    : Math.min(SHORT, (length * MOST) / Math.max(1, graces.length));
  const before = graces.every((one) => one.slash) ? each * graces.length : 0;
  const found = graces.map((grace, i): Tone => ({
    midi: grace.midi,
    at: i * each - before,
    length: each,
  }));
  const start = graces.length * each - before;
  const sign = note.ornaments?.find((one) => SIGNS[one] || TRILLS.includes(one));
  const rest = length - start;
  if (!sign) return [...found, { midi: note.midi, at: start, length: rest }];
  const heights = { 1: to(1), 0: note.midi, [-1]: to(-1) };
  const tones = (sides: readonly (1 | 0 | -1)[], from: number, step: number): Tone[] =>
    sides.map((side, i) => ({ midi: heights[side], at: from + i * step, length: step }));
  if (TRILLS.includes(sign)) {
    const isBelow = sign === FROM_BELOW;
    const pairs = Math.max(isBelow ? 2 : 1, Math.floor(rest / (2 * SHORT)));
    const sides = Array.from({ length: 2 * pairs }, (_, i): 1 | 0 | -1 =>
      i % 2 ? 0 : i === 0 && isBelow ? -1 : 1,
    );
    return [...found, ...tones(sides, start, rest / (2 * pairs))];
  }
  const sides = SIGNS[sign]!;
  const late = sign.startsWith("delayed") ? rest / 2 : 0;
  const step = Math.min(SHORT, ((rest - late) * MOST) / sides.length);
  const held = start + late + sides.length * step;
  return [
    ...found,
    ...(late ? [{ midi: note.midi, at: start, length: late }] : []),
    ...tones(sides, start + late, step),
    { midi: note.midi, at: held, length: length - held },
  ];
}
