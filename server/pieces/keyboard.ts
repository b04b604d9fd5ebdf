import {
  pedalOf,
  positionOf,
  printedPedal,
  type HandPosition,
} from "@yarrow-ridge/core/instruments";
import type { PedalMark } from "@yarrow-ridge/core/score";
import type { Studio } from "../studio.ts";
import { knownPiece } from "./store.ts";
import { inForce } from "./written.ts";

/** Marks of the pedal in force: the teacher's, or as printed. */
export async function pedalNow(
  studio: Studio,
  pieceId: string,
): Promise<{ source: "teacher" | "printed"; marks: PedalMark[] }> {
  const pedal = await inForce(studio, pieceId, "pedal");
  if (pedal)
    return { source: pedal.taken ? "teacher" : "printed", marks: pedal.marks.map(pedalOf) };
  return { source: "printed", marks: printedPedal((await knownPiece(studio, pieceId)).score) };
}

/** Where hands keep their position in a layer of fingers. */
export async function positionsNow(
  studio: Studio,
  pieceId: string,
  layer: string,
): Promise<HandPosition[]> {
  const found = await inForce(studio, pieceId, "position");
  return (found?.marks ?? []).filter((one) => one.layer === layer).map(positionOf);
}
