import { Type } from "@sinclair/typebox";
import type { StratumWork } from "../../core/score/index.ts";

/** Small bells where a bar begins high, else large ones; too many changes are doubted. */
export const changeWork: StratumWork = {
  options: Type.Object(
    { from: Type.Optional(Type.Integer({ description: "the lowest small bell" })) },
    { additionalProperties: false },
  ),
  propose: ({ score, from, to, options: { from: least = 72 } }) =>
    score.notes
      .filter((note) => note.bar >= from && note.bar <= to && note.offset.num === 0)
      .map((note) => ({
        from: { bar: note.bar, offset: note.offset },
        data: { to: note.midi >= (least as number) ? "small" : "large" },
        why: `it begins with key ${note.midi}`,
      })),
  check: ({ written }) =>
    written.slice(2).map(({ from }) => ({ ...from, kind: "often", text: "Bells change often." })),
};
