import { pedalOf } from "@yarrow-ridge/core/instruments";
import { PedalLine } from "../../score/PedalLine.tsx";
import type { DrawingProps } from "../view.ts";

/** The pedal under the lowest staff. */
export const PedalDrawing = ({ boxes, score, marks }: DrawingProps) => (
  <PedalLine boxes={boxes} score={score} marks={marks.map(pedalOf)} />
);
