import type { CardStateAnswer } from "@yarrow-ridge/contract";
import { instrument, lineOf, marksHeard, sounded } from "@yarrow-ridge/core/instruments";
import {
  atPrintedTempo,
  beatLength,
  perform,
  performOrder,
  startOf,
  takenBy,
  toNumber,
} from "@yarrow-ridge/core/score";
import { shaped } from "@yarrow-ridge/core/shaping";
import { useMemo, useState } from "react";
import { useSounding } from "../audio/useSounding.ts";
import { heardMarks } from "../piece/heardMarks.ts";
import { useDesk } from "../piece/useDesk.ts";
import type { DeskPiece, Written } from "../piece/useDeskPiece.ts";
import { valuesOn } from "../score/placeFingers.ts";

/**
 * From this share of the goal on the time is shaped: about there a piece is at home in the hands.
 * Common practice, no source.
 */
const SHAPED_FROM = 0.8;

/** What a card sounds like: its bars in its line, with pedal and shape, at the tempo of now. */
export function useRoomSound(
  ready: DeskPiece | undefined,
  card: CardStateAnswer | undefined,
  { marks, shape, said }: Pick<Written, "marks" | "shape" | "said">,
  tempo: number,
) {
  const sounding = useSounding(ready?.piece.instrument);
  const quietLayers = useDesk((desk) => desk.quietLayers);
  const [timing, setTiming] = useState<"strict" | "shaped">();
  const performance = useMemo(() => {
    if (!ready || !card) return undefined;
    const line = lineOf(instrument(ready.piece.instrument), card.hands);
    const heard = {
      takes: takenBy(line, ready.score),
      marks: marksHeard(heardMarks(instrument(ready.piece.instrument), marks, quietLayers)),
      layers: line.layers,
    };
    // over a cut, and the whole with its repeats
    if (card.played) return performOrder(ready.score, card.played, heard);
    return perform(ready.score, startOf(card.from), startOf(card.to + 1), heard);
  }, [ready, card, marks, quietLayers]);
  const quarters =
    ready && card ? tempo * toNumber(beatLength(ready.score.bars[card.from]!)) : tempo;
  // strict first: the time is shaped once the card is near its goal, or when it is asked for
  const time = timing ?? (card && card.step >= SHAPED_FROM * card.goalTempo ? "shaped" : "strict");
  const metronome = () =>
    sounding.state === "metronome"
      ? sounding.stop()
      : ready &&
        performance &&
        void sounding.start("metronome", atPrintedTempo(ready.score, performance), quarters);
  const hear = () =>
    sounding.state === "hear"
      ? sounding.stop()
      : ready &&
        performance &&
        void sounding.start(
          "hear",
          sounded(
            instrument(ready.piece.instrument),
            atPrintedTempo(ready.score, shaped(ready.score, performance, shape, time === "shaped")),
            { score: ready.score, values: valuesOn(said), setup: ready.piece.setup },
          ),
          quarters,
        );
  return { sounding, time, setTiming, metronome, hear };
}
