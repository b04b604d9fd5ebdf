export { hear, type Harmony } from "./analyse.ts";
export type { CadenceKind } from "./cadences.ts";
export type { Chord } from "./chords.ts";
export { isAtHome, type KeyArea, type Mode, type Tonality } from "./keys.ts";
export { chordsNamed } from "./names.ts";
export { numeralOf } from "./numerals.ts";
export { spelledAs, spellingOf, tonicName } from "./spelling.ts";
export { strangerIn, type Stranger } from "./strangers.ts";
