import { PEDALS, naturalOf, stringAt, type Alter, type Setting } from "./strings.ts";

const ALTERS: readonly Alter[] = [-1, 0, 1];

/**
 * The settings in which all seven strings of an octave belong to a chord and the chord is whole, so
 * that a glissando sounds it and nothing else.
 *
 * @param classes pitch classes of the chord, C = 0
 */
export function glissandoSettings(classes: readonly number[]): Setting[] {
  let found: Partial<Record<string, Alter>>[] = [{}];
  for (const letter of PEDALS) {
    const natural = naturalOf(stringAt(letter, 4));
    const fits = ALTERS.filter((alter) => classes.includes((natural + alter) % 12));
    found = found.flatMap((before) => fits.map((alter) => ({ ...before, [letter]: alter })));
  }
  return (found as unknown as Setting[]).filter((setting) => {
    const sounding = PEDALS.map(
      (letter) => (naturalOf(stringAt(letter, 4)) + setting[letter]) % 12,
    );
    return classes.every((one) => sounding.includes(one));
  });
}
