import { readFileSync } from "node:fs";
import { analyse, segment } from "../form/index.ts";
import { readFile, startOf } from "../score/index.ts";
import { cover, promotionRule, schedule, unitsOf, type ScheduleInput } from "./index.ts";

// The longer of the demo's pieces, as the tests of plans have it.

export const wheel = readFile(
  readFileSync(new URL("../../demo/pieces/the-ferrymans-wheel.musicxml", import.meta.url)),
).score;
export const wheelForm = analyse(wheel);
export const wheelSections = cover(
  wheel,
  segment(wheel, wheelForm).map((one, i) => ({
    id: String(i),
    name: one.label,
    words: "",
    from: startOf(one.from),
    to: startOf(one.to + 1),
  })),
);
export const wheelUnits = unitsOf(wheel, wheelForm, wheelSections, 88);

/** Days of a January, all alike. */
export const daysOf = (count: number, minutes: number) =>
  Array.from({ length: count }, (_, i) => ({
    date: `2030-01-${String(i + 1).padStart(2, "0")}`,
    minutes,
  }));

export const layWheel = (over: Partial<ScheduleInput> = {}) =>
  schedule({
    score: wheel,
    units: wheelUnits,
    rule: promotionRule("three-to-one"),
    clean: () => 0.9,
    earned: new Map(),
    goal: 88,
    days: daysOf(30, 30),
    ...over,
  });
