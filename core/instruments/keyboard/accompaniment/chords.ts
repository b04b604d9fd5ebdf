import { Chord, Interval } from "tonal";

/** What a left hand on keys plays of a chord symbol. Notes by their names, `Bb`, `F#`. */
export interface KeysChord {
  /** The symbol. */
  readonly name: string;
  readonly bass: string;
  /** The bass that takes turns with it: the fifth, where the chord has one. */
  readonly other?: string;
  /** Its root first; none of an unknown chord. */
  readonly tones: readonly string[];
  /** It has less than the symbol says, beyond a fifth that nobody misses. */
  readonly isNear: boolean;
}

/** Beyond the seventh a tone is the tune's to play. */
const SEVENTH = 7;
/** Of more tones the fifth is left out. Common practice, no source. */
const FULL = 3;

/**
 * The tones of a chord symbol for one hand.
 *
 * @param name root and kind, `Am7`
 * @param bass where it is not the root
 */
export function keysChord(name: string, bass: string | undefined): KeysChord {
  const root = /^[A-G](##|bb|#|b)?/.exec(name)![0];
  const { notes, intervals, empty } = Chord.get(name);
  if (empty) return { name, bass: bass ?? root, tones: [], isNear: true };
  const all = notes.map((note, i) => ({ note, interval: intervals[i]! }));
  const within = all.filter(({ interval }) => Interval.num(interval) <= SEVENTH);
  const tones = within.length > FULL ? within.filter(({ interval }) => interval !== "5P") : within;
  const fifth = all.find(({ interval }) => interval === "5P")?.note;
  return {
    name,
    bass: bass ?? root,
    ...(fifth && !bass ? { other: fifth } : {}),
    tones: tones.map(({ note }) => note),
    isNear: within.length < all.length,
  };
}
