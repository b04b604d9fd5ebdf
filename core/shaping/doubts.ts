import { listed } from "../words/listed.ts";
import { say } from "../words/say.ts";
import {
  barSpan,
  comparePlaces,
  lastBarOf,
  lasts,
  levelName,
  onsets,
  startOf,
  type Note,
  type Place,
  type Score,
  type Section,
  type Shape,
} from "../score/index.ts";
import { levelAt, loudnessOf, peakOf, positionOf } from "./loudness.ts";

export interface ShapeDoubt {
  readonly kind: "climax" | "peaks" | "section" | "hairpin" | "level";
  readonly bar: number;
  readonly text: string;
}

/** Less than this much of a level is not heard as a change. Common practice, no source. */
const HEARD = 0.5;
/** So many detached notes in a row at one level are a line without shape. */
const LINE = 8;

/** What in the shape contradicts itself, in sentences. Deterministic, in order of bars. */
export function shapeDoubts(
  score: Score,
  sections: readonly Section[],
  climax: Place | undefined,
  shape: Shape,
): ShapeDoubt[] {
  return [
    ...peakDoubts(score, climax, shape),
    ...sectionDoubts(score, sections, shape),
    ...hairpinDoubts(score, shape),
    ...lineDoubts(score, shape),
  ].sort((a, b) => a.bar - b.bar);
}

const number = (score: Score, bar: number) =>
  score.bars[Math.min(bar, score.bars.length - 1)]!.number;

function peakDoubts(score: Score, climax: Place | undefined, shape: Shape): ShapeDoubt[] {
  const points = loudnessOf(score, shape);
  const end = startOf(score.bars.length);
  const peak = peakOf(score, points, startOf(0), end);
  if (climax) {
    const here = levelAt(score, points, climax);
    if (peak.level - here < HEARD) return [];
    return [
      {
        kind: "climax",
        bar: climax.bar,
        text: say`The climax you set, bar ${number(score, climax.bar)}, is ${levelName(here)}, but
          bar ${number(score, peak.bar)} is louder: ${levelName(peak.level)}. Move the climax, or
          keep bar ${number(score, peak.bar)} under it.`,
      },
    ];
  }
  const peaks = plateaus(score, shape, peak.level);
  if (peaks.length < 2 || peak.level - Math.min(...points.map((point) => point.level)) < HEARD)
    return [];
  const bars = listed(peaks.map((bar) => String(number(score, bar))));
  return [
    {
      kind: "peaks",
      bar: peaks[0]!,
      text: say`Bars ${bars} are all
        ${levelName(peak.level)}, the loudest of the piece. One climax, not ${peaks.length}: set it
        in the form, and keep the others under it.`,
    },
  ];
}

/** Bars in which the curve comes up to a level it was not on before. */
function plateaus(score: Score, shape: Shape, level: number): number[] {
  const points = loudnessOf(score, shape);
  const reached: number[] = [];
  points.forEach((point, i) => {
    const before = points[i - 1];
    if (point.level >= level - 1e-9 && (!before || before.level < level - 1e-9))
      reached.push(point.bar);
  });
  return [...new Set(reached)];
}

function sectionDoubts(score: Score, sections: readonly Section[], shape: Shape): ShapeDoubt[] {
  const points = loudnessOf(score, shape);
  return sections.flatMap((section): ShapeDoubt[] => {
    const said = section.about?.dynamics;
    if (!said) return [];
    const [first, last] = [
      levelAt(score, points, section.from),
      levelAt(score, points, section.to, true),
    ];
    const change = last - first;
    const is = change >= HEARD ? "grow" : change <= -HEARD ? "fade" : "hold";
    if (is === said) return [];
    const does = { grow: say`grows`, fade: say`fades`, hold: say`holds` };
    return [
      {
        kind: "section",
        bar: section.from.bar,
        text: say`Section ${section.name} is to ${said}, but its marks go from ${levelName(first)}
          to ${levelName(last)}: it ${does[is]}.`,
      },
    ];
  });
}

/** A printed hairpin that leads to its opposite. */
function hairpinDoubts(score: Score, shape: Shape): ShapeDoubt[] {
  if (shape.loudness?.length) return [];
  const found: ShapeDoubt[] = [];
  const points = loudnessOf(score, shape);
  score.marks.forEach((mark, i) => {
    if (mark.kind !== "hairpin" || mark.text === "end") return;
    const end = score.marks.slice(i + 1).find((one) => one.kind === "hairpin");
    if (!end) return;
    const [arrives, then] = [levelAt(score, points, end, true), levelAt(score, points, end)];
    const falls = mark.text === "grow" ? then - arrives : arrives - then;
    if (falls <= -HEARD * 2)
      found.push({
        kind: "hairpin",
        bar: end.bar,
        text: say`The hairpin that ${mark.text === "grow" ? say`grows` : say`fades`} from bar
          ${number(score, mark.bar)} meets ${levelName(then)} in bar ${number(score, end.bar)}: a
            sudden ${then < arrives ? say`softening` : say`outburst`}, or a mark to question.`,
      });
  });
  return found;
}

/** A detached line still has a shape. */
function lineDoubts(score: Score, shape: Shape): ShapeDoubt[] {
  const points = loudnessOf(score, shape);
  const detached = (note: Note) =>
    note.staccato ||
    shape.touch.some(
      (one) =>
        one.hand === note.hand &&
        one.share <= 0.6 &&
        comparePlaces(one.from, note) <= 0 &&
        comparePlaces(note, one.to) < 0,
    );
  return [...new Set(score.notes.map((note) => note.hand))].flatMap((hand): ShapeDoubt[] => {
    const found: ShapeDoubt[] = [];
    let line: Place[] = [];
    const over = () => {
      if (line.length >= LINE) {
        const levels = line.map((place) => levelAt(score, points, place));
        const [from, to] = [line[0]!.bar, line.at(-1)!.bar];
        if (Math.max(...levels) - Math.min(...levels) < 0.1)
          found.push({
            kind: "level",
            bar: from,
            text: say`${score.bars[from] && from !== to ? say`Bars` : say`Bar`}
              ${barSpan(score.bars, from, to)}, ${hand}: ${line.length} detached notes, all
              ${levelName(levels[0]!)}. A detached line still has a shape: where does it go?`,
          });
      }
      line = [];
    };
    for (const onset of onsets(score.notes, hand)) {
      const isDetached = onset.notes.every(detached);
      const gap = line.length > 0 && positionOf(score, onset) - positionOf(score, line.at(-1)!) > 4;
      if (!isDetached || gap) over();
      if (isDetached) line.push(onset);
    }
    over();
    return found;
  });
}

/**
 * What the shape says of some bars, for the section and the practice card.
 *
 * @param alone the hands that are practised; undefined for all together
 * @example shapeWords(score, NO_SHAPE, startOf(0), startOf(4), (hand) => hand) // => ["p"]
 */
export function shapeWords(
  score: Score,
  shape: Shape,
  from: Place,
  to: Place,
  handName: (hand: string) => string,
  alone?: readonly string[],
): string[] {
  const points = loudnessOf(score, shape);
  const words: string[] = [];
  const bar = (place: Place) => say`bar ${number(score, place.bar)}`;
  const [first, last, peak] = [
    levelAt(score, points, from),
    levelAt(score, points, to, true),
    peakOf(score, points, from, to),
  ];
  const said =
    shape.loudness !== undefined ||
    score.marks.some((mark) => mark.kind === "dynamic" || mark.kind === "hairpin");
  if (said) {
    const way =
      levelName(first) === levelName(last)
        ? levelName(first)
        : say`${levelName(first)} to ${levelName(last)}`;
    const most = levelName(peak.level);
    words.push(
      peak.level > Math.max(first, last) + HEARD
        ? say`${way}, loudest in ${bar(peak)}: ${most}`
        : way,
    );
  }
  const touches = <T extends { from: Place; to: Place }>(list: readonly T[]) =>
    list.filter((one) => comparePlaces(one.from, to) < 0 && comparePlaces(one.to, from) > 0);
  const lines = { all: "", top: say`top of the `, bottom: say`bottom of the ` };
  const mine = ({ hand }: { readonly hand: string }) => alone === undefined || alone.includes(hand);
  const leads = new Set(
    touches(shape.leads).map((lead) =>
      mine(lead)
        ? say`${lines[lead.line]}${handName(lead.hand)} leads`
        : say`stay under the ${lines[lead.line]}${handName(lead.hand)}`,
    ),
  );
  words.push(...leads);
  // what happens before a place is said before what begins there
  for (const mark of [...shape.timing].sort(
    (a, b) => comparePlaces(a.from, b.from) || Number(lasts(a.kind)) - Number(lasts(b.kind)),
  )) {
    const inside = lasts(mark.kind)
      ? touches([mark]).length > 0
      : comparePlaces(mark.from, from) >= 0 && comparePlaces(mark.from, to) < 0;
    if (inside)
      words.push(
        `${TIMING_WORDS[mark.kind]} ` +
          (lasts(mark.kind)
            ? `${mark.from.bar === lastBarOf(mark.to) ? say`bar` : say`bars`} ` +
              `${barSpan(score.bars, mark.from.bar, lastBarOf(mark.to))}`
            : bar(mark.from)),
      );
  }
  for (const touch of touches(shape.touch).filter(mine))
    words.push(`${handName(touch.hand)} ${touchWord(touch.share)}`);
  const out = score.notes.filter(
    (note) =>
      shape.out.includes(note.id) &&
      mine(note) &&
      comparePlaces(note, from) >= 0 &&
      comparePlaces(note, to) < 0,
  );
  if (out.length)
    words.push(
      say`bring out ${out.length === 1 ? say`a note` : say`${out.length} notes`} in
        ${listed([...new Set(out.map(bar))])}`,
    );
  return words;
}

const TIMING_WORDS = {
  broaden: say`broaden`,
  push: say`push on in`,
  wait: say`wait before`,
  breathe: say`breathe before`,
  lean: say`lean on the long notes in`,
  run: say`slow, fast, slow in`,
} as const;

/** The word for a touch, from the share of a note's value that is held. */
export const touchWord = (share: number): string =>
  share >= 0.95
    ? say`legato`
    : share > 0.65
      ? say`lightly detached`
      : share > 0.4
        ? say`detached, about half of each note`
        : say`short`;
