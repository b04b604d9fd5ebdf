/** A chord's tones, whatever their order. */
export interface Kind {
  /** As in a chord symbol: nothing for major, `m`, `7` … */
  readonly symbol: string;
  /** Semitones above the root. */
  readonly tones: readonly number[];
  readonly third: "major" | "minor" | "none";
  /** Price of hearing it: plain triads are heard first. Common practice, no source. */
  readonly rare: number;
}

const kind = (symbol: string, tones: readonly number[], rare: number): Kind => ({
  symbol,
  tones,
  rare,
  third: tones.includes(4) ? "major" : tones.includes(3) ? "minor" : "none",
});

/** Chord symbols as harmony books spell them, the common ones first. */
export const KINDS: readonly Kind[] = [
  kind("", [0, 4, 7], 0),
  kind("m", [0, 3, 7], 0),
  kind("7", [0, 4, 7, 10], 0.25),
  kind("m7", [0, 3, 7, 10], 0.35),
  kind("maj7", [0, 4, 7, 11], 0.45),
  kind("dim", [0, 3, 6], 0.35),
  kind("m7b5", [0, 3, 6, 10], 0.45),
  kind("dim7", [0, 3, 6, 9], 0.4),
  kind("aug", [0, 4, 8], 0.7),
  kind("sus4", [0, 5, 7], 0.6),
  kind("7sus4", [0, 5, 7, 10], 0.6),
  kind("6", [0, 4, 7, 9], 1.2),
];

/** A pitch class, 0 to 11. */
export const classOf = (midi: number): number => ((midi % 12) + 12) % 12;
