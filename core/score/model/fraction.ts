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
