/** Keys of a pedalboard: naturals 63.5 mm from middle to middle, sharps between. From memory. */
export const NATURAL_MM = 63.5;

const PLACES = [0, 0.5, 1, 1.5, 2, 3, 3.5, 4, 4.5, 5, 5.5, 6];
const SHARPS = [1, 3, 6, 8, 10];

/** Where a key lies, in naturals from C-1. */
export const placeOf = (midi: number): number => 7 * Math.floor(midi / 12) + PLACES[midi % 12]!;

export const isSharp = (midi: number): boolean => SHARPS.includes(midi % 12);

/** Under the middle of the bench: D of the middle octave. Common practice, no source. */
export const MIDDLE = placeOf(50);
