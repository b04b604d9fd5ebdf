import type { Ground, Played } from "./ground.ts";
import type { Player } from "./players.ts";

/** Log tempo over which the chance of a clean bar goes from nearly none to nearly sure. */
const SPREAD = 0.06;
/** The hardest bar is read so much slower than one of middling hardness, in log tempo. */
const HARD = 0.5;
/** Hands together are read and stand so much lower than the hands apart, in log tempo. */
const TOGETHER_COSTS = 0.12;
/** After so many tries of the same bars in a day one more adds half as much. */
const TIRES = 14;
/** What is so far below what one can adds a third as much, in log tempo. */
const EASY = 0.6;
/** Nobody goes further above the goal than this, in log tempo. */
const CEILING = 0.6;
/** How uncertain a level is at first, in log tempo squared. */
const UNSURE = 0.12 ** 2;

/** Share of a night that is left after so many days of practice. */
const FADED = Float64Array.from({ length: 1000 }, (_, days) => 1 / (1 + days) ** 1.5);

/** The highest log tempo for a goal in beats a minute. */
export const topOf = (goal: number): number => Math.log(goal) + CEILING;

const logistic = (x: number): number => 1 / (1 + Math.exp(-x));

/** What a player can do in each content of a piece: the tempo at which it comes, in logs. */
export class Skill {
  readonly level: Float64Array;
  readonly first: Float64Array;
  readonly variance: Float64Array;
  private readonly today: Uint16Array;
  private readonly days: Uint16Array;
  private readonly touched: Uint8Array;
  /** Nights that passed, and how many of them each content was told of: when it is played. */
  private nights: number;
  private readonly told: Uint16Array;

  /** @param top highest log tempo anybody goes to, see {@link topOf} */
  constructor(
    private readonly ground: Ground,
    private readonly player: Player,
    private readonly top: number,
    from?: Skill,
  ) {
    const count = ground.hard.length;
    this.level = from?.level.slice() ?? new Float64Array(count);
    this.first = from?.first.slice() ?? new Float64Array(count);
    this.variance = from?.variance.slice() ?? new Float64Array(count).fill(UNSURE);
    this.today = from?.today.slice() ?? new Uint16Array(count);
    this.days = from?.days.slice() ?? new Uint16Array(count);
    this.touched = from?.touched.slice() ?? new Uint8Array(count);
    this.nights = from?.nights ?? 0;
    this.told = from?.told.slice() ?? new Uint16Array(count);
    if (from) return;
    const read = top - CEILING + Math.log(player.reads);
    ground.hard.forEach((hard, at) => {
      const together = ground.madeOf[at]!.length > 1 ? TOGETHER_COSTS : 0;
      this.first[at] = read - HARD * (hard - 0.4) - together;
      this.level[at] = this.first[at]!;
    });
  }

  /** The same, to go on from on its own. */
  copy(): Skill {
    return new Skill(this.ground, this.player, this.top, this);
  }

  /** Moves every level within what is uncertain of it. @param normal draws from the normal curve */
  scatter(normal: () => number): this {
    for (let at = 0; at < this.level.length; at++) {
      const by = normal() * Math.sqrt(this.variance[at]!);
      this.level[at]! += by;
      this.first[at]! += by;
    }
    return this;
  }

  /** What was learnt hands apart helps together, from the first time on. */
  private meet(at: number): void {
    this.sleep(at);
    if (this.touched[at]) return;
    this.touched[at] = 1;
    const parts = this.ground.madeOf[at]!;
    if (parts.length < 2) return;
    let lowest = Infinity;
    for (const part of parts) {
      this.sleep(part);
      lowest = Math.min(lowest, this.level[part]!);
    }
    this.level[at] = Math.max(this.level[at]!, lowest - TOGETHER_COSTS);
  }

  /** Chance that a try comes clean. */
  clean({ contents }: Played, tempo: number): number {
    const goal = Math.log(tempo);
    let chance = 1;
    for (const at of contents) {
      this.meet(at);
      chance *= logistic((this.level[at]! - goal) / SPREAD);
    }
    return chance;
  }

  /** What a try adds, whatever came of it. */
  play({ contents }: Played, tempo: number): void {
    const goal = Math.log(tempo);
    for (const at of contents) {
      const level = this.level[at]!;
      const room = Math.max(0, (this.top - level) / (this.top - this.first[at]! + 1e-9));
      const near = 1 / (1 + (2 * Math.max(0, level - goal)) / EASY);
      const fresh = TIRES / (TIRES + this.today[at]!);
      this.level[at]! += this.player.learns * Math.min(1, room * 1.5) * near * fresh;
      this.today[at]!++;
    }
  }

  /**
   * What a try that was logged tells: a clean one speaks for each of its bars, a slip against the
   * bar it was in, or where nobody said, against those that are likeliest to slip.
   *
   * @returns the chance of what came of it
   */
  learnFrom(played: Played, tempo: number, isClean: boolean, slipBar: number | null): number {
    const goal = Math.log(tempo);
    const chance = this.clean(played, tempo);
    const clean = played.contents.map((at) => logistic((this.level[at]! - goal) / SPREAD));
    const blame = played.barOf.map((bar, i) =>
      isClean
        ? 0
        : slipBar === null
          ? (1 - clean[i]!) / Math.max(1e-6, 1 - chance)
          : Number(bar === slipBar),
    );
    played.contents.forEach((at, i) => {
      const p = clean[i]!;
      const variance = this.variance[at]!;
      const told = (p * (1 - p)) / SPREAD ** 2;
      const after = variance / (1 + variance * told);
      const moved = (after * (isClean ? 1 - p : 1 - p - Math.min(1, blame[i]!))) / SPREAD;
      this.variance[at] = after;
      this.level[at]! += moved;
      // who reads better than thought has not learned it
      this.first[at]! += moved;
    });
    return isClean ? chance : 1 - chance;
  }

  /** A night takes some of what was won, less after each day it was played. */
  night(): void {
    this.nights++;
  }

  /** The nights since a content was played, all at once. */
  private sleep(at: number): void {
    const nights = this.nights - this.told[at]!;
    if (nights === 0) return;
    this.told[at] = this.nights;
    if (this.today[at]) this.days[at]!++;
    this.today[at] = 0;
    const won = this.level[at]! - this.first[at]!;
    if (won <= 0) return;
    const kept = 1 - this.player.forgets * FADED[Math.min(999, this.days[at]!)]!;
    this.level[at] = this.first[at]! + won * kept ** nights;
  }
}
