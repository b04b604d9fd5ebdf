import {
  perform,
  startOf,
  type ControllerSet,
  type Mark,
  type Performance,
  type Score,
  type Shape,
} from "@yarrow-ridge/core/score";
import { controllersOf, marksHeard, type Instrument } from "@yarrow-ridge/core/instruments";
import { shaped } from "@yarrow-ridge/core/shaping";
import { writeMidi, type MidiEvent } from "midi-file";

const TICKS = 480;

/** Bars (inclusive), tempo in quarters a minute, what is written; `free` shapes the time too. */
export interface MidiChoice {
  readonly from: number;
  readonly to: number;
  readonly tempo: number;
  readonly marks: ReadonlyMap<string, readonly Mark[]>;
  readonly shape: Shape;
  readonly free: boolean;
}

/**
 * Some bars as a Standard MIDI File: a tempo track and one track for each hand, all of them with
 * the controllers its marks set.
 */
export function midiFile(
  score: Score,
  of: Instrument,
  { from, to, tempo, marks, shape, free }: MidiChoice,
): Uint8Array {
  const heard = { marks: marksHeard(marks) };
  const performance = shaped(
    score,
    perform(score, startOf(from), startOf(to + 1), heard),
    shape,
    free,
  );
  const { notes } = performance;
  const settings = controllersOf(of, performance);
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
      settings,
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
  settings: readonly ControllerSet[],
  hand: string,
  channel: number,
): MidiEvent[] {
  // at one tick: keys up, then the feet, then keys down, then what catches those that are down
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
  const moves = settings.map(({ at, controller, value, afterKeys }) => ({
    at: Math.round(at * TICKS),
    order: afterKeys ? 3 : 1,
    event: { type: "controller", channel, controllerType: controller, value } as const,
  }));
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
