import { say } from "@yarrow-ridge/core/words";
import type { FormAnswer } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";

/** How much of some bars is new in any hand: `4 new`, or `4 new, the work of 2`. */
export function newText(form: FormAnswer, from: number, to: number): string {
  const bars = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  const fresh = bars.filter((bar) => Object.values(form.isNew).some((hand) => hand[bar])).length;
  const work = Math.round(
    bars.reduce(
      (sum, bar) => sum + Math.max(...Object.values(form.work).map((hand) => hand[bar] ?? 0)),
      0,
    ),
  );
  return work < fresh ? say`${fresh} new, the work of ${work}` : say`${fresh} new`;
}

/** The same of each hand, where several play: `right hand 7, left hand 5`. */
export function newByHand(form: FormAnswer, kind: string, from: number, to: number): string {
  const hands = Object.entries(form.isNew);
  return hands.length < 2
    ? ""
    : hands
        .map(
          ([hand, bars]) =>
            `${handName(instrument(kind), hand)} ${bars.slice(from, to + 1).filter(Boolean).length}`,
        )
        .join(", ");
}
