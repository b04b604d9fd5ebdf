import { isBlack } from "../../score/model/pitch.ts";

/** Whether one finger can slide from the key or string of a grace to that of its note. */
export type Slides = (grace: number, note: number) => boolean;

/** Off a black key on to the white one beside it. Common practice. */
export const onKeys: Slides = (grace, note) =>
  isBlack(grace) && !isBlack(note) && Math.abs(grace - note) === 1;

/** Along a string, or on to the one beside it: no further than a whole step. Common practice. */
export const byAStep: Slides = (grace, note) => Math.abs(grace - note) <= 2;
