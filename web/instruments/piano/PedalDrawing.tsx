import { pedalOf } from "@yarrow-ridge/core/instruments";
import type { DrawingProps } from "../view.ts";
import { PedalLine } from "./PedalLine.tsx";

/** The pedal under the lowest staff, and what stands in pencil. */
export function PedalDrawing({ boxes, score, marks, pencil }: DrawingProps) {
  return (
    <>
      <PedalLine boxes={boxes} score={score} marks={marks.map(pedalOf)} />
      {pencil.length > 0 && (
        <PedalLine boxes={boxes} score={score} marks={pencil.map(pedalOf)} pencil />
      )}
    </>
  );
}
