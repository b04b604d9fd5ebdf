/**
 * Exact musical time. All onsets and durations are fractions of a quarter note, in lowest terms
 * with a positive denominator, as plain data so that a score can cross a worker or the network
 * unchanged.
 */
export interface Fraction {
  readonly num: number;
  readonly den: number;
}

export const ZERO: Fraction = { num: 0, den: 1 };

const gcd = (a: number, b: number): number => {
  let [x, y] = [Math.abs(a), Math.abs(b)];
  while (y > 0) [x, y] = [y, x % y];
  return x;
};

/**
 * `num/den` in lowest terms. Throws RangeError when the value no longer fits exact integers.
 *
 * @example fraction(2, 4) // => { num: 1, den: 2 }
 */
export function fraction(num: number, den = 1): Fraction {
  if (!Number.isSafeInteger(num) || !Number.isSafeInteger(den) || den === 0) {
    throw new RangeError(`time value ${num}/${den} is outside what can be counted exactly`);
  }
  const g = gcd(num, den) || 1;
  const sign = den < 0 ? -1 : 1;
  return { num: (sign * num) / g || 0, den: (sign * den) / g };
}

/** The sum, in lowest terms. */
export const add = (a: Fraction, b: Fraction): Fraction =>
  a.den === b.den
    ? fraction(a.num + b.num, a.den)
    : fraction(a.num * b.den + b.num * a.den, a.den * b.den);

/** The difference, in lowest terms. */
export const subtract = (a: Fraction, b: Fraction): Fraction => add(a, { num: -b.num, den: b.den });

/** The product, in lowest terms. */
export const multiply = (a: Fraction, b: Fraction): Fraction =>
  fraction(a.num * b.num, a.den * b.den);

/** Negative, zero or positive as `a` is before, at or after `b`. */
export const compare = (a: Fraction, b: Fraction): number => a.num * b.den - b.num * a.den;

/** Whether both are the same number. */
export const equals = (a: Fraction, b: Fraction): boolean => a.num === b.num && a.den === b.den;

/** The greater of two. */
export const max = (a: Fraction, b: Fraction): Fraction => (compare(a, b) >= 0 ? a : b);

/** The nearest floating-point number. */
export const toNumber = (a: Fraction): number => a.num / a.den;

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
