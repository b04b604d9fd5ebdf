import type { Piece } from "@yarrow-ridge/contract";
import { type Mark, type Remark, type Score, type Shape, TEACHER } from "@yarrow-ridge/core/score";
import type { Said, WrittenFinger } from "../score/placeFingers.ts";
import { ChosenBars, ChosenNote } from "../score/Highlights.tsx";
import { PlaceCursor } from "../score/PlaceCursor.tsx";
import type { Layers } from "../score/ScorePage.tsx";
import { WrittenLayers } from "../instruments/WrittenLayers.tsx";
import { SectionNames } from "../score/SectionNames.tsx";
import type { useDesk } from "../piece/useDesk.ts";

/** Fingers with those in pencil over them, where this layer has none of its own. */
export function withPencil(
  fingers: ReadonlyMap<string, WrittenFinger>,
  pencil: ReadonlyMap<string, string>,
  layer: string,
): Map<string, WrittenFinger> {
  const all = new Map(fingers);
  for (const [id, finger] of pencil)
    if (all.get(id)?.layer !== layer)
      all.set(id, {
        finger,
        look: "pencil",
        ...(layer !== TEACHER && all.get(id) ? { beside: all.get(id)! } : {}),
      });
  return all;
}

/** What is drawn under and over a page of the score. */
export function layersOf(
  score: Score,
  { instrument: kind, setup }: Pick<Piece, "instrument" | "setup">,
  desk: ReturnType<typeof useDesk.getState>,
  said: readonly Said[],
  marks: ReadonlyMap<string, readonly Mark[]>,
  sections: Parameters<typeof SectionNames>[0]["sections"],
  remarks: readonly Remark[],
  shape: Shape,
): Layers {
  const pick = (note: string) =>
    desk.set({ note, ...(desk.stratum === "shape" ? {} : { stratum: "hands" as const }) });
  return {
    under: (boxes) => (
      <>
        {desk.chosen && <ChosenBars boxes={boxes} from={desk.chosen.from} to={desk.chosen.to} />}
        {desk.note && <ChosenNote boxes={boxes} id={desk.note} />}
        {desk.place && <PlaceCursor boxes={boxes} score={score} place={desk.place} />}
      </>
    ),
    over: (boxes) => (
      <>
        <SectionNames boxes={boxes} score={score} sections={sections} />
        <WrittenLayers
          boxes={boxes}
          score={score}
          kind={kind}
          setup={setup}
          said={said}
          marks={marks}
          remarks={remarks}
          shape={shape}
          sections={sections}
          both={desk.both}
          onPick={pick}
          pencil
        />
      </>
    ),
  };
}
