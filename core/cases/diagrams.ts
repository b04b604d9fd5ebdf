import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { midiOf, type Pitch } from "../score/index.ts";

// Chord diagrams that others published: npm package @tombatossals/chords-db (MIT), 2,069 for the
// guitar and more for the ukulele, with strings, frets, fingers and the pitches that sound.

interface Shape {
  readonly frets: readonly number[];
  readonly fingers: readonly number[];
  readonly baseFret: number;
  readonly midi: readonly number[];
}
export interface Diagrams {
  readonly tunings: { readonly standard: readonly string[] };
  readonly chords: Readonly<Record<string, readonly { readonly positions: readonly Shape[] }[]>>;
}
const require = createRequire(import.meta.url);
export const readDiagrams = (name: string): Diagrams =>
  JSON.parse(
    readFileSync(require.resolve(`@tombatossals/chords-db/lib/${name}.json`), "utf8"),
  ) as Diagrams;

/** A note of a diagram: finger 0 is an open string. */
export interface Placed {
  readonly string: number;
  readonly fret: number;
  readonly finger: number;
  readonly midi: number;
}

/** Each diagram once, its lowest string first; with the pitches it says it has. */
export function diagrams({ tunings, chords }: Diagrams, keys: readonly string[]) {
  const open = tunings.standard.map((name) =>
    midiOf({ step: name[0] as Pitch["step"], alter: 0, octave: Number(name.at(-1)) }),
  );
  const found = new Map<string, { places: Placed[]; midi: readonly number[] }>();
  for (const key of keys)
    for (const { positions } of chords[key]!)
      for (const { frets, fingers, baseFret, midi } of positions) {
        const places = frets.flatMap((of, i): Placed[] => {
          const fret = of > 0 ? of + baseFret - 1 : of;
          if (fret < 0) return [];
          const string = frets.length - i;
          return [{ string, fret, finger: fingers[i]!, midi: open[i]! + fret }];
        });
        found.set(JSON.stringify(places), { places, midi });
      }
  return [...found.values()];
}
