import { pedalOf } from "@yarrow-ridge/core/instruments";
import { useDesk } from "../../piece/useDesk.ts";
import type { DrawingProps } from "../view.ts";
import { PedalLine } from "./PedalLine.tsx";

/** The pedal under the lowest staff; on the desk, what stands in pencil in the place of the ink. */
export function PedalDrawing({ boxes, score, marks, pencil }: DrawingProps) {
  const foot = useDesk((desk) => (pencil ? desk.footPencil : undefined));
  const inked = marks
    .map(pedalOf)
    .filter((mark) => !foot || mark.bar < foot.from || mark.bar > foot.to);
  return (
    <>
      <PedalLine boxes={boxes} score={score} marks={inked} />
      {foot && <PedalLine boxes={boxes} score={score} marks={foot.marks} pencil />}
    </>
  );
}
