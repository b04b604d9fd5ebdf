import type { Box } from "./detect.ts";

/** A bar marked on a page: its index, and where it stands in shares of the page. */
export interface Marked extends Box {
  readonly bar: number;
}

/**
 * Boxes in rows from the top, each from the left: those that overlap by half their height stand in
 * one row.
 */
function rows<T extends Box>(boxes: readonly T[]): T[][] {
  const found: T[][] = [];
  for (const box of [...boxes].sort((a, b) => a.y + a.height / 2 - (b.y + b.height / 2))) {
    const row = found.find((others) => {
      const [first] = others;
      const shared =
        Math.min(first!.y + first!.height, box.y + box.height) - Math.max(first!.y, box.y);
      return shared > Math.min(first!.height, box.height) / 2;
    });
    if (row) row.push(box);
    else found.push([box]);
  }
  return found.map((row) => row.sort((a, b) => a.x - b.x));
}

/** Boxes as they are read, numbered from a bar on: system by system, each from the left. */
export const readingOrder = (boxes: readonly Box[], first: number): Marked[] =>
  rows(boxes)
    .flat()
    .map(({ x, y, width, height }, i) => ({ bar: first + i, x, y, width, height }));

/** A piece of a page that shows some bars standing side by side. */
export interface Crop {
  readonly page: number;
  readonly box: Box;
  readonly marks: readonly Marked[];
}

/**
 * The pieces of the pages that show bars `from` to `to`; undefined when one of them is marked
 * nowhere.
 */
export function crops(
  pages: readonly (readonly Marked[])[],
  from: number,
  to: number,
): Crop[] | undefined {
  const found = pages.flatMap((marks, page) =>
    rows(marks.filter(({ bar }) => bar >= from && bar <= to)).map((row): Crop => {
      const [left, top] = [
        Math.min(...row.map((one) => one.x)),
        Math.min(...row.map((one) => one.y)),
      ];
      const [right, bottom] = [
        Math.max(...row.map((one) => one.x + one.width)),
        Math.max(...row.map((one) => one.y + one.height)),
      ];
      return {
        page,
        marks: row,
        box: { x: left, y: top, width: right - left, height: bottom - top },
      };
    }),
  );
  const shown = new Set(found.flatMap((crop) => crop.marks.map((mark) => mark.bar)));
  for (let bar = from; bar <= to; bar++) if (!shown.has(bar)) return undefined;
  return found;
}
