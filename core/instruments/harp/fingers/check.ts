import { say } from "../../../words/say.ts";
import { add, onsets, spokenName, toNumber, type Note, type Score } from "../../../score/index.ts";
import { USUAL_TEMPO } from "../../../fingering/index.ts";
import { atPlace, quarterOf, returnsOtherwise } from "../../looking.ts";
import type { CheckOptions, Doubt } from "../../review.ts";
import { harpOf } from "../setup.ts";
import { writtenString } from "../strings.ts";
import { harpHand, type HarpPlayer } from "./harpHand.ts";
import { reachOf, type Reach } from "./reach.ts";

type Fingers = ReadonlyMap<string, string>;

const HANDS = ["right", "left"] as const;

/** Seconds in which a finger cannot leave a string and be on another. Own figure. */
const TOO_SOON = 0.5;

/** Looks through the fingers written for a harp, in the order of the bars. */
export function check(score: Score, fingers: Fingers, options: CheckOptions): Doubt[] {
  const player = options.player as HarpPlayer | undefined;
  const reach = reachOf(player?.span);
  const model = harpHand(harpOf(options.setup), player);
  return HANDS.flatMap((hand) => [
    ...together(score, fingers, hand, reach),
    ...inARow(score, fingers, hand),
    ...returnsOtherwise(score, fingers, { hand, model, form: options.form }),
  ]).sort((a, b) => a.bar - b.bar);
}

const doubt = (
  kind: Doubt["kind"],
  score: Score,
  [note, other]: readonly [Note, Note],
  text: string,
): Doubt => ({
  ...{ kind, bar: note.bar, notes: [note.id, other.id] },
  text: say`${atPlace(score, note)}: ${text}`,
});

/** What is plucked together: one finger twice, thumb not uppermost, too far apart, one string. */
function together(score: Score, fingers: Fingers, hand: string, reach: Reach): Doubt[] {
  return onsets(
    score.notes.filter((note) => !note.grace),
    hand,
  ).flatMap(({ notes }) =>
    notes.flatMap((high, i) =>
      notes.slice(0, i).flatMap((low): Doubt[] => {
        const [below, above] = [low, high].sort(
          (a, b) => writtenString(a.pitch) - writtenString(b.pitch),
        ) as [Note, Note];
        const strings = writtenString(above.pitch) - writtenString(below.pitch);
        const both = say`${spokenName(below.pitch)} and ${spokenName(above.pitch)}`;
        const pair = [above, below] as const;
        if (strings === 0)
          return above.midi === below.midi
            ? []
            : [doubt("same string", score, pair, say`${both} are one string.`)];
        const [f1, f2] = [fingers.get(below.id), fingers.get(above.id)];
        if (!f1 || !f2) return [];
        if (f1 === f2)
          return [
            doubt("same finger", score, pair, say`${both} are plucked together, both with ${f1}.`),
          ];
        if (Number(f2) > Number(f1))
          return [
            doubt(
              "crossed",
              score,
              pair,
              say`${both} have ${f1} and ${f2}; the thumb lies uppermost, 4 lowest.`,
            ),
          ];
        return reach.apart(Number(f2), Number(f1), strings) < Infinity
          ? []
          : [
              doubt(
                "unreachable",
                score,
                pair,
                say`${both} are further apart than ${f2} and ${f1} of this hand reach.`,
              ),
            ];
      }),
    ),
  );
}

/** A finger that has to leave its string for another at once; the thumb and 4 may slide on. */
function inARow(score: Score, fingers: Fingers, hand: string): Doubt[] {
  const line = onsets(score.notes, hand);
  let tempo = USUAL_TEMPO;
  return line.slice(1).flatMap(({ notes, bar }, i): Doubt[] => {
    tempo = score.bars.slice(0, bar + 1).findLast((one) => one.tempo !== undefined)?.tempo ?? tempo;
    const before = line[i]!.notes;
    if (before.length > 1 || notes.length > 1) return [];
    const [a, b] = [before[0]!, notes[0]!];
    const [f1, f2] = [fingers.get(a.id), fingers.get(b.id)];
    const up = writtenString(b.pitch) - writtenString(a.pitch);
    if (!f1 || f1 !== f2 || up === 0 || a.grace) return [];
    if ((up === 1 && f1 === "4") || (up === -1 && f1 === "1")) return [];
    const begins = toNumber(quarterOf(score, b));
    const isRest = toNumber(add(quarterOf(score, a), a.length)) < begins;
    const seconds = ((begins - toNumber(quarterOf(score, a))) * 60) / tempo;
    return isRest || seconds >= TOO_SOON
      ? []
      : [
          doubt(
            "same finger",
            score,
            [b, a],
            say`${spokenName(a.pitch)} and ${spokenName(b.pitch)} in a row, both with ${f1}.`,
          ),
        ];
  });
}
