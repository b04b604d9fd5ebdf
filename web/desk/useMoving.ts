import { say } from "@yarrow-ridge/core/words";
import { instrument, stratumOf } from "@yarrow-ridge/core/instruments";
import { parseFraction, TEACHER, type Mark, type Place } from "@yarrow-ridge/core/score";
import { call } from "../api/client.ts";
import { useAnnotationEdits } from "../edits/annotations.ts";
import type { Moving } from "../instruments/view.ts";
import { useMarkOptions } from "./useMarkOptions.ts";
import { tempoAt, type AtDesk } from "./atDesk.ts";

/** How marks of the stratum that is open are moved; none where nobody can say where they may be. */
export function useMoving(at: AtDesk): Moving | undefined {
  const { piece, score, layer, assignmentId } = at;
  const stratum = stratumOf(instrument(piece.instrument), at.stratum);
  const edits = useAnnotationEdits(piece.id);
  const options = useMarkOptions(stratum, piece.instrument, assignmentId);
  if (!stratum?.work || stratum.extent !== "place") return undefined;
  return {
    places: async ({ id }: Mark): Promise<Place[]> => {
      const { places } = await call("markWindow", {
        params: { id: piece.id, stratum: stratum.id },
        body: { mark: id, tempo: tempoAt(at), options },
      });
      return places.map(({ bar, exact }) => ({ bar, offset: parseFraction(exact)! }));
    },
    put: (mark: Mark, from: Place) =>
      void edits.marks(
        stratum.id,
        (before) => before.map((one) => (one.id === mark.id ? { ...one, from } : one)),
        say`${stratum.words(mark)} moved to bar ${score.bars[from.bar]!.number}`,
        stratum.layered ? layer : TEACHER,
      ),
  };
}
