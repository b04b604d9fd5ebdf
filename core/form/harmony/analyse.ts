import { fifthsOf, midiOf, toNumber, type Score } from "../../score/index.ts";
import { cadencesIn, type Cadence } from "./cadences.ts";
import { beatsWith, chordsIn, type Beat, type Chord } from "./chords.ts";
import { farFrom, keyAreas, type BarTones, type KeyArea } from "./keys.ts";
import { classOf } from "./kinds.ts";
import { rootsAsSpelled } from "./roots.ts";
import { placedNotes, type Placed } from "./voices.ts";

/** What is heard in a piece. */
export interface Harmony {
  readonly notes: readonly Placed[];
  readonly chords: readonly Chord[];
  /** Without gaps from the first bar to the last; none of a piece without notes. */
  readonly keys: readonly KeyArea[];
  readonly cadences: readonly Cadence[];
}

/**
 * How much what the key expects counts in hearing a chord, and at most. Set on the cases in C, D
 * and G.
 */
const EXPECTED = 0.35;
const FURTHEST = 1.5;

/**
 * Keys and chords, each heard with the other: chords, the keys they and the tones make, and the
 * chords again in those keys.
 *
 * Worked out once for each score.
 *
 *
 * @example hear(score).keys[0] // => { tonic: 7, mode: "major", from: 0, to: 23 }
 */
export function hear(score: Score): Harmony {
  const known = heard.get(score) ?? listen(score);
  heard.set(score, known);
  return known;
}

const heard = new WeakMap<Score, Harmony>();

function listen(score: Score): Harmony {
  const notes = placedNotes(score);
  if (notes.length === 0) return { notes, chords: [], keys: [], cadences: [] };
  const beats = beatsWith(score, notes);
  const bars = barTones(score, notes, beats);
  const final = notes.filter((one) => one.from >= notes.at(-1)!.from - 1e-9);
  const lastBass = classOf(Math.min(...final.map((one) => one.note.midi)));
  const first = keyAreas(bars, chordsIn(beats), lastBass);
  const keyAt = (bar: number) => first.find((one) => bar <= one.to) ?? first.at(-1)!;
  const chords = rootsAsSpelled(
    chordsIn(
      beats,
      (bar, root, kind) => EXPECTED * Math.min(FURTHEST, farFrom(keyAt(bar), root, kind)),
    ),
    notes,
  );
  const keys = keyAreas(bars, chords, lastBass);
  return { notes, chords, keys, cadences: cadencesIn(score, notes, chords, keys) };
}

/** A note on the line of fifths as it sounds: a transposing instrument is written elsewhere. */
function soundingFifths({ pitch, midi }: Placed["note"]): number {
  const away = (((midi - midiOf(pitch)) % 12) + 12) % 12;
  const fifths = (away * 7) % 12;
  return fifthsOf(pitch) + (fifths > 6 ? fifths - 12 : fifths);
}

function barTones(score: Score, notes: readonly Placed[], beats: readonly Beat[]): BarTones[] {
  const twelve = () => new Array<number>(12).fill(0);
  const found = score.bars.map(({ index, start, length, key }) => ({
    bar: index,
    start: toNumber(start),
    end: toNumber(start) + toNumber(length),
    fifths: key.fifths,
    together: false,
    share: twelve(),
    plain: twelve(),
    leads: twelve(),
    byName: new Map<number, number>(),
  }));
  for (const beat of beats)
    beat.share.forEach((one, pitch) => (found[beat.bar]!.share[pitch]! += one));
  let until = -1;
  for (const { note, from, to, after } of notes) {
    const bar = found[note.bar]!;
    if (from < until - 1e-9) bar.together = true;
    until = Math.max(until, to);
    bar.plain[classOf(note.midi)]! += to - from;
    const place = soundingFifths(note);
    bar.byName.set(place, (bar.byName.get(place) ?? 0) + to - from);
    if (after?.note.midi === note.midi + 1) bar.leads[classOf(note.midi)]!++;
  }
  const shares = (list: readonly number[]) => {
    const all = list.reduce((sum, one) => sum + one, 0);
    return all ? list.map((one) => one / all) : list;
  };
  return found.map(({ byName, ...bar }) => {
    const all = [...byName.values()].reduce((sum, one) => sum + one, 0);
    return {
      ...bar,
      share: shares(bar.share),
      plain: shares(bar.plain),
      spelled: [...byName].map(([place, length]) => [place, all ? length / all : 0] as const),
    };
  });
}
