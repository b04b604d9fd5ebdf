import type { MarkedAt, Performance } from "../../../score/model/performance.ts";
import { withRanks } from "../../ranks.ts";
import { drawnAfter } from "./drawn.ts";
import { understood, type Stop } from "./stops.ts";

/** Semitones from the key to what a pipe of so many feet sounds: 12 log2(8 / feet), tempered. */
const SOUNDS: Readonly<Record<string, number>> = {
  ...{ "32": -24, "16": -12, "10⅔": -5, "8": 0, "5⅓": 7, "4": 12, "2⅔": 19, "2": 24 },
  ...{ "1⅗": 28, "1⅓": 31, "1": 36 },
};

/** Stops of the pedal by their names. Common practice, no source. */
const PEDAL = /ped|sub|violon|contra|kontra|posaun|bombard/i;

const isOfPedal = ({ text, feet }: Stop): boolean =>
  PEDAL.test(text) || (feet !== undefined && feet === "32");

/** What the stops that are written make of a key, in semitones; 8′ alone where nothing is known. */
export function ranksOf(text: string, hand: string): readonly number[] {
  const stops = understood(text).filter(({ feet }) => feet !== undefined && feet in SOUNDS);
  const pedal = stops.filter(isOfPedal);
  const manual = stops.filter((one) => !isOfPedal(one));
  // feet without stops of their own have those of the manuals, coupled
  const own = hand === "feet" ? (pedal.length ? pedal : manual) : manual;
  const found = [...new Set(own.map(({ feet }) => SOUNDS[feet!]!))].sort((a, b) => a - b);
  return found.length ? found : [0];
}

/** What is heard with the stops that are drawn. */
export function withStops(performance: Performance, marks: readonly MarkedAt[]): Performance {
  const stands = drawnAfter(marks.map(({ data }) => data));
  const all = marks.map((one, i) => ({ ...one, data: stands[i]! }));
  return withRanks(performance, all, ({ stops }, hand) =>
    typeof stops === "string" ? ranksOf(stops, hand) : [0],
  );
}
