import type { Played } from "../../fingering/index.ts";
import { reaches } from "./fretHand.ts";
import {
  between,
  BODY,
  isNatural,
  isRinging,
  isWeak,
  placesOf,
  type Neck,
  type Place,
} from "./neck.ts";
import { FELT, type NeckPrices } from "./prices.ts";
import type { Barre, NeckWay, Stopped } from "./way.ts";

/** Whose hand on which neck. */
export interface AtNeck {
  readonly neck: Neck;
  /** Millimetres between first and fourth finger at most. */
  readonly most: number;
  readonly prices: NeckPrices;
  /** Open strings cost much. */
  readonly avoidOpen: boolean;
  /** No finger lies flat. */
  readonly noBarre?: boolean;
  /** No fret beyond it. */
  readonly highest?: number;
  /**
   * Only so many positions from the first on, each finger over its own fret; and how it is without
   * that.
   */
  readonly first?: { readonly positions: number; readonly otherwise: AtNeck };
}

/** Frets under a hand that does not stretch. */
const FOUR = 4;

/** The highest fret there is for this hand. */
const highestOf = ({ highest = Infinity, first }: AtNeck): number =>
  first ? Math.min(highest, first.positions + FOUR - 1) : highest;

/** Whether the hand may lie there. */
const mayLie = (position: number, { first }: AtNeck): boolean =>
  position >= 1 && (!first || position <= first.positions);

/**
 * Ways kept of a moment, the cheapest, so that a full chord has no thousands; and of those on the
 * same strings, which a teacher can ask for.
 */
const KEPT = 160;
const KEPT_ON_STRINGS = 4;
/** So much dearer than the cheapest, no shift that is saved is worth it. */
const DEAR = 12;

/** Positions an open string may be played in. */
const POSITIONS = Array.from({ length: 14 }, (_, i) => i + 1);

/** Every way to take some notes at once, the cheapest first. */
export function waysOf(notes: readonly Played[], at: AtNeck): NeckWay[] {
  const byCost = (a: NeckWay, b: NeckWay) => a.cost - b.cost;
  const onStrings = placings(notes, at).map((places) => fingerings(notes, places, at).sort(byCost));
  const all = onStrings.flat().sort(byCost);
  const dear = all.length ? all[0]!.cost + DEAR : 0;
  const some = new Set(onStrings.flatMap((ways) => ways.slice(0, KEPT_ON_STRINGS)));
  return all.filter((way, i) => (i < KEPT && way.cost <= dear) || some.has(way));
}

/**
 * Whether some notes can be taken at once.
 * @param isGood where a shape is to be more than possible
 */
export const canTake = (
  notes: readonly Played[],
  at: AtNeck,
  isGood: (barres: readonly Barre[]) => boolean = () => true,
): boolean =>
  somePlacing(notes, at, (places) => {
    const stopped = places.filter(({ fret }, i) => fret > 0 && !isRinging(notes[i]!));
    // one finger takes one note anywhere
    return stopped.length <= 1 || someShape(stopped, places, at, ({ barres }) => isGood(barres));
  });

/** Each note on a string of its own. */
function placings(notes: readonly Played[], at: AtNeck): Place[][] {
  const found: Place[][] = [];
  somePlacing(notes, at, (places) => {
    found.push([...places]);
    return false;
  });
  return found;
}

/** Whether one way to put each note on a string of its own is what is looked for. */
function somePlacing(
  notes: readonly Played[],
  at: AtNeck,
  is: (places: readonly Place[]) => boolean,
): boolean {
  const highest = highestOf(at);
  const where = notes.map((note) => placesOf(at.neck, note).filter(({ fret }) => fret <= highest));
  const places: Place[] = [];
  const put = (i: number): boolean => {
    if (i === notes.length) return is(places);
    for (const place of where[i]!) {
      if (places.some(({ string }) => string === place.string)) continue;
      places.push(place);
      if (put(i + 1)) return true;
      places.pop();
    }
    return false;
  };
  return put(0);
}

/** So many notes are a chord; up to this position open strings are of its kind. */
const [CHORD, LOW] = [3, 4];

const lowest = (notes: readonly Played[]): number => Math.min(...notes.map(({ midi }) => midi));

/** Fingers for notes in their places. */
function fingerings(notes: readonly Played[], places: readonly Place[], at: AtNeck): NeckWay[] {
  const stopped = places.filter(({ fret }, i) => fret > 0 && !isRinging(notes[i]!));
  const weak = places.filter(({ fret }, i) => isNatural(notes[i]!) && isWeak(fret)).length;
  const open =
    places.filter(({ fret }) => fret === 0).length * (at.avoidOpen ? at.prices.open : 0) +
    weak * at.prices.weak;
  const bare = notes.map((note, i): Stopped => {
    const { string, fret } = places[i]!;
    return { string, fret, finger: 0, natural: isNatural(note) || isRinging(note) };
  });
  if (stopped.length === 0)
    return POSITIONS.filter((position) => mayLie(position, at)).map((position) => {
      const cost = open + at.prices.position * position;
      return wayOf(at, bare, { position, cost: 0, barres: [] }, cost);
    });
  if (stopped.length === 1) return alone(stopped[0]!, bare, open, at);
  // an open string over a chord high up sounds out of it; the bass may well be one
  const within =
    places.length < CHORD
      ? 0
      : places.filter(({ fret }, i) => fret === 0 && notes[i]!.midi > lowest(notes)).length;
  const high = at.prices.openHigh * within;
  const found: NeckWay[] = [];
  someShape(stopped, places, at, (shape, hand) => {
    const beside = open + high * Math.max(0, shape.position - LOW);
    found.push(wayOf(at, under(bare, hand), shape, beside));
    return false;
  });
  return found;
}

/** A way with a shape, and what it costs beside it. */
function wayOf(
  { neck }: AtNeck,
  notes: readonly Stopped[],
  { position, barres, cost }: Shape,
  beside: number,
): NeckWay {
  const byString = new Array<number>(neck.tuning.length + 1).fill(-1);
  const byFinger = [-1, -1, -1, -1, -1];
  notes.forEach(({ string, finger }, i) => {
    byString[string] = i;
    if (byFinger[finger]! < 0) byFinger[finger] = i;
  });
  return { notes, byString, byFinger, position, barres, cost: cost + beside, shape: cost };
}

/**
 * Notes with fingers on their strings. No spread here: what a long line goes through has one shape.
 */
const under = (
  bare: readonly Stopped[],
  hand: readonly { readonly string: number; readonly finger: number }[],
): Stopped[] =>
  bare.map((note) => {
    const finger = hand.find(({ string }) => string === note.string)?.finger;
    if (finger === undefined) return note;
    return { string: note.string, fret: note.fret, finger, natural: note.natural };
  });

const fingerCost = (finger: number, { string, fret }: Place, { neck, prices }: AtNeck): number =>
  (finger === 4 ? prices.fourth : finger === 3 ? prices.third : 0) +
  prices.height * Math.max(0, fret - 5) +
  prices.body * string * Math.max(0, fret + neck.capo - BODY);

/** A single note: each finger, where the hand may lie for it. */
function alone(place: Place, bare: readonly Stopped[], open: number, at: AtNeck): NeckWay[] {
  const { prices } = at;
  const { string, fret } = place;
  return [1, 2, 3, 4].flatMap((finger) => {
    const natural = fret - finger + 1;
    const lying: [position: number, more: number][] = [[natural, 0]];
    const stretched = at.first ? Infinity : prices.outward;
    if (finger === 1) lying.push([natural + 1, stretched]);
    if (finger === 4) lying.push([natural - 1, stretched]);
    if (finger === 2 || finger === 3) lying.push([natural - 1, at.first ? Infinity : prices.inner]);
    if (finger > 1) lying.push([natural + 1, prices.squeezed]);
    return lying
      .filter(([position, more]) => mayLie(position, at) && more < Infinity)
      .map(([position, more]): NeckWay => {
        const cost = more + fingerCost(finger, place, at) + prices.position * position;
        const notes = under(bare, [{ string, finger }]);
        return wayOf(at, notes, { position, cost, barres: [] }, open);
      });
  });
}

interface Shape {
  readonly barres: readonly Barre[];
  readonly position: number;
  readonly cost: number;
}

/** A place under a finger. */
interface Fingered extends Place {
  readonly finger: number;
}

/** Strings that a finger other than the first can lie flat over. Common practice, no source. */
const FLAT = 3;

/** Whether two fingers can lie so at once: in the order of the frets, or one of them flat. */
function canLie(a: Fingered, b: Place, finger: number, { neck, most }: AtNeck): boolean {
  if (a.finger === finger)
    return a.fret === b.fret && (finger === 1 || Math.abs(a.string - b.string) < FLAT);
  const isLow = a.finger < finger;
  if (isLow ? a.fret > b.fret : b.fret > a.fret) return false;
  const other = { finger, fret: b.fret };
  return isLow ? reaches(neck, most, a, other) : reaches(neck, most, other, a);
}

function canLieBeside(
  hand: readonly Fingered[],
  place: Place,
  finger: number,
  at: AtNeck,
): boolean {
  for (const before of hand) if (!canLie(before, place, finger, at)) return false;
  return true;
}

/**
 * Whether one way to stop some notes at once is what is looked for: fingers rise with the frets,
 * each may lie flat.
 */
function someShape(
  stopped: readonly Place[],
  all: readonly Place[],
  at: AtNeck,
  is: (shape: Shape, hand: readonly Fingered[]) => boolean,
): boolean {
  // the lower string first where frets are equal
  const inOrder = [...stopped].sort((a, b) => a.fret - b.fret || b.string - a.string);
  const hand: Fingered[] = [];
  const walk = (): boolean => {
    const place = inOrder[hand.length];
    if (!place) {
      const shape = priced(hand, all, at);
      return shape !== undefined && is(shape, hand);
    }
    for (let finger = 1; finger <= 4; finger++) {
      if (!canLieBeside(hand, place, finger, at)) continue;
      hand.push({ string: place.string, fret: place.fret, finger });
      if (walk()) return true;
      hand.pop();
    }
    return false;
  };
  const [low, high] = [inOrder[0]!, inOrder.at(-1)!];
  return inOrder.length <= 6 && between(at.neck, low.fret, high.fret) <= at.most && walk();
}

/** Where a finger lies flat; none where a string under it must sound lower than its fret. */
function barreOf(flat: readonly Fingered[], all: readonly Place[]): Barre | undefined {
  const strings = flat.map(({ string }) => string);
  const [from, to] = [Math.min(...strings), Math.max(...strings)];
  const [{ fret, finger }] = flat as [Fingered];
  const isUnder = (one: Place) => one.string >= from && one.string <= to && one.fret < fret;
  return all.some(isUnder) ? undefined : { finger, fret, from, to };
}

/** What a finger that lies flat costs. */
function barreCost({ finger, from, to }: Barre, { prices }: AtNeck): number {
  const over = prices.barreString * Math.max(0, to - from - 1);
  return finger === 1
    ? prices.barre + over + (from > 1 ? prices.barreInside : 0)
    : prices.flat + over;
}

/** Whether the lower of two fingers at one fret lies on the higher string. */
const isCrossed = (low: Fingered, high: Fingered, hand: readonly Fingered[]): boolean =>
  hand.some(
    (one) =>
      one.finger === low.finger &&
      hand.some((other) => other.finger === high.finger && other.string > one.string),
  );

/** What fingers that can lie so cost; none where one cannot lie flat. */
function priced(hand: readonly Fingered[], all: readonly Place[], at: AtNeck): Shape | undefined {
  const { neck, prices } = at;
  const barres: Barre[] = [];
  const share = [1, 1, 1, 1, 1];
  for (let finger = 1; finger <= 4; finger++) {
    const flat = hand.filter((one) => one.finger === finger);
    if (flat.length < 2) continue;
    const barre = at.noBarre ? undefined : barreOf(flat, all);
    if (!barre) return undefined;
    barres.push(barre);
    share[finger] = 1 / flat.length;
  }
  let cost = barres.reduce((sum, barre) => sum + barreCost(barre, at), 0);
  const used = [...hand].sort((a, b) => a.finger - b.finger || a.fret - b.fret);
  for (const one of used) cost += fingerCost(one.finger, one, at) * share[one.finger]!;
  for (const [i, low] of used.entries()) {
    const high = used[i + 1];
    if (!high || low.finger === high.finger) continue;
    const apart = high.fret - low.fret - (high.finger - low.finger);
    if (apart > 0 && at.first) return undefined;
    if (apart > 0)
      cost +=
        (low.finger === 1 && high.finger === 2 ? prices.wideFirst : prices.wide) * apart +
        prices.millimetre * Math.max(0, between(neck, low.fret, high.fret) - FELT);
    else cost += prices.narrow * apart * apart;
    if (high.fret === low.fret && isCrossed(low, high, hand)) cost += prices.crossed;
  }
  const [first] = used;
  const lies = first!.fret - first!.finger + 1;
  const position = Math.max(1, lies);
  if (!mayLie(position, at)) return undefined;
  return {
    position,
    barres,
    cost: cost + prices.position * position + prices.narrow * (position - lies),
  };
}
