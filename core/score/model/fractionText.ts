import type { Fraction } from "./fraction.ts";
import { fraction } from "./fraction.ts";

/** A key for maps and stored text: `3`, `3/2`. */
export const toText = (a: Fraction): string => (a.den === 1 ? String(a.num) : `${a.num}/${a.den}`);

/**
 * Reads a decimal such as `1`, `0.5`, `-2.25` exactly; undefined when the text is no plain decimal
 * number. Exponents are refused: no score program writes them and they only hide absurd sizes.
 */
export function parseDecimal(text: string): Fraction | undefined {
  const match = /^\s*([+-]?)(\d{1,12})(?:\.(\d{1,9}))?\s*$/.exec(text);
  if (!match) return undefined;
  const digits = match[3] ?? "";
  const value = Number(match[2] + digits);
  if (!Number.isSafeInteger(value)) return undefined;
  return fraction(match[1] === "-" ? -value : value, 10 ** digits.length);
}

/** Reads `3/2` or a decimal; undefined otherwise. The inverse of {@link toText}. */
export function parseFraction(text: string): Fraction | undefined {
  const [num, den, rest] = text.split("/");
  if (den === undefined) return parseDecimal(text);
  if (rest !== undefined || !/^-?\d{1,12}$/.test(num ?? "") || !/^\d{1,12}$/.test(den))
    return undefined;
  return Number(den) === 0 ? undefined : fraction(Number(num), Number(den));
}

/**
 * The fraction meant by a number that came through JSON (quarters): the closest one with a
 * denominator up to 960, the smallest that is within 1/20000 of it, so that 0.3333 is a triplet
 * quaver again.
 */
export function fromNumber(value: number): Fraction {
  if (!Number.isFinite(value)) throw new RangeError("a time must be a finite number of quarters");
  for (let den = 1; den <= 960; den++) {
    const num = Math.round(value * den);
    if (Math.abs(value - num / den) < 5e-5) return fraction(num, den);
  }
  return fraction(Math.round(value * 960), 960);
}
