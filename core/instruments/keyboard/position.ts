import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { pitchText } from "../../score/model/pitch.ts";
import { comparePlaces } from "../../score/model/places.ts";
import type { Place, Score } from "../../score/model/model.ts";
import { overlapOf, type Mark, type Stratum } from "../../score/marks/strata.ts";

/**
 * A stretch in which a hand keeps its position: the thumb over one key, the other fingers over
 * those beside it.
 */
export interface HandPosition {
  readonly hand: string;
  readonly from: Place;
  /** The first place that no longer belongs to it. */
  readonly to: Place;
  /** The key under the thumb, as a MIDI number. */
  readonly thumb: number;
}

/** Where hands keep their position; fingers are proposed within it. */
export const POSITION: Stratum = {
  id: "position",
  name: say`positions of the hands`,
  one: say`A position`,
  extent: "span",
  layered: true,
  lined: true,
  schema: Type.Object(
    {
      thumb: Type.Integer({
        minimum: 21,
        maximum: 108,
        description: "a key of the keyboard, 21 (A0) to 108 (C8)",
      }),
    },
    { additionalProperties: false },
  ),
  words: ({ line }) => say`the position of the ${line!}`,
  clash: (marks, { bars }) => {
    const clash = overlapOf(marks);
    return (
      clash &&
      say`The ${clash[1].line!} hand is to keep two positions at once in bar
        ${bars[clash[1].from.bar]!.number}; end the one before the other begins.`
    );
  },
  state: (marks, at, { bars }) => {
    const lying = marks.filter(
      ({ from, to }) => comparePlaces(from, at) <= 0 && comparePlaces(at, to!) < 0,
    );
    const { fifths } = bars[at.bar]!.key;
    const words = lying.map(
      ({ line, data }) =>
        say`the ${line!} thumb lies over ${pitchText(data.thumb as number, fifths)}`,
    );
    return words.length > 0 ? words.join(", ") : undefined;
  },
  moved: (data, { semitones }) => ({ thumb: (data.thumb as number) + semitones }),
};

/** A mark of the position stratum as a hand's position. */
export const positionOf = ({ line, from, to, data }: Mark): HandPosition => ({
  hand: line!,
  from,
  to: to!,
  thumb: data.thumb as number,
});

/**
 * All positions with one more; where it takes the place of others of its hand these are cut short.
 *
 * @param rest the id of what is left behind it of one that is cut in two
 */
export function withPosition(positions: readonly Mark[], added: Mark, rest: string): Mark[] {
  const kept = positions.flatMap((one): Mark[] => {
    if (one.line !== added.line) return [one];
    const before = comparePlaces(one.from, added.from) < 0;
    const after = comparePlaces(one.to!, added.to!) > 0;
    const first = {
      ...one,
      to: comparePlaces(one.to!, added.from) < 0 ? one.to! : added.from,
    };
    const last = {
      ...one,
      id: before ? rest : one.id,
      from: comparePlaces(one.from, added.to!) > 0 ? one.from : added.to!,
    };
    return [...(before ? [first] : []), ...(after ? [last] : [])];
  });
  return [...kept, added].sort((a, b) => comparePlaces(a.from, b.from));
}

/** The key under the thumb for each note of a hand that has a position. */
export function thumbs(
  { notes }: Pick<Score, "notes">,
  positions: readonly HandPosition[],
  hand: string,
): Map<string, number> {
  const own = positions.filter((one) => one.hand === hand);
  if (own.length === 0) return new Map();
  return new Map(
    notes.flatMap((note): [string, number][] => {
      const at =
        note.hand === hand
          ? own.find(
              ({ from, to }) => comparePlaces(from, note) <= 0 && comparePlaces(note, to) < 0,
            )
          : undefined;
      return at ? [[note.id, at.thumb]] : [];
    }),
  );
}
