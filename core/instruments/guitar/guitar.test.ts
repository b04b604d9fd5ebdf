import { WRITTEN_AFTER } from "./taught/after.ts";
import { WRITTEN_FRESH } from "./taught/fresh.ts";
import * as taught from "./taught/items.ts";
import { WRITTEN_LAST } from "./taught/last.ts";
import { fingered, isTaught, LISTS, notesRight, waysFor } from "./taught/measure.ts";
import { WRITTEN_SINCE } from "./taught/since.ts";

const missedOf = (items: readonly taught.Taught[]) =>
  items.filter((item) => !isTaught(item, [fingered(item)])).map(({ name }) => name);

describe.each(Object.entries(taught))("%s", (_, items) => {
  it.each(items.map((item) => [item.name, item] as const))("%s", (_name, item) => {
    expect(item.places.split(" | ")).toContain(fingered(item));
  });
});

// when they were first tried 25 of 30, 48 of 52 and 80 of 92; what was missed showed that a
// barre's fingers were counted twice, that chords were not taken as a whole and that lines of two
// notes had no guide

it("is right of what was written after the prices were frozen, but for what is named", () => {
  expect(missedOf(WRITTEN_AFTER)).toEqual(["C major 7", "F bass under a melody"]);
});

it("and of what was written later", () => {
  expect(missedOf(WRITTEN_LAST)).toEqual(["B bass under a tune"]);
  expect(missedOf(WRITTEN_SINCE)).toEqual([
    ...["A 7 suspended fourth", "G over B", "E flat on four strings", "C major 7, broken"],
  ]);
});

it("and of what was written last, when it was first tried: 63 of 64 and 419 of 420 notes", () => {
  // with G 2 under it the chord of C is one over G, as long as it lasts
  expect(missedOf(WRITTEN_FRESH)).toEqual(["C and G 7, broken"]);
  expect(notesRight(WRITTEN_FRESH)).toEqual({ right: 419, all: 420 });
});

it("has what is taught among its first choice and three others in 273 of 276", () => {
  const all = LISTS.flatMap(([, items]) => items);
  const missed = all.filter((item) => !isTaught(item, waysFor(item, 3)));
  expect([all.length - missed.length, all.length]).toEqual([273, 276]);
});
