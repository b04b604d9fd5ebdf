import type { Place, Shape } from "@yarrow-ridge/core/score";

/** Chosen bars, to be shaped. */
export interface Here {
  readonly from: Place;
  readonly to: Place;
  readonly name: string;
}

/** Changes the shape, saying what the change is called when it is undone. */
export type Change = (change: (shape: Shape) => Shape, label: string) => void;
