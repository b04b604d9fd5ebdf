import { diagrams, readDiagrams, type Placed } from "../../../cases/diagrams.ts";
import { proposeNotes, type Played } from "../../../fingering/index.ts";
import { fraction } from "../../../score/index.ts";
import { leftHand, type NeckSetup } from "../leftHand.ts";

/**
 * Keys of the guitar's diagrams on which prices of fingers that lie flat or close together were
 * set; the others were not looked at.
 */
const SEEN = ["C", "D", "E", "Fsharp", "Ab", "Bb"];
/** A small neck: re-entrant tuning, 430 mm. Common practice, no source. */
export const UKULELE: NeckSetup = { tuning: [69, 64, 60, 67], scale: 430, frets: 18 };

type Told = "string" | "position" | "nothing";

/**
 * How many are found: on the same frets, with the same fingers, and so in one of four ways; that is
 * asked where strings are told.
 */
export function found(all: readonly (readonly Placed[])[], told: Told, setup: NeckSetup = {}) {
  const hand = leftHand({}, setup);
  const alternatives = told === "string" ? 3 : 0;
  const count = { all: all.length, frets: 0, fingers: 0 };
  let among = 0;
  for (const places of all) {
    const played = places.map(({ midi }, i): Played => ({
      ...{ id: String(i), bar: 0, midi, at: fraction(0), length: fraction(1) },
      ...{ grace: false, staccato: false },
    }));
    const low = Math.min(...places.filter(({ fret }) => fret > 0).map(({ fret }) => fret));
    const says = ({ string }: Placed) => (told === "string" ? string : low);
    const also =
      told === "nothing" || low === Infinity
        ? undefined
        : new Map([[told, new Map(places.map((one, i) => [String(i), String(says(one))]))]]);
    const way = proposeNotes(played, hand, {
      ...{ hand: "hands", tempo: 80, alternatives },
      ...(also ? { also } : {}),
    });
    const isLike = ({ notes }: Pick<typeof way, "notes">, withFingers: boolean) =>
      new Set(notes.map(({ also: on }) => on?.["string"])).size === places.length &&
      // of two notes of one pitch either may be the one on a string
      notes.every(({ also: on, finger }) =>
        places.some(
          (one) =>
            on?.["string"] === String(one.string) &&
            on["fret"] === String(one.fret) &&
            (!withFingers || finger === String(one.finger)),
        ),
      );
    if (isLike(way, false)) count.frets++;
    if (isLike(way, true)) count.fingers++;
    if ([way, ...way.alternatives].some((one) => isLike(one, true))) among++;
  }
  return { ...count, ...(alternatives ? { among } : {}) };
}

/** Those that have a pitch twice, on two strings, or those that do not. */
const shapes = (all: ReturnType<typeof diagrams>, twice: boolean) =>
  all
    .map(({ places }) => places)
    .filter((places) => new Set(places.map(({ midi }) => midi)).size < places.length === twice);

/** The guitar's diagrams of some keys. */
export const guitarShapes = (seen: boolean): Placed[][] => {
  const book = readDiagrams("guitar");
  const keys = Object.keys(book.chords).filter((key) => SEEN.includes(key) === seen);
  return shapes(diagrams(book, keys), false);
};

/** All of the ukulele's. */
export const ukuleleShapes = (twice = false): Placed[][] => {
  const book = readDiagrams("ukulele");
  return shapes(diagrams(book, Object.keys(book.chords)), twice);
};

/** The guitar's with a pitch on two strings, which no price was set on. */
export const guitarUnisons = (): Placed[][] => {
  const book = readDiagrams("guitar");
  return shapes(diagrams(book, Object.keys(book.chords)), true);
};

/** How many chords have the same strings and fingers when they are broken upwards in quavers. */
export function brokenAlike(all: readonly (readonly Placed[])[]) {
  const hand = leftHand();
  const taken = (places: readonly Placed[], step: number): string => {
    const played = [...places]
      .sort((a, b) => a.midi - b.midi)
      .map(({ midi }, i): Played => ({
        ...{ id: String(i), bar: 0, midi, at: fraction(step * i, 2), length: fraction(1, 2) },
        ...{ grace: false, staccato: false },
      }));
    const low = Math.min(...places.filter(({ fret }) => fret > 0).map(({ fret }) => fret));
    const also = new Map([["position", new Map(played.map(({ id }) => [id, String(low)]))]]);
    const { notes } = proposeNotes(played, hand, { ...{ hand: "hands", tempo: 80 }, also });
    return notes.map((one) => `${one.also?.["string"]}.${one.finger}`).join();
  };
  const alike = all.filter((places) => taken(places, 0) === taken(places, 1));
  return { all: all.length, alike: alike.length };
}

/** How far chords are taken as they are printed, by what is told of them. */
export function publishedFigures() {
  const source = "npm @tombatossals/chords-db 0.5.1";
  const of = (what: string, all: readonly Placed[][], setup?: NeckSetup) =>
    (["string", "position", "nothing"] as const).map((told) => ({
      what: `chord diagrams, ${what}, told: ${told}`,
      source,
      ...found(all, told, setup),
    }));
  return [
    ...of("guitar, keys that were looked at", guitarShapes(true)),
    ...of("guitar, keys kept to the end", guitarShapes(false)),
    ...of("guitar, a pitch on two strings", guitarUnisons()),
    ...([true, false] as const).map((seen) => ({
      what: `chord diagrams broken upwards like the chord, keys ${seen ? "seen" : "kept to the end"}`,
      source,
      ...brokenAlike(guitarShapes(seen)),
    })),
    ...of("ukulele", ukuleleShapes(), UKULELE),
    ...of("ukulele, a pitch on two strings", ukuleleShapes(true), UKULELE),
  ];
}
