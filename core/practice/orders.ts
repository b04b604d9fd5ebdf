import { say } from "../words/say.ts";
import type { Form } from "../form/model.ts";
import { type Section, comparePlaces, lastBarOf } from "../score/index.ts";
import type { BarHardness } from "./hardness.ts";
import { find } from "./find.ts";

/** What is known of a piece before it is learned. */
export interface Known {
  readonly form: Form;
  /** By bar, over all hands; empty where nobody knows. */
  readonly hard: readonly BarHardness[];
}

/** In which order sections are learned. */
export interface Order {
  readonly id: "front-to-back" | "last-first" | "theme-first" | "hardest-first";
  readonly name: string;
  /** Why one would choose it. */
  readonly why: string;
  readonly of: (sections: readonly Section[], known: Known) => Section[];
}

const byPlace = (sections: readonly Section[]): Section[] =>
  [...sections].sort((a, b) => comparePlaces(a.from, b.from));

/** Bars elsewhere that bring back what a section has, in all hands. */
function broughtBack({ from, to }: Section, { returns }: Form): number {
  const [first, last] = [from.bar, lastBarOf(to)];
  return returns.reduce((sum, one) => {
    const shared = Math.min(last, one.ofTo) - Math.max(first, one.of) + 1;
    const isElsewhere = one.to < first || one.from > last;
    return isElsewhere ? sum + Math.max(0, shared) : sum;
  }, 0);
}

/** A section is as hard as its bars are on average. */
function meanHardness({ from, to }: Section, hard: readonly BarHardness[]): number {
  const bars = hard.slice(from.bar, lastBarOf(to) + 1);
  return bars.reduce((sum, one) => sum + one.hardness, 0) / Math.max(1, bars.length);
}

const mostFirst = (sections: readonly Section[], of: (section: Section) => number): Section[] =>
  byPlace(sections)
    .map((section) => ({ section, share: of(section) }))
    .sort((a, b) => b.share - a.share)
    .map(({ section }) => section);

/** The orders of learning. Common practice, no source. A new one is an entry here. */
export const orders: readonly Order[] = [
  {
    id: "front-to-back",
    name: say`Front to back`,
    why: say`As the piece goes: its thread is never lost.`,
    of: byPlace,
  },
  {
    id: "last-first",
    name: say`Last section first`,
    why: say`One always plays towards what is known best; the end is not what is known least.`,
    of: (sections) => byPlace(sections).reverse(),
  },
  {
    id: "theme-first",
    name: say`What returns first`,
    why: say`The section that comes back most is learned once, and the rest is less work at once.`,
    of: (sections, { form }) => mostFirst(sections, (section) => broughtBack(section, form)),
  },
  {
    id: "hardest-first",
    name: say`Hardest first`,
    why: say`What takes longest has the most days; what is easy comes when the day is near.`,
    of: (sections, { hard }) => mostFirst(sections, (section) => meanHardness(section, hard)),
  },
];

/** @throws RangeError for one nobody registered */
export const orderOf = (id: string): Order => find(orders, id, "order of learning");
