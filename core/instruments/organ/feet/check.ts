import { say } from "../../../words/say.ts";
import {
  add,
  compare,
  firstFinger,
  lastFinger,
  onsets,
  spokenName,
  type Note,
  type Score,
} from "../../../score/index.ts";
import { atPlace, quarterOf, returnsOtherwise } from "../../looking.ts";
import type { CheckOptions, Doubt } from "../../review.ts";
import { boardOf, isSharp, placeOf, type Board } from "./board.ts";
import { feetHand, type FeetPlayer } from "./feetHand.ts";

/** The limb whose notes are on the pedals. */
const FEET = "feet";
/** Naturals over which feet cross. */
const CROSSES = 2;

/** Looks through the feet that are written, in the order of the bars. */
export function checkFeet(score: Score, { beside, player, setup, form }: CheckOptions): Doubt[] {
  const written = beside?.get("part");
  if (!written?.size) return [];
  const model = feetHand(player as FeetPlayer | undefined, setup);
  const board = boardOf(setup);
  return [
    ...heels(score, written),
    ...inARow(score, written, board),
    ...together(score, written, board),
    ...returnsOtherwise(score, written, { hand: FEET, model, form }),
  ];
}

type Written = ReadonlyMap<string, string>;

const doubt = (
  kind: Doubt["kind"],
  score: Score,
  notes: readonly [Note, ...Note[]],
  text: string,
): Doubt => ({
  ...{ kind, bar: notes[0].bar, notes: notes.map(({ id }) => id) },
  text: say`${atPlace(score, notes[0])}: ${text}`,
});

/** A heel on a sharp. */
const heels = (score: Score, written: Written): Doubt[] =>
  score.notes.flatMap((note): Doubt[] => {
    const value = written.get(note.id);
    return note.hand === FEET && value && isSharp(note.midi) && /h/.test(value)
      ? [doubt("unreachable", score, [note], say`a heel on ${spokenName(note.pitch)}, a sharp.`)]
      : [];
  });

/** One foot on two keys in a row that it cannot join, and feet that are tangled. */
function inARow(score: Score, written: Written, { oneFoot }: Board): Doubt[] {
  const line = onsets(score.notes, FEET);
  return line.slice(1).flatMap(({ notes }, i): Doubt[] => {
    const before = line[i]!.notes;
    if (before.length > 1 || notes.length > 1) return [];
    const [a, b] = [before[0]!, notes[0]!];
    const [from, to] = [lastFinger(written.get(a.id) ?? ""), firstFinger(written.get(b.id) ?? "")];
    if (from.length < 2 || to.length < 2 || a.midi === b.midi) return [];
    const up = placeOf(b.midi) - placeOf(a.midi);
    const both = say`${spokenName(a.pitch)} and ${spokenName(b.pitch)}`;
    if (from[0] !== to[0])
      return (to[0] === "L" ? up : -up) > CROSSES
        ? [doubt("crossed", score, [b, a], say`the feet are tangled from ${both}.`)]
        : [];
    const isRest = compare(add(quarterOf(score, a), a.length), quarterOf(score, b)) < 0;
    const isSlide = isSharp(a.midi) && !isSharp(b.midi) && Math.abs(up) <= 0.5;
    const isTurned = from !== to && Math.abs(up) <= oneFoot;
    return isRest || a.staccato || isSlide || isTurned
      ? []
      : [doubt("same finger", score, [b, a], say`one foot cannot join ${both}.`)];
  });
}

/** One foot on two keys at once, or the feet the wrong way round. */
function together(score: Score, written: Written, { oneFoot }: Board): Doubt[] {
  return onsets(score.notes, FEET).flatMap(({ notes }) =>
    notes.slice(1).flatMap((high, i): Doubt[] => {
      const low = notes[i]!;
      const [below, above] = [written.get(low.id), written.get(high.id)];
      if (!below || !above || below.length < 2 || above.length < 2) return [];
      const both = say`${spokenName(low.pitch)} and ${spokenName(high.pitch)}`;
      if (below[0] === above[0])
        return placeOf(high.midi) - placeOf(low.midi) > oneFoot || below === above
          ? [doubt("same finger", score, [high, low], say`${both} are too much for one foot.`)]
          : [];
      return below[0] === "R"
        ? [doubt("crossed", score, [high, low], say`${both}: the feet are the wrong way round.`)]
        : [];
    }),
  );
}
