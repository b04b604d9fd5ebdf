/**
 * Moments that should take the same grip, because the music comes again; the first of them is the
 * first time.
 */
export interface Star {
  /** On the same keys or octaves away, or on other keys of the same colours. */
  readonly keys: "same" | "other";
  readonly moments: readonly number[];
  /** What each of them pays for leaving what it agrees on. */
  readonly leaving: number;
  /** What it agrees on where grips are not alike by their places in the list. */
  readonly shapes?: Shapes;
}

/**
 * What a star agrees on where ways on other keys are not alike by their places in the list: shapes
 * of the hand, by number.
 */
export interface Shapes {
  readonly count: number;
  /** By moment and way, the shapes it is; a way that is none may be taken anyhow. */
  readonly of: ReadonlyMap<number, readonly (readonly number[])[]>;
}
