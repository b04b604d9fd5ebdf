import { say } from "../words/say.ts";
import {
  add,
  compare,
  comparePlaces,
  levelName,
  pitchText,
  startOf,
  subtract,
  toNumber,
  type Note,
  type Place,
  type Score,
  type Shape,
} from "../score/index.ts";
import { levelAt, loudnessOf } from "../shaping/index.ts";
import type { ProposedPedal } from "./model.ts";

/**
 * This soft and softer the left pedal thins the tone; shorter than so many bars it is not worth the
 * foot. Common practice, no source.
 */
const SOFT = 2;
const SOFT_BARS = 2;
/**
 * A held key further than this many semitones from what else the hand plays cannot be held by it: a
 * tenth.
 */
const FAR = 16;
/**
 * A bass that is written shorter than so many quarters is not meant to be caught. Common practice,
 * no source.
 */
const LONG = 4;

/**
 * Una corda where it stays very soft, as printed or as the teacher shapes it; the sostenuto for a
 * long bass the hand must leave while what is over it moves.
 */
export function otherPedals(score: Score, shape: Shape, from: number, to: number): ProposedPedal[] {
  return [...soft(score, shape, from, to), ...sostenuto(score, from, to)].sort(comparePlaces);
}

function soft(score: Score, shape: Shape, from: number, to: number): ProposedPedal[] {
  const points = loudnessOf(score, shape);
  const found: ProposedPedal[] = [];
  const isSoft = (bar: number) =>
    levelAt(score, points, startOf(bar)) <= SOFT + 1e-9 &&
    levelAt(score, points, startOf(bar + 1), true) <= SOFT + 1e-9;
  for (let bar = from; bar <= to; bar++) {
    if (!isSoft(bar)) continue;
    let last = bar;
    while (last < to && isSoft(last + 1)) last++;
    if (last - bar + 1 >= SOFT_BARS) {
      const level = levelName(levelAt(score, points, startOf(bar)));
      found.push({
        ...startOf(bar),
        kind: "down",
        pedal: "soft",
        why: say`una corda: it stays ${level} for ${last - bar + 1} bars; only if the feet reach`,
      });
      if (last < to)
        found.push({
          ...startOf(last + 1),
          kind: "up",
          pedal: "soft",
          why: say`tre corde: louder again`,
        });
      else
        found.push({
          bar: last,
          offset: score.bars[last]!.length,
          kind: "up",
          pedal: "soft",
          why: say`tre corde: the end`,
        });
    }
    bar = last;
  }
  return found;
}

function sostenuto(score: Score, from: number, to: number): ProposedPedal[] {
  const found: ProposedPedal[] = [];
  const at = (place: Place) => add(score.bars[place.bar]!.start, place.offset);
  let free: Place = startOf(0);
  for (const note of score.notes) {
    if (
      note.bar < from ||
      note.bar > to ||
      note.held ||
      note.grace ||
      toNumber(note.length) < LONG ||
      comparePlaces(note, free) < 0
    )
      continue;
    const end = add(at(note), note.length);
    const during = (other: Note) =>
      other.hand === note.hand &&
      other.id !== note.id &&
      !other.held &&
      !other.grace &&
      compare(at(other), at(note)) > 0 &&
      compare(at(other), end) < 0;
    const others = score.notes.filter(
      (other) => other.bar >= note.bar && other.bar <= note.bar + 16 && during(other),
    );
    const far = others.filter((other) => Math.abs(other.midi - note.midi) > FAR);
    const moves = new Set(others.map((other) => other.midi % 12)).size > 3;
    if (note.midi >= 48 || far.length === 0 || !moves) continue;
    const last = placeOf(score, end, to);
    const { fifths } = score.bars[note.bar]!.key;
    found.push({
      bar: note.bar,
      offset: note.offset,
      kind: "down",
      pedal: "sostenuto",
      why: say`sostenuto, just after the key: it must catch ${pitchText(note.midi, fifths)}, written
        for ${toNumber(note.length)} crotchets, while the hand goes up to
        ${pitchText(far[0]!.midi, fifths)}`,
    });
    found.push({ ...last, kind: "up", pedal: "sostenuto", why: say`what it held is over` });
    free = last;
  }
  return found;
}

function placeOf(score: Score, at: Place["offset"], to: number): Place {
  const bar = score.bars.find(
    (one) => compare(at, add(one.start, one.length)) < 0 || one.index === to,
  )!;
  const offset = subtract(at, bar.start);
  return { bar: bar.index, offset: compare(offset, bar.length) > 0 ? bar.length : offset };
}
