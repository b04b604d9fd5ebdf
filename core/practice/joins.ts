import type { Ladder } from "./ladder.ts";
import { stepAt } from "./ladder.ts";
import type { Range } from "./levels.ts";
import { unitKey, type Unit } from "./unit.ts";

/** A section in its place, with the key of its unit. */
export interface Placed {
  readonly name: string;
  readonly range: Range;
  readonly key: string;
}

/** What units over sections have in common. */
interface Over {
  readonly hands: string;
  readonly ladder: Ladder;
  readonly goal: number;
  /** Bar indexes as the piece is gone through. */
  readonly road: readonly number[];
}

/** Joins start at this share of the goal. Common practice, no source. */
const JOIN_FROM = 0.8;

/** Bars on each side of a join. Common practice, no source. */
const SIDE = 2;

/** By every other step, from where the sections stand. */
const throughSteps = ({ ladder, goal }: Over): number[] =>
  ladder
    .steps(stepAt(JOIN_FROM, goal), goal)
    .filter((_, step, all) => (all.length - 1 - step) % 2 === 0);

/**
 * The ways out of one section and into the next one on the road: two bars each side. Over a cut the
 * bars between are not played.
 */
export function joins(sections: readonly Placed[], over: Over): Unit[] {
  return sections.flatMap((section, i): Unit[] => {
    const next = sections[i + 1];
    if (!next || !follows(section.range, next.range, over.road)) return [];
    const [from, to] = [
      Math.max(section.range[0], section.range[1] - SIDE + 1),
      Math.min(next.range[1], next.range[0] + SIDE - 1),
    ];
    const isCut = next.range[0] > section.range[1] + 1;
    const between = (bar: number) => bar > section.range[1] && bar < next.range[0];
    const played = Array.from({ length: to - from + 1 }, (_, at) => from + at).filter(
      (bar) => !between(bar),
    );
    return [
      {
        key: unitKey(from, to, over.hands),
        from,
        to,
        ...(isCut ? { played } : {}),
        hands: over.hands,
        kind: "join",
        section: `${section.name} → ${next.name}`,
        steps: throughSteps(over),
        after: [section.key, next.key],
        work: 1,
        why: isCut
          ? "The jump over the cut: the way out of one section and into the next."
          : "The way out of one section and into the next.",
      },
    ];
  });
}

/** Whether a section is played right after another somewhere on the road. */
const follows = (one: Range, next: Range, road: readonly number[]): boolean =>
  road.some((bar, i) => bar === one[1] && road[i + 1] === next[0]);

/** Some sections in a row, played through along the road. */
function through(sections: readonly Placed[], units: readonly Unit[], over: Over) {
  const from = Math.min(...sections.map(({ range }) => range[0]));
  const to = Math.max(...sections.map(({ range }) => range[1]));
  const within = (bar: number) => sections.some(({ range }) => bar >= range[0] && bar <= range[1]);
  const played = over.road.filter(within);
  const isPlain = played.length === to - from + 1 && played.every((bar, i) => bar === from + i);
  const joined = units.filter((unit) => unit.kind === "join" && unit.from >= from && unit.to <= to);
  return {
    key: unitKey(from, to, over.hands),
    ...{ from, to },
    ...(isPlain ? {} : { played }),
    hands: over.hands,
    steps: throughSteps(over),
    after: [...sections.map(({ key }) => key), ...joined.map(({ key }) => key)],
    work: 1,
  };
}

/**
 * Sections that hold others, played through once those stand; the smaller of them first.
 *
 * @param named all sections of the piece
 * @param sections those that are learned, in place
 */
export function parts(
  named: readonly Pick<Placed, "name" | "range">[],
  sections: readonly Placed[],
  units: readonly Unit[],
  over: Over,
): Unit[] {
  return named
    .map(({ name, range }) => ({
      name,
      held: sections.filter((one) => one.range[0] >= range[0] && one.range[1] <= range[1]),
    }))
    .filter(({ held }) => held.length > 1 && held.length < sections.length)
    .sort((a, b) => a.held.length - b.held.length)
    .map(({ name, held }): Unit => ({
      ...through(held, units, over),
      kind: "part",
      section: name,
      why: "What belongs together, played through: on three days at the goal before it counts.",
    }));
}

/** From start to end along the road, once the sections, their joins and parts stand. */
export function whole(
  sections: readonly Placed[],
  units: readonly Unit[],
  over: Over,
): Unit | undefined {
  if (sections.length < 2) return undefined;
  const all = through(sections, units, over);
  const held = units.filter(({ kind }) => kind === "part").map(({ key }) => key);
  return {
    ...all,
    after: [...all.after, ...held],
    kind: "piece",
    section: "From start to end",
    why: "The whole, played through as its sections rise: on three days at the goal.",
  };
}
