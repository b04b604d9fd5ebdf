import type { ClefChange } from "../../score/index.ts";
import type { Between, Leap, LongRun, Range, Spot, Stretch } from "./hands.ts";
import type { HeardHarmony } from "./harmony.ts";
import type { Loudness } from "./loudness.ts";
import type { Polyrhythm } from "./rhythm.ts";
import type { FeltMetre } from "./feltMetre.ts";
import type { Roles } from "./roles.ts";

/** A spot to begin with, and why. */
export interface FirstWork {
  readonly bar: number;
  readonly reasons: readonly string[];
}

export interface Survey extends Loudness, HeardHarmony {
  readonly bars: number;
  readonly playedBars: number;
  readonly seconds: number;
  readonly meters: readonly { bar: number; beats: number; beatType: number }[];
  readonly feltMetre: FeltMetre | undefined;
  readonly range: readonly Range[];
  /** As printed, the most first. */
  readonly accidentals: readonly { bar: number; count: number }[];
  readonly polyrhythms: readonly Polyrhythm[];
  readonly oddBars: readonly { bar: number; text: string }[];
  readonly clefChanges: readonly ClefChange[];
  readonly repeatedNotes: readonly Spot[];
  readonly leaps: readonly Leap[];
  readonly stretches: readonly Stretch[];
  /** Notes outside what the instrument has. */
  readonly outside: readonly Spot[];
  readonly betweenHands: readonly Between[];
  /** Notes a second in each bar, at tempo. */
  readonly density: readonly number[];
  readonly longestRun: LongRun | undefined;
  readonly roles: readonly Roles[];
  readonly workFirst: readonly FirstWork[];
}

/** What the survey has to know of the instrument. */
export interface SurveyedOn {
  readonly name: string;
  /** Millimetres of an octave on its keys, where hands go over keys. */
  readonly octave?: number | undefined;
  /** Lowest and highest key of each limb. */
  readonly compass: ReadonlyMap<string, readonly [number, number]>;
}

export interface SurveyOptions {
  readonly on: SurveyedOn;
  /** Quarters a minute; as printed, or 90. */
  readonly tempo?: number;
  /** Millimetres between the outer keys a hand can take; an octave by default. */
  readonly reach?: number;
}
