export { hear, type Harmony } from './analyse.ts';
export type { Cadence, CadenceKind } from './cadences.ts';
export { beatsWith, chordsIn, type Chord } from './chords.ts';
export { isAtHome, type KeyArea, type Mode, type Tonality } from './keys.ts';
export { classOf } from './kinds.ts';
export { numeralOf } from './numerals.ts';
export { spelledAs, spellingOf, tonicName, type Spelling } from './spelling.ts';
export { strangerIn, type Stranger } from './strangers.ts';
export { weightOf, type Placed } from './voices.ts';
