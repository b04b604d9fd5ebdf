import { say } from "../words/say.ts";
/** Where it is played: the same foot is too much in a church and too little in a carpeted room. */
export type Room = "dry" | "normal" | "reverberant";

/**
 * By how much a room makes what rubs worse, and what is kept worth more or less. Common practice,
 * no source: in a reverberant room the walls keep what the pedal would, so it is changed more
 * often; in a dry one it may stay longer.
 */
export const ROOMS: Readonly<
  Record<Room, { readonly blur: number; readonly kept: number; readonly name: string }>
> = {
  dry: { blur: 0.85, kept: 1.2, name: say`a dry room` },
  normal: { blur: 1, kept: 1, name: say`a usual room` },
  reverberant: { blur: 1.5, kept: 0.8, name: say`a reverberant room` },
};
