import { isFirstTime, timeSaid } from "../times.ts";
import { comparePlaces } from "../../score/model/places.ts";
import type { Place } from "../../score/model/model.ts";
import type { Mark, MarkData } from "../../score/marks/mark.ts";
import { called, NATURALS, PEDALS, type Alter, type Letter, type Setting } from "./strings.ts";

/** Pedals as a harpist writes them: `F♯ B♭`; all seven in the order in which they stand. */
export const pedalsText = (data: MarkData): string =>
  timeSaid(data) +
  PEDALS.flatMap((letter) => (letter in data ? called(letter, data[letter] as number) : [])).join(
    " ",
  );

/** What stands at a place after all marks up to it; naturals where none said otherwise. */
export const settingAt = (marks: readonly Pick<Mark, "from" | "data">[], at: Place): Setting =>
  marks
    .filter(({ from, data }) => comparePlaces(from, at) <= 0 && isFirstTime(data))
    .reduce<Setting>((now, { data: { time: _, ...data } }) => ({ ...now, ...data }), NATURALS);

/**
 * What is written at a place so that a pedal stands so from there; nothing when no pedal is moved
 * there any more.
 */
export function withPedal(
  all: readonly Mark[],
  at: Place,
  letter: Letter,
  value: Alter,
): MarkData | undefined {
  const marks = all.filter(({ data }) => data["time"] === undefined);
  const here = marks.find(({ from }) => comparePlaces(from, at) === 0);
  const others = marks.filter((one) => one !== here);
  const isFirst = !others.some(({ from }) => comparePlaces(from, at) < 0);
  const before = settingAt(others, at);
  const now = { ...settingAt(marks, at), [letter]: value };
  // the first one is a diagram: all seven are told
  const told = PEDALS.filter((one) => isFirst || now[one] !== before[one]);
  return told.length ? Object.fromEntries(told.map((one) => [one, now[one]])) : undefined;
}
