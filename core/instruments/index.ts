import { say } from "../words/say.ts";
import { accordion } from "./accordion/index.ts";
import { guitar } from "./guitar/index.ts";
import { harp } from "./harp/index.ts";
import {
  isAdorned,
  FINGERING,
  TOGETHER,
  valuesIn,
  type Aspect,
  type ControllerSet,
  type Line,
  type Mark,
  type Performance,
  type Score,
  type Stratum,
  rolledOut,
} from "../score/index.ts";
import type { InstrumentRecord } from "./record.ts";
import { rung } from "./ringing.ts";
import type { ValuesOn } from "./sign.ts";
import type { Instrument } from "./instrument.ts";
import { organ } from "./organ/index.ts";
import { piano } from "./piano/index.ts";

export { fretFields } from "./guitar/index.ts";
export { bassSchool } from "./accordion/bassSchool.ts";
export { pluckSchool } from "./guitar/pluckSchool.ts";
export { feetFields } from "./organ/index.ts";
export { feetSchool } from "./organ/feetSchool.ts";
export { spanFields } from "./harp/index.ts";
export { harpFields } from "./harp/setup.ts";
export { playerFields } from "./keyboard/player.ts";
export type { InstrumentRecord, ListField, RecordField, RecordForm, SetupAsked } from "./record.ts";
export { HAND_SIZES, USUAL_REACH, type Player } from "./keyboard/reach.ts";
export { STANDARD_OCTAVE } from "./keyboard/geometry.ts";
export { positionOf, thumbs, withPosition, type HandPosition } from "./keyboard/position.ts";
export { pedalData, pedalFields, pedalMark, pedalOf, printedPedal } from "./piano/pedalMark.ts";
export { readingOf, type ReadingChoice } from "./reading.ts";
export type { FollowingSign } from "./sign.ts";
export type { Timbre } from "./timbre.ts";
export type { Instrument, Limb } from "./instrument.ts";

/** Every instrument the program knows. A new one is a folder beside these and a line here. */
export const instruments: readonly Instrument[] = [piano, organ, harp, guitar, accordion];

/** Where nobody says which: the first of the list. */
export const USUAL_INSTRUMENT = instruments[0]!.id;

/** @throws RangeError for an instrument nobody registered */
export function instrument(id: string): Instrument {
  const found = instruments.find((candidate) => candidate.id === id);
  if (!found) throw new RangeError(`no instrument called ${id}`);
  return found;
}

/** A kind of marks of an instrument; undefined when it has none of that name. */
export const stratumOf = (of: Instrument, id: string): Stratum | undefined =>
  of.strata.find((one) => one.id === id);

/** Marks by stratum as one list, each with its stratum: as they are performed. */
export const marksHeard = (marks: ReadonlyMap<string, readonly Mark[]>) =>
  [...marks].flatMap(([stratum, own]) => own.map((mark) => ({ ...mark, stratum })));

/** What is written on a piece, and the instrument it is for: that decides how strings ring. */
export interface OnThePiece {
  readonly score: Score;
  readonly values: ValuesOn;
  readonly setup?: InstrumentRecord | null | undefined;
}

/**
 * What is played as it sounds under its marks, chords rolled that are: with the pedal, what a hand
 * lets go rings on; on strings, what no hand stops.
 *
 * @param written without it notes of strings end with their value
 * @example sounded(instrument("piano"), performRoad(score, WHOLE_ROAD)).length // => 72
 */
export function sounded(
  of: Instrument,
  performance: Performance,
  written?: OnThePiece,
): Performance {
  const marked = of.strata.reduce((heard, { id, sound, adorns, setBefore }) => {
    const marks = setBefore ? [...performance.earlier, ...performance.marks] : performance.marks;
    const own = marks.filter(
      ({ stratum, data }) =>
        stratum === id && !(adorns && !isAdorned(performance, Number(data.layer ?? 1))),
    );
    return sound && own.length > 0 ? sound(heard, own) : heard;
  }, performance);
  return rolledOut(written ? ringing(of, marked, written) : marked);
}

function ringing(
  { onStrings, following }: Instrument,
  performance: Performance,
  { score, values, setup }: OnThePiece,
): Performance {
  if (!onStrings) return performance;
  const signs = following?.(score, values, setup ?? {}) ?? [];
  return rung(performance, onStrings(score, values, setup ?? {}), signs);
}

/** What the marks of a performance are in a MIDI file. */
export const controllersOf = (of: Instrument, { marks, length }: Performance): ControllerSet[] =>
  of.strata.flatMap(({ id, controllers }) =>
    controllers
      ? controllers(
          marks.filter(({ stratum }) => stratum === id),
          length,
        )
      : [],
  );

/**
 * Lowest and highest key of a limb, as the instrument is set up.
 *
 * @example compassOf(instrument("organ"), "feet", { pedals: 30 }) // => [36, 65]
 */
export const compassOf = (
  of: Instrument,
  limb: string,
  setup: InstrumentRecord = {},
): readonly [number, number] | undefined => {
  const found = of.limbs.find((one) => one.id === limb);
  return found?.compassIn?.(setup) ?? found?.compass;
};

/** What is said of the notes of a limb. */
export const aspectsOf = (of: Instrument, limb: string): readonly Aspect[] =>
  of.aspects.filter((aspect) => aspect.lines.includes(limb));

/** The same as far as it is offered on an instrument that is set up so. */
export const offeredOn = (
  of: Instrument,
  limb: string,
  setup: InstrumentRecord | null | undefined,
): readonly Aspect[] =>
  aspectsOf(of, limb).flatMap((aspect) => {
    const count = aspect.offers?.(limb, setup ?? {});
    if (count === undefined) return [aspect];
    return count > 0 ? [{ ...aspect, symbols: aspect.symbols.slice(0, count) }] : [];
  });

/** What is proposed for a limb: the first thing that is said of its notes. */
export const mainAspect = (of: Instrument, limb: string): string =>
  aspectsOf(of, limb)[0]?.id ?? FINGERING.id;

/** What may be written of an aspect on the notes of a limb. */
export const valuesOf = (of: Instrument, limb: string, aspect: string): readonly string[] =>
  aspectsOf(of, limb)
    .filter((one) => one.id === aspect)
    .flatMap(valuesIn);

/** What can be practised on an instrument: each limb alone, its own lines, everything together. */
export const linesOf = (of: Instrument): readonly Line[] => [
  ...of.limbs.map(({ id, name }): Line => ({ id, name, limbs: [id] })),
  ...(of.lines ?? []),
  {
    id: TOGETHER,
    name: of.together ?? say`hands together`,
    limbs: of.limbs.map(({ id }) => id),
  },
];

/** A line of an instrument; one it has no more (the instrument was changed) is all of it. */
export const lineOf = (of: Instrument, id: string): Line => {
  const lines = linesOf(of);
  return lines.find((line) => line.id === id) ?? { ...lines.at(-1)!, id, name: id };
};

/**
 * The words for a hand, a foot or a line on screen.
 *
 * @example handName(instrument("organ"), "left-feet") // => "left hand and feet"
 */
export const handName = (of: Instrument, id: string): string => lineOf(of, id).name;
