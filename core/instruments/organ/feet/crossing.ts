import { lastFinger, firstFinger } from "../../../score/marks/written.ts";
import type { AlongHand } from "../../instrument.ts";
import { isSharp, placeOf } from "./board.ts";

/**
 * Where a foot goes over to the other side of the one before it: rising the left passes behind,
 * falling the right; but in front on its way from a natural's foot to a sharp, which lies farther
 * in. From memory.
 */
export const crossing: AlongHand = (taken) => {
  const found = new Map<string, { cross: string }>();
  taken.forEach(({ id, midi, finger }, i) => {
    const before = taken[i - 1];
    if (!finger || !before?.finger || before.bar > taken[i]!.bar) return;
    const [from, to] = [lastFinger(before.then ?? before.finger)[0], firstFinger(finger)[0]];
    const up = placeOf(midi) - placeOf(before.midi);
    if (from === to || (to === "L" ? up <= 0 : up >= 0)) return;
    found.set(id, { cross: isSharp(midi) && !isSharp(before.midi) ? "front" : "behind" });
  });
  return { values: found };
};
