import { say } from "@yarrow-ridge/core/words";
import {
  comparePlaces,
  parseFraction,
  placeText,
  startOf,
  type Section,
} from "@yarrow-ridge/core/score";
import type { ChosenSection } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import type { PlanRow } from "./store.ts";

/** A chosen section as it is remembered with the plan. */
export const chosenRecord = ({ id, name, from, to }: Section): ChosenSection => ({
  id,
  name,
  from: placeText(from),
  to: placeText(to),
});

/** The same after it was removed, as far as the piece still has its bars. */
function remembered({ id, name, from, to }: ChosenSection, bars: number): Section[] {
  if (from.bar >= bars) return [];
  const place = ({ bar, offset }: ChosenSection["from"]) => ({
    bar,
    offset: parseFraction(offset)!,
  });
  const end = to.bar >= bars ? startOf(bars) : place(to);
  return [{ id, name, words: "", from: place(from), to: end }];
}

/**
 * The sections a plan was made for: as they are now, or as they were before they were removed.
 * Nothing for a plan of the whole piece.
 */
export function chosenIn(
  named: readonly Section[],
  { sections, chosen }: PlanRow,
  bars: number,
): Section[] | undefined {
  if (!sections?.length) return undefined;
  const known = new Map((chosen ?? []).map((one) => [one.id, one]));
  const found = sections.flatMap((id): Section[] => {
    const now = named.find((section) => section.id === id);
    const was = known.get(id);
    return now ? [now] : was ? remembered(was, bars) : [];
  });
  // made before plans remembered, and its sections are gone: nobody knows which bars they were
  if (found.length === 0 && !chosen) return undefined;
  return found.sort((a, b) => comparePlaces(a.from, b.from));
}

/**
 * Sections as they are remembered with a new plan: what the plan before held and was removed since
 * may stay.
 *
 * @throws ProblemError for one that is not there
 */
export function chooseFrom(
  sections: readonly string[],
  there: readonly Section[],
  before: Pick<PlanRow, "chosen"> | undefined,
): ChosenSection[] {
  const named = new Set(there.map((section) => section.id));
  const known = new Map((before?.chosen ?? []).map((one) => [one.id, one]));
  const unknown = sections.find((one) => !named.has(one) && !known.has(one));
  if (unknown !== undefined)
    throw new ProblemError(
      400,
      say`There is no section "${unknown.slice(0, 40)}" in this piece.`,
      "sections",
    );
  return [
    ...there.filter((one) => sections.includes(one.id)).map(chosenRecord),
    ...[...known.values()].filter((one) => sections.includes(one.id) && !named.has(one.id)),
  ];
}

/** @throws ProblemError for a first reading that is faster than the goal */
export function checkFirst(firstTempo: number | null, goalTempo: number): void {
  if (firstTempo !== null && firstTempo > goalTempo)
    throw new ProblemError(
      400,
      say`The first reading, ${firstTempo}, is faster than performance tempo, ${goalTempo}. Choose a
        slower one.`,
      "firstTempo",
    );
}

/** @throws ProblemError for a goal of a section that is not there */
export function checkGoals(goals: object | undefined, there: readonly Section[]): void {
  const unknown = Object.keys(goals ?? {}).find((id) => !there.some((one) => one.id === id));
  if (unknown !== undefined)
    throw new ProblemError(
      400,
      say`There is no section "${unknown.slice(0, 40)}" in this piece that could have a goal.`,
      "goals",
    );
}
