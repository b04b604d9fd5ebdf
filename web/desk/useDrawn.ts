import { instrument, mainAspect, USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import { useMemo } from "react";
import { inLayers } from "../api/marks.ts";
import { useDesk } from "../piece/useDesk.ts";
import type { useDeskPiece } from "../piece/useDeskPiece.ts";
import type { Layers } from "../score/ScorePage.tsx";
import { layersOf, withPencil } from "./deskLayers.tsx";

/** What is drawn over the score: what is written in a layer, with what stands in pencil. */
export function useDrawn(work: ReturnType<typeof useDeskPiece>, layer: string) {
  const { ready, fingers, said, marks, sections, remarks, shape } = work;
  const desk = useDesk();
  const { pencil, beside } = desk;
  const all = useMemo(() => withPencil(fingers, pencil, layer), [fingers, pencil, layer]);
  const drawn = useMemo(() => {
    /** Of another aspect only what goes with a finger in pencil. */
    const along = (aspect: string) =>
      new Map([...(beside.get(aspect) ?? [])].filter(([id]) => pencil.has(id)));
    const kind = instrument(ready?.piece.instrument ?? USUAL_INSTRUMENT);
    const hands = new Map(ready?.score.notes.map(({ id, hand }) => [id, hand]));
    const isMain = (id: string, aspect: string) => mainAspect(kind, hands.get(id)!) === aspect;
    return said.map((one) => {
      const own = [...pencil].filter(([id]) => isMain(id, one.aspect.id));
      const values = new Map([...along(one.aspect.id), ...own]);
      return { ...one, values: withPencil(one.values, values, layer) };
    });
  }, [said, pencil, beside, layer, ready]);
  const shown = useMemo(
    () => inLayers(marks, ready?.piece.instrument ?? USUAL_INSTRUMENT, [layer]),
    [marks, ready?.piece.instrument, layer],
  );
  const layers = useMemo(
    (): Layers | undefined =>
      ready && layersOf(ready.score, ready.piece, desk, drawn, shown, sections, remarks, shape),
    [ready, desk, drawn, shown, sections, remarks, shape],
  );
  return { withPencil: all, drawn, shown, layers };
}
