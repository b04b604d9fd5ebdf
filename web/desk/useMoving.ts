import { say } from "@yarrow-ridge/core/words";
import { instrument, stratumOf } from "@yarrow-ridge/core/instruments";
import {
  inOrder,
  parseFraction,
  TEACHER,
  toText,
  type Mark,
  type Place,
} from "@yarrow-ridge/core/score";
import { v4 as newId } from "uuid";
import { inquire } from "../outbox/inquire.ts";
import { useAnnotationEdits } from "../edits/annotations.ts";
import type { Moving } from "../instruments/view.ts";
import { tell } from "../words/tell.ts";
import { useMarkOptions } from "./useMarkOptions.ts";
import { tempoAt, type AtDesk } from "./atDesk.ts";

/** Marks as they are to stand in place of those that do. */
interface Moved {
  readonly change: (before: readonly Mark[]) => readonly Mark[];
  /** How many others go along. */
  readonly others: number;
}

const placeOf = ({ bar, exact }: { readonly bar: number; readonly exact: string }): Place => ({
  bar,
  offset: parseFraction(exact)!,
});

/** How marks of the stratum that is open are moved; none where nobody can say where they may be. */
export function useMoving(at: AtDesk): Moving | undefined {
  const { piece, score, assignmentId } = at;
  const stratum = stratumOf(instrument(piece.instrument), at.stratum);
  const edits = useAnnotationEdits(piece.id);
  const options = useMarkOptions(stratum, piece.instrument, assignmentId);
  if (!stratum?.work || stratum.extent !== "place") return undefined;
  const layer = stratum.layered ? at.layer : TEACHER;
  const params = { id: piece.id, stratum: stratum.id };
  const alone = (mark: Mark, from: Place): Moved => ({
    change: (before) => before.map((one) => (one.id === mark.id ? { ...one, from } : one)),
    others: 0,
  });
  const healed = async (mark: Mark, { bar, offset }: Place): Promise<Moved> => {
    const to = { bar, offset: toText(offset) };
    const body = { mark: mark.id, to, tempo: tempoAt(at), options };
    const { put, add, remove } = await inquire("moveMark", { params, body });
    const now = new Map(put.map((one) => [one.id, one]));
    const made = add.map(({ from, data }): Mark => {
      return { id: newId(), layer, from: placeOf(from), data };
    });
    const change = (before: readonly Mark[]): Mark[] =>
      inOrder([
        ...before
          .filter(({ id }) => !remove.includes(id))
          .map((one): Mark => {
            const found = now.get(one.id);
            return found ? { ...one, from: placeOf(found.from), data: found.data } : one;
          }),
        ...made,
      ]);
    return { change, others: put.length - 1 + add.length + remove.length };
  };
  const put = async (mark: Mark, from: Place) => {
    try {
      const { change, others } = stratum.heals ? await healed(mark, from) : alone(mark, from);
      const what = say`${stratum.words(mark)} moved to bar ${score.bars[from.bar]!.number}`;
      const along = say`${what}; ${others} more go along`;
      await edits.marks(stratum.id, change, others ? along : what, layer);
      if (others) tell(along);
    } catch {
      tell(say`It cannot be moved now; try again once all is stored.`, { variant: "warning" });
    }
  };
  return {
    places: async ({ id }: Mark): Promise<Place[]> => {
      const body = { mark: id, tempo: tempoAt(at), options };
      return (await inquire("markWindow", { params, body })).places.map(placeOf);
    },
    put: (mark, to) => void put(mark, to),
  };
}
