import type { Note, Score } from "@yarrow-ridge/core/score";
import { toNumber, voiceLine } from "@yarrow-ridge/core/score";

/** Where things stand on an engraved page, in the page's own units. */
export interface NoteBox {
  readonly note: Note;
  /** Middle of the notehead. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  /** Free height above and below its chord, stem and beam included. */
  readonly top: number;
  readonly bottom: number;
  readonly staff: number;
  /** In the lower of the voices that its bar has on its one staff. */
  readonly isLower?: boolean;
}

export interface BarBox {
  readonly bar: number;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
  /** Top and bottom line of each staff, from the top. */
  readonly staves: readonly { top: number; bottom: number }[];
}

export interface PageBoxes {
  readonly width: number;
  readonly height: number;
  readonly notes: readonly NoteBox[];
  readonly bars: readonly BarBox[];
  /** Words and tempos that are engraved over the notes. */
  readonly words: readonly Box[];
}

/** How far something reaches along the music. */
interface Across {
  readonly left: number;
  readonly right: number;
}

/** What something takes up. */
export interface Box extends Across {
  readonly top: number;
  readonly bottom: number;
}

/** Engraved words over and under the line they stand on, in engraver units. */
const [TALL, DEEP] = [560, 120];

/** What words take up. How tall a font is depends on whether it is there yet: it is not asked. */
export function wordBox(group: SVGGraphicsElement): Box {
  const { x, y, width, height } = group.getBBox();
  const line = group.querySelector(":scope > text")?.getAttribute("y");
  const [top, bottom] = line ? [Number(line) - TALL, Number(line) + DEEP] : [y, y + height];
  return { left: x, right: x + width, top, bottom };
}

/** Between what we draw and words that are engraved, in engraver units. */
const FREE = 110;

/**
 * How high something is drawn over words that are engraved where it should stand.
 *
 * @param y where it should stand on
 * @param tall how high it is
 */
export function overWords(
  { words }: Pick<PageBoxes, "words">,
  { left, right }: Across,
  y: number,
  tall: number,
): number {
  const inTheWay = words
    .filter((box) => box.right > left && box.left < right)
    .sort((a, b) => b.bottom - a.bottom);
  return inTheWay.reduce(
    (free, box) =>
      box.top < free + FREE && box.bottom > free - tall - FREE ? box.top - FREE : free,
    y,
  );
}

const ancestor = (element: Element, name: string): SVGGraphicsElement | null =>
  element.closest(`g.${name}`);

function staffLines(
  staff: Element,
): { top: number; bottom: number; left: number; right: number } | undefined {
  const lines = [...staff.children]
    .filter((child) => child.tagName === "path")
    .slice(0, 5)
    .map((path) => (path as SVGGraphicsElement).getBBox());
  if (lines.length === 0) return undefined;
  return {
    top: Math.min(...lines.map((line) => line.y)),
    bottom: Math.max(...lines.map((line) => line.y + line.height)),
    left: Math.min(...lines.map((line) => line.x)),
    right: Math.max(...lines.map((line) => line.x + line.width)),
  };
}

/** Measures a drawn page: where its bars and notes are. */
export function measure(svg: SVGSVGElement, score: Score): PageBoxes {
  const scale = svg.querySelector<SVGSVGElement>("svg.definition-scale") ?? svg;
  const barIndex = new Map(score.bars.map((bar) => [bar.id, bar.index]));
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const bars: BarBox[] = [];
  for (const group of scale.querySelectorAll<SVGGraphicsElement>("g.measure")) {
    const bar = barIndex.get(group.id);
    if (bar === undefined) continue;
    const staves = [...group.querySelectorAll("g.staff")]
      .flatMap((staff) => staffLines(staff) ?? [])
      .sort((a, b) => a.top - b.top);
    if (staves.length === 0) continue;
    bars.push({
      bar,
      staves,
      left: Math.min(...staves.map((s) => s.left)),
      right: Math.max(...staves.map((s) => s.right)),
      top: staves[0]!.top,
      bottom: staves.at(-1)!.bottom,
    });
  }
  const notes: NoteBox[] = [];
  for (const group of scale.querySelectorAll<SVGGraphicsElement>("g.note")) {
    const note = byId.get(group.id);
    const head = group.querySelector<SVGGraphicsElement>("g.notehead");
    if (!note || !head) continue;
    const box = head.getBBox();
    const whole = (ancestor(group, "chord") ?? group).getBBox();
    const beam = ancestor(group, "beam");
    const reach = beam ? beamReach(beam, box.x + box.width / 2) : undefined;
    notes.push({
      note,
      x: box.x + box.width / 2,
      y: box.y + box.height / 2,
      width: box.width,
      staff: note.staff,
      top: Math.min(whole.y, reach?.top ?? Infinity),
      bottom: Math.max(whole.y + whole.height, reach?.bottom ?? -Infinity),
    });
  }
  const view = scale.viewBox.baseVal;
  const { width, height } = view;
  return { width, height, notes: inVoices(clearOfSigns(notes, scale), bars), bars, words: [] };
}

/** Notes with whether they are in the lower of two voices on one staff. */
export function inVoices(notes: readonly NoteBox[], bars: readonly BarBox[]): NoteBox[] {
  const byBar = new Map<number, Note[]>();
  for (const { note } of notes)
    if (!note.grace) byBar.set(note.bar, [...(byBar.get(note.bar) ?? []), note]);
  const lower = new Map(
    bars
      .filter(({ staves }) => staves.length === 1)
      .map(({ bar }) => [bar, voiceLine({ notes: byBar.get(bar) ?? [] }, "low")]),
  );
  return notes.map((box) => ({ ...box, isLower: lower.get(box.note.bar)?.(box.note) ?? false }));
}

/**
 * A sign this far from a notehead stands over or under another, in engraver units; and further up
 * or down it belongs to another staff.
 */
const [BESIDE, AWAY] = [260, 1300];

/**
 * Notes whose free height begins beyond what stands over or under them: ornaments, fermatas, rests
 * of another voice.
 */
function clearOfSigns(notes: readonly NoteBox[], scale: SVGSVGElement): NoteBox[] {
  const signs = [
    ...scale.querySelectorAll<SVGGraphicsElement>("g.trill, g.mordent, g.turn, g.fermata, g.rest"),
  ]
    .map((sign) => ({ box: sign.getBBox(), staff: staffOf(sign) }))
    .filter(({ box }) => box.width > 0);
  if (signs.length === 0) return [...notes];
  return notes.map((note) => {
    const near = signs.flatMap(({ box, staff = note.staff }) =>
      staff === note.staff && Math.abs(box.x + box.width / 2 - note.x) < BESIDE ? [box] : [],
    );
    const over = near.filter(
      (box) => box.y + box.height / 2 < note.y && note.top - (box.y + box.height) < AWAY,
    );
    const under = near.filter(
      (box) => box.y + box.height / 2 > note.y && box.y - note.bottom < AWAY,
    );
    return {
      ...note,
      top: Math.min(note.top, ...over.map((box) => box.y)),
      bottom: Math.max(note.bottom, ...under.map((box) => box.y + box.height)),
    };
  });
}

/** The staff that a rest is on, from 1; signs hang on no staff. */
function staffOf(sign: Element): number | undefined {
  const [staff, measure] = [sign.closest("g.staff"), sign.closest("g.measure")];
  return staff && measure ? 1 + [...measure.querySelectorAll("g.staff")].indexOf(staff) : undefined;
}

/** How high and low a beam's bars reach near an x. */
function beamReach(beam: Element, x: number): { top: number; bottom: number } | undefined {
  const boxes = [...beam.children]
    .filter((child) => child.tagName === "polygon")
    .map((polygon) => (polygon as SVGGraphicsElement).getBBox())
    .filter((box) => x >= box.x - 90 && x <= box.x + box.width + 90);
  if (boxes.length === 0) return undefined;
  return {
    top: Math.min(...boxes.map((box) => box.y)),
    bottom: Math.max(...boxes.map((box) => box.y + box.height)),
  };
}

/** The bars of each system, from the top. */
export function systemsOf(boxes: PageBoxes): BarBox[][] {
  const systems = new Map<number, BarBox[]>();
  for (const bar of boxes.bars) systems.set(bar.top, [...(systems.get(bar.top) ?? []), bar]);
  return [...systems.values()];
}

/**
 * The x of a place in a bar: at the note that begins there, or between its neighbours. Offset in
 * quarters.
 */
export function xAt(
  boxes: PageBoxes,
  score: Score,
  bar: number,
  offset: number,
): number | undefined {
  const box = boxes.bars.find((candidate) => candidate.bar === bar);
  const length = toNumber(score.bars[bar]!.length);
  if (!box) return undefined;
  const anchors = boxes.notes
    .filter((one) => one.note.bar === bar && !one.note.grace)
    .map((one) => ({ at: toNumber(one.note.offset), x: one.x }))
    .sort((a, b) => a.at - b.at || a.x - b.x);
  const points = [...anchors, { at: length, x: box.right }];
  const exact = points.find((point) => Math.abs(point.at - offset) < 1e-6);
  if (exact) return exact.x;
  const after = points.find((point) => point.at > offset) ?? points.at(-1)!;
  const before = points.findLast((point) => point.at < offset) ?? {
    at: 0,
    x: Math.min(box.left + (box.right - box.left) * 0.2, after.x),
  };
  return after.at === before.at
    ? before.x
    : before.x + ((offset - before.at) / (after.at - before.at)) * (after.x - before.x);
}
