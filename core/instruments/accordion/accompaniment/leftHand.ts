import { pitchFrom } from "../../accompaniment/pitch.ts";
import { nearReasons } from "../../accompaniment/reasons.ts";
import { strokesFor } from "../../accompaniment/strokes.ts";
import type { Accompany } from "../../accompany.ts";
import { say } from "../../../words/say.ts";
import { BOARDS } from "../bass/board.ts";
import { USUAL_BUTTONS, type BassSetup } from "../bass/bassHand.ts";
import { FROM } from "../bass/letters.ts";
import { chosenFor, type Chosen } from "./chosen.ts";
import { PATTERNS } from "./patterns.ts";

/** The lowest key a bass is written on, E flat under the staff's second space. A4 = 69. */
const LOWEST_BASS = 39;

/** A left hand in accordion notation: basses, and chords as their roots with letters. */
export const leftHandFor: Accompany = (score, { pattern, alternates, from, to, setup = {} }) => {
  const { id } = PATTERNS.find((one) => one.id === pattern) ?? PATTERNS[0]!;
  const board = BOARDS[(setup as BassSetup).buttons ?? USUAL_BUTTONS]!;
  const near = new Map<Chosen, Set<number>>();
  const struck = strokesFor(score, {
    ...{ pattern: id, alternates, ends: id !== "held" },
    chosen: (name, bass) => chosenFor(board, name, bass),
  });
  const bars = struck.slice(from, to + 1).map((strokes, i) => {
    let lettered: Chosen | undefined;
    const events = strokes.flatMap(({ at, length, what, chord, isOther }) => {
      const low = isOther ? chord.other! : chord.bass;
      const bass = what === "chord" ? [] : [pitchFrom(low, LOWEST_BASS)];
      const button = what === "bass" ? undefined : chord.chord;
      // a symbol over the tune would have its own say where the button is another chord
      const isTold = button && (lettered !== chord || chord.isNear);
      if (button) lettered = chord;
      const pitches = [...bass, ...(button ? [pitchFrom(button.root, FROM)] : [])];
      if (pitches.length === 0) return [];
      if (chord.isNear) near.set(chord, (near.get(chord) ?? new Set()).add(from + i));
      return [{ at, length, pitches, ...(isTold ? { letter: button.letter } : {}) }];
    });
    return [from + i, { length: score.bars[from + i]!.length, events }] as const;
  });
  return {
    layout: "letters",
    bars: new Map(bars),
    reasons: nearReasons(near, score, ({ name, chord }) =>
      chord
        ? say`${name} has no button of its own; it is played as ${chord.root} ${chord.letter}`
        : undefined,
    ),
  };
};
