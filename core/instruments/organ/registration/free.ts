import { quartersAt, toNumber, type Place, type Score } from "../../../score/index.ts";

/**
 * What is done at a change: stops by hand, a combination or a coupler by thumb or toe, the swell by
 * a foot.
 */
export type Action = "stops" | "combination" | "couplers" | "swell";

/** Something to do, and how many stops or couplers are moved for it. */
export interface Job {
  readonly action: Action;
  readonly count: number;
}

/** Who can do what, and the seconds it takes. From memory. */
const NEEDS: Readonly<Record<Action, Readonly<Partial<Record<"hand" | "foot", number>>>>> = {
  stops: { hand: 0.6 },
  combination: { hand: 0.3, foot: 0.5 },
  couplers: { hand: 0.4, foot: 0.5 },
  swell: { foot: 0.5 },
};

/** Seconds each further stop or coupler takes beside the first. Own figure. */
const EACH_MORE = 0.4;

/** A hand or a foot that might be free, with what it plays. */
interface Limb {
  readonly id: string;
  readonly kind: "hand" | "foot";
  readonly plays: readonly { readonly from: number; readonly to: number }[];
}

/**
 * The hands and feet of a score. Where it is written which foot plays each note they are two; else
 * the feet are free together.
 *
 * @param feet toe or heel of either foot, by note id
 */
export function limbsOf(score: Score, feet: ReadonlyMap<string, string>): Limb[] {
  const of = (wanted: (note: Score["notes"][number]) => boolean) =>
    score.notes
      .filter((note) => !note.held && !note.grace && wanted(note))
      .map((note) => {
        const from = quartersAt(score, note);
        return { from, to: from + toNumber(note.length) };
      })
      .sort((a, b) => a.from - b.from);
  const pedal = score.notes.filter(({ hand, held, grace }) => hand === "feet" && !held && !grace);
  const isTold = pedal.length > 0 && pedal.every(({ id }) => /[RL]/.test(feet.get(id) ?? ""));
  const hands = ["right", "left"].map((id): Limb => ({
    ...{ id, kind: "hand" },
    plays: of(({ hand }) => hand === id),
  }));
  if (!isTold) {
    const plays = of(({ hand }) => hand === "feet");
    return [...hands, { id: "feet", kind: "foot", plays }];
  }
  // a silent change has both feet on the key
  const foot = (id: string, letter: string): Limb => ({
    ...{ id, kind: "foot" },
    plays: of(({ hand, id: note }) => hand === "feet" && (feet.get(note) ?? "").includes(letter)),
  });
  return [...hands, foot("right foot", "R"), foot("left foot", "L")];
}

/** Seconds a limb is free about a moment: from where it lets go to where it plays again. */
function freeFor({ plays }: Limb, at: number, tempo: number): number {
  const sounding = plays.some(({ from, to }) => from < at - 1e-9 && to > at + 1e-9);
  if (sounding) return 0;
  const before = Math.max(-Infinity, ...plays.filter(({ to }) => to <= at + 1e-9).map((p) => p.to));
  const after = plays.find(({ from }) => from >= at - 1e-9)?.from ?? Infinity;
  return ((after - before) * 60) / tempo;
}

/**
 * Who does some jobs at a moment, in the order they are given out: one limb does several where it
 * has time for all, and two hands share the stops. Undefined where nobody is free for one of them.
 *
 * @param at quarters from the beginning
 * @param tempo quarters a minute
 */
export function whoIsFree(
  limbs: readonly Limb[],
  jobs: readonly Job[],
  at: number,
  tempo: number,
): string[] | undefined {
  const free = limbs.map(({ id, kind, plays }) => ({
    ...{ id, kind, left: freeFor({ id, kind, plays }, at, tempo) },
    ...{ does: new Set<Action>() },
  }));
  // what fewest can do first
  const byChoice = jobs
    .flatMap(({ action, count }) => Array.from({ length: count }, () => action))
    .sort((a, b) => Object.keys(NEEDS[a]).length - Object.keys(NEEDS[b]).length);
  const found = new Set<string>();
  for (const action of byChoice) {
    const needs = ({ kind, does }: (typeof free)[number]): number =>
      does.has(action) ? EACH_MORE : (NEEDS[action][kind] ?? Infinity);
    const [best] = free
      .filter((one) => one.left >= needs(one) - 1e-9 && needs(one) < Infinity)
      // who is at it, then who does nothing else, then who has most time
      .sort(
        (a, b) =>
          Number(b.does.has(action)) - Number(a.does.has(action)) ||
          Number(a.does.size > 0) - Number(b.does.size > 0) ||
          b.left - a.left,
      );
    if (!best) return undefined;
    best.left -= needs(best);
    best.does.add(action);
    found.add(best.id);
  }
  return [...found];
}

/** A place is looked for within so many bars. */
const NEAR = 4;

/** The nearest place where somebody is free for all of it. */
export function nearestFree(
  score: Score,
  limbs: readonly Limb[],
  jobs: readonly Job[],
  place: Place,
  tempo: number,
): (Place & { readonly by: string[] }) | undefined {
  const at = quartersAt(score, place);
  // what is set before the piece begins is no change
  const first = Math.min(...limbs.flatMap(({ plays }) => plays.map(({ from }) => from)));
  const seen = new Set<number>();
  const places = score.notes
    .filter(({ bar, held, grace }) => Math.abs(bar - place.bar) <= NEAR && !held && !grace)
    .flatMap(({ bar, offset }) => {
      const there = quartersAt(score, { bar, offset });
      if (seen.has(there) || there <= first + 1e-9) return [];
      seen.add(there);
      return [{ bar, offset, away: Math.abs(there - at), there }];
    })
    .sort((a, b) => a.away - b.away || a.there - b.there);
  for (const { bar, offset, there } of places) {
    const by = whoIsFree(limbs, jobs, there, tempo);
    if (by) return { bar, offset, by };
  }
  return undefined;
}
