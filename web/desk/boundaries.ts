import {
  add,
  beatLength,
  compare,
  comparePlaces,
  lead,
  startOf,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
  type Place,
  type Score,
  type Section,
} from "@yarrow-ridge/core/score";

export type Snap = "bar" | "beat" | "note";
export type Edge = "from" | "to";

/** Places in a bar that a boundary snaps to; the start of the bar is always one. */
function snapsIn(score: Score, bar: number, snap: Snap): Fraction[] {
  const { [bar]: one } = score.bars;
  if (snap === "bar" || !one) return [ZERO];
  if (snap === "note") {
    const found = new Map(
      score.notes
        .filter((note) => note.bar === bar && !note.grace)
        .map((note) => [toNumber(note.offset), note.offset]),
    );
    return [...found.set(0, ZERO).values()].sort(compare);
  }
  const found = [ZERO];
  for (
    let at = subtract(ZERO, lead(one));
    compare(at, one.length) < 0;
    at = add(at, beatLength(one))
  )
    if (at.num > 0) found.push(at);
  return found;
}

/** The place to snap to that is nearest on the bar axis; the end of the piece is one. */
export function snapTo(score: Score, axis: number, snap: Snap): Place {
  const last = score.bars.length;
  const bars = [Math.floor(axis), Math.floor(axis) + 1].filter((bar) => bar >= 0 && bar <= last);
  const places = bars.flatMap((bar) =>
    bar === last
      ? [startOf(last)]
      : snapsIn(score, bar, snap).map((offset): Place => ({ bar, offset })),
  );
  const away = ({ bar, offset }: Place) =>
    Math.abs(bar + (bar < last ? toNumber(offset) / toNumber(score.bars[bar]!.length) : 0) - axis);
  return places.sort((a, b) => away(a) - away(b))[0] ?? startOf(0);
}

/** The next or previous place to snap to. */
export function stepTo(score: Score, place: Place, step: 1 | -1, snap: Snap): Place {
  const all = score.bars.flatMap(({ index }) =>
    Math.abs(index - place.bar) > 1
      ? []
      : snapsIn(score, index, snap).map((offset): Place => ({ bar: index, offset })),
  );
  if (place.bar >= score.bars.length - 1) all.push(startOf(score.bars.length));
  return (
    (step === 1
      ? all.find((one) => comparePlaces(one, place) > 0)
      : all.findLast((one) => comparePlaces(one, place) < 0)) ?? place
  );
}

/**
 * Sections after one of their edges was moved; undefined when one would end before it begins. Edges
 * of others that stand at the same place go with it, unless it is to move alone, by which sections
 * come to overlap.
 */
export function moveEdge(
  sections: readonly Section[],
  id: string,
  edge: Edge,
  to: Place,
  alone: boolean,
): Section[] | undefined {
  const moving = sections.find((one) => one.id === id);
  if (!moving) return undefined;
  const before = moving[edge];
  const changed = sections.flatMap((section): Section[] => {
    const edges: Edge[] = alone
      ? section.id === id
        ? [edge]
        : []
      : (["from", "to"] as const).filter((one) => comparePlaces(section[one], before) === 0);
    return edges.length
      ? [{ ...section, ...Object.fromEntries(edges.map((one) => [one, to])) }]
      : [];
  });
  return changed.every(({ from, to: end }) => comparePlaces(from, end) < 0) ? changed : undefined;
}

/** The innermost section that a place lies within, not at its edge. */
export const sectionAround = (sections: readonly Section[], place: Place): Section | undefined =>
  sections
    .filter(({ from, to }) => comparePlaces(from, place) < 0 && comparePlaces(place, to) < 0)
    .sort((a, b) => b.from.bar - a.from.bar || a.to.bar - b.to.bar)[0];

/** Neighbours of which one ends where the other begins, both touching the chosen bars. */
export function neighboursIn(
  sections: readonly Section[],
  from: number,
  to: number,
): [Section, Section] | undefined {
  const inside = (section: Section) =>
    section.from.bar <= to &&
    (section.to.offset.num === 0 ? section.to.bar - 1 : section.to.bar) >= from;
  for (const first of sections.filter(inside)) {
    const second = sections.find(
      (other) => inside(other) && comparePlaces(first.to, other.from) === 0,
    );
    if (second) return [first, second];
  }
  return undefined;
}
