import { say } from "../../words/say.ts";
import { parseMidi, type MidiData } from "midi-file";
import {
  add,
  compare,
  fraction,
  max,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
} from "../model/fraction.ts";
import { ScoreError, type Key, type Metre, type Warning } from "../model/model.ts";
import { buildXml, type BuiltBar, type BuiltEvent } from "./build.ts";
import { spell } from "./spell.ts";
import { splitHands, type Gridded } from "./split.ts";

export const isMidi = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x4d && bytes[1] === 0x54 && bytes[2] === 0x68 && bytes[3] === 0x64;

/** More notes and quarters than any piece a person learns. */
const MAX_NOTES = 200_000;
const MAX_QUARTERS = 40_000;

/** A key that was held, in quarters from the beginning, as played. */
interface Played {
  readonly midi: number;
  readonly from: number;
  readonly to: number;
  readonly track: number;
}

interface Heard {
  readonly played: Played[];
  readonly title: string;
  readonly tempo: number | undefined;
  readonly metres: { at: number; metre: Metre }[];
  readonly keys: { at: number; key: Key }[];
}

function hear(data: MidiData): Heard {
  const perQuarter = data.header.ticksPerBeat;
  if (!perQuarter)
    throw new ScoreError(
      say`The MIDI file counts in seconds, not in beats; save it with a beat resolution.`,
    );
  const played: Played[] = [];
  const metres: Heard["metres"] = [];
  const keys: Heard["keys"] = [];
  let title = "";
  let tempo: number | undefined;
  data.tracks.forEach((events, track) => {
    let tick = 0;
    const open = new Map<number, number[]>();
    for (const event of events) {
      tick += event.deltaTime;
      const at = tick / perQuarter;
      if (at > MAX_QUARTERS)
        throw new ScoreError(say`The MIDI file lasts longer than any piece; it may be damaged.`);
      if (event.type === "setTempo") tempo ??= Math.round(60_000_000 / event.microsecondsPerBeat);
      else if (event.type === "timeSignature" && event.numerator >= 1 && event.numerator <= 64)
        metres.push({ at, metre: { beats: event.numerator, beatType: event.denominator } });
      else if (event.type === "keySignature")
        keys.push({
          at,
          key: {
            fifths: Math.max(-7, Math.min(7, event.key)),
            mode: event.scale === 1 ? "minor" : "major",
          },
        });
      else if (event.type === "trackName" && track === 0)
        title ||= event.text.replace(/\0/g, "").trim();
      // channel 10 (9 from 0) is percussion in General MIDI
      else if (event.type === "noteOn" && event.velocity > 0 && event.channel !== 9)
        open.set(event.noteNumber, [...(open.get(event.noteNumber) ?? []), at]);
      else if (event.type === "noteOff" || event.type === "noteOn") {
        const from = open.get(event.noteNumber)?.shift();
        if (from !== undefined && at > from)
          played.push({ midi: event.noteNumber, from, to: at, track });
      }
      if (played.length > MAX_NOTES)
        throw new ScoreError(say`The MIDI file has more than ${MAX_NOTES} notes.`);
    }
  });
  return {
    played: played.sort((a, b) => a.from - b.from || a.midi - b.midi),
    title,
    tempo,
    metres,
    keys,
  };
}

/** Divisions of a beat that are tried, the plain ones first. */
const GRIDS = [2, 3, 4, 6, 8];
/**
 * How much closer a finer division must come, in quarters of total error for each note, to be
 * believed.
 */
const BELIEF = 0.012;

/** Puts what was played onto the simplest division of each quarter that is near enough. */
export function quantise(played: readonly Played[]): Gridded[] {
  const grids = new Map<number, number>();
  const byQuarter = new Map<number, number[]>();
  // a note just before a beat belongs to it
  const quarterOf = (time: number) => Math.floor(time + 0.06);
  for (const { from } of played)
    byQuarter.set(quarterOf(from), [...(byQuarter.get(quarterOf(from)) ?? []), from]);
  for (const [quarter, times] of byQuarter) {
    const error = (grid: number) =>
      times.reduce(
        (sum, time) => sum + Math.abs(time - quarter - Math.round((time - quarter) * grid) / grid),
        0,
      ) / times.length;
    let best = GRIDS[0]!;
    for (const grid of GRIDS) if (error(grid) < error(best) - BELIEF) best = grid;
    grids.set(quarter, best);
  }
  const snap = (time: number, grid: number): Fraction => fraction(Math.round(time * grid), grid);
  return played.map(({ midi, from, to, track }) => {
    const grid = grids.get(quarterOf(from)) ?? 4;
    const at = snap(from, grid);
    const ends = [snap(to, grid), snap(to, grids.get(quarterOf(to)) ?? grid)].sort(
      (a, b) => Math.abs(toNumber(a) - to) - Math.abs(toNumber(b) - to),
    )[0]!;
    const least = fraction(1, grid);
    return { midi, at, length: max(least, subtract(ends, at)), track };
  });
}

/**
 * Reads a Standard MIDI File into MusicXML. What it cannot know (metre, key, hands, lengths) is
 * guessed and said so. @throws ScoreError
 */
export function midiToXml(bytes: Uint8Array, name: string): { xml: string; warnings: Warning[] } {
  let data: MidiData;
  try {
    data = parseMidi(bytes);
  } catch {
    throw new ScoreError(say`The MIDI file is damaged or ends too early; export it again.`);
  }
  const heard = hear(data);
  if (heard.played.length === 0) throw new ScoreError(say`The MIDI file has no notes in it.`);
  const notes = quantise(heard.played);
  const { right, left, guessed } = splitHands(notes);
  const warnings: Warning[] = [
    {
      kind: "guess",
      message: say`The file is MIDI, which knows keys and times but no notation. Guessed: note
        lengths${heard.metres.length ? "" : say`, the metre (4/4)`}${
          heard.keys.length
            ? ""
            : say`,
          the spelling`
        }${guessed ? say`, and which hand plays what` : ""}.`,
    },
  ];
  const key = heard.keys[0]?.key ?? spell.key(notes);
  return {
    xml: buildXml({
      title: heard.title || name,
      composer: "",
      clefs: left.length ? ["G", "F"] : ["G"],
      bars: barsOf(heard, left.length ? [right, left] : [right], key),
    }),
    warnings,
  };
}

function barsOf(heard: Heard, hands: readonly (readonly Gridded[])[], firstKey: Key): BuiltBar[] {
  const end = hands
    .flat()
    .map((note) => add(note.at, note.length))
    .reduce(max, ZERO);
  const bars: BuiltBar[] = [];
  let metre: Metre = { beats: 4, beatType: 4 };
  let key = firstKey;
  const lines = hands.map(voicesOf);
  for (let start = ZERO; compare(start, end) < 0;) {
    const change = heard.metres.findLast((one) => one.at <= toNumber(start) + 0.01)?.metre ?? metre;
    const newKey = heard.keys.findLast((one) => one.at <= toNumber(start) + 0.01)?.key ?? key;
    const first = bars.length === 0;
    const told = {
      ...(first || change.beats !== metre.beats || change.beatType !== metre.beatType
        ? { metre: change }
        : {}),
      ...(first || newKey.fifths !== key.fifths ? { key: newKey } : {}),
    };
    [metre, key] = [change, newKey];
    const stop = add(start, fraction(metre.beats * 4, metre.beatType));
    bars.push({
      number: String(bars.length + 1),
      ...told,
      ...(first && heard.tempo ? { tempo: heard.tempo } : {}),
      staves: lines.map((voices) =>
        voices
          .map((voice, v) => eventsIn(voice, start, stop, key, v === 0))
          .filter((events) => events.length > 0),
      ),
    });
    start = stop;
    if (bars.length > 5000) throw new ScoreError(say`The MIDI file has more than 5000 bars.`);
  }
  return bars;
}

/** Notes of one hand as voices in which nothing overlaps; equal onsets and lengths are chords. */
function voicesOf(notes: readonly Gridded[]): Gridded[][][] {
  const chords = new Map<string, Gridded[]>();
  for (const note of notes) {
    const id = `${note.at.num}/${note.at.den} ${note.length.num}/${note.length.den}`;
    chords.set(id, [...(chords.get(id) ?? []), note]);
  }
  const voices: { end: Fraction; chords: Gridded[][] }[] = [];
  for (const chord of [...chords.values()].sort(
    (a, b) => compare(a[0]!.at, b[0]!.at) || compare(b[0]!.length, a[0]!.length),
  )) {
    const { at, length } = chord[0]!;
    let voice = voices.find((one) => compare(one.end, at) <= 0);
    if (!voice && voices.length < 4) voices.push((voice = { end: ZERO, chords: [] }));
    // a fifth voice in one hand is pedalled sound: it is let go when the next begins
    voice ??= voices.reduce((a, b) => (compare(a.end, b.end) <= 0 ? a : b));
    const last = voice.chords.at(-1);
    if (last && compare(add(last[0]!.at, last[0]!.length), at) > 0)
      voice.chords[voice.chords.length - 1] = last.map((note) => ({
        ...note,
        length: subtract(at, note.at),
      }));
    voice.chords.push(
      chord.filter((note, i) => chord.findIndex((other) => other.midi === note.midi) === i),
    );
    voice.end = add(at, length);
  }
  return voices.map((voice) => voice.chords);
}

function eventsIn(
  chords: readonly Gridded[][],
  start: Fraction,
  stop: Fraction,
  key: Key,
  withRests: boolean,
): BuiltEvent[] {
  const found: BuiltEvent[] = [];
  let cursor = start;
  const rest = (until: Fraction) => {
    if (withRests && compare(until, cursor) > 0)
      found.push({ at: subtract(cursor, start), length: subtract(until, cursor), pitches: [] });
  };
  for (const chord of chords) {
    const { at, length } = chord[0]!;
    const end = add(at, length);
    if (compare(end, start) <= 0 || compare(at, stop) >= 0 || length.num <= 0) continue;
    const [from, to] = [max(at, start), compare(end, stop) < 0 ? end : stop];
    rest(from);
    found.push({
      at: subtract(from, start),
      length: subtract(to, from),
      pitches: [...chord]
        .sort((a, b) => a.midi - b.midi)
        .map(({ midi }) => ({
          ...spell.pitch(midi, key),
          ...(compare(at, start) < 0 ? { tieStop: true } : {}),
          ...(compare(end, stop) > 0 ? { tieStart: true } : {}),
        })),
    });
    cursor = to;
  }
  rest(stop);
  return found;
}
