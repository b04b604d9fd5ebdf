import { lowestStruck } from "../../fingering/index.ts";
import type { HandModel, Locks, Moment, Played, Wish } from "../../fingering/index.ts";
import { heldAsChords } from "./broken.ts";
import { fitTo } from "../fitTo.ts";
import { compare } from "../../score/index.ts";
import { MOST } from "./fretHand.ts";
import { BODY, isNatural, isRinging, placesOf, ringing, USUAL_NECK, type Neck } from "./neck.ts";
import { neckPlan } from "./plan.ts";
import { NECK_PRICES } from "./prices.ts";
import { stepCost, timeOf } from "./step.ts";
import type { NeckWay } from "./way.ts";
import { canTake, waysOf, type AtNeck } from "./ways.ts";

/** What is known of a player's left hand. */
export interface FretPlayer {
  /** Millimetres between first and fourth finger at most. */
  readonly stretch?: number;
}

/** How the instrument is set up, and what the teacher asks for: open strings, barres, frets. */
export interface NeckSetup extends Partial<Neck> {
  readonly open?: "free" | "avoid";
  readonly barre?: "free" | "avoid";
  /** The highest fret. */
  readonly highest?: number;
  /** Of the hand: for a beginner the first positions, nothing stretched, no barre. */
  readonly level?: "beginner" | "usual";
}

/** A beginner's positions, from the first on. Common practice, no source. */
const BEGINNER = 2;

/**
 * The left hand of a fretted instrument.
 */
export function leftHand(player: FretPlayer = {}, setup: NeckSetup = {}): HandModel<NeckWay> {
  const { open, barre, highest, level, ...own } = setup;
  const usual: AtNeck = {
    neck: { ...USUAL_NECK, ...own },
    most: player.stretch ?? MOST,
    prices: NECK_PRICES,
    avoidOpen: open === "avoid",
    noBarre: barre === "avoid",
    ...(highest === undefined ? {} : { highest }),
  };
  const at: AtNeck =
    level === "beginner"
      ? { ...usual, noBarre: true, first: { positions: BEGINNER, otherwise: usual } }
      : usual;
  const known = new Map<string, readonly NeckWay[]>();
  /** Ways of notes of these pitches, found once. */
  const waysFor = (notes: readonly Played[]): readonly NeckWay[] => {
    const key = notes.map(pitchKey).join();
    let found = known.get(key);
    if (!found) known.set(key, (found = waysOf(notes, at)));
    return found;
  };
  const knownOn = new Map<string, readonly NeckWay[]>();
  /** The same where some go on: their shape costs only where a finger is put down. */
  const waysOn = (notes: readonly Played[]): readonly NeckWay[] => {
    const key = notes.map(pitchKey).join();
    let found = knownOn.get(key);
    if (!found) {
      found = waysFor(notes).map((way) => ({ ...way, cost: way.cost - way.shape }));
      knownOn.set(key, found);
    }
    return found;
  };
  const able = asked((notes) => canTake(notes, at));
  // nobody lays another finger than the first flat to hold what is broken
  const isChord = asked((notes) =>
    canTake(notes, { ...at, highest: highestOfChord(notes, at) }, (barres) =>
      barres.every(({ finger }) => finger === 1),
    ),
  );
  return {
    key: (midi) => midi,
    apart: (a, b) => isUnison(a, b) && able([a, b]),
    read: (played) => heldAsChords(played, isChord),
    fit: (struck, held) =>
      fitTo(struck, held, (notes) =>
        able(notes.map((note) => (held.includes(note) ? ringing(note) : note))),
      ),
    choices: (moment) => {
      const notes = underHand(moment);
      return moment.link?.held ? waysOn(notes) : waysFor(notes);
    },
    hold: ({ cost }) => cost,
    step: (a, b, link) => stepCost(at.prices, a, b, link),
    triple: () => 0,
    triples: () => false,
    tableKey,
    alike: {
      // what is held keeps the string it was struck on, and may end earlier on other frets
      pattern: (moment) =>
        ofStruck(moment, moment.notes)
          .map((note) => `${note.midi - lowestStruck(moment)}${isNatural(note) ? "n" : ""}`)
          .join(),
      place: lowestStruck,
      still: 0,
      // a shift of eight frets to where it lay the first time. Own figure
      leaving: at.prices.shift + 8 * at.prices.shiftFret,
      shapes: shapesOn,
    },
    wanted,
    written: ({ notes, position, barres }, i) => {
      const { string, fret, finger } = notes[i]!;
      const barre = barres.find((one) => one.finger === finger);
      return {
        value: String(finger),
        also: {
          ...{ string: String(string), fret: String(fret), position: String(position) },
          ...(barre ? { barre: `${barre.from}-${barre.to}` } : {}),
        },
      };
    },
    plan: (task) => neckPlan(at, task),
  };
}

/** An answer about notes, found once for the same pitches. */
function asked(is: (notes: readonly Played[]) => boolean): (notes: readonly Played[]) => boolean {
  const known = new Map<string, boolean>();
  return (notes) => {
    const key = notes
      .map(pitchKey)
      .sort((a, b) => a - b)
      .join();
    let found = known.get(key);
    if (found === undefined) known.set(key, (found = is(notes)));
    return found;
  };
}

/** Beyond the body chords are held only for a note that is only there. */
function highestOfChord(notes: readonly Played[], { neck, highest = Infinity }: AtNeck): number {
  const lowest = notes.map((note) => Math.min(...placesOf(neck, note).map(({ fret }) => fret)));
  return Math.min(highest, Math.max(BODY - neck.capo, ...lowest));
}

/**
 * Whether two notes of one pitch are meant for two strings: a chord that has it twice, or strings
 * that are printed. Of two voices that meet in one note it is one note. Common practice, no source.
 */
function isUnison(a: Played, b: Played): boolean {
  const [one, other] = [a.printed?.["string"], b.printed?.["string"]];
  if (one !== undefined && other !== undefined) return one !== other;
  return a.voice === b.voice && compare(a.at, b.at) === 0;
}

/** Beyond every MIDI number. */
const NATURAL = 1000;

/** Equal for notes that lie in the same places. */
const pitchKey = (note: Played): number =>
  note.midi + (isNatural(note) ? NATURAL : isRinging(note) ? 2 * NATURAL : 0);

/** Semitones between most neighbouring strings. */
const FOURTH = 5;

/**
 * The same strings and fingers on other frets; a fourth away the shape may also lie one string
 * over. An open string is no shape, nor is a natural harmonic: they are on no other fret.
 */
function shapesOn({ notes: all, position }: NeckWay, moment: Moment, away: number): string[] {
  const notes = ofStruck(moment, all);
  if (notes.some(({ fret, natural }) => fret === 0 || natural)) return [];
  const as = (over: number) =>
    notes.map(({ string, fret, finger }) => `${string - over}.${finger}.${fret - position}`).join();
  return away === -FOURTH ? [as(0), as(1)] : away === FOURTH ? [as(0), as(-1)] : [as(0)];
}

const ofStruck = <N>({ struck }: Moment, notes: readonly N[]): N[] =>
  notes.filter((_, i) => struck[i]);

/** What a moment has under the hand: a harmonic that was touched before only rings. */
const underHand = ({ notes, struck }: Moment): readonly Played[] =>
  struck.every(Boolean) ? notes : notes.map((note, i) => (struck[i] ? note : ringing(note)));

/** What is taken, what goes on from the moment before, and the time there is. */
function tableKey(moments: readonly Moment[]): string {
  let key = "";
  moments.forEach((moment, i) => {
    for (const note of underHand(moment)) key += `${pitchKey(note)},`;
    const { link } = moment;
    key += link?.held ? "h|" : "|";
    if (i === 0 || !link) return;
    key += `${Math.round(1e4 * timeOf(link))}${link.rest > 0 ? "r" : ""}${link.held?.join() ?? ""}`;
    for (const join of link.joins ?? []) key += join ? `${join.how}${join.from}` : "-";
  });
  return key;
}

/** What is told of a note beside its finger: string, fret, position or a range of positions. */
const obeys = (aspect: string, told: string, way: NeckWay, i: number): boolean => {
  const note = way.notes[i]!;
  if (aspect === "string") return String(note.string) === told;
  if (aspect === "fret") return String(note.fret) === told;
  if (aspect !== "position") return true;
  const [from, to] = told.split("-").map(Number) as [number, number?];
  return way.position >= from && way.position <= (to ?? from);
};

/** All that is told, then without the fingers, then strings alone. */
function wanted(moment: Moment, { locks, also }: Locks): Wish<NeckWay>[] {
  const told = moment.notes.flatMap(({ id }, i) => {
    if (!moment.struck[i]) return [];
    const finger = locks?.get(id);
    return [
      ...(finger === undefined ? [] : [{ i, aspect: "finger", value: finger }]),
      ...[...(also ?? [])].flatMap(([aspect, values]) => {
        const value = values.get(id);
        return value === undefined ? [] : [{ i, aspect, value }];
      }),
    ];
  });
  if (told.length === 0) return [];
  const fits = (some: typeof told): Wish<NeckWay> => ({
    obeyedBy: (way) =>
      some.every(({ i, aspect, value }) =>
        aspect === "finger"
          ? String(way.notes[i]!.finger) === value.replace(/\D/g, "")[0]
          : obeys(aspect, value, way, i),
      ),
  });
  const rest = told.filter(({ aspect }) => aspect !== "finger");
  const strings = rest.filter(({ aspect }) => aspect !== "position");
  return [told, rest, strings].filter((some) => some.length > 0).map(fits);
}
