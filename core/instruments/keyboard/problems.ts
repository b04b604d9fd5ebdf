import { say } from "../../words/say.ts";
import { calledIn } from "../calledIn.ts";
import { barSpan, pitchText, type Score } from "../../score/index.ts";
import type { Moment, Played, Problem } from "../../fingering/index.ts";
import { isRolled } from "./choices.ts";
import type { KeyboardHand } from "./grip.ts";

const OTHER: Record<string, string> = { right: "left", left: "right" };

/** What the moments asked for hold that is past the player's reach, or at its edge. */
export function problemsOf(
  told: readonly Moment[],
  model: KeyboardHand,
  hand: string,
  score?: Score,
): Problem[] {
  const { among, where } = calledIn(score);
  return told.flatMap((moment): Problem[] => {
    const found: Problem[] = [];
    const list = among(moment);
    const struck = moment.notes.filter((_, i) => moment.struck[i]);
    if (moment.beyond.length) {
      const all = [...struck, ...moment.beyond];
      const doubled = moment.beyond.filter((note) =>
        struck.some((other) => (other.midi - note.midi) % 12 === 0),
      );
      const many = all.length > 5;
      found.push({
        kind: many ? "too many" : "unreachable",
        bar: moment.bar,
        notes: [
          ...moment.beyond,
          ...moment.doubled.filter(({ by }) => moment.beyond.includes(by)).map(({ note }) => note),
        ].map((note) => note.id),
        text: many
          ? say`${where(moment.bar)}: ${all.length} notes at once are more than the five fingers of
            a hand reach; ${list(moment.beyond)}
              ${moment.beyond.length === 1 ? say`has` : say`have`} no finger.`
          : say`${where(moment.bar)}: ${list(moment.beyond)}
            ${moment.beyond.length === 1 ? say`is` : say`are`} past the reach of this hand together
              with ${list(struck)}.`,
        ways: [
          say`Roll the chord.`,
          ...(OTHER[hand] ? [say`Give ${list(moment.beyond)} to the ${OTHER[hand]} hand.`] : []),
          ...(doubled.length
            ? [say`Leave out ${list(doubled)}: the chord has it in another octave.`]
            : []),
          say`Let the far note go early, under the pedal.`,
        ],
      });
    }
    if (moment.released.length) {
      found.push({
        kind: "let go",
        bar: moment.bar,
        notes: moment.released.map((note) => note.id),
        text: say`${where(moment.bar)}: ${list(moment.released)} cannot be held while
          ${list(struck)} ${struck.length === 1 ? say`is` : say`are`} played.`,
        ways: [
          say`Let it go early, under the pedal.`,
          ...(OTHER[hand] ? [say`Take it over with the ${OTHER[hand]} hand.`] : []),
        ],
      });
    }
    const [low, high] = [moment.keys[0]!, moment.keys.at(-1)!];
    const isBroken = isRolled(struck);
    if (isBroken && model.width(low, high) > model.maxSpan(1, 5)) {
      const rising = [...struck].sort((a, b) => a.midi - b.midi);
      found.push({
        kind: "let go",
        bar: moment.bar,
        notes: struck.map((note) => note.id),
        text: say`${where(moment.bar)}: ${list([rising[0]!])} to ${list([rising.at(-1)!])} is
          wider than this hand; rolled it is played, but not held.`,
        ways: [
          say`Let each note go as the hand moves on, under the pedal.`,
          ...(OTHER[hand] ? [say`Let the ${OTHER[hand]} hand take the last note.`] : []),
        ],
      });
    }
    if (
      !isBroken &&
      moment.keys.length > 1 &&
      moment.struck.some(Boolean) &&
      model.width(low, high) > model.maxSpan(1, 5) * 0.93
    ) {
      found.push({
        kind: "stretch",
        bar: moment.bar,
        notes: [moment.notes[0]!.id, moment.notes.at(-1)!.id],
        text: say`${where(moment.bar)}: ${list([moment.notes[0]!])} to ${list([moment.notes.at(-1)!])}
          is as far as this hand goes. Never force it.`,
        ways: [say`Roll it.`, say`Let the lower note go at once.`],
      });
    }
    return found;
  });
}

/** Notes outside the position the hand is to keep, a problem for each bar. */
export function outsidePosition(notes: readonly Played[], score?: Score): Problem[] {
  return [...new Set(notes.map((note) => note.bar))].map((bar) => {
    const here = notes.filter((note) => note.bar === bar);
    const names = [
      ...new Set(here.map((note) => pitchText(note.midi, score?.bars[bar]?.key.fifths ?? 0))),
    ];
    return {
      kind: "outside",
      bar,
      notes: here.map((note) => note.id),
      text: say`${score ? say`Bar ${barSpan(score.bars, bar, bar)}` : say`Here`}:
        ${names.join(", ")} ${names.length === 1 ? say`lies` : say`lie`} outside the position
          the hand is to keep.`,
      ways: [say`Let the hand open for it and come back.`, say`End the position before it.`],
    };
  });
}
