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

interface Staff {
  readonly lines: readonly number[];
  left: number;
  right: number;
}

/** Slopes that are tried, as rise over run: a page laid on the glass by hand is less askew. */
const SLOPES = Array.from({ length: 33 }, (_, i) => (i - 16) * 0.0015);
/** A staff line fills at least this share of the fullest row. */
const LINE_SHARE = 0.5;

/** The grey between ink and paper: Otsu's threshold (Otsu 1979, IEEE Trans. Systems, Man, Cybernetics 9). */
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
  /** Rows that a column is shifted down by on the page as it is. */
  readonly shift: (x: number) => number;
}

/** Ink per row along a slope. */
function profile(page: GreyPage, limit: number, slope: number, step: number): number[] {
  const rows = new Array<number>(page.height).fill(0);
  for (let x = 0; x < page.width; x += step) {
    const shift = Math.round((x - page.width / 2) * slope);
    const end = Math.min(page.height, page.height - shift);
    for (let y = Math.max(0, -shift); y < end; y++) if (page.grey[(y + shift) * page.width + x]! <= limit) rows[y]!++;
  }
  return rows;
}

function straightened(page: GreyPage): Inked {
  const limit = threshold(page);
  const step = Math.max(1, Math.round(page.width / 300));
  const sharp = (slope: number) => profile(page, limit, slope, step).reduce((sum, one) => sum + one * one, 0);
  const slope = SLOPES.map((one) => ({ one, value: sharp(one) })).sort((a, b) => b.value - a.value || Math.abs(a.one) - Math.abs(b.one))[0]!.one;
  const shifts = Int32Array.from({ length: page.width }, (_, x) => Math.round((x - page.width / 2) * slope));
  const shift = (x: number) => shifts[Math.round(x)] ?? 0;
  const { width, height, grey } = page;
  return {
    width, height, shift,
    at: (x, y) => {
      if (x < 0 || x >= width) return false;
      const row = y + shifts[x]!;
      return row >= 0 && row < height && grey[row * width + x]! <= limit;
    },
  };
}

/** Middles of the rows that are staff lines. */
function lineRows(ink: Inked): number[] {
  const rows = Array.from({ length: ink.height }, (_, y) => {
    let count = 0;
    for (let x = 0; x < ink.width; x++) if (ink.at(x, y)) count++;
    return count;
  });
  const limit = Math.max(ink.width * 0.2, Math.max(...rows) * LINE_SHARE);
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
  const rows = lineRows(ink);
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
  return found.filter((staff) => staff.right - staff.left > ink.width * 0.1);
}

/** From where to where most of its lines are drawn. */
function extent(ink: Inked, lines: readonly number[]): { left: number; right: number } {
  const drawn = (x: number) => lines.filter((row) => [0, -1, 1].some((away) => ink.at(x, Math.round(row) + away))).length >= 4;
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
  for (let y = from; y <= to; y++) if (ink.at(x, y) || ink.at(x - 1, y) || ink.at(x + 1, y)) count++;
  return count / Math.max(1, to - from + 1);
}

/** Staves that a line joins at their left edge or at a bar line. */
function systemsOf(ink: Inked, staves: readonly Staff[]): Staff[][] {
  const found: Staff[][] = [];
  for (const staff of staves) {
    const above = found.at(-1)?.at(-1);
    const joined = above !== undefined && staff.lines[0]! - above.lines[4]! < spaceOf(above) * 25 && joins(ink, above, staff);
    if (joined) found.at(-1)!.push(staff);
    else found.push([staff]);
  }
  return found;
}

function joins(ink: Inked, above: Staff, below: Staff): boolean {
  const near = Math.round(spaceOf(above) * 1.5);
  const edges = [[above.left - near, above.left + near], [above.right - near, above.right + near]];
  return edges.some(([from, to]) => {
    for (let x = from!; x <= to!; x++) if (filled(ink, x, above.lines[4]!, below.lines[0]!) > 0.97) return true;
    return false;
  });
}

/** Whether a bar line stands at a column: it fills each staff from its top line to its bottom one, and ends there. */
function isBarline(ink: Inked, system: readonly Staff[], x: number): boolean {
  const space = spaceOf(system[0]!);
  if (!system.every(({ lines }) => filled(ink, x, lines[0]!, lines[4]!) > 0.96)) return false;
  const [top, bottom] = [system[0]!.lines[0]!, system.at(-1)!.lines[4]!];
  const ends = filled(ink, x, top - space * 0.9, top - space * 0.35) < 0.5 && filled(ink, x, bottom + space * 0.35, bottom + space * 0.9) < 0.5;
  // a stem that happens to reach from line to line has a head beside it
  const beside = [-1, 1].every((side) => {
    const heads = [0.45, 0.6, 0.75].map((away) => Math.round(x + side * away * space));
    return heads.some((column) => !clump(ink, column, top, bottom, space));
  });
  return ends && beside;
}

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
  const [left, right] = [Math.max(...system.map((staff) => staff.left)), Math.min(...system.map((staff) => staff.right))];
  const found: { from: number; to: number }[] = [];
  const columns = Array.from({ length: right - left + 5 }, (_, i) => left - 2 + i).filter((x) => isBarline(ink, system, x));
  // where most lines go on from one staff to the next, those that do not are something else
  const joined = system.slice(1).map((staff, i) => {
    const through = (x: number) => filled(ink, x, system[i]!.lines[4]!, staff.lines[0]!) > 0.9;
    const inside = columns.filter((x) => x > left + space * 2);
    return inside.filter(through).length * 2 > inside.length ? through : () => true;
  });
  for (const x of columns.filter((column) => joined.every((through) => through(column)))) {
    const last = found.at(-1);
    if (last && x - last.to <= space * 1.6) last.to = x;
    else found.push({ from: x, to: x });
  }
  return found;
}

/**
 * Finds systems and bars on a page of print: staff lines by their rows, made straight if the page is a little askew;
 * bar lines by columns that fill every staff of a system. What it does not find can be drawn by hand.
 */
export function findBars(page: GreyPage): FoundSystem[] {
  if (page.width < 50 || page.height < 50) return [];
  const ink = straightened(page);
  const systems = systemsOf(ink, stavesOf(ink));
  return systems.map((system, i): FoundSystem => {
    const space = spaceOf(system[0]!);
    const [left, right] = [Math.max(...system.map((staff) => staff.left)), Math.min(...system.map((staff) => staff.right))];
    const [top, bottom] = [system[0]!.lines[0]!, system.at(-1)!.lines[4]!];
    const above = systems[i - 1]?.at(-1)?.lines[4];
    const below = systems[i + 1]?.[0]?.lines[0];
    const y1 = Math.max(0, above === undefined ? top - space * 6 : Math.max((above + top) / 2, top - space * 6));
    const y2 = Math.min(page.height, below === undefined ? bottom + space * 4 : Math.min((below + bottom) / 2, bottom + space * 6));
    const edges = [left, ...barlines(ink, system).map((line) => line.to).filter((x) => x > left + space * 2 && x < right - space * 2), right];
    const bars = edges.slice(1).flatMap((end, k): Box[] => {
      const from = edges[k]!;
      if (end - from < space * 2.5) return [];
      const lean = ink.shift((from + end) / 2);
      return [{ x: from / page.width, y: Math.max(0, y1 + lean) / page.height, width: (end - from) / page.width, height: (y2 - y1) / page.height }];
    });
    return { staves: system.length, bars };
  }).filter((system) => system.bars.length > 0);
}
