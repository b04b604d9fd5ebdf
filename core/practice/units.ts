import { say } from "../words/say.ts";
import type { Form } from "../form/index.ts";
import {
  barSpan,
  comparePlaces,
  lastBarOf,
  leaves,
  roadOrder,
  startOf,
  WHOLE_ROAD,
  type Line,
  type Score,
  type Section,
} from "../score/index.ts";
import { hardest, hardnessOf, type BarHardness } from "./hardness.ts";
import { joins, parts, whole, type Placed } from "./joins.ts";
import { workInOrder } from "./newness.ts";
import { rangeOf, SectionUnits, type How } from "./sectionUnits.ts";
import { lastStep, USUAL_SCHOOLS } from "./schools.ts";
import { orderOf } from "./orders.ts";
import type { Unit } from "./unit.ts";

/**
 * The sections that contain no other, with the bars between them filled in, so that they cover the
 * whole piece.
 */
export function cover(score: Score, sections: readonly Section[]): Section[] {
  const named = leaves(sections);
  const covered = score.bars.map(({ index }) =>
    named.some(({ from, to }) => from.bar <= index && lastBarOf(to) >= index),
  );
  const gaps: Section[] = [];
  for (let from = covered.indexOf(false); from >= 0;) {
    const next = covered.indexOf(true, from);
    const end = next < 0 ? covered.length : next;
    const name = named.length ? say`Bars ${barSpan(score.bars, from, end - 1)}` : say`All`;
    gaps.push({ id: "", name, words: "", from: startOf(from), to: startOf(end) });
    from = next < 0 ? -1 : covered.indexOf(false, next);
  }
  return [...named, ...gaps].sort((a, b) => comparePlaces(a.from, b.from));
}

/**
 * What has to be practised, in the order it is learned: for each section its cells of two bars with
 * something new, hands apart on fours, joined to four, eight and the section; joins between
 * neighbours; sections that hold others, and at last the piece. A return enters at the first larger
 * unit that holds it; a hard bar is practised with its neighbours alone.
 *
 * @param sections the ranges chosen; {@link cover} gives the whole piece
 * @param goal performance tempo, beats a minute
 * @param lines what the instrument has practised apart and together; each hand when not given
 * @example unitsOf(score, analyse(score), cover(score, []), 80).length // => 28
 */
export function unitsOf(
  score: Score,
  form: Form,
  sections: readonly Section[],
  goal: number,
  lines?: readonly Line[],
  asked: Partial<How> = {},
): Unit[] {
  const none = { road: null, hard: [], spots: [], named: [], goals: {}, firstTempo: null };
  const usual = { ...USUAL_SCHOOLS, ...none };
  const how: How = { ...usual, ...asked };
  const last = lastStep(goal, how.top);
  const goals = Object.entries(how.goals).map(([id, own]) => [id, lastStep(own, how.top)] as const);
  const all: How = { ...how, goals: Object.fromEntries(goals) };
  const order = orderOf(all.order).of(sections, { form, hard: all.hard });
  const road = roadOrder(score.bars, all.road ?? WHOLE_ROAD);
  const onRoad = new Set(road);
  const learned = order
    .map(rangeOf)
    .flatMap(([from, to]) => score.bars.slice(from, to + 1).map(({ index }) => index))
    .filter((bar) => onRoad.has(bar));
  const spots = [...hardest(all.hard).map((bar) => ({ bar, why: "" })), ...all.spots];
  const work = workInOrder(score, form, learned);
  const making = new SectionUnits(score, work, last, lines ?? [], { ...all, spots });
  const keys = new Map(order.map((section) => [section, making.section(section)]));
  const inPlace = [...sections]
    .sort((a, b) => comparePlaces(a.from, b.from))
    .map((section): Placed => ({
      name: section.name,
      range: rangeOf(section),
      key: keys.get(section)!,
      goal: all.goals[section.id] ?? last,
    }));
  const found = making.found;
  const met = { hands: making.together, ladder: making.ladder, goal: last, road };
  for (const unit of joins(inPlace, met)) if (!found.has(unit.key)) found.set(unit.key, unit);
  const held = all.named.map((section) => ({ name: section.name, range: rangeOf(section) }));
  for (const unit of parts(held, inPlace, [...found.values()], met))
    if (!found.has(unit.key)) found.set(unit.key, unit);
  const piece = whole(inPlace, [...found.values()], met);
  if (piece && !found.has(piece.key)) found.set(piece.key, piece);
  return all.hard.length ? priced([...found.values()], all.hard) : [...found.values()];
}

/** With how much harder each is than the piece. */
function priced(units: readonly Unit[], hard: readonly BarHardness[]): Unit[] {
  const whole = hardnessOf(hard, [...hard.keys()]);
  const barsOf = ({ from, to, played }: Unit) =>
    played ?? Array.from({ length: to - from + 1 }, (_, i) => from + i);
  return units.map((unit) => ({ ...unit, harder: hardnessOf(hard, barsOf(unit)) - whole }));
}
