import { comparePlaces, lastBarOf, type Score, type Section } from "../score/index.ts";
import type { Form } from "./model.ts";
import { handsOf } from "./content.ts";
import type { Return } from "./returns.ts";

/**
 * What a changed return of a piece on paper leaves to learn, as nobody can count what differs.
 * Common practice, no source.
 */
const HALF_KNOWN = 0.5;

const plain = (name: string): string =>
  name
    .trim()
    .replace(/[′'’]+$/, "")
    .trim();

/**
 * Sections of which the teacher says by their names that they return: the same name exactly, a name
 * with a prime changed.
 */
function named(
  sections: readonly Section[],
): { from: number; to: number; of: number; ofTo: number; relation: "exact" | "varied" }[] {
  const whole = sections
    .filter(({ from, to }) => from.offset.num === 0 && to.offset.num === 0)
    .sort((a, b) => comparePlaces(a.from, b.from));
  return whole.flatMap((section, i) => {
    const first = whole
      .slice(0, i)
      .find(
        (other) => plain(other.name) === plain(section.name) && other.from.bar !== section.from.bar,
      );
    if (!first || plain(section.name) === "") return [];
    const length = Math.min(
      lastBarOf(section.to) - section.from.bar,
      lastBarOf(first.to) - first.from.bar,
    );
    const relation =
      section.name.trim() === first.name.trim() ? ("exact" as const) : ("varied" as const);
    return [
      {
        from: section.from.bar,
        to: section.from.bar + length,
        of: first.from.bar,
        ofTo: first.from.bar + length,
        relation,
      },
    ];
  });
}

/**
 * The form of a piece on paper, as far as the names of its sections tell it: every bar is new in
 * every hand, but for those of a section that has the name of an earlier one.
 */
export function paperForm(score: Score, sections: readonly Section[]): Form {
  const hands = handsOf(score);
  const returning = named(sections);
  const work = score.bars.map(({ index }) => {
    const here = returning.filter(({ from, to }) => from <= index && to >= index);
    return here.some((one) => one.relation === "exact") ? 0 : here.length ? HALF_KNOWN : 1;
  });
  const isNew = work.map((one) => one > 0);
  const count = isNew.filter(Boolean).length;
  const each = <T>(value: T) => Object.fromEntries(hands.map((hand) => [hand, value]));
  return {
    bars: score.bars.length,
    newBars: count,
    newBarsByHand: each(count),
    isNew: each(isNew),
    work: each(work),
    nearlyKnown: work.filter((one) => one === HALF_KNOWN).length,
    returns: returning.flatMap((one) =>
      (hands.length > 1 ? ["both", ...hands] : hands).map((hand): Return => ({
        ...one,
        hand,
        interval: 0,
        tonal: false,
        differences: [],
      })),
    ),
    sequences: [],
    imitations: [],
    grounds: [],
  };
}
