import { proposeNotes, type Played, type ProposedNote } from "../../fingering/index.ts";
import { toText, voiceLine, type Reached, type Score } from "../../score/index.ts";
import { say } from "../../words/say.ts";
import { barsNamed } from "../barsNamed.ts";
import type { AlongHand, Hands } from "../instrument.ts";
import { check } from "./check.ts";
import { leftHand, type FretPlayer } from "./leftHand.ts";
import { pluckingHand } from "./pluckingHand.ts";
import { patternOf } from "./pluckSchool.ts";

/** On one string the second note of a slur sounds by the other hand. */
const isJoined = ({ from }: Reached, strings: ReadonlyMap<string, number>, id: string): boolean =>
  strings.get(from) === strings.get(id);

/** So many bars with one pattern, or so many times it in a row, and it is named. */
const NAMED_FROM = 2;

/** Patterns that come again, with their bars. */
function patternsIn(
  notes: readonly ProposedNote[],
  played: readonly Played[],
  score: Score | undefined,
): string[] {
  const at = new Map(played.map((note) => [note.id, toText(note.at)]));
  const inBars = new Map<number, string[]>();
  let before: string | undefined;
  for (const { id, bar, finger } of notes) {
    if (!finger) continue;
    const fingers = inBars.get(bar) ?? [];
    // together they are one: pa m i
    if (fingers.length > 0 && at.get(id) === before) fingers.push(fingers.pop()! + finger);
    else fingers.push(finger);
    inBars.set(bar, fingers);
    before = at.get(id);
  }
  const bars = new Map<string, number[]>();
  let times = 0;
  for (const [bar, fingers] of inBars) {
    const pattern = patternOf(fingers);
    if (pattern === undefined) continue;
    bars.set(pattern, [...(bars.get(pattern) ?? []), bar]);
    times = fingers.length / pattern.split(" ").length;
  }
  return [...bars].flatMap(([pattern, own]) =>
    own.length < NAMED_FROM && (score || times < NAMED_FROM)
      ? []
      : score
        ? [say`Plucked ${pattern} in bar ${barsNamed(own, score)}.`]
        : [say`Plucked ${pattern}, again and again.`],
  );
}

/** Chords that are rolled, and those that the thumb strokes, with their bars. */
function chordsIn(
  notes: readonly ProposedNote[],
  played: readonly Played[],
  score: Score | undefined,
): string[] {
  const byId = new Map(played.map((note) => [note.id, note]));
  const chords = new Map<string, { readonly fingers: string[]; readonly first: Played }>();
  for (const { id, finger } of notes) {
    const note = byId.get(id)!;
    const at = toText(note.at);
    if (!finger || note.grace) continue;
    const chord = chords.get(at) ?? { fingers: [], first: note };
    chord.fingers.push(finger);
    chords.set(at, chord);
  }
  const all = [...chords.values()].filter(({ fingers }) => fingers.length > 1);
  const isStroked = (fingers: readonly string[]) =>
    fingers.filter((finger) => finger === "p").length > 1;
  const told = (text: string, some: typeof all) =>
    some.length
      ? [
          say`${text}: bar ${barsNamed(
            some.map((one) => one.first.bar),
            score,
          )}.`,
        ]
      : [];
  const rolled = (way: "up" | "down") => all.filter(({ first }) => first.rolled === way);
  return [
    ...told(
      say`The thumb strokes across the strings`,
      all.filter(({ fingers }) => isStroked(fingers)),
    ),
    ...told(say`Rolled from the lowest string to the highest`, rolled("up")),
    ...told(say`Rolled from the highest string to the lowest`, rolled("down")),
  ];
}

/** Fingers that pluck the strings the other hand has chosen; the bass voice is the thumb's. */
const plucked: AlongHand = (taken, played, { tempo, ties, also, setup = {} }, score) => {
  const strings = new Map(
    taken.flatMap(({ id, also: told }): [string, number][] =>
      told?.["string"] ? [[id, Number(told["string"])]] : [],
    ),
  );
  const isBass = score && voiceLine(score, "low");
  const basses = new Set(score?.notes.filter((note) => isBass?.(note)).map(({ id }) => id));
  const { notes } = proposeNotes(
    // what a slur or slide reaches is not plucked: the alternation goes on from before
    played.filter(
      ({ id, reached }) => strings.has(id) && !(reached && isJoined(reached, strings, id)),
    ),
    pluckingHand(strings, basses, setup),
    {
      hand: "hands",
      ...(tempo === undefined ? {} : { tempo }),
      ...(ties === undefined ? {} : { ties }),
      ...(also?.has("pluck") ? { locks: also.get("pluck")! } : {}),
    },
    score,
  );
  const values = notes.flatMap(({ id, finger }) =>
    finger ? [[id, { pluck: finger }] as const] : [],
  );
  return {
    values: new Map(values),
    reasons: [...patternsIn(notes, played, score), ...chordsIn(notes, played, score)],
  };
};

/** The left hand on the neck, and the one that plucks. */
export const hands: Hands = {
  models: {
    hands: (player, setup) => leftHand(player as FretPlayer | undefined, setup),
  },
  along: { hands: plucked },
  review: { check, redistribute: () => [] },
};
