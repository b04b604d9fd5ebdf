import { say } from "../words/say.ts";
import { handsOf, type Return } from "../form/index.ts";
import {
  barSpan,
  comparePlaces,
  onsets,
  startOf,
  type Lead,
  type Score,
  type Shape,
} from "../score/index.ts";

/** A line to bring out where something comes back unchanged, and why. */
export interface VoiceIdea {
  readonly lead: Lead;
  readonly why: string;
}

/** A return this long, in bars, is heard as one. Common practice, no source. */
const LEAST_BARS = 4;
/** A line has so many moves, and this share of them goes by step. Common practice, no source. */
const LEAST_MOVES = 4;
const STEPWISE = 0.5;
const STEP = 2;

const LINES = ["top", "bottom"] as const;

/** How many moves of the top or bottom of a hand go by step, of all. */
function steps(
  score: Score,
  hand: string,
  line: (typeof LINES)[number],
  from: number,
  to: number,
): { steps: number; moves: number } {
  const keys = onsets(
    score.notes.filter((note) => note.bar >= from && note.bar <= to && !note.grace),
    hand,
  ).map(({ notes }) => (line === "top" ? Math.max : Math.min)(...notes.map((note) => note.midi)));
  const moves = keys
    .slice(1)
    .map((key, i) => Math.abs(key - keys[i]!))
    .filter((move) => move > 0);
  return { steps: moves.filter((move) => move <= STEP).length, moves: moves.length };
}

/**
 * Where bars come back note for note, another line than the tune could come forward for colour: the
 * one of the lower hand, or below the tune, that goes most by step. Where the teacher has said who
 * leads nothing is proposed.
 */
export function voiceIdeas(score: Score, returns: readonly Return[], shape: Shape): VoiceIdea[] {
  const [upper, ...lower] = handsOf(score);
  if (!upper || lower.length === 0) return [];
  const same = returns.filter(
    (one) =>
      one.hand === "both" &&
      one.relation === "exact" &&
      one.differences.length === 0 &&
      one.to - one.from + 1 >= LEAST_BARS,
  );
  // of returns inside one another the longest
  const longest = same.filter(
    (one) =>
      !same.some(
        (other) =>
          other !== one &&
          other.from <= one.from &&
          other.to >= one.to &&
          other.to - other.from > one.to - one.from,
      ),
  );
  return longest
    .filter((one, i) => longest.findIndex((other) => other.from === one.from) === i)
    .flatMap((one): VoiceIdea[] => {
      const [from, to] = [startOf(one.from), startOf(one.to + 1)];
      if (
        shape.leads.some(
          (lead) => comparePlaces(lead.from, to) < 0 && comparePlaces(from, lead.to) < 0,
        )
      )
        return [];
      const candidates = [
        ...lower.flatMap((hand) => LINES.map((line) => ({ hand, line }))),
        { hand: upper, line: LINES[1] },
      ]
        .map((line) => ({ ...line, ...steps(score, line.hand, line.line, one.from, one.to) }))
        // below the tune there is a line of its own only where the hand has chords
        .filter(
          (line) =>
            line.moves >= LEAST_MOVES &&
            line.steps / line.moves >= STEPWISE &&
            (line.hand !== upper ||
              steps(score, upper, "top", one.from, one.to).steps !== line.steps),
        );
      const best = candidates.sort((a, b) => b.steps / b.moves - a.steps / a.moves)[0];
      if (!best) return [];
      const alone = onsets(
        score.notes.filter((note) => note.bar >= one.from && note.bar <= one.to),
        best.hand,
      ).every(({ notes }) => notes.length === 1);
      return [
        {
          lead: { from, to, hand: best.hand, line: alone ? "all" : best.line },
          why: say`the same as ${barSpan(score.bars, one.of, one.ofTo)}, note for note;
            ${best.steps} of the ${best.moves} moves of this line go by step`,
        },
      ];
    });
}
