import { say } from "../../words/say.ts";
import {
  add,
  compare,
  comparePlaces,
  onsets,
  spokenName,
  toNumber,
  type Apart,
  type Note,
  type Score,
} from "../../score/index.ts";
import { atPlace, quarterOf, returnsOtherwise } from "../looking.ts";
import { firstFinger, lastFinger } from "../../score/marks/written.ts";
import type { CheckOptions, Doubt } from "../review.ts";
import type { KeyboardHand } from "./grip.ts";
import { slidesTo } from "./geometry.ts";
import { fingersOver } from "./locks.ts";
import { thumbs, type HandPosition } from "./position.ts";

type Fingers = ReadonlyMap<string, string>;

/** Looks through fingers that are written, printed or typed, in the order of the bars. */
export function check(
  score: Score,
  fingers: Fingers,
  hands: readonly { readonly id: string; readonly model: KeyboardHand }[],
  { positions = [], form, apart = [] }: CheckOptions,
): Doubt[] {
  return [
    ...hands.flatMap(({ id, model }) => [
      ...together(score, fingers, id, model),
      ...inARow(score, fingers, id, model),
      ...returnsOtherwise(score, fingers, { hand: id, model, form }),
      ...outOfPosition(score, fingers, id, model, positions),
    ]),
    ...meetings(
      score,
      hands.map(({ id }) => id),
      apart,
    ),
  ].sort((a, b) => a.bar - b.bar);
}

/** Notes that sound together with fingers too far apart, in the wrong order, or twice the same. */
function together(score: Score, fingers: Fingers, hand: string, model: KeyboardHand): Doubt[] {
  const found: Doubt[] = [];
  let sounding: { note: Note; until: ReturnType<typeof quarterOf> }[] = [];
  for (const onset of onsets(
    score.notes.filter((note) => !note.grace),
    hand,
  )) {
    const now = quarterOf(score, onset.notes[0]!);
    sounding = sounding.filter(
      ({ note, until }) =>
        compare(until, now) > 0 && !onset.notes.some((struck) => struck.midi === note.midi),
    );
    onset.notes.forEach((note, i) => {
      const written = fingers.get(note.id);
      if (!written) return;
      const held = sounding.map(
        ({ note: other }) => [other, lastFinger(fingers.get(other.id) ?? "")] as const,
      );
      const struck = onset.notes
        .slice(0, i)
        .map((other) => [other, firstFinger(fingers.get(other.id) ?? "")] as const);
      for (const [other, finger] of [...held, ...struck]) {
        if (finger === "" || other.midi === note.midi) continue;
        const mine = firstFinger(written);
        const [own, others] = [model.key(note.midi), model.key(other.midi)];
        const [low, high, f1, f2] =
          own < others
            ? [own, others, Number(mine), Number(finger)]
            : [others, own, Number(finger), Number(mine)];
        const both = say`${spokenName(other.pitch)} and ${spokenName(note.pitch)}`;
        if (f1 === f2)
          found.push({
            kind: "same finger",
            bar: note.bar,
            notes: [note.id, other.id],
            text: say`${atPlace(score, note)}: ${both} sound together, both with ${mine}.`,
          });
        else if (f1 > f2)
          found.push({
            kind: "crossed",
            bar: note.bar,
            notes: [note.id, other.id],
            text: say`${atPlace(score, note)}: ${both} sound together with fingers ${finger} and
              ${mine} crossed.`,
          });
        else if (
          !(note.rolled && other.rolled) &&
          model.width(low, high) > model.maxSpan(f1, f2) + 1e-9
        )
          found.push({
            kind: "unreachable",
            bar: note.bar,
            notes: [note.id, other.id],
            text: say`${atPlace(score, note)}: ${both} are further apart than ${finger} and ${mine} of
              this hand reach.`,
          });
      }
    });
    for (const note of onset.notes) sounding.push({ note, until: add(now, note.length) });
  }
  return found;
}

/**
 * One finger on two different keys in a row without a rest between, where this hand could not: it
 * may slide from a black key, or leap.
 */
function inARow(score: Score, fingers: Fingers, hand: string, model: KeyboardHand): Doubt[] {
  const grip = (note: Note) => ({ keys: [model.key(note.midi)], fingers: [1], struck: [true] });
  const line = onsets(score.notes, hand);
  return line.flatMap((onset, i): Doubt[] => {
    const before = line[i - 1];
    if (!before || before.notes.length > 1 || onset.notes.length > 1) return [];
    const [a, b] = [before.notes[0]!, onset.notes[0]!];
    const [f1, f2] = [fingers.get(a.id), fingers.get(b.id)];
    if (
      !f1 ||
      !f2 ||
      a.midi === b.midi ||
      lastFinger(f1) !== firstFinger(f2) ||
      a.staccato ||
      a.grace
    )
      return [];
    if (toNumber(add(quarterOf(score, a), a.length)) < toNumber(quarterOf(score, b))) return [];
    const isSlid =
      firstFinger(f2) === "1" &&
      slidesTo(model.key(a.midi), model.key(b.midi)) &&
      model.thumbSlides;
    if (isSlid && isHeldOver(score, a, b)) return [];
    return model.step(grip(a), grip(b), { seconds: 1, rest: 0, detached: false }) < Infinity
      ? []
      : [
          {
            kind: "same finger",
            bar: b.bar,
            notes: [b.id, a.id],
            text: say`${atPlace(score, b)}: ${spokenName(a.pitch)} and ${spokenName(b.pitch)} in a
              row, both with ${firstFinger(f2)}.`,
          },
        ];
  });
}

/** Whether another note of the hand sounds on from one note to the next. */
const isHeldOver = (score: Score, a: Note, b: Note): boolean =>
  score.notes.some((note) => {
    if (note.hand !== a.hand || note === a || note === b || note.held || note.grace) return false;
    const begins = toNumber(quarterOf(score, note));
    const now = toNumber(quarterOf(score, b));
    return begins < now && begins + toNumber(note.length) > now;
  });

/** Fingers that do not lie over their key where the hand is to keep its position. */
function outOfPosition(
  score: Score,
  fingers: Fingers,
  hand: string,
  model: KeyboardHand,
  positions: readonly HandPosition[],
): Doubt[] {
  const kept = thumbs(score, positions, hand);
  return score.notes.flatMap((note): Doubt[] => {
    const [thumb, written] = [kept.get(note.id), fingers.get(note.id)];
    if (thumb === undefined || !written || note.held) return [];
    const over = fingersOver(model, thumb, note.midi);
    if (over.length === 0 || over.includes(firstFinger(written))) return [];
    return [
      {
        kind: "position",
        bar: note.bar,
        notes: [note.id],
        text: say`${atPlace(score, note)}: ${written} on ${spokenName(note.pitch)}, where
          ${over.join(" or ")} lies over it in the position the hand is to keep.`,
      },
    ];
  });
}

/** Both hands on one key at one time. */
function meetings(score: Score, hands: readonly string[], apart: readonly Apart[]): Doubt[] {
  const [upper, lower] = hands;
  if (!upper || !lower) return [];
  const byPlace = new Map<string, Note[]>();
  for (const note of score.notes) {
    if (note.held || note.grace || !hands.includes(note.hand)) continue;
    if (apart.some((one) => isWithin(note, one))) continue;
    const key = `${note.bar} ${note.offset.num}/${note.offset.den} ${note.midi}`;
    byPlace.set(key, [...(byPlace.get(key) ?? []), note]);
  }
  return [...byPlace.values()]
    .filter((notes) => new Set(notes.map((note) => note.hand)).size > 1)
    .map((notes): Doubt => ({
      kind: "hands meet",
      bar: notes[0]!.bar,
      notes: notes.map((note) => note.id),
      text: say`${atPlace(score, notes[0]!)}: both hands have ${spokenName(notes[0]!.pitch)}. One of
        them takes it.`,
    }));
}

const isWithin = (note: Note, { from, to }: Apart): boolean =>
  comparePlaces(note, from) >= 0 && (!to || comparePlaces(note, to) < 0);
