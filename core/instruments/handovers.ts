import { say } from "../words/say.ts";
import { barSpan, beatName, spokenName, type Note, type Score } from "../score/index.ts";
import { playedIn, proposeNotes, type HandModel, type Proposal } from "../fingering/index.ts";
import type { Handover, HandoverOptions } from "./review.ts";

const OUT_OF_REACH = 50;
const AT_THE_EDGE = 6;
/** Less is not worth the change. */
const WORTH = 2;
/** Bars either side that are fingered to see what it costs. */
const AROUND = 1;

/** Notes that would change hands together. */
export interface Givable {
  readonly notes: readonly Note[];
  /** It must gain as much. */
  readonly worth: number;
  /** What the other hand takes, in the middle of a sentence. */
  readonly what: string;
  readonly sound: string;
}

/**
 * What of a hand could change hands as a whole, in some bars.
 *
 * @param upper whether the hand is the upper one, whose outer voice is its top
 */
export type Lines = (
  score: Score,
  hand: string,
  other: string,
  upper: boolean,
  from: number,
  to: number,
) => readonly Givable[];

/**
 * Where one of two hands has more than it can take, or only just, and whole lines: what the other
 * could take over, the greatest gain first.
 */
export function handovers<W>(
  score: Score,
  models: readonly { readonly id: string; readonly model: HandModel<W> }[],
  { from, to, tempo }: HandoverOptions,
  lines: Lines,
): Handover[] {
  const hands = models.map(({ id }) => id);
  if (hands.length < 2) return [];
  const options = tempo ? { tempo } : {};
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const found: Handover[] = [];
  for (const [i, hand] of hands.entries()) {
    const other = hands[1 - i]!;
    const around = (bar: number, who: string, moved: ReadonlySet<string>, end = bar) => {
      const [first, last] = [
        Math.max(0, bar - AROUND),
        Math.min(score.bars.length - 1, end + AROUND),
      ];
      const notes = moved.size
        ? score.notes.map((note) => (moved.has(note.id) ? { ...note, hand: other } : note))
        : score.notes;
      const { model } = models.find(({ id }) => id === who)!;
      return proposeNotes(playedIn({ ...score, notes }, who, first, last), model, {
        hand: who,
        ...options,
      });
    };
    const asked = proposeNotes(
      playedIn(score, hand, from, to),
      models[i]!.model,
      { hand, ...options },
      score,
    );
    for (const problem of asked.problems) {
      const wanted =
        problem.kind === "stretch"
          ? [
              problem.notes.find((id) =>
                isInner(
                  byId.get(id)!,
                  problem.notes.map((one) => byId.get(one)!),
                  i,
                ),
              )!,
            ]
          : problem.notes;
      const moved = new Set(wanted);
      const none = new Set<string>();
      const before =
        weigh(around(problem.bar, hand, none)) + weigh(around(problem.bar, other, none));
      const gain =
        before - weigh(around(problem.bar, hand, moved)) - weigh(around(problem.bar, other, moved));
      if (gain < WORTH) continue;
      const notes = wanted.map((id) => byId.get(id)!);
      const names = notes.map((note) => spokenName(note.pitch)).join(", ");
      found.push({
        notes: wanted,
        bar: problem.bar,
        from: hand,
        to: other,
        gain: Math.round(gain * 10) / 10,
        text: say`Bar ${barSpan(score.bars, problem.bar, problem.bar)}, beat
          ${beatName(score.bars[problem.bar]!, notes[0]!.offset)}: the ${other} hand can take
          ${names}.`,
        sound: soundOf(score, notes, i === 0),
      });
    }
    for (const { notes, worth, what, sound } of lines(score, hand, other, i === 0, from, to)) {
      const [start, end] = [notes[0]!.bar, notes.at(-1)!.bar];
      const moved = new Set(notes.map((note) => note.id));
      const both = (given: ReadonlySet<string>) =>
        weigh(around(start, hand, given, end)) + weigh(around(start, other, given, end));
      const gain = both(new Set<string>()) - both(moved);
      if (gain < worth) continue;
      found.push({
        notes: [...moved],
        bar: start,
        from: hand,
        to: other,
        gain: Math.round(gain * 10) / 10,
        text: say`${start === end ? say`Bar` : say`Bars`} ${barSpan(score.bars, start, end)}: the
          ${other} hand can take ${what}.`,
        sound,
      });
    }
  }
  // of what holds the same notes the one that gains most
  return found
    .sort((a, b) => b.gain - a.gain)
    .filter(
      (one, at, all) =>
        !all.slice(0, at).some((better) => better.notes.some((id) => one.notes.includes(id))),
    );
}

const weigh = ({ cost, problems }: Proposal): number =>
  cost +
  problems.reduce(
    (sum, one) => sum + (one.kind === "stretch" ? AT_THE_EDGE : OUT_OF_REACH * one.notes.length),
    0,
  );

/** Of a line so many notes are named. */
const NAMED = 6;

/** The first notes of a line, as they are spoken of. */
export const namesOf = (notes: readonly Note[]): string =>
  notes
    .slice(0, NAMED)
    .map((note) => spokenName(note.pitch))
    .join(" ") + (notes.length > NAMED ? " …" : "");

/** The note nearer to the other hand. */
const isInner = (note: Note, both: readonly Note[], hand: number): boolean =>
  both.every((other) => (hand === 0 ? note.midi <= other.midi : note.midi >= other.midi));

/** Whether a voice is broken between the hands. */
function soundOf(score: Score, moved: readonly Note[], upper: boolean): string {
  const outer = moved.some((note) => {
    const together = score.notes.filter(
      (other) =>
        other.bar === note.bar &&
        other.hand === note.hand &&
        other.offset.num === note.offset.num &&
        other.offset.den === note.offset.den,
    );
    return (
      together.length > 1 &&
      together.every((other) => (upper ? other.midi <= note.midi : other.midi >= note.midi))
    );
  });
  if (outer)
    return upper
      ? say`The tune changes hands for it: match its weight.`
      : say`The bass changes hands for it: match its weight.`;
  const ids = new Set(moved.map((note) => note.id));
  const line = score.notes.filter(
    (other) =>
      other.voice === moved[0]!.voice &&
      other.staff === moved[0]!.staff &&
      !ids.has(other.id) &&
      Math.abs(other.bar - moved[0]!.bar) <= 1,
  );
  const alone = !line.some(
    (other) =>
      other.bar === moved[0]!.bar &&
      other.offset.num === moved[0]!.offset.num &&
      other.offset.den === moved[0]!.offset.den,
  );
  return alone && line.length > 0
    ? say`A note of a moving voice: the join must not be heard.`
    : say`An inner note of a chord: the voices are kept.`;
}
