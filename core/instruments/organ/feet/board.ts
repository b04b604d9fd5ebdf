import type { InstrumentRecord } from "../../record.ts";

/** A pedalboard and the bench before it, as the feet find them. */
export interface Board {
  /** Its lowest and highest key. */
  readonly compass: readonly [number, number];
  /** Millimetres from the middle of a natural to that of the next. */
  readonly natural: number;
  /** Naturals that the toe and the heel of one foot take at once, or one after the other. */
  readonly oneFoot: number;
  /** Under the middle of the bench, in naturals from C-1. */
  readonly middle: number;
}

/** Naturals 63.5 mm from middle to middle, sharps between. From memory. */
const NATURAL_MM = 63.5;
/** From the toe of a foot to its heel: two naturals of the usual board. Own figure. */
const FOOT_MM = 2 * NATURAL_MM;
/** Highest key by the number of keys. */
const HIGHEST = { 30: 65, 32: 67 } as const;
const LOWEST = 36;

/** Under the middle of the bench: D of the middle octave. Common practice, no source. */
export const USUAL_BENCH = 50;

const PLACES = [0, 0.5, 1, 1.5, 2, 3, 3.5, 4, 4.5, 5, 5.5, 6];
const SHARPS = [1, 3, 6, 8, 10];

/** Where a key lies, in naturals from C-1. */
export const placeOf = (midi: number): number => 7 * Math.floor(midi / 12) + PLACES[midi % 12]!;

export const isSharp = (midi: number): boolean => SHARPS.includes(midi % 12);

/**
 * The board of an organ as it is set up; what is not told is usual.
 *
 * @param setup `width` in millimetres over all keys, `bench` the key under its middle
 */
export function boardOf(setup: InstrumentRecord = {}): Board {
  const told = setup as { pedals?: 30 | 32; width?: number; bench?: number };
  const highest = HIGHEST[told.pedals ?? 32];
  const naturals = placeOf(highest) - placeOf(LOWEST) + 1;
  const natural = told.width === undefined ? NATURAL_MM : told.width / naturals;
  return {
    compass: [LOWEST, highest],
    natural,
    oneFoot: FOOT_MM / natural,
    middle: placeOf(told.bench ?? USUAL_BENCH),
  };
}
