import { isChord, soundsOf, toneName, TONES, type BassBoard, type Button } from "./board.ts";

/** Buttons that are pressed together for a chord that no button has. */
export interface Together {
  readonly buttons: readonly Button[];
  /** Pitch classes that none of them sounds, C = 0. */
  readonly missing: readonly number[];
}

/** Columns between chords that two fingers of a hand reach. Common practice, no source. */
const REACH = 4;
/** A chord that lacks more than so many tones is another chord. */
const LACKS = 1;

/**
 * Two chord buttons, or a bass with one or two, that sound a chord and nothing else; those that
 * lack the least, then the fewest, nearest together and nearest to the middle of the board.
 *
 * @param pitches pitch classes, the lowest first, each once
 * @param isNamed the chord is named by letters: a bass is no part of it
 */
export function togetherFor(
  board: BassBoard,
  pitches: readonly number[],
  isNamed = false,
): Together | undefined {
  const all: Button[] = [];
  for (const row of board.rows)
    for (let column = board.lowest; column <= board.highest; column++)
      if (isFitting(pitches, { row, column })) all.push({ row, column });
  const chords = all.filter(isChord);
  const isBass = (one: Button) => one.row === "fundamental" && soundsOf(one)[0] === pitches[0];
  const basses = isNamed ? [] : all.filter(isBass);
  const sets: Button[][] = [];
  chords.forEach((one, i) => {
    for (const bass of basses) sets.push([bass, one]);
    for (const other of chords.slice(i + 1)) {
      sets.push([one, other]);
      for (const bass of basses) sets.push([bass, one, other]);
    }
  });
  let best: (Together & { worth: number }) | undefined;
  for (const buttons of sets) {
    const columns = buttons.map(({ column }) => column);
    const apart = Math.max(...columns) - Math.min(...columns);
    if (apart > REACH) continue;
    const sounded = new Set(buttons.flatMap(soundsOf));
    const missing = pitches.filter((one) => !sounded.has(one));
    if (missing.length > LACKS) continue;
    const middle = Math.abs(columns.reduce((sum, one) => sum + one, 0)) / columns.length;
    const worth = 100 * missing.length + 20 * buttons.length + apart + middle / 10;
    if (!best || worth < best.worth - 1e-9) best = { buttons, missing, worth };
  }
  return best && { buttons: best.buttons, missing: best.missing };
}

/** A chord button, over a bass or not, that sounds one tone more than is written. */
interface Fuller {
  readonly buttons: readonly Button[];
  /** The tone that comes along, as the chord spells it: B♭. */
  readonly more: string;
}

/** Of two notes of a chord so many ways to make it full are named. */
const FULLER = 2;

/**
 * Chord buttons that sound all of some notes and one tone more, as an arranger fills in a third or
 * a sixth; triads first, and nearest to the middle of the board. Common practice, no source.
 *
 * @param pitches pitch classes, the lowest first, each once
 * @param around pitch classes that are played near it: what comes along is one of them rather
 */
export function fullerFor(
  board: BassBoard,
  pitches: readonly number[],
  around: ReadonlySet<number> = new Set(),
): Fuller[] {
  const found: (Fuller & { worth: number })[] = [];
  const [low, ...above] = pitches;
  for (const row of board.rows.filter((one) => isChord({ row: one, column: 0 })))
    for (let column = board.lowest; column <= board.highest; column++) {
      const chord = { row, column };
      const sounds = soundsOf(chord);
      const [more, ...others] = sounds.filter((one) => !pitches.includes(one));
      const lacks = pitches.filter((one) => !sounds.includes(one) && one !== leftOut(chord));
      if (more === undefined || others.length > 0) continue;
      const isOverBass = lacks.length === 1 && lacks[0] === low && above.length > 1;
      if (lacks.length > 0 && !isOverBass) continue;
      const bass = isOverBass ? bassNear(board, low!, column) : undefined;
      if (isOverBass && !bass) continue;
      const isTriad = row === "major" || row === "minor";
      const away = Math.abs(column) + (bass ? Math.abs(bass.column - column) : 0);
      // on the lowest note itself before under another bass
      const isAsked = isTriad || pitches.includes(leftOut(chord) ?? -1);
      const isOnLow = !bass && isAsked && sounds[0] === low;
      const isForeign = around.size > 0 && !around.has(more);
      const dear = Number(!isTriad) + Number(bass !== undefined) - Number(isOnLow);
      const worth = away + REACH * (dear + (isForeign ? 2 : 0));
      const name = toneName(column, TONES[row][sounds.indexOf(more)]!);
      found.push({ buttons: bass ? [bass, chord] : [chord], more: name, worth });
    }
  return found
    .sort((a, b) => a.worth - b.worth)
    .slice(0, FULLER)
    .map(({ buttons, more }) => ({ buttons, more }));
}

/** A chord button with what it lacks of a chord and what it sounds besides, as pitch classes. */
interface Near {
  readonly button: Button;
  readonly missing: readonly number[];
  readonly more: readonly number[];
}

/** So many of the nearest are named. */
const NEAREST = 2;

/**
 * The chord buttons that differ from a chord in the fewest tones; one on its root before others,
 * then those nearest to the middle of the board. Common practice, no source: a suspended chord is
 * played as its triad.
 *
 * @param pitches pitch classes, the root first, each once
 */
export function nearestTo(board: BassBoard, pitches: readonly number[]): Near[] {
  const found: (Near & { worth: number })[] = [];
  for (const row of board.rows.filter((one) => isChord({ row: one, column: 0 })))
    for (let column = board.lowest; column <= board.highest; column++) {
      const button = { row, column };
      const sounds = soundsOf(button);
      const missing = pitches.filter((one) => !sounds.includes(one));
      const more = sounds.filter((one) => !pitches.includes(one));
      const isOnRoot = sounds[0] === pitches[0];
      // nobody misses the fifth that its button leaves out
      const missed = missing.filter((one) => one !== leftOut(button));
      const worth =
        100 * (missed.length + more.length) + (isOnRoot ? 0 : 50) + Math.abs(column) / 10;
      found.push({ button, missing, more, worth });
    }
  const [first, ...others] = found.sort((a, b) => a.worth - b.worth);
  // another only if it comes as near
  const near = others.filter(
    ({ worth, button }) =>
      first &&
      worth < first.worth + 100 &&
      soundsOf(button).join() !== soundsOf(first.button).join(),
  );
  return [...(first ? [first] : []), ...near].slice(0, NEAREST);
}

/** The fifth of a chord whose button sounds none. */
const leftOut = ({ row, column }: Button): number | undefined =>
  row === "seventh" ? (soundsOf({ row, column })[0]! + 7) % 12 : undefined;

/** The fundamental of a pitch class that a hand reaches from a column. */
function bassNear(board: BassBoard, pitch: number, column: number): Button | undefined {
  for (let at = Math.max(board.lowest, column - REACH); at <= column + REACH; at++) {
    const bass: Button = { row: "fundamental", column: at };
    if (at <= board.highest && soundsOf(bass)[0] === pitch) return bass;
  }
  return undefined;
}

/** Buttons with the one of each note, by its place among them. */
export interface Taken {
  readonly buttons: readonly Button[];
  readonly of: readonly number[];
}

/**
 * The buttons that sound some keys together, all of them; each note is of the first that has it.
 *
 * @param keys rising
 */
export function takenTogether(
  board: BassBoard,
  keys: readonly number[],
  isNamed = false,
): Taken | undefined {
  const found = togetherFor(board, [...new Set(keys.map((key) => key % 12))], isNamed);
  if (!found || found.missing.length > 0) return undefined;
  const { buttons } = found;
  return {
    buttons,
    of: keys.map((key) => buttons.findIndex((one) => soundsOf(one).includes(key % 12))),
  };
}

/** Whether a button sounds nothing that is not asked for. */
const isFitting = (pitches: readonly number[], button: Button): boolean =>
  soundsOf(button).every((one) => pitches.includes(one));
