import { say } from "../../words/say.ts";
import { add, compare, onsets, type Note, type Score } from "../../score/index.ts";
import { quarterOf } from "../looking.ts";
import { printedDamps } from "../plucked.ts";
import type { Following, FollowingSign } from "../sign.ts";
import { dampedIn, dampedInRests, type Stopped } from "./damping.ts";
import { roman, USUAL_NECK, type Neck } from "./neck.ts";
import { writtenOn } from "./written.ts";

/** Strings from the first to this one are half a barre. Common practice, no source. */
const HALF = 4;

/** Positions, barres and what is to be damped, as they follow from strings and fingers. */
export const neckSigns: Following = (score, values, setup) => {
  const neck: Neck = { ...USUAL_NECK, ...setup };
  const [strings, fingers] = [values.get("string"), values.get("finger")];
  const printed = printedDamps(score, "×");
  if (!fingers?.size) return printed;
  const at = writtenOn(neck, fingers, strings ?? new Map(), true);
  const placed = (note: Note): Stopped[] =>
    at(note).flatMap((one) => (one.finger === undefined ? [] : [{ ...one, finger: one.finger }]));
  const line = onsets(score.notes, "hands").map(({ notes }) => notes.flatMap(placed));
  const barres = barresOf(line);
  return [
    ...barres,
    ...flatsOf(line),
    ...positionsOf(heldIn(score, line), barres),
    ...dampedIn(score, line),
    ...dampedInRests(score, line),
    ...printed,
  ];
};

/** What is struck, and what fingers hold from before; one that is needed elsewhere has left. */
function heldIn(
  score: Score,
  line: readonly (readonly Stopped[])[],
): { readonly struck: readonly Stopped[]; readonly held: readonly Stopped[] }[] {
  let sounding: readonly Stopped[] = [];
  return line.map((struck) => {
    if (struck.length === 0) return { struck, held: sounding };
    const now = quarterOf(score, struck[0]!.note);
    const held = sounding.filter(
      ({ note, finger, fret, string }) =>
        compare(add(quarterOf(score, note), note.length), now) > 0 &&
        !struck.some(
          (one) => one.string === string || (one.finger === finger && one.fret !== fret),
        ),
    );
    sounding = [...held, ...struck.filter(({ finger }) => finger > 0)];
    return { struck, held };
  });
}

/** A finger so many frets out of its place is stretched, not shifted. */
const STRETCHED = 1;

/** The fret under the first finger, by the lowest finger of a moment; none where nothing is. */
const positionOf = (notes: readonly Stopped[]): number | undefined => {
  const [first] = notes
    .filter(({ finger, fret }) => finger > 0 && fret > 0)
    .sort((a, b) => a.finger - b.finger || a.fret - b.fret);
  return first && Math.max(1, first.fret - first.finger + 1);
};

/**
 * Positions where they change; a barre says its own. A stretch is none: the hand has shifted where
 * a finger is farther out of place, or the next one says so too.
 */
function positionsOf(
  line: ReturnType<typeof heldIn>,
  barres: readonly FollowingSign[],
): FollowingSign[] {
  const flat = new Set(barres.map(({ from }) => from));
  const stopped = line.flatMap(({ struck: notes, held }) => {
    // an open string says nothing of where the hand lies
    const position = positionOf(notes) && positionOf([...notes, ...held]);
    return position === undefined ? [] : [{ notes, position }];
  });
  let last: number | undefined;
  return stopped.flatMap(({ notes, position }, i): FollowingSign[] => {
    const away = last === undefined ? Infinity : Math.abs(position - last);
    const next = stopped[i + 1]?.position ?? position;
    if (away === 0 || (away <= STRETCHED && next !== position)) return [];
    last = position;
    const { id } = notes[0]!.note;
    return notes.some(({ note }) => flat.has(note.id))
      ? []
      : [
          {
            ...{ kind: "position", from: id, to: id, look: "text", text: roman(position) },
            name: say`position ${roman(position)}`,
          },
        ];
  });
}

/** A finger on several strings of one fret, from its first note to its last. */
function barresOf(line: readonly (readonly Stopped[])[]): FollowingSign[] {
  interface Lying {
    readonly finger: number;
    readonly fret: number;
    readonly notes: Stopped[];
  }
  const found: FollowingSign[] = [];
  let lying: Lying | undefined;
  const end = () => {
    const notes = lying?.notes ?? [];
    const strings = notes.map(({ string }) => string);
    const [high, low] = [Math.min(...strings), Math.max(...strings)];
    if (lying && high < low) {
      const isHalf = low <= HALF;
      const at = roman(lying.fret);
      found.push({
        ...{ kind: "barre", from: notes[0]!.note.id, to: notes.at(-1)!.note.id, look: "line" },
        text: isHalf ? say`½B ${at}` : say`B ${at}`,
        name: isHalf
          ? say`half barre over ${low - high + 1} strings at fret ${at}`
          : say`barre over ${low - high + 1} strings at fret ${at}`,
      });
    }
    lying = undefined;
  };
  for (const notes of line) {
    const now = lying;
    if (now) {
      const reach = now.notes.map(({ string }) => string);
      const isAlone = new Set(reach).size === 1;
      const isOver = notes.some(
        ({ finger, fret, string, note }) =>
          // one string is no barre yet: in the next bar it may be another chord
          (isAlone && note.bar !== now.notes[0]!.note.bar) ||
          (finger === now.finger && fret !== now.fret) ||
          (fret === 0 && string > Math.min(...reach) && string < Math.max(...reach)),
      );
      if (isOver) end();
    }
    for (const one of notes) {
      if (one.finger === 0 || (lying && one.finger !== lying.finger)) continue;
      if (lying) lying.notes.push(one);
      else if (one.finger === 1) lying = { finger: 1, fret: one.fret, notes: [one] };
    }
  }
  end();
  return found;
}

/** A finger other than the first on several strings at once, as long as the chord comes again. */
function flatsOf(line: readonly (readonly Stopped[])[]): FollowingSign[] {
  const found: FollowingSign[] = [];
  for (const finger of [2, 3, 4]) {
    let last: { readonly fret: number; readonly moment: number } | undefined;
    line.forEach((notes, moment) => {
      const under = notes.filter((one) => one.finger === finger);
      const { fret, note } = under[0] ?? {};
      if (under.length < 2 || fret === undefined || !note) return;
      const to = under.at(-1)!.note.id;
      if (last?.fret === fret && last.moment === moment - 1) found.push({ ...found.pop()!, to });
      else
        found.push({
          ...{ kind: "barre", from: note.id, to, look: "line" },
          text: say`½B ${roman(fret)} (${finger})`,
          name: say`finger ${finger} lies flat over ${under.length} strings at fret ${roman(fret)}`,
        });
      last = { fret, moment };
    });
  }
  return found;
}
