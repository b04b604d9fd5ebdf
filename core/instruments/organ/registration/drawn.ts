import type { MarkData } from "../../../score/marks/mark.ts";
import type { Job } from "./free.ts";
import { oneByOne } from "./stops.ts";

/**
 * How the organ stands after each change, in order: what one does not say goes on, and a
 * combination brings back the stops that were written with its number. Other stops are no longer
 * that combination. Stops that begin with a sign are added or taken away: "+ Octave 4, − Reed 8".
 *
 * @example drawnAfter([{ stops: "Flute" }, { stops: "+ Reed" }])[1].stops // => "Flute, Reed"
 */
export function drawnAfter(changes: readonly MarkData[]): MarkData[] {
  let drawn: MarkData = {};
  const combinations = new Map<unknown, MarkData[string]>();
  return changes.map((data) => {
    const { stops: written, combination, ...said } = data;
    const stops =
      written === undefined ? undefined : listOf(stopsAfter(textOf(drawn), written as string));
    if (stops !== undefined && combination !== undefined) combinations.set(combination, stops);
    const now = stops ?? combinations.get(combination);
    const { combination: _, ...others } = drawn;
    const before = stops === undefined ? drawn : others;
    drawn = {
      ...before,
      ...said,
      ...(now === undefined ? {} : { stops: now }),
      ...(combination === undefined ? {} : { combination }),
    };
    return drawn;
  });
}

const textOf = ({ stops }: MarkData): string => (stops as string | undefined) ?? "";
const listOf = (stops: readonly string[]): string => stops.join(", ");

/** Words before a stop that add it or take it away. */
const SIGN = /^(?:([+]|add\b)|([-−–]|off\b|without\b))\s*/i;

/** What is drawn once a change is made. */
function stopsAfter(before: string, written: string): string[] {
  const parts = written
    .split(/[,;\n]/)
    .map((one) => one.trim())
    .filter((one) => one !== "");
  if (!SIGN.test(parts[0] ?? "")) return oneByOne(written);
  let drawn = oneByOne(before);
  let adds = true;
  for (const part of parts) {
    const [sign = "", plus] = SIGN.exec(part) ?? [];
    if (sign) adds = plus !== undefined;
    for (const stop of oneByOne(part.slice(sign.length)))
      drawn = adds
        ? [...drawn.filter((one) => plainly(one) !== plainly(stop)), stop]
        : drawn.filter((one) => !plainly(one).includes(plainly(stop)));
  }
  return drawn;
}

/** Without case, blanks and the sign for feet, so that a stop is known however it is written. */
const plainly = (stop: string): string => stop.toLowerCase().replaceAll(/[\s'′’]/g, "");

/** What people write where nothing is drawn. */
const NONE = /^(none|off|no|-|−|–)$/;

/** How many of one list are not in the other, either way. */
function moved(before: string, now: string): number {
  const [a, b] = [before, now].map(
    (text) =>
      new Set(
        oneByOne(text)
          .map(plainly)
          .filter((one) => !NONE.test(one)),
      ),
  ) as [Set<string>, Set<string>];
  return [...a].filter((one) => !b.has(one)).length + [...b].filter((one) => !a.has(one)).length;
}

/**
 * What has to be done by somebody to come from how the organ stands to how it shall stand; a hand
 * goes to its manual by itself, and a combination brings its own stops.
 *
 * @param now after the change, as `drawnAfter` has it
 */
export function jobsOf(data: MarkData, before: MarkData, now: MarkData): Job[] {
  const couplers = moved((before.couplers ?? "") as string, (now.couplers ?? "") as string);
  const isAnother = (key: "combination" | "swell") =>
    data[key] !== undefined && before[key] !== data[key];
  const stops = isAnother("combination") ? 0 : moved(textOf(before), textOf(now));
  const found: Job[] = [
    { action: "stops", count: stops },
    { action: "combination", count: isAnother("combination") ? 1 : 0 },
    { action: "couplers", count: couplers },
    { action: "swell", count: isAnother("swell") ? 1 : 0 },
  ];
  return found.filter(({ count }) => count > 0);
}

/** The jobs of each change in order. */
export function jobsIn(changes: readonly MarkData[]): Job[][] {
  const stands = drawnAfter(changes);
  return changes.map((data, i) => jobsOf(data, stands[i - 1] ?? {}, stands[i]!));
}
