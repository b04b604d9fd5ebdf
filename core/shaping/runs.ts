import {
  add,
  compare,
  onsets,
  subtract,
  toNumber,
  type Fraction,
  type Note,
  type Onset,
  type Score,
  type Shape,
} from "../score/index.ts";

/**
 * Notes of one hand against others that fall between them: which of the run each of the others
 * meets.
 */
export interface FreeRun {
  readonly hand: string;
  readonly bar: number;
  /** One id for each onset of the run. */
  readonly notes: readonly string[];
  readonly meetings: readonly {
    readonly id: string;
    /** Where it is written, counted in notes of the run from 1. */
    readonly written: number;
    /** Which note of the run it meets, counted from 1. */
    readonly meets: number;
    readonly chosen: boolean;
  }[];
}

/** Fewer notes are a rhythm to be counted, not a run. Common practice, no source. */
const LEAST = 5;

/**
 * Runs in which the other hand's notes fall between those of the run, from one place where both
 * hands strike together to the next. Each of the others meets the run's note nearest to where it is
 * written, the earlier of two; the teacher's choice stands.
 */
export function freeRuns(score: Score, shape: Shape): FreeRun[] {
  const hands = [...new Set(score.notes.map((note) => note.hand))].filter(
    (hand) => !score.limbs.some((limb) => limb.id === hand && limb.foot),
  );
  if (hands.length !== 2) return [];
  const [one, other] = hands.map((hand) =>
    onsets(
      score.notes.filter((note) => !note.grace),
      hand,
    ),
  ) as [Onset[], Onset[]];
  const at = (onset: Onset) => add(score.bars[onset.bar]!.start, onset.offset);
  const times = new Map(other.map((onset) => [timeKey(at(onset)), onset]));
  const together = one.filter((onset) => times.has(timeKey(at(onset)))).map(at);
  const end = score.bars.at(-1)!;
  const cuts = [...together, add(end.start, end.length)];
  const found: FreeRun[] = [];
  let [i, j] = [0, 0];
  for (let k = 0; k + 1 < cuts.length; k++) {
    const [from, to] = [cuts[k]!, cuts[k + 1]!];
    const within = (list: readonly Onset[], start: number): [Onset[], number] => {
      let s = start;
      while (s < list.length && compare(at(list[s]!), from) < 0) s++;
      let e = s;
      while (e < list.length && compare(at(list[e]!), to) < 0) e++;
      return [list.slice(s, e), e];
    };
    const [a, nextI] = within(one, i);
    const [b, nextJ] = within(other, j);
    [i, j] = [nextI, nextJ];
    const [run, rest, hand] = a.length >= b.length ? [a, b, hands[0]!] : [b, a, hands[1]!];
    if (run.length < LEAST || rest.length < 2) continue;
    found.push(meetingsIn(hand, run, rest.slice(1), at, shape));
  }
  return found;
}

const timeKey = ({ num, den }: Fraction) => `${num}/${den}`;
const named = ({ notes }: Onset): Note => notes.at(-1)!;

function meetingsIn(
  hand: string,
  run: readonly Onset[],
  others: readonly Onset[],
  at: (onset: Onset) => Fraction,
  shape: Shape,
): FreeRun {
  const times = run.map((onset) => at(onset));
  return {
    hand,
    bar: run[0]!.bar,
    notes: run.map((onset) => named(onset).id),
    meetings: others.map((onset) => {
      const now = at(onset);
      const before = times.findLastIndex((time) => compare(time, now) <= 0);
      const [a, b] = [times[before]!, times[before + 1]];
      const share = b ? toNumber(subtract(now, a)) / toNumber(subtract(b, a)) : 0;
      const ids = onset.notes.map((note) => note.id);
      const said = shape.meetings.find(({ id }) => ids.includes(id));
      const choice = said
        ? run.findIndex(({ notes }) => notes.some((note) => note.id === said.meets))
        : -1;
      return {
        id: named(onset).id,
        written: before + 1 + share,
        meets: choice >= 0 ? choice + 1 : share > 0.5 + 1e-9 ? before + 2 : before + 1,
        chosen: choice >= 0,
      };
    }),
  };
}
