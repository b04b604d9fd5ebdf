import { proposeNotes } from "../../fingering/index.ts";
import { voiceLine, type Reached } from "../../score/index.ts";
import type { AlongHand, Hands } from "../instrument.ts";
import { check } from "./check.ts";
import { leftHand, type FretPlayer } from "./leftHand.ts";
import { pluckingHand } from "./pluckingHand.ts";

/** On one string the second note of a slur sounds by the other hand. */
const isJoined = ({ from }: Reached, strings: ReadonlyMap<string, number>, id: string): boolean =>
  strings.get(from) === strings.get(id);

/** Fingers that pluck the strings the other hand has chosen; the bass voice is the thumb's. */
const plucked: AlongHand = (taken, played, { tempo, ties, also }, score) => {
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
    pluckingHand(strings, basses),
    {
      hand: "hands",
      ...(tempo === undefined ? {} : { tempo }),
      ...(ties === undefined ? {} : { ties }),
      ...(also?.has("pluck") ? { locks: also.get("pluck")! } : {}),
    },
    score,
  );
  return new Map(
    notes.flatMap(({ id, finger }) => (finger ? [[id, { pluck: finger }] as const] : [])),
  );
};

/** The left hand on the neck, and the one that plucks. */
export const hands: Hands = {
  models: {
    hands: (player, setup) => leftHand(player as FretPlayer | undefined, setup),
  },
  along: { hands: plucked },
  review: { check, redistribute: () => [] },
};
