import type { Note } from "../../score/index.ts";
import type { OnString, OnStrings } from "../ringing.ts";
import { isNatural, placesOf, USUAL_NECK, type Neck } from "./neck.ts";

/** A note where it is written to be played. */
export interface WrittenNote {
  readonly note: Note;
  readonly string: number;
  readonly fret: number;
  /** Undefined where none is written. */
  readonly finger: number | undefined;
}

type Values = ReadonlyMap<string, string>;

/**
 * Where notes are by the strings and fingers that are written.
 *
 * @param near where no string is written: the place nearest to the nut, as everybody reads it; else
 * only a place that is the only one
 */
export const writtenOn =
  (neck: Neck, fingers: Values, strings: Values, near = false) =>
  (note: Note): WrittenNote[] => {
    const places = placesOf(neck, note);
    const told = strings.get(note.id);
    const written = fingers.get(note.id)?.replace(/\D/g, "")[0];
    const finger = written === undefined ? undefined : Number(written);
    const place = told
      ? places.find(({ string }) => String(string) === told)
      : places.length === 1
        ? places[0]
        : near
          ? places.find(({ fret }) => fret > 0 === (finger !== 0))
          : undefined;
    return place ? [{ ...place, note, finger }] : [];
  };

/**
 * Where notes that have a finger or a string sound; only open strings ring on by themselves, and
 * harmonics, from which the finger is gone at once.
 */
export const neckStrings: OnStrings = ({ notes }, values, setup) => {
  const none: Values = new Map();
  const [strings = none, fingers = none, harmonics = none] = ["string", "finger", "harmonic"].map(
    (id) => values.get(id),
  );
  const at = writtenOn({ ...USUAL_NECK, ...setup }, fingers, strings, true);
  const asTold = (note: Note): Note => {
    const harmonic = harmonics.get(note.id);
    return harmonic ? { ...note, printed: { ...note.printed, harmonic } } : note;
  };
  return new Map(
    notes
      .filter(({ id }) => fingers.has(id) || strings.has(id))
      .map(asTold)
      .flatMap((note) =>
        at(note).map(({ string, fret, finger }): [string, OnString] => {
          const isFree = fret === 0 || isNatural(note);
          const stopped = !isFree && finger ? { stopped: { finger, fret } } : {};
          return [note.id, { string, ...stopped, rings: isFree && !note.staccato }];
        }),
      ),
  );
};
