import { instrument } from "@yarrow-ridge/core/instruments";
import type { Mark } from "@yarrow-ridge/core/score";
import { heardMarks } from "./heardMarks.ts";

const mark = (id: string, data: object): Mark => ({
  ...{ id, layer: "teacher", from: { bar: 0, offset: { num: 0, den: 1 } } },
  data: { ...data },
});
const marks = new Map([
  ["ornaments", [mark("typed", {}), mark("first", { layer: 1 }), mark("second", { layer: 2 })]],
  ["bellows", [mark("turn", { layer: 2 })]],
]);
const heard = (quiet: readonly number[]) =>
  [...heardMarks(instrument("accordion"), marks, quiet).values()].flat().map(({ id }) => id);

it("leaves out ornaments of quiet layers, and no other marks; typed ones are of the first", () => {
  expect(heard([])).toEqual(["typed", "first", "second", "turn"]);
  expect(heard([2])).toEqual(["typed", "first", "turn"]);
  expect(heard([1, 2])).toEqual(["turn"]);
});
