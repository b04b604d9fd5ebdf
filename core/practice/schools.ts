import type { Form } from "../form/index.ts";
import { comparePlaces, lastBarOf, type Section } from "../score/index.ts";
import type { BarHardness } from "./hardness.ts";
import { ladders, type Ladder } from "./ladder.ts";
import type { Level } from "./levels.ts";

/** How far each level is raised before it is joined, as shares of the goal. */
export interface Raise {
  readonly id: "stages" | "full" | "together";
  readonly name: string;
  /** Why one would choose it. */
  readonly why: string;
  readonly top: Readonly<Record<Level["kind"], number>>;
}

/** The schools of joining. Common practice, no source. A new one is an entry here. */
export const raises: readonly Raise[] = [
  {
    id: "stages",
    name: "In stages",
    why: "Two bars to 85 % of the goal, four to 90, eight to 95: each joins while it is fresh.",
    top: { cell: 0.85, four: 0.9, eight: 0.95, sixteen: 0.95 },
  },
  {
    id: "full",
    name: "Each to full tempo",
    why: "Nothing is joined that does not stand at performance tempo.",
    top: { cell: 1, four: 1, eight: 1, sixteen: 1 },
  },
  {
    id: "together",
    name: "The section up together",
    why: "Parts are only read; the section is raised as a whole, so that nothing falls apart.",
    top: { cell: 0.6, four: 0.6, eight: 0.6, sixteen: 0.6 },
  },
];

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
    name: "Front to back",
    why: "As the piece goes: its thread is never lost.",
    of: byPlace,
  },
  {
    id: "last-first",
    name: "Last section first",
    why: "One always plays towards what is known best; the end is not what is known least.",
    of: (sections) => byPlace(sections).reverse(),
  },
  {
    id: "theme-first",
    name: "What returns first",
    why: "The section that comes back most is learned once, and the rest is less work at once.",
    of: (sections, { form }) => mostFirst(sections, (section) => broughtBack(section, form)),
  },
  {
    id: "hardest-first",
    name: "Hardest first",
    why: "What takes longest has the most days; what is easy comes when the day is near.",
    of: (sections, { hard }) => mostFirst(sections, (section) => meanHardness(section, hard)),
  },
];

/** Whether hands are learned apart before they play together. */
export interface HandsFirst {
  readonly id: "apart" | "together";
  readonly name: string;
  /** Why one would choose it. */
  readonly why: string;
}

/** Common practice, no source. */
export const handsFirst: readonly HandsFirst[] = [
  { id: "apart", name: "Apart first", why: "Each hand alone on four bars, then together." },
  { id: "together", name: "Together at once", why: "For pieces that are easily read." },
];

/** The schools a piece is learned by. */
export interface Schools {
  readonly order: Order["id"];
  readonly raise: Raise["id"];
  readonly hands: HandsFirst["id"];
  readonly ladder: Ladder["id"];
}

/** Those that are on where nobody chose: the first of each list. */
export const USUAL_SCHOOLS: Schools = {
  order: orders[0]!.id,
  raise: raises[0]!.id,
  hands: handsFirst[0]!.id,
  ladder: ladders[0]!.id,
};

const find = <T extends { readonly id: string }>(
  all: readonly T[],
  id: string,
  what: string,
): T => {
  const found = all.find((one) => one.id === id);
  if (!found) throw new RangeError(`no ${what} called ${id}`);
  return found;
};

/** @throws RangeError for one nobody registered */
export const raiseOf = (id: string): Raise => find(raises, id, "school of joining");

/** @throws RangeError for one nobody registered */
export const orderOf = (id: string): Order => find(orders, id, "order of learning");
