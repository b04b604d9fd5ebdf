import { crops, findBars, readingOrder, type GreyPage } from "./index.ts";

interface Drawn {
  width: number;
  height: number;
  slope?: number;
  noise?: number;
}

/** A page drawn pixel by pixel; for tests. */
function pageOf(
  { width, height, slope = 0, noise = 0 }: Drawn,
  draw: (line: (x1: number, y1: number, x2: number, y2: number) => void) => void,
): GreyPage {
  const grey = new Uint8Array(width * height).fill(245);
  const set = (x: number, y: number) => {
    const row = Math.round(y + (x - width / 2) * slope);
    if (x >= 0 && x < width && row >= 0 && row < height) grey[row * width + x] = 30;
  };
  draw((x1, y1, x2, y2) => {
    for (let x = x1; x <= x2; x++) for (let y = y1; y <= y2; y++) set(x, y);
  });
  let seed = 7;
  for (let i = 0; i < noise * width * height; i++) {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    grey[seed % grey.length] = 40;
  }
  return { width, height, grey };
}

const SPACE = 10;
/**
 * Systems of two staves with a bar line at each of the columns, stems, heads and beams between
 * them.
 */
function music(
  line: (x1: number, y1: number, x2: number, y2: number) => void,
  tops: readonly number[],
  columns: readonly number[],
  staves = 2,
): void {
  const [left, right] = [columns[0]!, columns.at(-1)!];
  for (const top of tops) {
    const ys = Array.from({ length: staves }, (_, i) => top + i * 110);
    for (const y of ys)
      for (let i = 0; i < 5; i++) line(left, y + i * SPACE, right, y + i * SPACE + 1);
    for (const x of columns) {
      if (staves === 1 && x === left) continue;
      line(x, top, x + 1, ys.at(-1)! + 4 * SPACE + 1);
    }
    for (const y of ys) {
      for (let x = left + 40, n = 0; x < right - 30; x += 37, n++) {
        if (columns.some((column) => Math.abs(column - x) < 20)) continue;
        line(x - 11, y + 26, x, y + 34); // a head
        line(x, y - 14, x + 1, y + 30); // its stem, past the top line
        if (n % 3 === 0) line(x, y - 14, x + 37, y - 9); // a beam
      }
    }
  }
}
const columns = [60, 210, 330, 500, 640];
const wanted = (found: ReturnType<typeof findBars>) =>
  found.map(({ bars }) =>
    bars.map(({ x, width }) => [Math.round(x * 700), Math.round((x + width) * 700)]),
  );
const near = (found: number[][][], systems: number) => {
  expect(found.map((bars) => bars.length)).toEqual(Array.from({ length: systems }, () => 4));
  for (const bars of found)
    bars.forEach(([from, to], i) => {
      expect(Math.abs(from! - columns[i]!)).toBeLessThan(4);
      expect(Math.abs(to! - columns[i + 1]!)).toBeLessThan(4);
    });
};

describe("bars on a page", () => {
  it("are found between the bar lines of both staves, stems and beams or not", () => {
    const found = findBars(
      pageOf({ width: 700, height: 900 }, (line) => music(line, [100, 400, 680], columns)),
    );
    expect(found.map(({ staves }) => staves)).toEqual([2, 2, 2]);
    near(wanted(found), 3);
    // each system's boxes hold its staves
    expect(
      found.map(({ bars }) => [
        bars[0]!.y * 900 < 100,
        bars[0]!.y * 900 + bars[0]!.height * 900 > 250,
      ])[0],
    ).toEqual([true, true]);
  });
  it("are found on a page that lies askew, with specks on it", () => {
    near(
      wanted(
        findBars(
          pageOf({ width: 700, height: 900, slope: 0.012, noise: 0.01 }, (line) =>
            music(line, [100, 400], columns),
          ),
        ),
      ),
      2,
    );
  });
  it("are found on single staves, where stems stand alone", () => {
    near(
      wanted(
        findBars(
          pageOf({ width: 700, height: 500 }, (line) => music(line, [80, 220, 360], columns, 1)),
        ),
      ),
      3,
    );
  });
  it("are found on a last line that ends early, and not in a signature at the end of a line", () => {
    const found = findBars(
      pageOf({ width: 700, height: 900 }, (line) => {
        music(line, [100], columns);
        music(line, [400], [60, 150]);
        // the lines go on past the last bar line, with sharps on them
        for (const y of [100, 210])
          for (let i = 0; i < 5; i++) line(640, y + i * SPACE, 680, y + i * SPACE + 1);
      }),
    );
    expect(found.map(({ bars }) => bars.length)).toEqual([4, 1]);
  });
  it("are not seen where there is no music", () => {
    expect(findBars(pageOf({ width: 400, height: 400 }, () => undefined))).toEqual([]);
    expect(
      findBars(
        pageOf({ width: 400, height: 400 }, (line) => {
          for (let y = 40; y < 360; y += 30)
            for (let x = 40; x < 340; x += 12) line(x, y, x + 7, y + 10);
        }),
      ),
    ).toEqual([]);
    expect(findBars({ width: 0, height: 0, grey: [] })).toEqual([]);
  });
});

describe("marks", () => {
  const box = (x: number, y: number) => ({ x, y, width: 0.2, height: 0.1 });
  it("are numbered as one reads", () => {
    expect(
      readingOrder([box(0.5, 0.52), box(0.1, 0.1), box(0.3, 0.12), box(0.1, 0.5)], 7).map(
        ({ bar, x, y }) => [bar, x, y],
      ),
    ).toEqual([
      [7, 0.1, 0.1],
      [8, 0.3, 0.12],
      [9, 0.1, 0.5],
      [10, 0.5, 0.52],
    ]);
  });
  it("give the pieces of the pages that show some bars, a piece for each row", () => {
    const pages = [
      readingOrder([box(0.1, 0.1), box(0.3, 0.1), box(0.1, 0.5)], 0),
      readingOrder([box(0.1, 0.1)], 3),
    ];
    const found = crops(pages, 1, 3)!;
    expect(
      found.map(({ page, marks, box: { x } }) => [page, marks.map((one) => one.bar), x]),
    ).toEqual([
      [0, [1], 0.3],
      [0, [2], 0.1],
      [1, [3], 0.1],
    ]);
    expect(crops(pages, 0, 1)).toMatchObject([{ box: { x: 0.1, y: 0.1, height: 0.1 } }]);
    expect(crops(pages, 0, 1)![0]!.box.width).toBeCloseTo(0.4);
    expect(crops(pages, 2, 4)).toBeUndefined();
  });
});
