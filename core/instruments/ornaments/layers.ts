import { say } from "../../words/say.ts";
import type { Note, Score } from "../../score/model/model.ts";
import { notesByBar } from "../../score/model/onsets.ts";
import { comparePlaces } from "../../score/model/places.ts";
import { graceKey, type How, type Ornament } from "./kinds.ts";
import { sizesOf, type Interval } from "./sizes.ts";
import { onKeys, type Slides } from "./slides.ts";
import { tuneOf, type TuneNote } from "./tune.ts";

/**
 * From which side ornaments come; mixed: the tune rises into a grace from above, falls into one
 * from below. Told, it goes for mordents, trills and turns as well: players of one school begin
 * trills above, of another below, and which of a pair of signs is meant differs as much.
 */
export type Style = "mixed" | "above" | "below";

export interface OrnamentOptions {
  readonly style?: Style;
  readonly interval?: Interval;
  /** Of graces: slid by a half step where one finger can, or with a finger each. */
  readonly how?: How;
  /** 1 to 4: graces on strong beats, repeated notes cut, mordents and trills, endings. */
  readonly layer: number;
}

/** An ornament on a note, with why it stands there. */
export interface Adornment {
  readonly note: Note;
  readonly data: Ornament;
  readonly why: string;
}

/** What lies beside it in the tune. */
interface Around {
  readonly before: TuneNote | undefined;
  readonly after: TuneNote | undefined;
  /** After the one after. */
  readonly next: TuneNote | undefined;
  /** How often the note was struck just before. */
  readonly again: number;
}

interface Wanted {
  readonly kind: Ornament["kind"];
  readonly side?: "above" | "below";
  readonly why: string;
}

type Layer = (one: TuneNote, around: Around, style: Style) => Wanted | undefined;

/** A rest so long ends a phrase, in quarters. Common practice, no source. */
const BREATH = 0.5;
/** Shorter notes are left alone, in quarters. */
const LEAST = 0.5;
/** From this length on a note is trilled, in quarters. */
const LONG = 2;

const goesOn = (one: TuneNote | undefined): one is TuneNote =>
  one !== undefined && one.rest < BREATH;

/** Graces on strong beats that the tune comes to by another note. */
const onStrongBeats: Layer = (one, { before }, style) => {
  if (!one.isStrong || !before || one.rest > 0 || before.note.midi === one.note.midi)
    return undefined;
  const rises = before.note.midi < one.note.midi;
  const side = style === "mixed" ? (rises ? "above" : "below") : style;
  const why = rises
    ? say`The tune rises to a strong beat: a grace leans on it.`
    : say`The tune falls to a strong beat: a grace leans on it.`;
  return { kind: "grace", side, why };
};

/** The same note again: cut by graces above and below in turn. */
const onRepeated: Layer = (_, { again }, style) => {
  if (again === 0) return undefined;
  const side = style === "mixed" ? (again % 2 ? "above" : "below") : style;
  return {
    kind: "grace",
    side,
    why: say`The same note again: a grace cuts it off the one before.`,
  };
};

/** Mordents and their inverses on beats, trills on long notes. */
const onBeats: Layer = (one, { before, after }, style) => {
  if (!one.onBeat || one.length < 1) return undefined;
  // of notes in a row the longer ones, of equal ones those on strong beats
  const beside = [before, after].map((other) => other?.length ?? 0);
  const isLonger = beside.some((length) => length < one.length);
  if (beside.some((length) => length > one.length) || !(one.isStrong || isLonger)) return undefined;
  if (one.length >= LONG)
    return style === "below"
      ? { kind: "trill from below", why: say`A long note is kept alive by a trill, begun below.` }
      : { kind: "trill", why: say`A long note is kept alive by a trill.` };
  if (!after) return undefined;
  if (style === "above")
    return { kind: "short trill", why: say`On the beat: a short trill, from above as is asked.` };
  if (style === "below")
    return { kind: "mordent", why: say`On the beat: a mordent, from below as is asked.` };
  return after.note.midi > one.note.midi
    ? { kind: "mordent", why: say`The tune goes on upwards: the mordent dips below first.` }
    : { kind: "short trill", why: say`The tune does not rise: the short trill goes above first.` };
};

/** The last two notes of a phrase: a turn, and a grace into the last, usually from below. */
const onEndings: Layer = (one, { before, after, next }, style) => {
  if (goesOn(after)) {
    if (goesOn(next) || one.length < 1) return undefined;
    const kind = style === "below" ? "inverted turn" : "turn";
    return { kind, why: say`One note before the end of the phrase: a turn leads to it.` };
  }
  if (!before || one.rest > 0 || before.note.midi === one.note.midi) return undefined;
  const side = style === "above" ? "above" : "below";
  return { kind: "grace", side, why: say`The phrase ends here: a grace closes it.` };
};

const LAYERS: readonly Layer[] = [onStrongBeats, onRepeated, onBeats, onEndings];

/** Names of the layers, in the order they are learned. */
export const LAYER_NAMES = [
  say`graces on strong beats`,
  say`repeated notes cut`,
  say`mordents and trills`,
  say`endings`,
] as const;

/**
 * The ornaments of one layer for some bars of a tune. What a note is given depends on the notes
 * beside it alone, so that what returns is adorned alike, in another key by degree. A note has one
 * ornament; those that are adorned already are left.
 *
 * @param taken ids of notes that have one
 * @param slides where one finger can slide
 */
export function adornments(
  score: Score,
  limb: string,
  [from, to]: readonly [from: number, to: number],
  { style = "mixed", interval, how, layer }: OrnamentOptions,
  taken: ReadonlySet<string> = new Set(),
  slides: Slides = onKeys,
): Adornment[] {
  const tune = tuneOf(score, limb);
  const byBar = notesByBar(score);
  const found: Adornment[] = [];
  let again = 0;
  tune.forEach((one, i) => {
    const { note, length } = one;
    const before = tune[i - 1];
    again = before?.note.midi === note.midi && one.rest === 0 ? again + 1 : 0;
    if (note.bar < from || note.bar > to || taken.has(note.id) || note.ornaments?.length) return;
    if (length < LEAST || hasGrace(note, byBar[note.bar]!)) return;
    const around = { before, after: tune[i + 1], next: tune[i + 2], again };
    // endings are kept for their own layer
    const isKept = layer < LAYERS.length && onEndings(one, around, style);
    const wanted = isKept ? undefined : LAYERS[layer - 1]!(one, around, style);
    if (!wanted) return;
    // a grace needs room in the note before
    if (wanted.kind === "grace" && (!before || before.length < LEAST)) return;
    const { why, ...sign } = wanted;
    const sizes = (away = interval) =>
      sizesOf(wanted, note, score.bars[note.bar]!, byBar[note.bar]!, away);
    const half = { ...sign, ...sizes("half") };
    const isSlid =
      wanted.kind === "grace" && how === "slid" && slides(graceKey(note.midi, half), note.midi);
    // where no finger slides there are two
    const taking = wanted.kind === "grace" && how ? { how: "two fingers" as const } : {};
    const data: Ornament = isSlid ? { ...half, how } : { ...sign, ...sizes(), ...taking };
    found.push({ note, why, data: { ...data, layer } });
  });
  return found;
}

const hasGrace = (note: Note, inBar: readonly Note[]): boolean =>
  inBar.some((one) => one.grace && one.voice === note.voice && comparePlaces(one, note) === 0);
