import { USUAL_SHARES, type Pin, type PlannedCard, type Shares } from "./card.ts";
import { minutesOfDay, remaining, type Load, type StepToClimb } from "./chains.ts";
import { isRunThrough } from "./earning.ts";

/** A card is no shorter than this many minutes: long enough to climb. */
export const SHORTEST = 3;
/**
 * Where nobody says, a card is no longer than this many minutes while others have had none: short
 * enough to stay fresh. Common practice, no source.
 */
export const USUAL_LONGEST = 8;

/** Then they are longer and longer, up to this. */
const LONGEST_OF_ALL = 64;

/** Run-throughs on one day, and of how much of its minutes. Common practice, no source. */
const RUN_THROUGHS_A_DAY = 2;
const RUN_THROUGH_SHARE = 0.25;

/** What a day is filled from. */
interface ToFill {
  readonly date: string;
  /** Days of practice before it, from today. */
  readonly day: number;
  readonly longest?: number | undefined;
  readonly shares?: Shares | undefined;
  readonly byKey: ReadonlyMap<string, Load>;
  /** Pins of this day and later ones. */
  readonly pins: readonly Pin[];
  /** Units that were on this day when it was laid out before: they come first. */
  readonly before?: ReadonlySet<string> | undefined;
  /** Whether a unit was on a later one: it comes last, so that it can stay there. */
  readonly later?: (unit: string) => boolean;
}

/** Minutes a unit may have on the day; what has none is passed over. */
type Most = (load: Load) => number;

/** A day of a piece while it is filled, from where its loads stand before it. */
export class DayOfPiece {
  readonly cards = new Map<string, PlannedCard>();
  /** What was left in the morning of what is worked on; of the rest it is what is left. */
  readonly morning = new Map<string, readonly StepToClimb[]>();
  private readonly ready = new Map<Load, boolean>();
  private readonly loads: readonly Load[];

  /** @param all in the order of the plan */
  constructor(
    all: readonly Load[],
    private readonly day: ToFill,
  ) {
    this.loads = inTurn(all, day);
  }

  /** Puts on the day what was pinned to it, whatever the rules say. @returns minutes it takes */
  pinned(): number {
    let used = 0;
    for (const { unit, minutes, date } of this.day.pins) {
      const load = this.day.byKey.get(unit);
      if (!load || date !== this.day.date || this.cards.has(unit)) continue;
      this.cards.set(unit, { ...cardOf(load, minutes), pinned: true });
      this.onCard(load, minutes);
      used += minutes;
    }
    return used;
  }

  /**
   * Adds what may be done by rule: forerunners done on an earlier day, two steps a unit.
   *
   * @returns minutes that are left
   */
  byRule(minutes: number): number {
    const { longest = USUAL_LONGEST, shares = USUAL_SHARES } = this.day;
    const most = (load: Load) => this.mostOf(load, minutes);
    // nothing of it was played yet, and nothing comes before it
    const fresh = (load: Load) =>
      load.unit.after.length === 0 && this.leftOf(load).length === load.unit.steps.length
        ? most(load)
        : 0;
    let [forNew, rest, loads] = [Math.floor((minutes * shares.learning) / 60), minutes, this.loads];
    for (let long = longest; rest > 0 && long <= LONGEST_OF_ALL; long *= 2) {
      if (rest < SHORTEST && this.cards.size > 0)
        loads = loads.filter(({ unit }) => this.cards.has(unit.key));
      const had = Math.min(forNew, rest);
      const left = this.give(loads, had, long, fresh);
      forNew -= had - left;
      rest = this.give(loads, rest - had + left, long, most);
    }
    return rest;
  }

  /** Gives minutes to units in their order, up to a length of their cards. @returns what is left */
  private give(loads: readonly Load[], minutes: number, long: number, most: Most): number {
    let budget = minutes;
    for (const load of loads) {
      if (budget <= 0) break;
      if (load.left.length === 0) continue;
      const before = this.cards.get(load.unit.key);
      // too little to begin with something
      if (budget < SHORTEST && !before && this.cards.size > 0) continue;
      const had = before?.minutes ?? 0;
      if (had >= long) continue;
      const may = most(load);
      if (may <= had) continue;
      const wanted = Math.max(SHORTEST, Math.ceil(remaining(load)));
      const room = Math.min(long, Math.max(SHORTEST, may)) - had;
      const all = Math.min(budget, wanted, room);
      const given = this.isLost(load, budget, all, most) ? budget - SHORTEST : all;
      if (given <= 0) continue;
      const card = before ? { ...before, minutes: had + given } : cardOf(load, given);
      this.cards.set(load.unit.key, card);
      budget -= given;
      this.onCard(load, given);
    }
    return budget;
  }

  /** Whether what is over were too little for another that could have a card of the shortest. */
  private isLost(load: Load, budget: number, given: number, most: Most): boolean {
    const least = this.cards.has(load.unit.key) ? 0 : SHORTEST;
    if (given === budget || budget - given >= SHORTEST || budget - SHORTEST < least) return false;
    return this.loads.some(
      (one) => one !== load && one.left.length && !this.cards.has(one.unit.key) && most(one) > 0,
    );
  }

  private mostOf(load: Load, minutes: number): number {
    if (!this.isReady(load) || !this.isOneMore(load)) return 0;
    const share = isRunThrough(load.unit.kind) ? minutes * RUN_THROUGH_SHARE : Infinity;
    return Math.ceil(Math.min(share, minutesOfDay(this.leftOf(load))));
  }

  private isReady(load: Load): boolean {
    const found = this.ready.get(load) ?? this.isReadyFor(load);
    this.ready.set(load, found);
    return found;
  }

  /** What it rests on was done before today; a run-through needs it at its own tempo. */
  private isReadyFor(load: Load): boolean {
    // a run-through is played at a tempo at which all it goes through stands
    const tempo = isRunThrough(load.unit.kind) ? this.leftOf(load)[0]?.tempo : undefined;
    for (const key of load.unit.after) {
      const next = (this.morning.get(key) ?? this.day.byKey.get(key)?.left)?.[0];
      if (next && !(next.tempo > (tempo ?? Infinity))) return false;
    }
    return true;
  }

  private isOneMore({ unit }: Load): boolean {
    if (!isRunThrough(unit.kind) || this.cards.has(unit.key)) return true;
    const through = [...this.cards.values()].filter(({ kind }) => isRunThrough(kind));
    return through.length < RUN_THROUGHS_A_DAY;
  }

  private leftOf({ unit, left }: Load): readonly StepToClimb[] {
    return this.morning.get(unit.key) ?? left;
  }

  private onCard(load: Load, minutes: number): void {
    if (!this.morning.has(load.unit.key)) this.morning.set(load.unit.key, load.left);
    work(load, minutes);
  }
}

/** What must be begun by then comes first: a day may go worse than was expected. */
const IN_TIME = 1;

/**
 * What a day can take, in turn: what was on it before, the rest, what was on a later one; in each
 * what has no day to lose, then as it is learned.
 */
function inTurn(all: readonly Load[], toFill: ToFill): readonly Load[] {
  const { date, day, pins, before, later } = toFill;
  const isHeld = new Set(pins.filter((pin) => pin.date > date).map(({ unit }) => unit));
  const isDue = ({ latest }: Load) => latest <= day + IN_TIME;
  const due = all.filter(isDue).sort((a, b) => a.latest - b.latest);
  const inOrder = due.length ? [...due, ...all.filter((load) => !isDue(load))] : all;
  const free = isHeld.size ? inOrder.filter(({ unit }) => !isHeld.has(unit.key)) : inOrder;
  if (!before) return free;
  const turnOf = ({ unit }: Load) => (before.has(unit.key) ? 0 : later?.(unit.key) ? 2 : 1);
  return [0, 1, 2].flatMap((turn) => free.filter((load) => turnOf(load) === turn));
}

function cardOf({ unit, left }: Load, minutes: number): PlannedCard {
  const { from, to, hands, section, why } = unit;
  const [next] = left;
  // one that is earned meanwhile is played to keep it
  const kind = next ? unit.kind : "keeping";
  const tempo = next?.tempo ?? unit.steps.at(-1)!;
  return { unit: unit.key, from, to, hands, tempo, minutes, kind, section, why };
}

function work(load: Load, minutes: number): void {
  let spent = minutes;
  while (spent > 1e-9 && load.left.length) {
    const step = load.left[0]!;
    const used = Math.min(spent, step.minutes);
    spent -= used;
    const [, ...rest] = load.left;
    if (step.minutes - used > 1e-9)
      load.left = [{ ...step, minutes: step.minutes - used }, ...rest];
    else {
      load.left = rest;
      // the same again is for another day
      if (load.left[0]?.tempo === step.tempo) return;
    }
  }
}
