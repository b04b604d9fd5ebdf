import type { Chord } from "./chords.ts";
import { isAtHome, type Tonality } from "./keys.ts";
import { KINDS, type Kind } from "./kinds.ts";

/** Degrees by semitones above the tonic. */
const DEGREES = {
  major: ["I", "♭II", "II", "♭III", "III", "IV", "♯IV", "V", "♭VI", "VI", "♭VII", "VII"],
  minor: ["I", "♭II", "II", "III", "♯III", "IV", "♯IV", "V", "VI", "♯VI", "VII", "♯VII"],
} as const;
const SUFFIX: Readonly<Record<string, string>> = {
  dim: "°",
  m7b5: "ø",
  dim7: "°",
  aug: "+",
  sus4: "sus4",
  "7sus4": "sus",
  maj7: "",
  6: "add6",
};
/**
 * Figures of a chord by which of its tones is in the bass, in thirds from the root. Figured bass,
 * common practice.
 */
const FIGURES = { triad: ["", "6", "64"], seventh: ["7", "65", "43", "42"] } as const;

function figured(degree: string, kind: Kind, root: number, bass: number): string {
  const small = kind.third === "minor";
  const seventh = kind.tones.length === 4 && kind.symbol !== "6";
  const place = kind.tones.indexOf((bass - root + 12) % 12);
  const figures = FIGURES[seventh ? "seventh" : "triad"];
  return `${small ? degree.toLowerCase() : degree}${SUFFIX[kind.symbol] ?? ""}${figures[Math.max(0, place)] ?? ""}`;
}

const isDominant = ({ symbol }: Kind): boolean => symbol === "" || symbol === "7";

/**
 * A chord as a degree of its key; one that is not at home, but goes a fifth down to one that is, is
 * that one's dominant. In the usual figures: `I`, `V65`, `viiø7`, `V7/V`.
 */
export function numeralOf(chord: Chord, key: Tonality, next: Chord | undefined): string {
  const by = (chord.root - key.tonic + 12) % 12;
  if (
    by !== 7 &&
    !isAtHome(chord, key) &&
    isDominant(chord.kind) &&
    next &&
    (chord.root - next.root + 12) % 12 === 7 &&
    next.root !== key.tonic &&
    isAtHome(next, key)
  ) {
    return (
      `${figured("V", chord.kind, chord.root, chord.bass)}/` +
      figured(
        DEGREES[key.mode][(next.root - key.tonic + 12) % 12]!,
        { ...next.kind, tones: KINDS[0]!.tones },
        next.root,
        next.root,
      )
    );
  }
  return figured(DEGREES[key.mode][by]!, chord.kind, chord.root, chord.bass);
}
