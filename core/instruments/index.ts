import { accordion } from "./accordion/index.ts";
import { guitar } from "./guitar/index.ts";
import { harp } from "./harp/index.ts";
import type { Aspect, Stratum } from "../score/index.ts";
import type { InstrumentRecord } from "./record.ts";
import type { Instrument } from "./instrument.ts";
import { organ } from "./organ/index.ts";
import { piano } from "./piano/index.ts";

export { playerFields } from "./keyboard/player.ts";
export type { InstrumentRecord, RecordField, RecordForm } from "./record.ts";
export { HAND_SIZES, USUAL_REACH, type Player } from "./keyboard/reach.ts";
export { STANDARD_OCTAVE } from "./keyboard/geometry.ts";
export { positionOf, thumbs, withPosition, type HandPosition } from "./keyboard/position.ts";
export { pedalData, pedalFields, pedalMark, pedalOf, printedPedal } from "./piano/pedal.ts";
export type { Instrument, Limb } from "./instrument.ts";

/** Every instrument the program knows. A new one is a folder beside these and a line here. */
export const instruments: readonly Instrument[] = [piano, organ, harp, guitar, accordion];

/** @throws RangeError for an instrument nobody registered */
export function instrument(id: string): Instrument {
  const found = instruments.find((candidate) => candidate.id === id);
  if (!found) throw new RangeError(`no instrument called ${id}`);
  return found;
}

/** A kind of marks of an instrument; undefined when it has none of that name. */
export const stratumOf = (of: Instrument, id: string): Stratum | undefined =>
  of.strata.find((one) => one.id === id);

/** Lowest and highest key of a limb, as the instrument is set up. */
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

/** What may be written of an aspect on the notes of a limb. */
export const valuesOf = (of: Instrument, limb: string, aspect: string): readonly string[] =>
  aspectsOf(of, limb)
    .filter((one) => one.id === aspect)
    .flatMap((one) => one.symbols.map(({ value }) => value));

/** The words for a hand or foot on screen; `both` is hands together. */
export const handName = (of: Instrument, hand: string): string =>
  hand === "both" ? "hands together" : (of.limbs.find((limb) => limb.id === hand)?.name ?? hand);

/** The same where it is not known of which instrument: the name it has where there is one. */
export const lineName = (id: string): string =>
  instruments.flatMap((one) => one.limbs).find((limb) => limb.id === id)?.name ?? id;

/** The hand that plays alone; undefined for hands together. */
export const oneHand = (hands: string): string | undefined =>
  hands === "both" ? undefined : hands;
