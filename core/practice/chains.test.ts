import { longestChain, withRest } from "./chains.ts";
import type { Unit } from "./unit.ts";

// Worked by hand: two steps a unit a day, what rests on another begins a day later.
const unit = (
  key: string,
  section: string,
  after: readonly string[],
  tempos: readonly number[],
) => ({
  unit: { key, section, after, steps: tempos } as unknown as Unit,
  left: tempos.map((tempo) => ({ tempo, minutes: 1 })),
});

it("counts the days of what rests on what", () => {
  const loads = withRest([
    unit("cell", "A", [], [40, 50, 60]),
    unit("four", "A", ["cell"], [60, 70]),
    unit("whole", "A", ["four"], [80, 80, 80]),
  ]);
  // two days for the cell, one for the four, a run-through at one tempo on three days
  expect(loads.map(({ rest }) => rest)).toEqual([4, 3, 0]);
  expect(longestChain(loads)).toBe(6);
});
