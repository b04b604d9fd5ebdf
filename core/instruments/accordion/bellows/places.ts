import { say } from "../../../words/say.ts";
import {
  beatLength,
  compare,
  quartersAt,
  subtract,
  toNumber,
  type Place,
  type Score,
  type Shape,
} from "../../../score/index.ts";
import { comesAgain } from "./again.ts";
import { airUntil, countUntil, heldNotes, soundingIn, type Bellows } from "./air.ts";

/** A moment at which something is struck: where the bellows may turn. */
export interface Moment extends Place {
  /** Quarters from the beginning of the piece. */
  readonly at: number;
  /** Whether the bellows can turn: nothing sounds across. */
  readonly canTurn: boolean;
  /** What a turn costs here beyond turning at all, and what speaks for it in words. */
  readonly price: number;
  readonly why: string;
  /** Seconds of silence before it. */
  readonly silence: number;
  /** Hundredths of a full stroke that are taken until the next moment. */
  readonly air: number;
  /** The moment this is when the music comes again, by index among those of the stretch. */
  readonly again?: number;
  /** It is the very same, at a repeat. */
  readonly isRepeated?: boolean;
}

/** Full strokes are counted in so many parts. */
export const FULL = 100;

/** What a turn costs by where it stands, and why. Common practice, no source. */
const IN_A_REST = [0, say`in the rest`] as const;
const PICK_UP = [0.2, say`before the pick-up`] as const;
const NEW_PHRASE = [0.2, say`where a phrase begins`] as const;
const AFTER_A_LONG_NOTE = [0.4, say`after a long note`] as const;
const ON_FIRST = say`on the first beat, where all is struck anew`;
/** By the bars since a phrase began: four, two, or another number. */
const FOUR_BARS = [0.5, ON_FIRST] as const;
const TWO_BARS = [0.8, ON_FIRST] as const;
const NEW_BAR = [1.2, ON_FIRST] as const;
/** Between a pick-up and what it leads to. */
const AFTER_A_PICK_UP = [2.7, ON_FIRST] as const;
const ON_A_BEAT = [1.6, say`on a beat, where all is struck anew`] as const;
const OFF_BEAT = [2.6, say`where all is struck anew`] as const;
const IN_A_SLUR = 3;
/** A fresh stroke makes an accent. */
const ACCENT = -1.2;

/** Seconds of silence that are a rest. */
const REST = 0.12;
/** A note so many times as long as the usual one ends something. */
const LONG = 2;
/** Notes at each end of what comes again that may differ. */
const ENDS = 2;
/** What comes again so many times as loud is another matter for the bellows. */
const AS_LOUD = 1.5;

/**
 * The moments of some bars.
 *
 * @param from bar index, the last inclusive
 * @param tempo quarters a minute
 */
export function momentsIn(
  score: Score,
  [from, to]: readonly [from: number, to: number],
  { tempo, shape, bellows }: { tempo: number; shape: Shape; bellows: Bellows },
): Moment[] {
  const held = heldNotes(score, from, to);
  const byTime = new Map<string, (typeof held)[number]>();
  for (const one of held) {
    const key = `${one.note.bar} ${one.note.offset.num}/${one.note.offset.den}`;
    // the tune is asked what it is like, where there is one
    if (!byTime.has(key) || one.note.hand === "right") byTime.set(key, one);
  }
  const struck = [...byTime.values()].sort((a, b) => a.from - b.from);
  const sounding = soundingIn(score, from, to, shape, bellows);
  const lengths = held
    .filter(({ note }) => note.hand === "right")
    .map(({ note }) => toNumber(note.length))
    .sort((a, b) => a - b);
  const usual = lengths[lengths.length >> 1] ?? 1;
  const passed = airUntil(sounding, tempo);
  const isSlurred = slursIn(score);
  const accents = new Set(held.flatMap((one) => (one.note.accent ? [one.from] : [])));
  const again = comesAgain(score);
  const firsts = [
    ...new Set([0, ...again.flatMap(({ from, to, of }) => [from, of, to + 1, of + to + 1 - from])]),
  ].sort((a, b) => a - b);
  const sinceFirst = (bar: number) => bar - firsts.findLast((one) => one <= bar)!;
  const pickUp = pickUpOf(score);
  const end = Math.max(0, ...held.map((one) => one.to));
  const indexOf = new Map(struck.map(({ note }, i) => [placeKey(note), i]));
  // what sounds until a moment, from what was struck before it
  let [until, untilLong] = [-Infinity, false];
  let counted = Math.round(passed(struck[0]?.from ?? 0) * FULL);
  const byStart = [...held].sort((a, b) => a.from - b.from);
  let next = 0;
  const found: Moment[] = [];
  for (const [i, { note, from: at }] of struck.entries()) {
    while (next < byStart.length && byStart[next]!.from < at - 1e-9) {
      const one = byStart[next++]!;
      if (one.to > until + 1e-9) [until, untilLong] = [one.to, false];
      if (one.to >= until - 1e-9 && one.note.hand === "right")
        untilLong ||= toNumber(one.note.length) >= LONG * usual;
    }
    const silence = i === 0 ? 0 : Math.max(0, ((at - until) * 60) / tempo);
    const bar = score.bars[note.bar]!;
    const { offset } = note;
    const inBar = toNumber(offset);
    const isPickUp =
      pickUp > 0 &&
      firsts.includes(note.bar + 1) &&
      Math.abs(toNumber(bar.nominal) - inBar - pickUp) < 1e-9;
    const isFirst = offset.num === 0 && firsts.includes(note.bar);
    const beats = inBar / toNumber(beatLength(bar));
    const isBeat = Math.abs(beats - Math.round(beats)) < 1e-9;
    const phrase = isPickUp || (pickUp === 0 && isFirst);
    const since = sinceFirst(note.bar);
    const newBar =
      isFirst && pickUp > 0
        ? AFTER_A_PICK_UP
        : since % 4 === 0
          ? FOUR_BARS
          : since % 2 === 0
            ? TWO_BARS
            : NEW_BAR;
    const [where, why] =
      silence > REST
        ? IN_A_REST
        : phrase
          ? isPickUp
            ? PICK_UP
            : NEW_PHRASE
          : untilLong
            ? AFTER_A_LONG_NOTE
            : offset.num === 0
              ? newBar
              : isBeat
                ? ON_A_BEAT
                : OFF_BEAT;
    const isAccent = accents.has(at);
    const taken = Math.round(passed(struck[i + 1]?.from ?? end) * FULL);
    const air = taken - counted;
    counted = taken;
    const of = again.find((one) => one.from <= note.bar && one.to >= note.bar);
    const first = of && indexOf.get(placeKey({ bar: note.bar - of.from + of.of, offset }));
    const moment = {
      bar: note.bar,
      offset,
      at,
      canTurn: i === 0 || until <= at + 1e-9,
      price: where + (isSlurred(at) ? IN_A_SLUR : 0) + (isAccent ? ACCENT : 0),
      why: isAccent ? say`${why}, with an accent` : why,
      silence,
      air,
    };
    // copied only where it must be: of a long piece there are thousands
    const isSame = first !== undefined && isAsLoud(air, found[first]!.air);
    found.push(isSame ? { ...moment, again: first } : moment);
  }
  return found;
}

const isAsLoud = (a: number, b: number): boolean => Math.max(a, b) <= AS_LOUD * Math.min(a, b) + 1;

const placeKey = ({ bar, offset }: Place) => `${bar} ${offset.num}/${offset.den}`;

/** Whether a moment lies within a slur, from the note it begins on to the one it ends on. */
function slursIn(score: Score): (at: number) => boolean {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const [from, to]: [number[], number[]] = [[], []];
  for (const note of score.notes) {
    const first = note.reached?.how === "slur" ? byId.get(note.reached.from) : undefined;
    if (!first) continue;
    from.push(quartersAt(score, first));
    to.push(quartersAt(score, note));
  }
  for (const all of [from, to]) all.sort((a, b) => a - b);
  const before = (all: readonly number[], at: number) =>
    countUntil(all.length, (one) => all[one]! < at - 1e-9);
  // begun before and not ended before
  return (at) => before(from, at) > before(to, at);
}

/** Quarters of the pick-up the piece begins with; 0 for none. */
function pickUpOf({ bars }: Score): number {
  const first = bars[0];
  if (!first || compare(first.length, first.nominal) >= 0) return 0;
  const length = toNumber(first.length);
  return toNumber(subtract(first.nominal, first.length)) > 0 ? length : 0;
}

/** Of what comes again the inner moments, those that are to be alike. */
export function inner(moments: readonly Moment[]): ReadonlySet<number> {
  const found = new Set(moments.flatMap(({ isRepeated }, i) => (isRepeated ? [i] : [])));
  for (let i = 0; i < moments.length;) {
    let to = i;
    while (moments[to]?.again !== undefined && moments[to + 1]?.again === moments[to]!.again! + 1)
      to++;
    if (moments[i]!.again !== undefined) for (let k = i + ENDS; k <= to - ENDS; k++) found.add(k);
    i = to + 1;
  }
  return found;
}
