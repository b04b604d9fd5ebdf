import { say } from "../../words/say.ts";
import { add, barSpan, compare, pitchText, type Fraction, type Score } from "../../score/index.ts";
import type { Moment, Problem, Term } from "../../fingering/index.ts";
import type { Grip, KeyboardHand } from "./grip.ts";

/** A key of the other hand so near the thumb, in semitones, is in its way. */
const NEAR = 2;
/** Of a thumb where the other hand is. Common practice, no source. */
const IN_THE_WAY = 1.2;

/** A key the other hand has under its fingers; times in quarters from the beginning. */
export interface Held {
  readonly midi: number;
  readonly from: Fraction;
  readonly to: Fraction;
  readonly struck: boolean;
}

/** What the other hands have under their fingers at the start of each moment. */
export function othersAt(
  moments: readonly Moment[],
  score: Score,
  hand: string,
): (readonly Held[])[] {
  const others = score.notes
    .filter((note) => note.hand !== hand && note.hand !== "feet" && !note.held && !note.grace)
    .map((note) => ({
      midi: note.midi,
      from: add(score.bars[note.bar]!.start, note.offset),
      to: add(add(score.bars[note.bar]!.start, note.offset), note.length),
    }))
    .sort((a, b) => compare(a.from, b.from));
  let next = 0;
  let sounding: typeof others = [];
  return moments.map((moment) => {
    const at = moment.notes.find((_, i) => moment.struck[i])!.at;
    while (next < others.length && compare(others[next]!.from, at) <= 0)
      sounding.push(others[next++]!);
    sounding = sounding.filter((one) => compare(one.to, at) > 0);
    return sounding.map((one) => ({ ...one, struck: compare(one.from, at) === 0 }));
  });
}

/**
 * The price of a thumb where the other hand plays right beside it or beyond it: hands that
 * interlock.
 */
export function otherHand(
  moments: readonly Moment[],
  others: readonly (readonly Held[])[],
  model: Pick<KeyboardHand, "key">,
): Term<Grip> {
  const near = others.map((held, at) => {
    const thumbSide = moments[at]!.keys[0]!;
    return held.some((one) => model.key(one.midi) >= thumbSide - NEAR);
  });
  return { at: near, hold: (grip) => (grip.fingers[0] === 1 ? IN_THE_WAY : 0) };
}

/** Keys both hands have at once, with ways out. */
export function sharedKeys(
  moments: readonly Moment[],
  asked: readonly number[],
  others: readonly (readonly Held[])[],
  score: Score,
): Problem[] {
  return asked.flatMap((at): Problem[] => {
    const moment = moments[at]!;
    const shared = moment.notes.filter(
      (note, i) => moment.struck[i] && others[at]!.some((one) => one.midi === note.midi),
    );
    return shared.map((note): Problem => {
      const name = pitchText(note.midi, score.bars[note.bar]!.key.fifths);
      const together = others[at]!.some((one) => one.midi === note.midi && one.struck);
      return {
        kind: "hands meet",
        bar: moment.bar,
        notes: [note.id],
        text: say`Bar ${barSpan(score.bars, moment.bar, moment.bar)}:
          ${
            together
              ? say`both hands have ${name} at once`
              : say`${name} is still under the other
            hand`
          }.`,
        ways: together
          ? [say`Let one hand take it.`]
          : [say`Let the other hand go a moment before.`, say`Take it over silently in one hand.`],
      };
    });
  });
}
