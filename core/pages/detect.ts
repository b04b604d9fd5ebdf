/** A page as grey values, 0 black to 255 white, row by row. */
export interface GreyPage {
  readonly width: number;
  readonly height: number;
  readonly grey: ArrayLike<number>;
}

/** A box on the page, in shares of its width and height. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A system: staves that sound together, and the bars in it from left to right. */
export interface FoundSystem {
  readonly staves: number;
  readonly bars: readonly Box[];
}

/** Spaces that a key or metre takes which is said at the end of a line for the next one. */
const SIGNATURE = 7;

interface Staff {
  readonly lines: readonly number[];
  left: number;
  right: number;
}

/** Slopes that are tried, as rise over run: a page laid on the glass by hand is less askew. */
const SLOPES = Array.from({ length: 41 }, (_, i) => (i - 20) * 0.0012);
const FINER = Array.from({ length: 13 }, (_, i) => (i - 6) * 0.0002);
/**
 * A staff line fills at least this share of the fullest row; in a system that is cut short, this
 * share of the page.
 */
const LINE_SHARE = 0.5;
const SHORT_SHARE = 0.04;
/** Runs of ink shorter than this share of the page are no part of a line. */
const RUN = 0.02;

/**
 * The grey between ink and paper: Otsu's threshold (Otsu 1979, IEEE Trans. Systems, Man,
 * Cybernetics 9).
 */
function threshold({ grey }: GreyPage): number {
  const counts = new Array<number>(256).fill(0);
  for (let i = 0; i < grey.length; i++) counts[grey[i]! & 255]!++;
  const total = grey.length;
  const sum = counts.reduce((all, count, value) => all + count * value, 0);
  let [below, sumBelow, best, at] = [0, 0, -1, 128];
  for (let value = 0; value < 256; value++) {
    below += counts[value]!;
    if (below === 0 || below === total) continue;
    sumBelow += counts[value]! * value;
    const apart = sumBelow / below - (sum - sumBelow) / (total - below);
    const between = below * (total - below) * apart * apart;
    if (between > best) [best, at] = [between, value];
  }
  return at;
}

interface Inked {
  readonly width: number;
  readonly height: number;
  /** Whether there is ink, on a page made straight. */
  readonly at: (x: number, y: number) => boolean;
  /** Where a point of the straight page is on the page as it is. */
  readonly real: (x: number, y: number) => { x: number; y: number };
}

/** Ink per row along a slope. */
function profile(page: GreyPage, limit: number, slope: number, step: number): number[] {
  const rows = new Array<number>(page.height).fill(0);
  for (let x = 0; x < page.width; x += step) {
    const shift = Math.round((x - page.width / 2) * slope);
    const end = Math.min(page.height, page.height - shift);
    for (let y = Math.max(0, -shift); y < end; y++)
      if (page.grey[(y + shift) * page.width + x]! <= limit) rows[y]!++;
  }
  return rows;
}

function straightened(page: GreyPage): Inked {
  const limit = threshold(page);
  const step = Math.max(1, Math.round(page.width / 400));
  // rows are sharpest where lines run along them
  const sharp = (slope: number) =>
    profile(page, limit, slope, step).reduce((sum, one) => sum + one * one, 0);
  const best = (slopes: readonly number[]) =>
    slopes
      .map((one) => ({ one, value: sharp(one) }))
      .sort((a, b) => b.value - a.value || Math.abs(a.one) - Math.abs(b.one))[0]!.one;
  const coarse = best(SLOPES);
  const slope = best(FINER.map((one) => coarse + one));
  const shifts = Int32Array.from({ length: page.width }, (_, x) =>
    Math.round((x - page.width / 2) * slope),
  );
  const { width, height, grey } = page;
  // turned by a small angle, a point moves down with its column and left with its row
  const leans = Int32Array.from({ length: height }, (_, y) => Math.round((y - height / 2) * slope));
  return {
    width,
    height,
    real: (x, y) => ({ x: x - (y - height / 2) * slope, y: y + (x - width / 2) * slope }),
    at: (x, y) => {
      if (x < 0 || x >= width || y < 0 || y >= height) return false;
      const [row, column] = [y + shifts[x]!, x - leans[y]!];
      return (
        row >= 0 &&
        row < height &&
        column >= 0 &&
        column < width &&
        grey[row * width + column]! <= limit
      );
    },
  };
}

/** Ink in each row that lies in long runs. */
const rowsOf = (ink: Inked): number[] =>
  Array.from({ length: ink.height }, (_, y) => {
    let count = 0;
    for (let x = 0, run = 0; x <= ink.width; x++) {
      if (ink.at(x, y)) run++;
      else {
        if (run >= ink.width * RUN) count += run;
        run = 0;
      }
    }
    return count;
  });

/** Middles of the rows that are staff lines. */
function lineRows(rows: readonly number[], limit: number): number[] {
  const found: number[] = [];
  for (let y = 0; y < rows.length; y++) {
    if (rows[y]! < limit) continue;
    let end = y;
    while (end + 1 < rows.length && rows[end + 1]! >= limit) end++;
    found.push((y + end) / 2);
    y = end;
  }
  return found;
}

/** Five lines at equal distances are a staff. */
function stavesOf(ink: Inked): Staff[] {
  const rows = rowsOf(ink);
  const found = fives(
    ink,
    lineRows(rows, Math.max(ink.width * 0.2, Math.max(...rows) * LINE_SHARE)),
  );
  const spaces = found.map(spaceOf).sort((a, b) => a - b);
  const usual = spaces[spaces.length >> 1];
  if (usual === undefined) return fives(ink, lineRows(rows, ink.width * 0.2));
  // what is left may hold a system that ends early, of the same size as the others
  const rest = rows.map((count, y) =>
    found.some(({ lines }) => y > lines[0]! - usual * 2 && y < lines[4]! + usual * 2) ? 0 : count,
  );
  const short = fives(ink, lineRows(rest, ink.width * SHORT_SHARE)).filter(
    (staff) => Math.abs(spaceOf(staff) - usual) < usual * 0.15,
  );
  return [...found, ...short].sort((a, b) => a.lines[0]! - b.lines[0]!);
}

function fives(ink: Inked, rows: readonly number[]): Staff[] {
  const found: Staff[] = [];
  for (let i = 0; i + 4 < rows.length; i++) {
    const lines = rows.slice(i, i + 5);
    const gaps = lines.slice(1).map((row, k) => row - lines[k]!);
    const mean = (lines[4]! - lines[0]!) / 4;
    // a line more that fits as well, and the five are not all of it
    if (mean < 3 || gaps.some((gap) => Math.abs(gap - mean) > Math.max(1.5, mean * 0.2))) continue;
    found.push({ lines, ...extent(ink, lines) });
    i += 4;
  }
  return found.filter((staff) => staff.right - staff.left > ink.width * SHORT_SHARE);
}

/** From where to where most of its lines are drawn. */
function extent(ink: Inked, lines: readonly number[]): { left: number; right: number } {
  const drawn = (x: number) =>
    lines.filter((row) => [0, -1, 1].some((away) => ink.at(x, Math.round(row) + away))).length >= 4;
  const LEAST = Math.round((lines[4]! - lines[0]!) / 2);
  // nowhere drawn without a gap: rows of print, not lines
  const from = (start: number, step: 1 | -1) => {
    for (let x = start, run = 0; x >= 0 && x < ink.width; x += step) {
      run = drawn(x) ? run + 1 : 0;
      if (run >= LEAST) return x - step * (LEAST - 1);
    }
    return 0;
  };
  return { left: from(0, 1), right: from(ink.width - 1, -1) };
}

const spaceOf = (staff: Staff): number => (staff.lines[4]! - staff.lines[0]!) / 4;

/** Share of ink in a column between two rows; a line may lean by a pixel. */
function filled(ink: Inked, x: number, top: number, bottom: number): number {
  let count = 0;
  const [from, to] = [Math.round(top), Math.round(bottom)];
  for (let y = from; y <= to; y++)
    if (ink.at(x, y) || ink.at(x - 1, y) || ink.at(x + 1, y)) count++;
  return count / Math.max(1, to - from + 1);
}

const clamp = (share: number): number => Math.max(0, Math.min(1, share));

/** Staves that a line joins at their left edge or at a bar line. */
function systemsOf(ink: Inked, staves: readonly Staff[]): Staff[][] {
  const found: Staff[][] = [];
  for (const staff of staves) {
    const above = found.at(-1)?.at(-1);
    const joined =
      above !== undefined &&
      staff.lines[0]! - above.lines[4]! < spaceOf(above) * 25 &&
      joins(ink, above, staff);
    if (joined) found.at(-1)!.push(staff);
    else found.push([staff]);
  }
  return found;
}

function joins(ink: Inked, above: Staff, below: Staff): boolean {
  const near = Math.round(spaceOf(above) * 1.5);
  const edges = [
    [above.left - near, above.left + near],
    [above.right - near, above.right + near],
  ];
  return edges.some(([from, to]) => {
    for (let x = from!; x <= to!; x++)
      if (filled(ink, x, above.lines[4]!, below.lines[0]!) > 0.97) return true;
    return false;
  });
}

/**
 * Whether a bar line may stand at a column: it fills each staff from its top line to its bottom
 * one, and ends there.
 */
function spans(ink: Inked, system: readonly Staff[], x: number): boolean {
  const space = spaceOf(system[0]!);
  if (!system.every(({ lines }) => filled(ink, x, lines[0]!, lines[4]!) > 0.96)) return false;
  const [top, bottom] = [system[0]!.lines[0]!, system.at(-1)!.lines[4]!];
  return (
    filled(ink, x, top - space * 0.9, top - space * 0.35) < 0.5 &&
    filled(ink, x, bottom + space * 0.35, bottom + space * 0.9) < 0.5
  );
}

/**
 * Whether no notehead is beside a column: a stem that happens to reach from line to line has one.
 */
const standsFree = (ink: Inked, system: readonly Staff[], x: number): boolean =>
  [-1, 1].every((side) => {
    const space = spaceOf(system[0]!);
    return [0.45, 0.6, 0.75].some(
      (away) =>
        !clump(
          ink,
          Math.round(x + side * away * space),
          system[0]!.lines[0]!,
          system.at(-1)!.lines[4]!,
          space,
        ),
    );
  });

/** Whether a column holds a patch of ink as high as a notehead, between the lines. */
function clump(ink: Inked, x: number, top: number, bottom: number, space: number): boolean {
  for (let y = Math.round(top - space / 2), run = 0; y <= bottom + space / 2; y++) {
    run = ink.at(x, y) ? run + 1 : 0;
    if (run > space * 0.55) return true;
  }
  return false;
}

/** Columns of bar lines; double and thick ones count once, by their last line. */
function barlines(ink: Inked, system: readonly Staff[]): { from: number; to: number }[] {
  const space = spaceOf(system[0]!);
  const [left, right] = [
    Math.max(...system.map((staff) => staff.left)),
    Math.min(...system.map((staff) => staff.right)),
  ];
  const found: { from: number; to: number }[] = [];
  const columns = Array.from({ length: right - left + 5 }, (_, i) => left - 2 + i).filter((x) =>
    spans(ink, system, x),
  );
  const free = columns.filter((x) => standsFree(ink, system, x));
  // where lines go on from staff to staff, as in piano music, those that do not are something else
  const through =
    system.length < 2
      ? []
      : columns.filter((x) =>
          system
            .slice(1)
            .every((staff, i) => filled(ink, x, system[i]!.lines[4]!, staff.lines[0]!) > 0.8),
        );
  const inside = (x: number) => x > left + space * 2;
  const wanted =
    through.filter(inside).length > 0 &&
    through.filter(inside).length * 2 >= free.filter(inside).length
      ? through
      : free;
  for (const x of wanted) {
    const last = found.at(-1);
    if (last && x - last.to <= space * 1.6) last.to = x;
    else found.push({ from: x, to: x });
  }
  return found;
}

/**
 * Finds systems and bars on a page of print: staff lines by their rows, made straight if the page
 * is a little askew; bar lines by columns that fill every staff of a system. What it does not find
 * can be drawn by hand.
 */
export function findBars(page: GreyPage): FoundSystem[] {
  if (page.width < 50 || page.height < 50) return [];
  const ink = straightened(page);
  const systems = systemsOf(ink, stavesOf(ink));
  return systems
    .map((system, i): FoundSystem => {
      const space = spaceOf(system[0]!);
      const [left, right] = [
        Math.max(...system.map((staff) => staff.left)),
        Math.min(...system.map((staff) => staff.right)),
      ];
      const [top, bottom] = [system[0]!.lines[0]!, system.at(-1)!.lines[4]!];
      const above = systems[i - 1]?.at(-1)?.lines[4];
      const below = systems[i + 1]?.[0]?.lines[0];
      const y1 = Math.max(
        0,
        above === undefined ? top - space * 6 : Math.max((above + top) / 2, top - space * 6),
      );
      const y2 = Math.min(
        page.height,
        below === undefined
          ? bottom + space * 4
          : Math.min((below + bottom) / 2, bottom + space * 6),
      );
      const lines = barlines(ink, system)
        .map((line) => line.to)
        .filter((x) => x > left + space * 2);
      // after the last bar line nothing but the signature of the next line
      const closed = Array.from({ length: Math.round(space) + 3 }, (_, k) => right + 2 - k).some(
        (x) =>
          system.every((staff) => filled(ink, x, staff.lines[0]!, staff.lines[4]!) > 0.96) &&
          (system.length < 2 || filled(ink, x, system[0]!.lines[4]!, system[1]!.lines[0]!) > 0.8),
      );
      const open =
        !closed &&
        lines.length > 0 &&
        right - lines.at(-1)! > space * 2 &&
        right - lines.at(-1)! < space * SIGNATURE;
      const edges = [left, ...lines.filter((x) => x < right - space * 2), ...(open ? [] : [right])];
      const bars = edges.slice(1).flatMap((end, k): Box[] => {
        const from = edges[k]!;
        if (end - from < space * 2.5) return [];
        const at = ink.real((from + end) / 2, (y1 + y2) / 2);
        const [width, height] = [end - from, y2 - y1];
        return [
          {
            x: clamp((at.x - width / 2) / page.width),
            y: clamp((at.y - height / 2) / page.height),
            width: width / page.width,
            height: height / page.height,
          },
        ];
      });
      return { staves: system.length, bars };
    })
    .filter((system) => system.bars.length > 0);
}
