import type { Spoken } from "./spoken.ts";

const cased = (found: string, word: string): string =>
  found[0] === found[0]!.toUpperCase() ? word[0]!.toUpperCase() + word.slice(1) : word;

/** American names of note values (The Harvard Dictionary of Music, "note"). */
const NOTE_VALUES: readonly (readonly [british: string, american: string])[] = [
  ["semibreve", "whole note"],
  ["minim", "half note"],
  ["crotchet", "quarter note"],
  ["semiquaver", "sixteenth note"],
  ["quaver", "eighth note"],
];

/** An English sentence, which is written with bars and crotchets, in the terms of who reads it. */
export function inTerms(sentence: string, { bars, noteValues }: Terms): string {
  const measured =
    bars === "measure"
      ? sentence.replace(/\bbar(s?)\b/gi, (found, s: string) => cased(found, `measure${s}`))
      : sentence;
  if (noteValues === "crotchet") return measured;
  return NOTE_VALUES.reduce(
    (text, [british, american]) =>
      text.replace(new RegExp(`\\b${british}(s?)\\b`, "gi"), (found, s: string) =>
        cased(found, american + s),
      ),
    measured,
  );
}

export type Terms = Pick<Spoken, "bars" | "noteValues">;
