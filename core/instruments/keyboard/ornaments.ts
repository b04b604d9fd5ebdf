import type { Link, Moment, Term } from "../../fingering/index.ts";
import type { Grip, KeyboardHand } from "./grip.ts";

type Way = "trill" | "below" | "turn";

/** Which neighbours an ornament takes: the key above in turn, the one below once, or both. */
const WAYS: Readonly<Record<string, Way>> = {
  trill: "trill",
  "long trill": "trill",
  "short trill": "trill",
  "turn or trill": "trill",
  mordent: "below",
  turn: "turn",
  "trill from below": "turn",
  "delayed turn": "turn",
  "inverted turn": "turn",
  "delayed inverted turn": "turn",
};

/**
 * What two neighbouring fingers cost in quick alternation, by the finger nearer the thumb; thumb
 * and third trill as well as second and third. Common practice, no source.
 */
const PAIR: Readonly<Record<number, number>> = { 1: 0.3, 2: 0, 3: 1.5, 4: 4 };
/** No finger is free on the side the ornament goes to: one must cross. */
const CROSSED = 16;
/** The neighbour's finger is on another key. */
const TAKEN = 5;

/** The finger that plays the neighbour on one side; +1 is away from the thumb. */
function partner({ fingers }: Pick<Grip, "fingers">, at: number, side: 1 | -1): number | undefined {
  const finger = fingers[at]!;
  const wanted = finger + side;
  // the thumb trills with the third finger as well
  const choices =
    finger === 1 && side === 1 ? [3, 2] : finger === 3 && side === -1 ? [2, 1] : [wanted];
  return choices.find((one) => one >= 1 && one <= 5 && !fingers.includes(one));
}

function priceOf(grip: Grip, at: number, side: 1 | -1): number {
  const finger = grip.fingers[at]!;
  if (finger + side < 1 || finger + side > 5) return CROSSED;
  return partner(grip, at, side) === undefined ? TAKEN : PAIR[Math.min(finger, finger + side)]!;
}

/** On which side of a key, as the hand sees it, the higher notes lie. */
const upward = (model: KeyboardHand): 1 | -1 => (model.key(62) > model.key(60) ? 1 : -1);

const ornamented = (moment: Moment): { at: number; way: Way } | undefined => {
  const at = moment.notes.findIndex(
    (note, i) => moment.struck[i] && note.ornaments?.some((sign) => WAYS[sign]),
  );
  return at < 0
    ? undefined
    : { at, way: WAYS[moment.notes[at]!.ornaments!.find((sign) => WAYS[sign])!]! };
};

/** Past a grace the tune goes on as if it were not there. */
export function pastGraces(line: readonly Moment[], model: KeyboardHand): Term<Grip>[] {
  const isGrace = (at: number) => line[at]?.notes[0]?.grace;
  /** By what there is from the note before to the one after: one price for all that are alike. */
  const alike = new Map<string, { readonly link: Link; readonly at: boolean[] }>();
  line.forEach(({ link }, grace) => {
    if (!link || !isGrace(grace) || isGrace(grace + 1) !== false) return;
    const key = JSON.stringify(link);
    const one = alike.get(key) ?? { link, at: line.map(() => false) };
    one.at[grace + 1] = true;
    alike.set(key, one);
  });
  return [...alike.values()].map(({ link, at }) => ({
    at,
    triple: (before, _, after) => Math.min(IMPOSSIBLE, model.step(before, after, link)),
  }));
}

/** Beyond what anything that can be played costs. */
const IMPOSSIBLE = 1e4;

/**
 * The price of ornaments: which finger takes the main note decides which are free for its
 * neighbours.
 */
export function ornaments(moments: readonly Moment[], model: KeyboardHand): Term<Grip>[] {
  const up = upward(model);
  const found = moments.map(ornamented);
  const price = (way: Way, index: number): Term<Grip> => ({
    at: found.map((one) => one?.way === way && one.at === index),
    hold: (grip) =>
      way === "trill"
        ? priceOf(grip, index, up)
        : way === "below"
          ? priceOf(grip, index, up === 1 ? -1 : 1)
          : priceOf(grip, index, 1) + priceOf(grip, index, -1),
  });
  const kinds = new Set(found.flatMap((one) => (one ? [`${one.way} ${one.at}`] : [])));
  return [...kinds].map((kind) => price(kind.split(" ")[0] as Way, Number(kind.split(" ")[1])));
}

/** On which sides of the main note an ornament goes, in turn. */
const sidesOf = (way: Way, up: 1 | -1): (1 | -1)[] =>
  way === "trill" ? [up] : way === "below" ? [up === 1 ? -1 : 1] : [up, up === 1 ? -1 : 1];

/**
 * The fingers that play an ornament when its main note has a finger, that first; undefined without
 * a sign that asks for neighbours.
 *
 * @param signs on the note, as musicians call them
 * @param others fingers that are on other keys
 */
export function ornamentWith(
  signs: readonly string[],
  finger: number,
  others: readonly number[],
  hand: string,
): readonly number[] | undefined {
  const sign = signs.find((one) => WAYS[one]);
  if (!sign || !(finger >= 1 && finger <= 5)) return undefined;
  const fingers = [finger, ...others];
  const found = sidesOf(WAYS[sign]!, hand === "left" ? -1 : 1).flatMap(
    (side) => partner({ fingers }, 0, side) ?? [],
  );
  return found.length ? [finger, ...found] : undefined;
}

/** The fingers of an ornament, the main note's first; undefined where there is none. */
export function ornamentFingers(
  moment: Moment,
  grip: Grip,
  model: KeyboardHand,
): { note: Moment["notes"][number]; sign: string; fingers: readonly number[] } | undefined {
  const one = ornamented(moment);
  if (!one) return undefined;
  const up = upward(model);
  const note = moment.notes[one.at]!;
  return {
    note,
    sign: note.ornaments!.find((sign) => WAYS[sign])!,
    fingers: [
      grip.fingers[one.at]!,
      ...sidesOf(one.way, up).flatMap((side) => partner(grip, one.at, side) ?? []),
    ],
  };
}
