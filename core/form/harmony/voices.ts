import {
  add,
  beatLength,
  lead,
  subtract,
  toNumber,
  type Bar,
  type Note,
  type Score,
} from "../../score/index.ts";

/** A struck note in its voice, with the notes beside it there. */
export interface Placed {
  readonly note: Note;
  /** Quarters from the beginning of the piece. */
  readonly from: number;
  readonly to: number;
  /** 3 on the bar, 2 on the half of a bar, 1 on another beat, 0 between beats. */
  readonly accent: number;
  /** Notes struck with it in all voices, and on its staff, itself among them. */
  readonly struck: number;
  readonly onStaff: number;
  /** The one note of its voice before and after it, when nothing silent lies between. */
  readonly before?: Placed;
  readonly after?: Placed;
}

/** Silence of so many quarters parts two notes of a voice. Common practice, no source. */
const APART = 0.5;

/**
 * All struck notes of a score in order of time, each with its neighbours in its voice; of chords
 * the outer note that is nearest.
 */
export function placedNotes(score: Score): Placed[] {
  const voices = new Map<string, Placed[]>();
  const all: Placed[] = [];
  for (const note of score.notes) {
    if (note.grace || note.held) continue;
    const at = add(score.bars[note.bar]!.start, note.offset);
    const one: Placed = {
      note,
      from: toNumber(at),
      to: toNumber(add(at, note.length)),
      accent: accentOf(score.bars[note.bar]!, note),
      struck: 0,
      onStaff: 0,
    };
    all.push(one);
    const voice = `${note.staff} ${note.voice}`;
    if (voices.has(voice)) voices.get(voice)!.push(one);
    else voices.set(voice, [one]);
  }
  for (const voice of voices.values()) joinNeighbours(voice);
  const together = new Map<string, number>();
  const count = (key: string) => together.set(key, (together.get(key) ?? 0) + 1);
  for (const { from, note } of all) [`${from}`, `${from} ${note.staff}`].forEach(count);
  for (const one of all)
    Object.assign(one, {
      struck: together.get(`${one.from}`)!,
      onStaff: together.get(`${one.from} ${one.note.staff}`)!,
    });
  return all.sort((a, b) => a.from - b.from || a.note.midi - b.note.midi);
}

function joinNeighbours(voice: Placed[]): void {
  const groups: Placed[][] = [];
  for (const one of voice.sort((a, b) => a.from - b.from)) {
    if (groups.at(-1)?.[0]!.from === one.from) groups.at(-1)!.push(one);
    else groups.push([one]);
  }
  const nearest = (group: readonly Placed[], to: Placed) =>
    group.reduce((best, one) =>
      Math.abs(one.note.midi - to.note.midi) < Math.abs(best.note.midi - to.note.midi) ? one : best,
    );
  groups.forEach((group, i) => {
    for (const one of group) {
      const [before, after] = [groups[i - 1], groups[i + 1]];
      if (before && one.from - before[0]!.to < APART)
        Object.assign(one, { before: nearest(before, one) });
      if (after && after[0]!.from - one.to < APART)
        Object.assign(one, { after: nearest(after, one) });
    }
  });
}

function accentOf(bar: Bar, { offset }: Pick<Note, "offset">): number {
  const beats = toNumber(add(offset, lead(bar))) / toNumber(beatLength(bar));
  const count = toNumber(bar.nominal) / toNumber(beatLength(bar));
  if (Math.abs(beats - Math.round(beats)) > 1e-9) return 0;
  return Math.round(beats) === 0
    ? 3
    : count % 2 === 0 && Math.abs(beats - count / 2) < 1e-9
      ? 2
      : 1;
}

/** Beats of a bar, in quarters from the beginning of the piece; a pick-up has the last ones. */
export function beatsOf(bar: Bar): number[] {
  const [start, length, beat] = [
    toNumber(bar.start),
    toNumber(bar.length),
    toNumber(beatLength(bar)),
  ];
  const first = toNumber(subtract({ num: 0, den: 1 }, lead(bar)));
  const found: number[] = [];
  for (let at = first; at < length - 1e-9; at += beat)
    if (at + beat > 1e-9) found.push(start + Math.max(0, at));
  return found;
}

const isStep = (a: Placed | undefined, b: Placed): boolean =>
  a !== undefined && Math.abs(a.note.midi - b.note.midi) <= 2 && a.note.midi !== b.note.midi;

const LEAPT = 2;
/** So many notes struck together move as a chord. */
const CHORD = 3;
/**
 * How much a note says of the harmony before any is known, by how it moves: what passes between
 * others by step says little. Common practice, no source.
 */
export function weightOf(one: Placed): number {
  const { before, after, accent, struck } = one;
  const strong =
    struck >= CHORD || (accent > 0 && accent >= Math.max(before?.accent ?? 0, after?.accent ?? 0));
  if (isStep(before, one) && isStep(after, one)) return strong ? 0.7 : 0.25;
  // said before its time, or held over
  if (
    after &&
    after.note.midi === one.note.midi &&
    accent === 0 &&
    after.accent > 0 &&
    isStep(before, one)
  )
    return 0.3;
  if (
    before &&
    before.note.midi === one.note.midi &&
    strong &&
    after &&
    [1, 2].includes(one.note.midi - after.note.midi)
  )
    return 0.6;
  const leapt =
    before &&
    after &&
    Math.abs(before.note.midi - one.note.midi) > 2 &&
    Math.abs(after.note.midi - one.note.midi) > 2;
  return (strong ? 1.2 : 1) * (leapt ? LEAPT : 1);
}
