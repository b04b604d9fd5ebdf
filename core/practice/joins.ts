import { say } from "../words/say.ts";
import type { Ladder } from "./ladder.ts";
import { stepAt } from "./ladder.ts";
import type { Range } from "./levels.ts";
import { unitKey, type Unit } from "./unit.ts";

/** A section in its place, with the key of its unit. */
export interface Placed {
  readonly name: string;
  readonly range: Range;
  readonly key: string;
  /** Beats a minute. */
  readonly goal: number;
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
const throughSteps = ({ ladder }: Over, goal: number): number[] =>
  ladder
    .steps(stepAt(JOIN_FROM, goal), goal)
    .filter((_, step, all) => (all.length - 1 - step) % 2 === 0);

/**
 * The ways out of one section and into the next one on the road, two bars each side: where they
 * touch, and wherever the road jumps, back to a repeat or over a cut or an ending.
 */
export function joins(sections: readonly Placed[], over: Over): Unit[] {
  const found = [...touching(sections, over), ...jumps(sections, over)];
  return [...new Map(found.map((unit) => [unit.key, unit])).values()];
}

function touching(sections: readonly Placed[], over: Over): Unit[] {
  return sections.flatMap((section, i): Unit[] => {
    const next = sections[i + 1];
    if (!next || next.range[0] !== section.range[1] + 1) return [];
    if (!over.road.some((bar, at) => bar === section.range[1] && over.road[at + 1] === bar + 1))
      return [];
    const [from, to] = [
      Math.max(section.range[0], section.range[1] - SIDE + 1),
      Math.min(next.range[1], next.range[0] + SIDE - 1),
    ];
    return [
      joinOf([section, next], over, {
        key: unitKey(from, to, over.hands),
        ...{ from, to },
        why: say`The way out of one section and into the next.`,
      }),
    ];
  });
}

function jumps(sections: readonly Placed[], over: Over): Unit[] {
  const { road } = over;
  const holding = (bar: number | undefined) =>
    sections.find(({ range }) => bar !== undefined && bar >= range[0] && bar <= range[1]);
  return road.flatMap((bar, i): Unit[] => {
    const next = road[i + 1];
    const [section, other] = [holding(bar), holding(next)];
    if (next === undefined || next === bar + 1 || !section || !other) return [];
    const out = [road[i - 1], bar].filter((one) => one === bar || one === bar - 1) as number[];
    const into = [next, road[i + 2]].filter((one) => one === next || one === next + 1) as number[];
    const played = [...out, ...into];
    const isBack = next <= bar;
    // what is played on the way in lies before it: the bars that it is named by are the way out
    const [from, to] = isBack ? [out[0]!, bar] : [out[0]!, into.at(-1)!];
    return [
      joinOf([section, other], over, {
        key: `${unitKey(from, to, over.hands)}${isBack ? `>${next}` : ""}`,
        ...{ from, to, played },
        why: isBack
          ? say`The jump back: the way out of the bars before it and into those it goes on with.`
          : say`The jump ahead, over what is not played: the way out and the way in.`,
      }),
    ];
  });
}

const joinOf = (
  [section, next]: readonly [Placed, Placed],
  over: Over,
  own: Pick<Unit, "key" | "from" | "to" | "played" | "why">,
): Unit => ({
  ...own,
  hands: over.hands,
  kind: "join",
  section: `${section.name} → ${next.name}`,
  // two sections meet at the slower of their goals
  steps: throughSteps(over, Math.min(section.goal, next.goal)),
  after: [...new Set([section.key, next.key])],
  work: 1,
});

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
    steps: throughSteps(over, over.goal),
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
      why: say`What belongs together, played through: on three days at the goal before it counts.`,
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
    section: say`From start to end`,
    why: say`The whole, played through as its sections rise: on three days at the goal.`,
  };
}
