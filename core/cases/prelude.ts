import { scoreOf } from "../testing.ts";
import type { Score } from "../score/index.ts";

/**
 * Bars 1 to 32 of the first prelude of the Well-Tempered Clavier, by their five tones from the bass
 * up; written down from memory.
 */
const TONES = `
C4 E4 G4 C5 E5|C4 D4 A4 D5 F5|B3 D4 G4 D5 F5|C4 E4 G4 C5 E5|C4 E4 A4 E5 A5|C4 D4 F#4 A4 D5|B3 D4 G4 D5 G5|B3 C4 E4 G4 C5|
A3 C4 E4 G4 C5|D3 A3 D4 F#4 C5|G3 B3 D4 G4 B4|G3 Bb3 E4 G4 C#5|F3 A3 D4 A4 D5|F3 Ab3 D4 F4 B4|E3 G3 C4 G4 C5|E3 F3 A3 C4 F4|
D3 F3 A3 C4 F4|G2 D3 G3 B3 F4|C3 E3 G3 C4 E4|C3 G3 Bb3 C4 E4|F2 F3 A3 C4 E4|F#2 C3 A3 C4 Eb4|Ab2 F3 B3 C4 D4|G2 F3 G3 B3 D4|
G2 E3 G3 C4 E4|G2 D3 G3 C4 F4|G2 D3 G3 B3 F4|G2 Eb3 A3 C4 F#4|G2 E3 G3 C4 G4|G2 D3 G3 C4 F4|G2 D3 G3 B3 F4|C2 C3 G3 Bb3 E4`;

const half = ([bass, tenor, ...top]: readonly string[]) =>
  [
    `r:0.5 ${[...top, ...top].map((tone) => `${tone}:0.25`).join(" ")}`,
    `${bass}:0.25 ${tenor}:1.75`,
  ] as const;

/** Thirty-two bars of broken chords, one harmony a bar, and the last chord. */
export function preludeInC(): Score {
  const bars = TONES.trim()
    .replace(/\n/g, "")
    .split("|")
    .map((bar) => half(bar.split(" ")))
    .map(([right, left]) => [`${right} ${right}`, `${left} ${left}`] as const);
  return scoreOf([...bars, ["E4+G4+C5:4", "C2+C3:4"]]);
}
