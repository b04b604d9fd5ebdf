import { add, compare, subtract, toNumber, type Fraction, type Score } from "../score/index.ts";
import type { HandModel } from "./model.ts";
import type { Join, Link, Moment, Played } from "./moment.ts";

/** The notes of one hand in some bars, in order. */
export function playedIn(score: Score, hand: string, from: number, to: number): Played[] {
  return score.notes
    .filter((note) => note.hand === hand && !note.held && note.bar >= from && note.bar <= to)
    .map((note) => ({
      id: note.id,
      bar: note.bar,
      midi: note.midi,
      pitch: note.pitch,
      at: add(score.bars[note.bar]!.start, note.offset),
      length: note.length,
      voice: note.voice,
      grace: note.grace,
      staccato: note.staccato,
      ...(note.reached ? { reached: note.reached } : {}),
      ...(note.printed ? { printed: note.printed } : {}),
      ...(note.ornaments ? { ornaments: note.ornaments } : {}),
      ...(note.rolled ? { rolled: note.rolled } : {}),
      ...(note.chord ? { chord: note.chord } : {}),
    }));
}

/** Struck together; grace notes stand alone before their main note. */
function groups(played: readonly Played[]): Played[][] {
  const found: Played[][] = [];
  for (const note of played) {
    const last = found.at(-1);
    if (last && !note.grace && !last[0]!.grace && compare(last[0]!.at, note.at) === 0)
      last.push(note);
    else found.push([note]);
  }
  return found;
}

/**
 * Shared, because most moments are one note struck with nothing else of note, and a long line has
 * many.
 */
const STRUCK: readonly boolean[] = [true];
const NONE: readonly never[] = [];

/** Seconds a grace note takes. Common practice, no source. */
const GRACE_SECONDS = 0.12;

/**
 * The moments of one hand.
 * @param tempo quarters a minute
 * @param held whether the pedal keeps what sounds just before a time in quarters
 */
export function momentsOf(
  played: readonly Played[],
  model: Pick<HandModel, "key" | "fit" | "apart">,
  tempo: number,
  held: (at: Fraction) => boolean = () => false,
): Moment[] {
  const perQuarter = 60 / tempo;
  const key = ({ midi, pitch }: Played) => model.key(midi, pitch);
  const isOn = (note: Played, other: Played) =>
    note === other || (key(note) === key(other) && !model.apart?.(note, other));
  const seconds = (one: Fraction, other: Fraction) => toNumber(subtract(other, one)) * perQuarter;
  // two voices on one key: the longer note holds it
  const holderIn = (group: readonly Played[], note: Played) =>
    group
      .filter((other) => isOn(other, note))
      .reduce((long, other) => (compare(other.length, long.length) > 0 ? other : long));
  const struckTogether = groups(played);
  let sounding: { note: Played; end: Fraction }[] = [];
  let silentFrom: Fraction | undefined;
  let before: Played | undefined;
  const found: Moment[] = [];
  /** What nothing is played with, before anything is. */
  let early: readonly Played[] = [];
  struckTogether.forEach((group, index) => {
    const { at, grace } = group[0]!;
    const next = struckTogether[index + 1]?.[0];
    sounding = sounding.filter(
      ({ note, end }) => compare(end, at) > 0 && !group.some((struck) => isOn(struck, note)),
    );
    const kept = grace ? [] : sounding.map(({ note }) => note);
    if (!grace)
      for (const note of readyAt(struckTogether, index))
        if (![...group, ...kept].some((other) => isOn(other, note))) kept.push(note);
    const once =
      group.length === 1 ? group : group.filter((note) => holderIn(group, note) === note);
    const doubled =
      once.length === group.length
        ? NONE
        : group
            .filter((note) => !once.includes(note))
            .map((note) => ({ note, by: holderIn(group, note) }));
    const { notes, beyond, released } = model.fit(once, kept);
    const letGo = released.filter((note) => sounding.some((one) => one.note === note));
    if (letGo.length) sounding = sounding.filter(({ note }) => !letGo.includes(note));
    const rest = silentFrom && !grace ? Math.max(0, seconds(silentFrom, at)) : 0;
    const link: Link | undefined =
      before &&
      likeLast(found.at(-1)?.link, {
        seconds:
          before.grace || compare(before.at, at) === 0 ? GRACE_SECONDS : seconds(before.at, at),
        rest,
        detached: rest > 0 || before.staccato,
        ...(held(at) ? { pedalled: true } : {}),
        ...goingOn(found.at(-1)?.notes ?? NONE, notes, kept.length > 0),
      });
    const moment: Moment = {
      bar: group[0]!.bar,
      at,
      notes,
      keys: notes.map(key),
      struck:
        notes.length === 1 && once.length === 1 ? STRUCK : notes.map((note) => once.includes(note)),
      link,
      seconds: next ? Math.max(0, seconds(at, next.at)) : 0,
      beyond,
      doubled,
      released: letGo,
    };
    for (const note of once) {
      const end = add(at, note.length);
      if (!note.grace && !beyond.includes(note)) sounding.push({ note, end });
      if (!silentFrom || compare(end, silentFrom) > 0) silentFrom = end;
    }
    before = group[0];
    if (notes.length)
      found.push(early.length ? { ...moment, beyond: [...early, ...beyond] } : moment);
    else if (found.length)
      found[found.length - 1] = { ...found.at(-1)!, beyond: [...found.at(-1)!.beyond, ...beyond] };
    early = notes.length || found.length ? [] : [...early, ...beyond];
  });
  return found;
}

/** Later notes that fingers lie ready for when some notes are struck: they follow one another. */
function readyAt(struckTogether: readonly Played[][], index: number): Played[] {
  const { at } = struckTogether[index]![0]!;
  const found: Played[] = [];
  for (let i = index + 1; i < struckTogether.length; i++) {
    const ready = struckTogether[i]!.filter((note) => note.ready && compare(note.ready, at) <= 0);
    if (ready.length === 0) break;
    found.push(...ready);
  }
  return found;
}

const placeIn = (notes: readonly Played[], id: string): number =>
  notes.findIndex((one) => one.id === id);

/** What goes on from the notes of a moment to those of the next: held, or under a slur. */
function goingOn(
  before: readonly Played[],
  notes: readonly Played[],
  holds: boolean,
): Pick<Link, "held" | "joins"> {
  const held = holds ? notes.map(({ id }) => placeIn(before, id)) : NONE;
  const joins = notes.map(({ reached }): Join | undefined => {
    const from = reached ? placeIn(before, reached.from) : -1;
    return from < 0 ? undefined : { how: reached!.how, from };
  });
  return {
    ...(held.some((from) => from >= 0) ? { held } : {}),
    ...(joins.some(Boolean) ? { joins } : {}),
  };
}

/** The link before, if the next one is like it: a long line has few kinds. */
const likeLast = (last: Link | undefined, next: Link): Link =>
  last &&
  last.seconds === next.seconds &&
  last.rest === next.rest &&
  last.detached === next.detached &&
  last.pedalled === next.pedalled &&
  !(last.held || next.held || last.joins || next.joins)
    ? last
    : next;
