import { onsets, toText, type Note, type Score } from "../../score/index.ts";
import { firstFinger } from "../../score/marks/written.ts";

/** A moment at which both hands strike. */
export interface Vertical {
  readonly bar: number;
  readonly offset: Note["offset"];
  readonly upper: readonly Note[];
  readonly lower: readonly Note[];
  /** Fingers that both hands use there: an anchor. */
  readonly same: readonly string[];
  /** The hands have had different notes since they last met here: where a polyrhythm meets. */
  readonly meeting: boolean;
}

/** Where two hands strike together in some bars, with the fingers they have in common. */
export function verticals(
  score: Score,
  fingers: ReadonlyMap<string, string>,
  hands: readonly [upper: string, lower: string],
  from: number,
  to: number,
): Vertical[] {
  const [upper, lower] = hands.map((hand) =>
    onsets(
      score.notes.filter((note) => !note.grace),
      hand,
    ).filter((one) => one.bar >= from && one.bar <= to),
  );
  const key = (one: { bar: number; offset: Note["offset"] }) => `${one.bar} ${toText(one.offset)}`;
  const below = new Map(lower!.map((one, i) => [key(one), { one, i }]));
  let [lastUpper, lastLower] = [-1, -1];
  return upper!.flatMap((one, i): Vertical[] => {
    const met = below.get(key(one));
    if (!met) return [];
    const between = [i - lastUpper, met.i - lastLower];
    [lastUpper, lastLower] = [i, met.i];
    const of = (notes: readonly Note[]) =>
      notes.flatMap((note) => (fingers.has(note.id) ? [firstFinger(fingers.get(note.id)!)] : []));
    const [a, b] = [of(one.notes), of(met.one.notes)];
    return [
      {
        bar: one.bar,
        offset: one.offset,
        upper: one.notes,
        lower: met.one.notes,
        same: a.filter((finger) => b.includes(finger)),
        meeting: Math.min(...between) > 1 && between[0] !== between[1],
      },
    ];
  });
}
