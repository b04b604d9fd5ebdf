/**
 * Sensory dissonance of two partials, after Plomp & Levelt 1965 in the closed form of Sethares 1993
 * (J. Acoust. Soc. Am. 94, 1218–1228): exp(−3.5 x) − exp(−5.75 x), where x is their distance as a
 * share of the lower one's critical band. Its maximum is at x = ln(5.75 / 3.5) / 2.25.
 */
const [SLOW, FAST] = [3.5, 5.75];
/**
 * Distance of greatest dissonance, and how the critical band grows with frequency (hertz); Sethares
 * 1993.
 */
const [WIDEST, PER_HERTZ, BASE] = [0.24, 0.021, 19];

/** The curve itself, on the scaled axis. */
export const curve = (x: number): number => Math.exp(-SLOW * x) - Math.exp(-FAST * x);

/** Of two partials of given frequencies (hertz) and loudness. */
export function roughness(f1: number, f2: number, a1 = 1, a2 = 1): number {
  const low = Math.min(f1, f2);
  return Math.min(a1, a2) * curve((WIDEST / (PER_HERTZ * low + BASE)) * Math.abs(f2 - f1));
}

/**
 * Partials of a string that are counted, and how much softer each is than the one below. Sethares
 * 1993 uses 0.88 and six.
 */
const PARTIALS = 6;
const SOFTER = 0.88;

export const hertz = (midi: number): number => 440 * 2 ** ((midi - 69) / 12);

const known = new Map<number, number>();

/** Of two strings, all their partials against each other. A4 = 69. */
export function roughnessOf(a: number, b: number): number {
  const key = Math.min(a, b) * 1000 + Math.max(a, b);
  const before = known.get(key);
  if (before !== undefined) return before;
  let sum = 0;
  for (let i = 1; i <= PARTIALS; i++)
    for (let k = 1; k <= PARTIALS; k++)
      sum += roughness(hertz(a) * i, hertz(b) * k, SOFTER ** (i - 1), SOFTER ** (k - 1));
  known.set(key, sum);
  return sum;
}

/** Of a chord: every two of its strings. */
export const chordRoughness = (keys: readonly number[]): number =>
  keys.reduce(
    (sum, key, i) =>
      sum + keys.slice(i + 1).reduce((inner, other) => inner + roughnessOf(key, other), 0),
    0,
  );
