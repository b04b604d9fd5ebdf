import { say } from "../../../words/say.ts";
import { add, compare, onsets, toNumber, type Score } from "../../../score/index.ts";
import { quarterOf } from "../../looking.ts";
import { printedDamps } from "../../plucked.ts";
import type { Following, FollowingSign } from "../../sign.ts";
import { writtenString } from "../strings.ts";
import { groupsOf, type Plucked } from "./placing.ts";
import { reachOf } from "./reach.ts";

const HANDS = ["right", "left"] as const;

/** Fingers placed together, as they follow from those written; strings damped as printed. */
export const placedSigns: Following = (score, values) => {
  const fingers = values.get("finger");
  const printed = printedDamps(score, "⊕");
  return fingers?.size
    ? [...HANDS.flatMap((hand) => placedIn(score, hand, fingers)), ...printed]
    : printed;
};

function placedIn(
  score: Score,
  hand: string,
  fingers: ReadonlyMap<string, string>,
): FollowingSign[] {
  const line = onsets(
    score.notes.filter((note) => !note.grace),
    hand,
  );
  const plucked = line.map(({ notes }, i): Plucked => {
    const at = quarterOf(score, notes[0]!);
    const isRest = (line[i - 1]?.notes ?? []).every(
      (note) => compare(add(quarterOf(score, note), note.length), at) < 0,
    );
    return {
      at: toNumber(at),
      isAnew: i === 0 || isRest || !notes.every(({ id }) => fingers.has(id)),
      notes: notes.map(({ id, pitch, length }) => ({
        string: writtenString(pitch),
        finger: Number(fingers.get(id)?.replace(/\D/g, "")[0] ?? 0),
        length: toNumber(length),
      })),
    };
  });
  return groupsOf(reachOf(), plucked)
    .filter(({ from, to }) => to > from && plucked[from]!.notes.every(({ finger }) => finger > 0))
    .map(({ from, to }) => {
      const some = plucked.slice(from, to + 1);
      const names = some.map(({ notes }) => notes.map(({ finger }) => finger).join(""));
      return {
        ...{ kind: "placed", from: line[from]!.notes[0]!.id, to: line[to]!.notes[0]!.id },
        ...{ look: "bracket" as const, name: say`placed together: ${names.join(" ")}` },
      };
    });
}
