import { toNumber, type Fraction } from "../model/fraction.ts";

/** A key on the grid. */
export interface Gridded {
  readonly midi: number;
  readonly at: Fraction;
  readonly length: Fraction;
  readonly track: number;
}

/** Semitones a hand takes at once without a stretch, and at most. Common practice, no source. */
const EASY = 12;
const WIDEST = 16;
const MIDDLE_C = 60;
/** What it costs to strike while the same hand still holds something: the other one is free. */
const HOLDING = 6;
/**
 * What each semitone of moving a hand costs, and each past middle C into the other hand's half. Set
 * on six pieces by hand.
 */
const MOVED = 0.3;
const ASTRAY = 0.4;

export interface Hands {
  readonly right: readonly Gridded[];
  readonly left: readonly Gridded[];
  /** False when the file itself keeps the hands on two tracks. */
  readonly guessed: boolean;
}

/**
 * Notes for each hand: as the file has them when it keeps two tracks apart; else moment by moment
 * the split of the sounding keys that leaves each hand together and moves it least (a cheapest path
 * over all moments).
 */
export function splitHands(notes: readonly Gridded[]): Hands {
  const tracks = [...new Set(notes.map((note) => note.track))];
  if (tracks.length === 2) {
    const mean = (track: number) => {
      const mine = notes.filter((note) => note.track === track);
      return mine.reduce((sum, note) => sum + note.midi, 0) / mine.length;
    };
    const [a, b] = tracks as [number, number];
    const upper = mean(a) >= mean(b) ? a : b;
    return {
      right: notes.filter((note) => note.track === upper),
      left: notes.filter((note) => note.track !== upper),
      guessed: false,
    };
  }
  const moments = momentsOf(notes);
  const cuts = cheapestCuts(moments);
  const [right, left]: [Gridded[], Gridded[]] = [[], []];
  moments.forEach((keys, i) => keys.forEach((note, k) => (k < cuts[i]! ? left : right).push(note)));
  return { right: right.length ? right : left, left: right.length ? left : [], guessed: true };
}

/** Notes struck together, low to high. */
function momentsOf(notes: readonly Gridded[]): Gridded[][] {
  const found = new Map<number, Gridded[]>();
  for (const note of notes)
    found.set(toNumber(note.at), [...(found.get(toNumber(note.at)) ?? []), note]);
  return [...found]
    .sort((a, b) => a[0] - b[0])
    .map(([, keys]) => keys.sort((a, b) => a.midi - b.midi));
}

interface State {
  readonly cost: number;
  /** Where each hand was last, as key numbers. */
  readonly left: number;
  readonly right: number;
  /** Until when each hand holds what it struck, in quarters. */
  readonly leftEnd: number;
  readonly rightEnd: number;
}

/** How many of each moment's keys the left hand takes. Keeps the best few ways at every moment. */
function cheapestCuts(moments: readonly Gridded[][]): readonly number[] {
  let states: State[] = [
    { cost: 0, left: MIDDLE_C - 12, right: MIDDLE_C + 12, leftEnd: 0, rightEnd: 0 },
  ];
  const chosen: { cut: number; back: number }[][] = [];
  for (const keys of moments) {
    const now = toNumber(keys[0]!.at);
    const next: (State & { back: number; cut: number })[] = [];
    states.forEach((state, back) => {
      for (let cut = 0; cut <= keys.length; cut++) {
        const [low, high] = [keys.slice(0, cut), keys.slice(cut)];
        const left = low.length ? middle(low) : state.left;
        const right = high.length ? middle(high) : state.right;
        const cost =
          state.cost +
          width(low) +
          width(high) +
          Math.abs(left - state.left) * MOVED +
          Math.abs(right - state.right) * MOVED +
          (low.length && now < state.leftEnd ? HOLDING : 0) +
          (high.length && now < state.rightEnd ? HOLDING : 0) +
          (left > right ? 6 : 0) +
          Math.max(0, left - MIDDLE_C - 4) * ASTRAY +
          Math.max(0, MIDDLE_C - 4 - right) * ASTRAY;
        next.push({
          cost,
          left,
          right,
          leftEnd: endOf(low, state.leftEnd),
          rightEnd: endOf(high, state.rightEnd),
          back,
          cut,
        });
      }
    });
    next.sort((a, b) => a.cost - b.cost);
    const kept = next.slice(0, 24);
    chosen.push(kept.map(({ cut, back }) => ({ cut, back })));
    states = kept;
  }
  const cuts: number[] = [];
  for (let i = chosen.length - 1, at = 0; i >= 0; i--) {
    cuts[i] = chosen[i]![at]!.cut;
    at = chosen[i]![at]!.back;
  }
  return cuts;
}

const endOf = (keys: readonly Gridded[], before: number): number =>
  keys.length ? Math.max(...keys.map((note) => toNumber(note.at) + toNumber(note.length))) : before;

const middle = (keys: readonly Gridded[]): number => (keys[0]!.midi + keys.at(-1)!.midi) / 2;

function width(keys: readonly Gridded[]): number {
  const span = keys.length ? keys.at(-1)!.midi - keys[0]!.midi : 0;
  return Math.max(0, span - EASY) * 1.5 + (span > WIDEST ? 60 : 0);
}
