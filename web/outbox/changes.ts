import { say } from "@yarrow-ridge/core/words";
import type { AnnotationsAnswer } from "@yarrow-ridge/contract";

const differing = (
  before: readonly unknown[],
  after: readonly unknown[],
): [gone: number, come: number] => {
  const texts = (all: readonly unknown[]) => new Set(all.map((one) => JSON.stringify(one)));
  const [was, is] = [texts(before), texts(after)];
  const missing = (from: ReadonlySet<string>, other: ReadonlySet<string>) =>
    [...from].filter((one) => !other.has(one)).length;
  return [missing(was, is), missing(is, was)];
};

const counted = (count: number, one: string, many: string): string =>
  count === 1 ? say`one ${one}` : `${count} ${many}`;

/** What somebody else has changed in a piece, in words: `2 fingers, one section`. */
export function changesBetween(before: AnnotationsAnswer, after: AnnotationsAnswer): string {
  const lists = [
    [before.notes, after.notes, say`finger or sign on a note`, say`fingers or signs on notes`],
    [before.marks, after.marks, say`mark between notes`, say`marks between notes`],
    [before.sections, after.sections, "section", "sections"],
    [before.remarks, after.remarks, "remark", "remarks"],
    [
      before.movedHands,
      after.movedHands,
      say`note given to another hand`,
      say`notes given to other hands`,
    ],
  ] as const;
  const told = lists.flatMap(([was, is, one, many]) => {
    const most = Math.max(...differing(was, is));
    return most > 0 ? [counted(most, one, many)] : [];
  });
  const single = (
    [
      ["shape", say`the shape`],
      ["climax", say`the climax`],
    ] as const
  ).flatMap(([key, words]) =>
    JSON.stringify(before[key]) === JSON.stringify(after[key]) ? [] : [words],
  );
  return [...told, ...single].join(", ");
}
