import {
  perform,
  startOf,
  type FootMove,
  type PedalMark,
  type Performance,
  type Score,
  type Shape,
} from "@yarrow-ridge/core/score";
import { shaped } from "@yarrow-ridge/core/shaping";
import { writeMidi, type MidiEvent } from "midi-file";

const TICKS = 480;

/** The pedals in the MIDI 1.0 list of controllers; 127 is all the way down. */
const SUSTAIN = 64;
const CONTROLLERS = { sostenuto: 66, soft: 67 } as const;
const DOWN = 127;
/** A change is up with the new note and down just after it, in ticks. */
const AFTER = 30;

/**
 * Bars (inclusive) as a Standard MIDI File: a tempo track and one track for each hand, all of them
 * with the pedal. Tempo in quarters a minute; `free` shapes the time too.
 */
export function midiFile(
  score: Score,
  from: number,
  to: number,
  tempo: number,
  pedal: readonly PedalMark[],
  shape: Shape,
  free: boolean,
): Uint8Array {
  const { notes, feet } = shaped(
    score,
    perform(score, startOf(from), startOf(to + 1), { pedal }),
    shape,
    free,
  );
  const metre = score.bars[from]!.metre;
  const head: MidiEvent[] = [
    {
      deltaTime: 0,
      meta: true,
      type: "setTempo",
      microsecondsPerBeat: Math.round(60_000_000 / tempo),
    },
    {
      deltaTime: 0,
      meta: true,
      type: "timeSignature",
      numerator: metre.beats,
      denominator: metre.beatType,
      metronome: 24,
      thirtyseconds: 8,
    },
    { deltaTime: 0, meta: true, type: "endOfTrack" },
  ];
  const hands = [...new Set(notes.map((note) => note.hand))];
  const tracks = hands.map((hand, channel) =>
    track(
      notes.filter((note) => note.hand === hand),
      feet,
      hand,
      channel,
    ),
  );
  return Uint8Array.from(
    writeMidi({
      header: { format: 1, numTracks: tracks.length + 1, ticksPerBeat: TICKS },
      tracks: [head, ...tracks],
    }),
  );
}

function track(
  notes: Performance["notes"],
  feet: readonly FootMove[],
  hand: string,
  channel: number,
): MidiEvent[] {
  // at one tick: keys up, then the foot, then keys down; the sostenuto catches what is down already
  const keys = notes
    .filter(({ midi }) => midi >= 0 && midi <= 127)
    .flatMap(({ midi, onset, length, loudness }) => [
      {
        at: Math.round(onset * TICKS),
        order: 2,
        event: {
          type: "noteOn",
          channel,
          noteNumber: midi,
          velocity: Math.round(loudness * 127),
        } as const,
      },
      {
        at: Math.round((onset + length) * TICKS),
        order: 0,
        event: { type: "noteOff", channel, noteNumber: midi, velocity: 0 } as const,
      },
    ]);
  const moves = feet.flatMap(({ at, kind, depth = 1, pedal }) => {
    const tick = Math.round(at * TICKS);
    const foot = (when: number, value: number) => ({
      at: when,
      order: pedal === "sostenuto" ? 3 : 1,
      event: {
        type: "controller",
        channel,
        controllerType: pedal ? CONTROLLERS[pedal] : SUSTAIN,
        value,
      } as const,
    });
    return kind === "up"
      ? [foot(tick, 0)]
      : kind === "down"
        ? [foot(tick, Math.round(DOWN * depth))]
        : depth < 1
          ? [foot(tick, Math.round(DOWN * depth)), foot(tick + AFTER, DOWN)]
          : [foot(tick, 0), foot(tick + AFTER, DOWN)];
  });
  const ordered = [...keys, ...moves].sort((a, b) => a.at - b.at || a.order - b.order);
  const events = ordered.map(({ at, event }, i): MidiEvent => ({
    ...event,
    deltaTime: at - (ordered[i - 1]?.at ?? 0),
  }));
  return [
    { deltaTime: 0, meta: true, type: "trackName", text: hand },
    ...events,
    { deltaTime: 0, meta: true, type: "endOfTrack" },
  ];
}
