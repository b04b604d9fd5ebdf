import { say } from "../words/say.ts";
import { comparePlaces, compare, lastBarOf, type Mark, type Score } from "../score/index.ts";
import type { Stratum } from "../score/index.ts";
import { asWhole, KINDS, barRanges, type Pair, type Where } from "./carry.ts";
import type { Return } from "./returns.ts";

/** Marks to be written where the music comes back; they have no ids yet. */
export interface CarriedMarks extends Where {
  readonly marks: readonly Omit<Mark, "id">[];
}

type Draft = Omit<Mark, "id">;

/**
 * Carries marks of one layer that lie within bars `from` to `to` to where these return: those of a
 * hand to the returns of that hand, others to returns of all hands. What has its own keeps it.
 */
export const carryMarks = (
  score: Score,
  returns: readonly Return[],
  stratum: Stratum,
  marks: readonly Mark[],
  from: number,
  to: number,
): CarriedMarks => {
  // what holds one time of a repeat only is of that repeat
  const inside = marks.filter(
    (mark) => mark.from.bar >= from && lastOf(mark) <= to && mark.data["time"] === undefined,
  );
  const { found, misfits } = stratum.lined
    ? withTheirHand(score, returns, stratum, marks, inside)
    : withAllHands(score, returns, stratum, marks, inside, from, to);
  return { marks: found, to: barRanges(found.flatMap(barsOf)), misfits: [...new Set(misfits)] };
};

const lastOf = ({ from, to }: Draft): number => (to ? lastBarOf(to) : from.bar);
const barsOf = (mark: Draft): number[] =>
  Array.from({ length: lastOf(mark) - mark.from.bar + 1 }, (_, i) => mark.from.bar + i);

/** The same so many bars on. */
const shifted = ({ id: _, ...mark }: Mark, on: number): Draft => ({
  ...mark,
  from: { ...mark.from, bar: mark.from.bar + on },
  ...(mark.to ? { to: { ...mark.to, bar: mark.to.bar + on } } : {}),
});

/** What a mark says where it has gone to. */
const goneTo = (
  score: Score,
  { moved }: Stratum,
  { from, data }: Mark,
  there: Draft,
  semitones: number,
): Draft =>
  moved ? { ...there, data: moved(data, { semitones, from, to: there.from, score }) } : there;

const stays = (score: Score, bar: number, { name }: Stratum): string =>
  say`bar ${score.bars[bar]!.number} has ${name} of its own; they stay`;

function withAllHands(
  score: Score,
  returns: readonly Return[],
  stratum: Stratum,
  marks: readonly Mark[],
  inside: readonly Mark[],
  from: number,
  to: number,
) {
  const own = new Set(marks.flatMap(barsOf));
  const done = new Set<number>();
  const [found, misfits]: [Draft[], string[]] = [[], []];
  const holds = ({ one }: Pair) => stratum.holdsAt?.(one.interval) !== false;
  // where several bring a bar back, one that it holds for has the say
  const pairs = [...asWhole(score, returns, from, to)].sort(
    (a, b) => Number(holds(b)) - Number(holds(a)),
  );
  for (const pair of pairs) {
    const { bar, there, one } = pair;
    const here = inside.filter((mark) => mark.from.bar === bar);
    if (here.length === 0 || done.has(there)) continue;
    if (own.has(there)) {
      misfits.push(stays(score, there, stratum));
      continue;
    }
    done.add(there);
    if (!holds(pair)) {
      misfits.push(
        say`bar ${score.bars[there]!.number} comes back on other notes; its ${stratum.name} are to be
          found anew`,
      );
      continue;
    }
    for (const mark of here) {
      if (compare(mark.from.offset, score.bars[there]!.length) > 0)
        misfits.push(
          say`bar ${score.bars[there]!.number} is too short for the ${stratum.words(mark)} of bar
            ${score.bars[bar]!.number}`,
        );
      else found.push(goneTo(score, stratum, mark, shifted(mark, there - bar), one.interval));
    }
  }
  return { found, misfits };
}

function withTheirHand(
  score: Score,
  returns: readonly Return[],
  stratum: Stratum,
  marks: readonly Mark[],
  inside: readonly Mark[],
) {
  const [found, misfits]: [Draft[], string[]] = [[], []];
  const end = (one: Draft) => one.to ?? one.from;
  const meets = (a: Draft, b: Draft) =>
    a.line === b.line && comparePlaces(a.from, end(b)) < 0 && comparePlaces(b.from, end(a)) < 0;
  // where two returns overlap, the closer one has the say
  const closest = [...returns].sort(
    (a, b) =>
      KINDS.indexOf(a.relation) - KINDS.indexOf(b.relation) || b.to - b.from - (a.to - a.from),
  );
  for (const one of inside) {
    for (const back of closest.filter(
      (other) =>
        other.hand === one.line &&
        other.relation !== "varied" &&
        KINDS.includes(other.relation) &&
        other.of <= one.from.bar &&
        other.ofTo >= lastOf(one),
    )) {
      const moved = shifted(one, back.from - back.of);
      const there = goneTo(score, stratum, one, moved, back.interval);
      const own = [...marks, ...found].find((other) => meets(other, there));
      if (!own) found.push(there);
      else if (JSON.stringify(own.data) !== JSON.stringify(there.data))
        misfits.push(stays(score, there.from.bar, stratum));
    }
  }
  return { found, misfits };
}
