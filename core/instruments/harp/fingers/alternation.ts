import { say } from "../../../words/say.ts";
import { add, compare, toNumber, type Note, type Score } from "../../../score/index.ts";
import { namesOf, type Givable, type Lines } from "../../handovers.ts";
import { writtenString } from "../strings.ts";

/** A run of fewer notes is one placing and a little more: it stays in its hand. */
const LEAST = 6;
/** A step of a broken chord, in strings: a third and more; scales cross under instead. */
const LEAP = 2;
/** Fingers that are placed together. */
const PLACED = [4, 3];
/** What it must gain, in prices of this hand. */
const WORTH = 1.5;

/**
 * Long broken chords beside a hand that rests: the hands take them in turn, each placing as many
 * strings as it has fingers for while the other plays. Common practice, no source.
 */
export const alternationsOf: Lines = (score, hand, other, upper, from, to) =>
  runsOf(score, hand, other, from, to).flatMap((run) =>
    PLACED.flatMap((size): Givable[] => {
      if (run.length <= size) return [];
      const rises = run[0]!.midi < run[1]!.midi;
      // the hand that is nearer to where it begins has the first group
      const isOther = (group: number) => (group % 2 === 0) === (rises === upper);
      const notes = run.filter((_, i) => isOther(Math.floor(i / size)));
      return [
        {
          ...{ notes, worth: WORTH },
          what: say`every other group of ${size} of the broken chord ${namesOf(run)}, beginning
            with ${namesOf(notes.slice(0, 1))}`,
          sound: say`The hands follow each other: the join must not be heard.`,
        },
      ];
    }),
  );

/** Single notes one after the other in one direction, by thirds and more, the other hand silent. */
function runsOf(score: Score, hand: string, other: string, from: number, to: number): Note[][] {
  const inBars = score.notes.filter(({ bar, grace }) => bar >= from && bar <= to && !grace);
  const at = (note: Note) => toNumber(add(score.bars[note.bar]!.start, note.offset));
  const busy = inBars
    .filter((note) => note.hand === other)
    .map((note) => [at(note), at(note) + toNumber(note.length)] as const);
  const own = inBars
    .filter((note) => note.hand === hand && !note.held)
    .sort((a, b) => at(a) - at(b));
  const isAlone = (note: Note, i: number) =>
    [own[i - 1], own[i + 1]].every((near) => !near || at(near) !== at(note)) &&
    busy.every(([start, end]) => end <= at(note) || start > at(note));
  const found: Note[][] = [];
  let run: Note[] = [];
  const close = () => {
    if (run.length >= LEAST) found.push(run);
    run = [];
  };
  own.forEach((note, i) => {
    if (!isAlone(note, i)) return close();
    const [before, last] = [run.at(-2), run.at(-1)];
    const step = last ? writtenString(note.pitch) - writtenString(last.pitch) : 0;
    const turns = before && last && Math.sign(step) !== Math.sign(last.midi - before.midi);
    const follows = last && compare(last.length, note.length) === 0 && Math.abs(step) >= LEAP;
    if (last && (!follows || turns)) close();
    run.push(note);
  });
  close();
  return found;
}
