import { comparePlaces } from "../../score/model/places.ts";
import type { Mark, MarkData } from "../../score/marks/mark.ts";
import type { Place } from "../../score/model/model.ts";
import { isFirstTime, timeSaid } from "../times.ts";
import { called, stringName, type Alter, type Harp } from "./strings.ts";

type Written = readonly Pick<Mark, "from" | "data">[];

/** What a string of a lever harp is tuned to, and what it is with its lever up. */
export const tunedAlter = (harp: Harp, name: string): number =>
  harp.tuning[name[0] as keyof Harp["tuning"]];

/** A string by its name has no lever. */
export const isFixed = ({ fixed }: Harp, name: string): boolean =>
  fixed.some((one) => stringName(one) === name);

/** Levers as they are told at a place, by string: what no mark says stands as it is tuned. */
export const leversAt = (marks: Written, at: Place): Readonly<Record<string, number>> =>
  marks
    .filter(({ from, data }) => comparePlaces(from, at) <= 0 && isFirstTime(data))
    .reduce<Record<string, number>>(
      (now, { data: { time: _, ...data } }) => ({ ...now, ...(data as Record<string, number>) }),
      {},
    );

/**
 * What is written at a place so that a string stands so from there; nothing when none is moved
 * there any more.
 *
 * @example withLever([], startOf(0), LEVER_HARP, "E4", 0) // => { E4: 0 }
 */
export function withLever(
  all: readonly Mark[],
  at: Place,
  harp: Harp,
  name: string,
  value: Alter,
): MarkData | undefined {
  const marks = all.filter(({ data }) => data["time"] === undefined);
  const before = leversAt(
    marks.filter(({ from }) => comparePlaces(from, at) !== 0),
    at,
  );
  const now = { ...leversAt(marks, at), [name]: value };
  const told = Object.keys(now).filter(
    (one) => now[one] !== (before[one] ?? tunedAlter(harp, one)),
  );
  return told.length ? Object.fromEntries(told.map((one) => [one, now[one]])) : undefined;
}

/** Strings of a harp by name, from the lowest. */
export const stringsOf = (harp: Harp): string[] =>
  Array.from({ length: harp.strings }, (_, i) => stringName(harp.lowest + i));

/** Levers as they are said: `E♮4 F♯2–5`. */
export function leversText({ time, ...data }: MarkData): string {
  const octaves = new Map<string, number[]>();
  for (const [name, alter] of Object.entries(data)) {
    const key = called(name[0]!, alter as number);
    octaves.set(key, [...(octaves.get(key) ?? []), Number(name.slice(1))]);
  }
  return (
    timeSaid({ time }) +
    [...octaves]
      .flatMap(([key, all]) => runs(all.sort((a, b) => a - b)).map((run) => `${key}${run}`))
      .join(" ")
  );
}

/** Octaves that follow each other are one run. */
function runs(all: readonly number[]): string[] {
  const found: [number, number][] = [];
  for (const one of all) {
    const last = found.at(-1);
    if (last && last[1] === one - 1) last[1] = one;
    else found.push([one, one]);
  }
  return found.map(([from, to]) => (from === to ? String(from) : `${from}–${to}`));
}
