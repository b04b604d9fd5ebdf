import {
  add,
  comparePlaces,
  LEVELS,
  startOf,
  toNumber,
  type LoudnessPoint,
  type Place,
  type Score,
  type Shape,
} from "../score/index.ts";

const LEVEL_OF: Readonly<Record<string, number>> = {
  ...Object.fromEntries(LEVELS.map((name, i) => [name, i + 1])),
  pppp: 1,
  ffff: 8,
  fp: 3,
  pf: 6,
};

/** Before anything is printed. Common practice, no source. */
const UNSAID = 5;
/** A hairpin whose goal is not printed leads one level on. Common practice, no source. */
const HAIRPIN = 1;
/** A hairpin's goal may stand so many quarters after its end. */
const GOAL_WITHIN = 1.01;
/** `cresc.` in words goes to the next level, or is over after so many bars. */
const WORDS_LAST = 4;

const GROWS = /^(poco a poco |molto |sempre |poco )?cresc/i;
const FADES = /^(poco a poco |molto |sempre |poco )?(dim|decresc)/i;

/** Quarters from the beginning of the piece in written order. */
export function positionOf(score: Pick<Score, "bars">, place: Place): number {
  const bar = score.bars[place.bar];
  if (bar) return toNumber(bar.start) + toNumber(place.offset);
  const last = score.bars.at(-1);
  return last ? toNumber(last.start) + toNumber(last.length) : 0;
}

interface Slope {
  readonly from: Place;
  readonly to: Place;
  readonly way: 1 | -1;
}

/**
 * Hairpins and words that let the loudness grow or fade, in order, each up to where the next
 * begins.
 */
function slopesOf(score: Score): Slope[] {
  const found: Slope[] = [];
  let open: { from: Place; way: 1 | -1 } | undefined;
  const close = (to: Place) => {
    if (open && comparePlaces(open.from, to) < 0) found.push({ ...open, to });
    open = undefined;
  };
  const dynamics = score.marks.filter(
    (mark) => mark.kind === "dynamic" && LEVEL_OF[mark.text] !== undefined,
  );
  for (const mark of score.marks) {
    const way =
      mark.kind === "hairpin"
        ? mark.text === "grow"
          ? 1
          : mark.text === "fade"
            ? -1
            : undefined
        : mark.kind === "words"
          ? GROWS.test(mark.text)
            ? 1
            : FADES.test(mark.text)
              ? -1
              : undefined
          : undefined;
    if (mark.kind === "hairpin" && way === undefined) close(mark);
    if (way === undefined) continue;
    close(mark);
    if (mark.kind === "hairpin") open = { from: mark, way };
    else {
      const next = dynamics.find((one) => comparePlaces(one, mark) > 0);
      const most = startOf(Math.min(score.bars.length, mark.bar + WORDS_LAST));
      found.push({ from: mark, to: next && comparePlaces(next, most) < 0 ? next : most, way });
    }
  }
  close(startOf(score.bars.length));
  return found.sort((a, b) => comparePlaces(a.from, b.from));
}

/** The loudness as the printed marks have it: levels, hairpins, and `cresc.` or `dim.` in words. */
export function printedLoudness(score: Score): LoudnessPoint[] {
  const points: LoudnessPoint[] = [];
  let level = UNSAID;
  const put = ({ bar, offset }: Place, to: number) => {
    if (level !== to || points.length === 0) {
      if (points.length && comparePlaces(points.at(-1)!, { bar, offset }) < 0)
        points.push({ bar, offset, level });
      points.push({ bar, offset, level: to });
    }
    level = to;
  };
  const levels = score.marks.filter(
    (mark) => mark.kind === "dynamic" && LEVEL_OF[mark.text] !== undefined,
  );
  const first = levels[0];
  if (!first || first.bar > 0 || first.offset.num > 0) points.push({ ...startOf(0), level });
  const events: { place: Place; act: () => void }[] = levels.map((mark) => ({
    place: mark,
    act: () => put(mark, LEVEL_OF[mark.text]!),
  }));
  for (const slope of slopesOf(score)) {
    events.push({
      place: slope.from,
      act: () => {
        const goal = levels.find(
          (mark) =>
            comparePlaces(mark, slope.to) >= 0 &&
            positionOf(score, mark) - positionOf(score, slope.to) <= GOAL_WITHIN,
        );
        const inside = levels.find(
          (mark) => comparePlaces(mark, slope.from) > 0 && comparePlaces(mark, slope.to) < 0,
        );
        const end = inside ?? slope.to;
        const printed =
          goal && !inside ? LEVEL_OF[goal.text] : inside ? LEVEL_OF[inside.text] : undefined;
        const to =
          printed !== undefined && Math.sign(printed - level) === slope.way
            ? printed
            : Math.max(1, Math.min(8, level + slope.way * HAIRPIN));
        if (points.length === 0 || comparePlaces(points.at(-1)!, slope.from) < 0)
          points.push({ bar: slope.from.bar, offset: slope.from.offset, level });
        points.push({ bar: end.bar, offset: end.offset, level: to });
        level = to;
      },
    });
  }
  // a level printed where a slope begins comes first
  for (const { act } of events
    .map((event, i) => ({ ...event, i }))
    .sort((a, b) => comparePlaces(a.place, b.place) || a.i - b.i))
    act();
  return points;
}

/** The curve in force: the teacher's, or as printed. Never empty. */
export const loudnessOf = (score: Score, shape: Shape): readonly LoudnessPoint[] =>
  shape.loudness?.length ? shape.loudness : printedLoudness(score);

/** The level at a place; where it steps, the one after the step unless `before` is asked for. */
export function levelAt(
  score: Pick<Score, "bars">,
  points: readonly LoudnessPoint[],
  place: Place,
  before = false,
): number {
  const at = positionOf(score, place);
  let [low, high] = [0, points.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const there = positionOf(score, points[middle]!);
    if (before ? there < at - 1e-9 : there <= at + 1e-9) low = middle + 1;
    else high = middle;
  }
  const [a, b] = [points[low - 1], points[low]];
  if (!a) return b?.level ?? UNSAID;
  if (!b) return a.level;
  const [from, to] = [positionOf(score, a), positionOf(score, b)];
  return to - from < 1e-9
    ? before
      ? a.level
      : b.level
    : a.level + ((at - from) / (to - from)) * (b.level - a.level);
}

const plain = ({ bar, offset }: Place, level: number): LoudnessPoint => ({
  bar,
  offset,
  level: Math.max(1, Math.min(8, Math.round(level * 100) / 100)),
});

/** The curve with another level at one place: what stood there is gone. */
export function withLevel(
  points: readonly LoudnessPoint[],
  place: Place,
  level: number,
): LoudnessPoint[] {
  const others = points.filter((point) => comparePlaces(point, place) !== 0);
  return tidy([...others, plain(place, level)]);
}

/**
 * The curve with a straight line between two places; after it the last level stays until what comes
 * next.
 */
export function withLine(
  score: Score,
  points: readonly LoudnessPoint[],
  from: Place,
  to: Place,
  first: number,
  last: number,
): LoudnessPoint[] {
  const before = levelAt(score, points, from, true);
  const earlier = points.filter((point) => comparePlaces(point, from) < 0);
  const later = points.filter((point) => comparePlaces(point, to) >= 0);
  const steps = earlier.length > 0 && Math.abs(before - first) > 1e-9 ? [plain(from, before)] : [];
  const next = later[0];
  const ends = toNumber(add(score.bars.at(-1)!.start, score.bars.at(-1)!.length));
  const stays =
    next && comparePlaces(next, to) > 0 && positionOf(score, next) < ends
      ? [plain(next, last)]
      : [];
  return tidy([...earlier, ...steps, plain(from, first), plain(to, last), ...stays, ...later]);
}

/** The curve of some bars drawn again `on` bars later; before and after them it is as it was. */
export function withCurve(
  score: Score,
  points: readonly LoudnessPoint[],
  first: number,
  last: number,
  on: number,
): LoudnessPoint[] {
  const [from, to] = [startOf(first), startOf(last + 1)];
  const [start, end] = [startOf(first + on), startOf(last + 1 + on)];
  const inside = points
    .filter((point) => comparePlaces(point, from) > 0 && comparePlaces(point, to) < 0)
    .map((point) => ({ ...point, bar: point.bar + on }));
  return tidy([
    ...points.filter((point) => comparePlaces(point, start) < 0),
    plain(start, levelAt(score, points, start, true)),
    plain(start, levelAt(score, points, from)),
    ...inside,
    plain(end, levelAt(score, points, to, true)),
    ...(end.bar < score.bars.length ? [plain(end, levelAt(score, points, end))] : []),
    ...points.filter((point) => comparePlaces(point, end) > 0),
  ]);
}

/** In order, without points that say nothing. */
function tidy(points: readonly LoudnessPoint[]): LoudnessPoint[] {
  const ordered = points
    .map((point, i) => ({ point, i }))
    .sort((a, b) => comparePlaces(a.point, b.point) || a.i - b.i)
    .map(({ point }) => point);
  return ordered.filter((point, i) => {
    const [a, b] = [ordered[i - 1], ordered[i + 1]];
    if (a && comparePlaces(a, point) === 0 && a.level === point.level) return false;
    return !(a && b && a.level === point.level && b.level === point.level);
  });
}

/**
 * The loudest place of a stretch (`to` is the first place that no longer belongs to it): where it
 * is first reached.
 */
export function peakOf(
  score: Score,
  points: readonly LoudnessPoint[],
  from: Place,
  to: Place,
): LoudnessPoint {
  // of a step at the beginning only what comes after it belongs here
  const inside = points.filter(
    (point) => comparePlaces(point, from) > 0 && comparePlaces(point, to) < 0,
  );
  const ends = [
    plain(from, levelAt(score, points, from)),
    ...inside,
    plain(to, levelAt(score, points, to, true)),
  ];
  return ends.reduce((most, one) => (one.level > most.level + 1e-9 ? one : most));
}
