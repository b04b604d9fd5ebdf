import { say } from "../../words/say.ts";
import { add, compare, onsets, spokenName, type Note, type Score } from "../../score/index.ts";
import { atPlace, quarterOf, returnsOtherwise } from "../looking.ts";
import type { CheckOptions, Doubt } from "../review.ts";
import { MOST, reaches } from "./fretHand.ts";
import { leftHand, type FretPlayer } from "./leftHand.ts";
import { between, placesOf, USUAL_NECK, type Neck } from "./neck.ts";
import { writtenOn, type WrittenNote } from "./written.ts";

/** The limb whose notes are on the neck. */
const HAND = "hands";

type Written = ReadonlyMap<string, string>;

/** Looks through strings and fingers written for a neck, in the order of the bars. */
export function check(score: Score, fingers: Written, options: CheckOptions): Doubt[] {
  const neck: Neck = { ...USUAL_NECK, ...options.setup };
  const player = options.player as FretPlayer | undefined;
  const strings = options.beside?.get("string") ?? new Map<string, string>();
  // a changed note is another chord, and may be another shape
  const returns = options.form?.returns.filter(({ relation }) => relation === "exact");
  const form = returns && { returns, sequences: [] };
  const line = { hand: HAND, model: leftHand(player, options.setup), form };
  return [
    ...otherPitch(score, neck, strings),
    ...joined(score, writtenOn(neck, fingers, strings)),
    ...together(score, neck, writtenOn(neck, fingers, strings), player?.stretch ?? MOST),
    ...returnsOtherwise(score, fingers, line),
    ...returnsOtherwise(score, strings, { ...line, called: (value) => say`string ${value}` }),
  ].sort((a, b) => a.bar - b.bar);
}

/** Strings that do not have the pitch: what is written is kept and not obeyed. */
const otherPitch = (score: Score, neck: Neck, strings: Written): Doubt[] =>
  score.notes.flatMap((note): Doubt[] => {
    const told = strings.get(note.id);
    const places = placesOf(neck, note);
    if (!told || places.some(({ string }) => String(string) === told)) return [];
    const open = neck.tuning[Number(told) - 1];
    return [
      {
        ...{ kind: "other pitch", bar: note.bar, notes: [note.id] },
        text:
          open === undefined
            ? say`${atPlace(score, note)}: this neck has no string ${told}.`
            : say`${atPlace(score, note)}: string ${told} has no ${spokenName(note.pitch)} here${
                places.length
                  ? say`; it is on ${places.map((one) => say`string ${one.string}`).join(", ")}`
                  : ""
              }.`,
      },
    ];
  });

/** Slurs and slides over two strings, and fingers that cannot make them. */
function joined(score: Score, placed: (note: Note) => WrittenNote[]): Doubt[] {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  return score.notes.flatMap((note): Doubt[] => {
    const before = note.reached && byId.get(note.reached.from);
    if (!before) return [];
    const isNext =
      compare(add(quarterOf(score, before), before.length), quarterOf(score, note)) === 0;
    const [from, to] = [placed(before)[0], placed(note)[0]];
    if (!isNext || !from || !to) return [];
    const both = say`${spokenName(before.pitch)} and ${spokenName(note.pitch)}`;
    const doubt = (kind: Doubt["kind"], text: string): Doubt[] => [
      {
        ...{ kind, bar: note.bar, notes: [note.id, before.id] },
        text: say`${atPlace(score, note)}: ${text}`,
      },
    ];
    const isSlide = note.reached?.how === "slide";
    if (from.string !== to.string)
      return doubt(
        "unreachable",
        isSlide
          ? say`${both} slide, but are on strings ${from.string} and ${to.string}.`
          : say`${both} are slurred, but are on strings ${from.string} and ${to.string}.`,
      );
    if (from.finger === undefined || to.finger === undefined) return [];
    if (isSlide)
      return from.finger === to.finger
        ? []
        : doubt("crossed", say`${both} slide, but have fingers ${from.finger} and ${to.finger}.`);
    const isUp = to.fret > from.fret;
    return (isUp ? to.finger > from.finger : to.finger < from.finger)
      ? []
      : doubt(
          "crossed",
          isUp
            ? say`${both} are slurred upwards: a higher finger than ${from.finger} comes down.`
            : say`${both} are slurred downwards: a lower finger than ${from.finger} lies there before.`,
        );
  });
}

/** What sounds together: two notes on a string, a finger at two frets, crossed, too wide. */
function together(
  score: Score,
  neck: Neck,
  placed: (note: Note) => WrittenNote[],
  most: number,
): Doubt[] {
  const found: Doubt[] = [];
  let sounding: WrittenNote[] = [];
  for (const { notes } of onsets(
    score.notes.filter((note) => !note.grace),
    HAND,
  )) {
    const now = quarterOf(score, notes[0]!);
    const struck = notes.flatMap(placed);
    sounding = sounding.filter(
      ({ note, string }) =>
        compare(add(quarterOf(score, note), note.length), now) > 0 &&
        !struck.some((one) => one.string === string),
    );
    struck.forEach((one, i) => {
      for (const other of [...sounding, ...struck.slice(0, i)]) {
        const text = wrong(neck, most, one, other);
        if (text)
          found.push({
            ...{ kind: text[0], bar: one.note.bar, notes: [one.note.id, other.note.id] },
            text: say`${atPlace(score, one.note)}: ${text[1]}`,
          });
      }
    });
    sounding.push(...struck);
  }
  return found;
}

/** Why two notes cannot sound together. */
function wrong(
  neck: Neck,
  most: number,
  one: WrittenNote,
  other: WrittenNote,
): [Doubt["kind"], string] | undefined {
  const both = say`${spokenName(other.note.pitch)} and ${spokenName(one.note.pitch)}`;
  // two voices meet in one note
  const [a, b] = [one.note, other.note];
  if (one.string === other.string && a.midi === b.midi && a.voice !== b.voice) return undefined;
  if (one.string === other.string)
    return ["same string", say`${both} are both on string ${one.string}.`];
  const [low, high] = one.fret < other.fret ? [one, other] : [other, one];
  if (!low.finger || !high.finger || low.fret === 0) return undefined;
  if (low.finger === high.finger)
    return low.fret === high.fret
      ? undefined
      : [
          "same finger",
          say`${both} sound together at frets ${low.fret} and ${high.fret}, both with
          ${low.finger}.`,
        ];
  if (low.fret < high.fret && low.finger > high.finger)
    return [
      "crossed",
      say`${both} sound together with finger ${low.finger} at fret ${low.fret} and
      ${high.finger} at fret ${high.fret}.`,
    ];
  const [first, last] = low.finger < high.finger ? [low, high] : [high, low];
  if (
    !reaches(
      neck,
      most,
      { fret: first.fret, finger: first.finger! },
      { fret: last.fret, finger: last.finger! },
    )
  ) {
    const mm = Math.round(between(neck, low.fret, high.fret));
    return [
      "unreachable",
      say`${both} are ${mm} mm apart along the neck, further than
      ${first.finger!} and ${last.finger!} of this hand reach.`,
    ];
  }
  return undefined;
}
