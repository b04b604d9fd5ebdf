import { say } from "../../words/say.ts";
import abcjs from "abcjs";
import { ScoreError } from "../model/model.ts";

/** A tune of an ABC file. */
export interface Tune {
  readonly index: number;
  readonly title: string;
}

export const isAbc = (text: string): boolean =>
  /^\s*(%abc|X:\s*\d+)/m.test(text.slice(0, 4000)) && /^K:/m.test(text);

/** More text than any book of tunes needs. */
const MAX_CHARACTERS = 1_000_000;

export interface AbcPitch {
  pitch: number;
  accidental?: string;
  startTie?: object;
  endTie?: boolean;
}
export interface AbcElement {
  el_type: string;
  title?: string;
  type?: string;
  duration?: number;
  pitches?: AbcPitch[];
  rest?: { type: string; text?: number };
  startTriplet?: number;
  tripletMultiplier?: number;
  endTriplet?: boolean;
  decoration?: string[];
  gracenotes?: { pitch: number; accidental?: string }[];
  chord?: { name: string; position: string }[];
  startEnding?: string;
  endEnding?: boolean;
  accidentals?: { acc: string; note: string }[];
  root?: string;
  mode?: string;
  value?: { num: string; den?: string }[];
}
export interface AbcStaff {
  key?: AbcElement;
  meter?: AbcElement;
  clef?: { type: string };
  voices?: AbcElement[][];
}
export interface AbcTune {
  metaText: {
    title?: string;
    composer?: string;
    partOrder?: string;
    tempo?: { duration?: number[]; bpm?: number };
  };
  lines: { staff?: AbcStaff[] }[];
  warnings?: string[];
}

/** More than any score in ABC has. */
export const MAX_VOICES = 64;

export const tooManyVoices = (voices: number): ScoreError =>
  new ScoreError(say`The tune has ${voices} voices; up to ${MAX_VOICES} can be read.`);

/** Counted before the parser sees them: its time grows with their square. */
function checkVoices(text: string): void {
  for (const tune of text.split(/^X:/m)) {
    const names = [...tune.matchAll(/^V:\s*(\S+)/gm)].map(([, name]) => name);
    const voices = new Set(names).size;
    if (voices > MAX_VOICES) throw tooManyVoices(voices);
  }
}

export const parse = (text: string): AbcTune[] => {
  if (text.length > MAX_CHARACTERS)
    throw new ScoreError(
      say`The ABC file is longer than a million characters. Take the tunes you want out of it.`,
    );
  checkVoices(text);
  try {
    return abcjs.parseOnly(text) as unknown as AbcTune[];
  } catch {
    throw new ScoreError(
      say`The ABC file cannot be read. Check that each tune has an X: and a K: line.`,
    );
  }
};

export const isMusic = (tune: AbcTune): boolean =>
  tune.lines.some((line) =>
    line.staff?.some((staff) => staff.voices?.some((voice) => voice.some((one) => one.pitches))),
  );
export const titleOf = (title: unknown): string => (typeof title === "string" ? title : "");

/** The tunes of an ABC file that have notes in them. @throws ScoreError */
export const tunesIn = (text: string): Tune[] =>
  parse(text)
    .map((tune, index) => ({ tune, index }))
    .filter(({ tune }) => isMusic(tune))
    .map(({ tune, index }) => ({
      index,
      title: titleOf(tune.metaText.title) || `Tune ${index + 1}`,
    }));
