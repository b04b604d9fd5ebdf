import { instrument, marksHeard, sounded } from "@yarrow-ridge/core/instruments";
import {
  atPrintedTempo,
  beatLength,
  perform,
  startOf,
  toNumber,
  type Mark,
  type Score,
  type Shape,
} from "@yarrow-ridge/core/score";
import { shaped } from "@yarrow-ridge/core/shaping";
import type { Piece } from "@yarrow-ridge/contract";
import { useSounding } from "../audio/useSounding.ts";
import { heardMarks } from "../piece/heardMarks.ts";
import { useDesk } from "../piece/useDesk.ts";
import { valuesOn, type Said } from "../score/placeFingers.ts";
import { useCommand } from "../shell/useCommand.ts";

/** Quarters a minute where neither a plan nor the score says one. */
const USUAL_TEMPO = 90;

interface Heard {
  readonly piece: Pick<Piece, "instrument" | "setup">;
  readonly score: Score;
  readonly said: readonly Said[];
  readonly shape: Shape;
  readonly marks: ReadonlyMap<string, readonly Mark[]>;
  /** Performance tempo in beats a minute, where there is a plan. */
  readonly goal: number | undefined;
}

/**
 * Hears the chosen bars, or the whole piece, with pedal and shape, from wherever one is at the
 * desk.
 */
export function useHear(heard: Heard) {
  const { piece, score, said, shape, marks, goal } = heard;
  const kind = piece.instrument;
  const { chosen, time, quietLayers } = useDesk();
  const sounding = useSounding(kind);
  const hear = () => {
    if (sounding.state === "hear") return sounding.stop();
    const range = chosen ?? { from: 0, to: score.bars.length - 1 };
    const first = score.bars[range.from]!;
    const tempoOf = (bars: Score["bars"]) =>
      bars.findLast(({ tempo }) => tempo !== undefined)?.tempo;
    const opening = score.bars.find(({ tempo }) => tempo !== undefined)?.tempo;
    const written = tempoOf(score.bars.slice(0, range.from + 1)) ?? opening ?? USUAL_TEMPO;
    const performance = perform(score, startOf(range.from), startOf(range.to + 1), {
      marks: marksHeard(heardMarks(instrument(kind), marks, quietLayers)),
    });
    void sounding.start(
      "hear",
      sounded(
        instrument(kind),
        atPrintedTempo(score, shaped(score, performance, shape, time === "shaped")),
        { score, values: valuesOn(said), setup: piece.setup },
      ),
      goal === undefined ? written : goal * toNumber(beatLength(first)),
    );
  };
  useCommand("hear", hear, { preventDefault: true }, [hear]);
  return { hear, isHeard: sounding.state === "hear", stop: sounding.stop };
}
