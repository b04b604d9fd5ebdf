import type { InstrumentRecord } from "../../record.ts";
import { byFifths, chromatic, type Layout, type System } from "./layout.ts";

/** How the sides of an accordion are set up, as far as they have a button for each note. */
export interface ButtonSetup extends InstrumentRecord {
  readonly treble?: "keys" | "buttons";
  readonly system?: System;
  readonly rows?: number;
  readonly bass?: "stradella" | "free";
  readonly freeBass?: System | "fifths";
}

/** Rows of a right hand and of a free bass, where nobody says. */
const [ROWS, BASS_ROWS] = [5, 4];
/** From E to C sharp on the right, from E on the left. From memory: makers differ. */
const TREBLE = [52, 97] as const;
const FREE = [28, 81] as const;

/**
 * The keyboard of buttons a hand plays, if it plays one.
 *
 * @example layoutFor("right", { treble: "buttons" }).placesOf(60).map(({ row }) => row)
 *   // => [1, 4]
 */
export function layoutFor(
  hand: string,
  { treble, system = "C", rows = ROWS, bass, freeBass = "C" }: ButtonSetup = {},
): Layout | undefined {
  if (hand === "right") return treble === "buttons" ? chromatic(system, rows, TREBLE) : undefined;
  if (bass !== "free") return undefined;
  return freeBass === "fifths" ? byFifths(FREE[0]) : chromatic(freeBass, BASS_ROWS, FREE);
}
