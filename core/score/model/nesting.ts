import type { Section } from "./model.ts";
import { comparePlaces } from "./places.ts";

export interface Nested<T extends Section = Section> {
  readonly section: T;
  readonly depth: number;
}

const contains = (outer: Section, inner: Section): boolean =>
  outer.id !== inner.id &&
  comparePlaces(outer.from, inner.from) <= 0 &&
  comparePlaces(outer.to, inner.to) >= 0 &&
  (comparePlaces(outer.from, inner.from) < 0 || comparePlaces(outer.to, inner.to) > 0);

/** Sections in order of place, each with how many others contain it. Overlap is no nesting. */
export function nest<T extends Section>(sections: readonly T[]): Nested<T>[] {
  return [...sections]
    .sort((a, b) => comparePlaces(a.from, b.from) || comparePlaces(b.to, a.to))
    .map((section) => ({
      section,
      depth: sections.filter((outer) => contains(outer, section)).length,
    }));
}

/** Sections that contain no other: what practice is cut from. */
export const leaves = <T extends Section>(sections: readonly T[]): T[] =>
  nest(sections)
    .map(({ section }) => section)
    .filter((section) => !sections.some((inner) => contains(section, inner)));
