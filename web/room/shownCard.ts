import { small } from "@yarrow-ridge/core/words";
import type { CardStateAnswer } from "@yarrow-ridge/contract";
import { handName, instrument, lineOf } from "@yarrow-ridge/core/instruments";
import {
  beatLength,
  lastBarOf,
  startOf,
  takenBy,
  toNumber,
  type About,
  type Mark,
  type Section,
  type Shape,
} from "@yarrow-ridge/core/score";
import { shapeWords } from "@yarrow-ridge/core/shaping";
import { useMemo } from "react";
import { useAnswer } from "../answers/queries.ts";
import { aboutText } from "../piece/AboutFields.tsx";
import type { DeskPiece } from "../piece/useDeskPiece.ts";

/** What the room shows of a card's bars. */
export interface ShownCard {
  /** First and last bar on the page: also those it jumps back to. */
  readonly from: number;
  readonly to: number;
  readonly line: ReturnType<typeof lineOf>;
  /** Notes that this card does not play. */
  readonly others: readonly string[];
  /** How these bars are shaped, in words. */
  readonly how: readonly string[];
  /** What the teacher says of the section, or why the card is there. */
  readonly told: string;
  /** Marks that are drawn in pencil for this tempo, by stratum. */
  readonly also: ReadonlyMap<string, readonly Mark[]>;
}

export function useShownCard(
  ready: DeskPiece | undefined,
  card: CardStateAnswer | undefined,
  sections: readonly Section[],
  shape: Shape,
  marks: ReadonlyMap<string, readonly Mark[]>,
  tempo: number,
): ShownCard | undefined {
  const player = usePlayerOf(ready?.piece.instrument, card?.studentId);
  return useMemo(() => {
    if (!ready || !card) return undefined;
    const kind = instrument(ready.piece.instrument);
    const line = lineOf(kind, card.hands);
    const takes = takenBy(line, ready.score);
    const from = Math.min(card.from, ...(card.played ?? []));
    const to = Math.max(card.to, ...(card.played ?? []));
    const others = ready.score.notes
      .filter((note) => note.bar >= from && note.bar <= to && !takes(note))
      .map((note) => note.id);
    const name = (hand: string) => small(handName(kind, hand));
    const [start, end] = [startOf(card.from), startOf(card.to + 1)];
    const how = ready.piece.onPaper
      ? []
      : shapeWords(ready.score, shape, start, end, name, line.limbs);
    const section = sections.find(
      (one) =>
        one.name === card.section && one.from.bar <= card.from && lastBarOf(one.to) >= card.from,
    );
    const told = section
      ? aboutText(section.words, onlyJobs(section.about, line.limbs), name)
      : card.words;
    const set = kind.strata.flatMap(
      (one) =>
        (one.setBefore && one.state?.(marks.get(one.id) ?? [], startOf(card.from), ready.score)) ||
        [],
    );
    const quarters = tempo * toNumber(beatLength(ready.score.bars[card.from]!));
    // what holds for all hands together
    const isWhole = kind.limbs.every(({ id }) => line.limbs.includes(id));
    const stretch = { from, to, tempo: quarters, shape, others: marks, player };
    const also = new Map<string, readonly Mark[]>();
    const know = kind.strata.flatMap((one) => {
      const found = isWhole ? one.told?.(marks.get(one.id) ?? [], ready.score, stretch) : undefined;
      const pencilled = (found?.also ?? []).map((mark, i): Mark => {
        return { ...mark, id: `${one.id} ${i}`, layer: card.layer };
      });
      also.set(one.id, pencilled);
      return found ? [found.text] : [];
    });
    const words = [...set, ...know, ...how];
    return { from, to, line, others, how: words, told: told || card.why, also };
  }, [ready, card, sections, shape, marks, tempo, player]);
}

/** What is known of the student as a player of an instrument whose marks ask for it. */
function usePlayerOf(kind: string | undefined, studentId: string | undefined) {
  const asks = kind !== undefined && instrument(kind).strata.some((one) => one.told && one.asks);
  const { data } = useAnswer(
    "student",
    { id: studentId ?? "" },
    undefined,
    asks && studentId !== undefined,
  );
  return (kind !== undefined && data?.player[kind]) || NOTHING_KNOWN;
}

const NOTHING_KNOWN = {};

/** Only the jobs of the hands that play are told. */
const onlyJobs = (about: About = {}, limbs: readonly string[]): About =>
  about.jobs
    ? {
        ...about,
        jobs: Object.fromEntries(
          Object.entries(about.jobs).filter(([hand]) => limbs.includes(hand)),
        ),
      }
    : about;
